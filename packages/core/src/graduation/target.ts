/**
 * Target graduations: how thick the maker wants the plate everywhere, with a band and a hard limit. SI.
 * A base (even, graded across, or drawn by control points) with or without a thinner rim.
 */
import { InvalidInput, requirePositive, requireWithin } from '../base';
import type { PlateShape } from '../outline';
import { fillSurface, fitSurface, gridY, planSurface, type MapGrid } from '../survey';

export interface EvenBase {
  kind: 'even';
  thickness: number;
}

/** Straight from one edge to the other, at the plate's widest. */
export interface GradedBase {
  kind: 'graded';
  treble: number;
  bass: number;
}

/** A smooth surface through control points; places as shares, so that it fits another outline too. */
export interface DrawnBase {
  kind: 'drawn';
  points: readonly ControlPoint[];
}

export interface ControlPoint {
  /** 0 at the neck end, 1 at the tail. */
  u: number;
  /** -1 at the treble edge, 0 on the centre line, 1 at the bass edge. */
  v: number;
  thickness: number;
}

/** Thinner by `thinnerBy` at the rim itself, easing in over `width` [m]. */
export interface ThinRim {
  width: number;
  thinnerBy: number;
}

export interface TargetSpec {
  base: EvenBase | GradedBase | DrawnBase;
  rim: ThinRim | null;
  /** Half the width of the band that is good enough [m]. */
  tolerance: number;
  /** Never below this, whatever the target says [m]. */
  limit: number;
}

const THICKNESS_RANGE = [0.0003, 0.05] as const;
const MOST_POINTS = 60;

/** @throws InvalidInput naming the field, e.g. `base.points[2].thickness` */
export function checkTarget(target: TargetSpec): void {
  const { base, rim } = target;
  const thicknesses: [string, number][] =
    base.kind === 'even'
      ? [['base.thickness', base.thickness]]
      : base.kind === 'graded'
        ? [
            ['base.treble', base.treble],
            ['base.bass', base.bass],
          ]
        : base.points.map((point, i) => [`base.points[${i}].thickness`, point.thickness]);
  if (base.kind === 'drawn') checkPoints(base);
  for (const [field, value] of [...thicknesses, ['limit', target.limit] as const]) {
    requirePositive(field, value);
    requireWithin(field, value, ...THICKNESS_RANGE);
  }
  requirePositive('tolerance', target.tolerance);
  if (rim) {
    requirePositive('rim.width', rim.width);
    requireWithin('rim.thinnerBy', rim.thinnerBy, 0, THICKNESS_RANGE[1]);
  }
  const thinnest = Math.min(...thicknesses.map(([, value]) => value)) - (rim?.thinnerBy ?? 0);
  if (thinnest < target.limit) {
    throw new InvalidInput(
      'limit',
      target.limit,
      'lies above the thinnest place of the target: lower the limit or thicken the target',
    );
  }
}

function checkPoints({ points }: DrawnBase): void {
  if (points.length === 0 || points.length > MOST_POINTS) {
    throw new InvalidInput('base.points', points.length, `needs 1 to ${MOST_POINTS} control points`);
  }
  points.forEach(({ u, v }, i) => {
    requireWithin(`base.points[${i}].u`, u, 0, 1);
    requireWithin(`base.points[${i}].v`, v, -1, 1);
  });
}

/** Which way treble lies on this plate: -1 for y < 0 (right-handed), +1 for a left-handed one. */
export type TrebleSign = -1 | 1;

/**
 * Does the treble side of the drawing lie where it does on a left-handed top? Plates are seen from outside with the
 * neck end to the left, so a right-handed back shows its treble side below, and a left-handed back above.
 */
export function isMirrored({ leftHanded, plate }: { leftHanded: boolean; plate: string }): boolean {
  return leftHanded !== (plate === 'back');
}

export const trebleSignOf = (build: { leftHanded: boolean; plate: string }): TrebleSign => (isMirrored(build) ? 1 : -1);

/** Writes the wanted thickness [m] of every cell. @param out length nx * ny */
export function fillTarget(
  target: TargetSpec,
  plate: { grid: MapGrid; shape: PlateShape; treble: TrebleSign },
  out: Float64Array,
): void {
  fillBase(target.base, plate, out);
  if (!target.rim) return;
  const { width, thinnerBy } = target.rim;
  const { rimDistance } = plate.grid;
  for (let cell = 0; cell < out.length; cell++) out[cell] -= thinnerBy * (1 - ease(rimDistance[cell] / width));
}

function fillBase(
  base: TargetSpec['base'],
  { grid, shape, treble }: { grid: MapGrid; shape: PlateShape; treble: TrebleSign },
  out: Float64Array,
): void {
  const half = shape.width / 2;
  if (base.kind === 'even') {
    out.fill(base.thickness);
  } else if (base.kind === 'graded') {
    const middle = (base.treble + base.bass) / 2;
    const slope = (treble * (base.treble - base.bass)) / 2 / half;
    for (let cell = 0; cell < out.length; cell++) out[cell] = middle + slope * gridY(grid, cell);
  } else {
    const x = Float64Array.from(base.points, (p) => shape.bounds.xMin + p.u * shape.length);
    const y = Float64Array.from(base.points, (p) => -treble * p.v * half);
    const surface = fitSurface(
      planSurface(x, y),
      Float64Array.from(base.points, (p) => p.thickness),
    );
    fillSurface(surface, grid, out, new Uint8Array(out.length));
  }
}

/** 0 at the rim, 1 from the end of the zone on, level at both ends. */
function ease(t: number): number {
  const s = Math.max(0, Math.min(1, t));
  return s * s * (3 - 2 * s);
}

/** One thickness that stands for a whole base: its own, the middle of its edges, or the mean of its points [m]. */
export function middleThickness(base: TargetSpec['base']): number {
  if (base.kind === 'even') return base.thickness;
  if (base.kind === 'graded') return (base.treble + base.bass) / 2;
  return base.points.reduce((sum, point) => sum + point.thickness, 0) / base.points.length;
}
