/**
 * A fair first outline for each family, so that a new build starts from a plate and not from an empty form. Made up for
 * this program; SI [m].
 */
import type { HoleSpec } from './holes';
import type { ParametricOutline } from './parametric-outline';

export type Family = 'steel-string' | 'nylon-string' | 'arched-guitar' | 'mandolin' | 'ukulele' | 'other';

const waisted = (bodyLength: number, upperBout: number, waist: number, lowerBout: number): ParametricOutline => ({
  kind: 'waisted',
  bodyLength,
  upperBout,
  waist,
  lowerBout,
  upperBoutAt: 0.2 * bodyLength,
  waistAt: 0.41 * bodyLength,
  lowerBoutAt: 0.74 * bodyLength,
  cutaway: 0,
});

const OUTLINES: Record<Family, ParametricOutline> = {
  'steel-string': waisted(0.49, 0.285, 0.24, 0.385),
  'nylon-string': waisted(0.486, 0.28, 0.235, 0.365),
  'arched-guitar': waisted(0.51, 0.295, 0.255, 0.41),
  mandolin: { kind: 'teardrop', bodyLength: 0.345, neckWidth: 0.06, lowerBout: 0.255, lowerBoutAt: 0.215 },
  ukulele: waisted(0.28, 0.165, 0.135, 0.218),
  other: { kind: 'rectangle', bodyLength: 0.55, width: 0.42 },
};

const HOLES: Record<Family, HoleSpec[]> = {
  'steel-string': [{ kind: 'round', x: 0.152, y: 0, diameter: 0.098 }],
  'nylon-string': [{ kind: 'round', x: 0.15, y: 0, diameter: 0.086 }],
  'arched-guitar': [{ kind: 'f-holes', x: 0.3, length: 0.15, spread: 0.2 }],
  mandolin: [{ kind: 'f-holes', x: 0.19, length: 0.095, spread: 0.13 }],
  ukulele: [{ kind: 'round', x: 0.092, y: 0, diameter: 0.056 }],
  other: [],
};

export function defaultOutline(family: Family): ParametricOutline {
  return { ...OUTLINES[family] };
}

export function defaultHoles(family: Family): HoleSpec[] {
  return HOLES[family].map((hole) => ({ ...hole }));
}
