/**
 * A first guess of what the load does, until the whole top is modelled: the top along its centre line as one beam on
 * the neck end and the tail, of the plate's and the braces' rigidity where the bridge stands. The rim at the sides
 * helps a real top, so it gives less than this. SI.
 */
import { requirePositive, requireWithin } from '../base';

/**
 * Turn of the bridge under a torque [rad]: M (a^3 + b^3) / (3 EI L^2) for a couple at a from one end of a beam on two
 * supports.
 */
export function turnUnderTorque(torque: number, rigidity: number, length: number, at: number): number {
  requirePositive('rigidity', rigidity);
  requireWithin('at', at, 0, length);
  return (torque * (at ** 3 + (length - at) ** 3)) / (3 * rigidity * length ** 2);
}

/** Sink under a force [m]: F a^2 b^2 / (3 EI L). */
export function sinkUnderForce(force: number, rigidity: number, length: number, at: number): number {
  requirePositive('rigidity', rigidity);
  requireWithin('at', at, 0, length);
  return (force * at ** 2 * (length - at) ** 2) / (3 * rigidity * length);
}
