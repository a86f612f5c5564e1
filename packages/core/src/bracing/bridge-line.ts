/**
 * Where the saddle stands: from the scale, the fret at the edge of the body and the compensation. SI [m], x from the
 * neck end of the plate.
 */
import { InvalidInput, requireWithin } from '../base';
import { type Family, type Point, type Segment } from '../outline';
import type { BridgePlan } from './bracing-plan';

/** From a fret to the saddle of the uncompensated string: scale 2^(-n/12), equal temperament. */
export function fretToSaddle(scale: number, fret: number): number {
  requireWithin('scale', scale, 0.1, 1.5);
  requireWithin('fretAtBody', fret, 0, 30);
  return scale * 2 ** (-fret / 12);
}

/**
 * Saddle from its treble end to its bass end. `trebleSign` is the side of the treble strings, -1 unless the instrument
 * is left-handed.
 */
export function bridgeLine(bridge: BridgePlan, scale: number, trebleSign: 1 | -1 = -1): Segment {
  const { fretAtBody, compensationTreble, compensationBass, bassScale, span } = bridge;
  const half = span / 2;
  const treble: Point = [fretToSaddle(scale, fretAtBody) + compensationTreble, trebleSign * half];
  const bass: Point = [fretToSaddle(bassScale ?? scale, fretAtBody) + compensationBass, -trebleSign * half];
  if (Math.abs(bass[0] - treble[0]) > span)
    throw new InvalidInput('bassScale', bassScale, 'fans the bridge by more than half a right angle');
  return { from: treble, to: bass };
}

/** Where the line of the saddle crosses the centre line [m]. */
export function bridgeAt(bridge: BridgePlan, scale: number): number {
  const { from, to } = bridgeLine(bridge, scale);
  return (from[0] + to[0]) / 2;
}

const BRIDGES: Record<Family, BridgePlan> = {
  'steel-string': aBridge({ kind: 'pinned', fretAtBody: 14 }),
  'nylon-string': aBridge({
    kind: 'tied',
    fretAtBody: 12,
    compensationTreble: 1e-3,
    compensationBass: 2e-3,
    span: 0.19,
    stringHeight: 0.0105,
  }),
  'arched-guitar': aBridge({ kind: 'floating', fretAtBody: 14, span: 0.14, width: 0.014, stringHeight: 0.05 }),
  mandolin: aBridge({ kind: 'floating', fretAtBody: 14, span: 0.11, width: 0.01, stringHeight: 0.026 }),
  ukulele: aBridge({
    kind: 'tied',
    fretAtBody: 14,
    compensationTreble: 1e-3,
    compensationBass: 1.5e-3,
    span: 0.09,
    width: 0.022,
    stringHeight: 0.008,
  }),
  other: aBridge({ kind: 'pinned', fretAtBody: 14 }),
};

function aBridge(change: Partial<BridgePlan>): BridgePlan {
  return {
    kind: 'pinned',
    fretAtBody: 14,
    compensationTreble: 2e-3,
    compensationBass: 5e-3,
    bassScale: null,
    span: 0.165,
    width: 0.03,
    stringHeight: 0.0125,
    angleBefore: 0.06,
    angleBehind: 0.21,
    ...change,
  };
}

/** A usual bridge of the family, to begin with. */
export function usualBridge(family: Family): BridgePlan {
  return { ...BRIDGES[family] };
}
