/**
 * A flex jig, described once: where the plate lies, where the weight sits, where the dial reads. Beam theory; SI.
 *   deflection at the dial = load c / (E I)
 * Two supports (s from the first one, load at a, dial at x <= a):  c = b x (L^2 - b^2 - x^2) / (6 L),  b = L - a
 * Cantilever (s from the clamp, load at a, dial at x <= a):        c = x^2 (3 a - x) / 6
 * Load and dial change places freely (Maxwell).   Source: Timoshenko, Strength of Materials, part I.
 */
import { InvalidInput, requirePositive } from '../base';

interface BeamBase {
  direction: 'along' | 'across';
  /** Between the supports, or from the clamp to the free end [m]. */
  span: number;
  /** From the first support or the clamp [m]. */
  loadAt: number;
  dialAt: number;
  /** How broad each support is that the plate rests on [m]: it may touch anywhere on it. */
  supportWidth: number;
}

export interface SpanJig extends BeamBase {
  kind: 'three-point';
}

export interface CantileverJig extends BeamBase {
  kind: 'cantilever';
}

/** The whole plate on a ring, weight and dial where the bridge will be. */
export interface RingJig {
  kind: 'ring';
  diameter: number;
  supportWidth: number;
}

export type BeamJig = SpanJig | CantileverJig;
export type Jig = BeamJig | RingJig;

/** Load and dial in the middle of two knife edges. */
export function middleOfSpan(span: number, direction: 'along' | 'across'): SpanJig {
  return { kind: 'three-point', direction, span, loadAt: span / 2, dialAt: span / 2, supportWidth: 0 };
}

/** @throws InvalidInput for sizes that can't be, naming the field */
export function checkJig(jig: Jig): void {
  if (!(jig.supportWidth >= 0)) throw new InvalidInput('supportWidth', jig.supportWidth, 'must be zero or more');
  if (jig.kind === 'ring') {
    requirePositive('diameter', jig.diameter);
    if (jig.supportWidth > jig.diameter / 4)
      throw new InvalidInput('supportWidth', jig.supportWidth, 'is more than a quarter of the ring: check the unit');
    return;
  }
  requirePositive('span', jig.span);
  for (const field of ['loadAt', 'dialAt'] as const) {
    requirePositive(field, jig[field]);
    const beyond = jig.kind === 'cantilever' ? jig[field] > jig.span : jig[field] >= jig.span;
    if (beyond) throw new InvalidInput(field, jig[field], 'lies beyond the span: measure from the first support');
  }
  if (jig.supportWidth > jig.span / 4)
    throw new InvalidInput('supportWidth', jig.supportWidth, 'is more than a quarter of the span: check the unit');
}

/**
 * c [m^3] and its relative doubt from placing supports, load and dial.
 * @param placing standard deviation of each place [m]
 */
export function jigFactor(jig: BeamJig, placing: number): { c: number; relativeSd: number } {
  checkJig(jig);
  const c = factor(jig);
  // A support may touch anywhere on its breadth: each end is uniform over it, and the span has two of them.
  const spanSd = Math.hypot(placing, jig.supportWidth / Math.sqrt(6));
  const off = (sign: number): BeamJig =>
    jig.kind === 'cantilever'
      ? { ...jig, loadAt: jig.loadAt + sign * placing, dialAt: jig.dialAt + sign * placing }
      : stretched(jig, jig.span + sign * spanSd);
  return { c, relativeSd: (factor(off(1)) - factor(off(-1))) / (2 * c) };
}

/** g [m]: deflection at the dial by shear alone = load g / (5/6 G A). */
export function shearFactor({ kind, span: L, loadAt, dialAt }: BeamJig): number {
  const [x, a] = loadAt < dialAt ? [loadAt, dialAt] : [dialAt, loadAt];
  return kind === 'cantilever' ? x : ((L - a) * x) / L;
}

/** Load and dial keep their shares of a span that is longer than thought. */
function stretched(jig: SpanJig, span: number): SpanJig {
  const longer = span / jig.span;
  return { ...jig, span, loadAt: jig.loadAt * longer, dialAt: jig.dialAt * longer };
}

function factor({ kind, span: L, loadAt, dialAt }: BeamJig): number {
  const [x, a] = loadAt < dialAt ? [loadAt, dialAt] : [dialAt, loadAt];
  if (kind === 'cantilever') return (x * x * (3 * a - x)) / 6;
  const b = L - a;
  return (b * x * (L * L - b * b - x * x)) / (6 * L);
}
