/** Changes of a target that keep what they can of the one before. Pure. */
import { middleThickness, type ControlPoint, type TargetSpec } from '@nimble/core/graduation';
import type { PlateShape } from '@nimble/core/outline';

type Base = TargetSpec['base'];

const LAYOUT: readonly [u: number, v: number][] = [
  [0.15, 0],
  [0.4, -0.45],
  [0.4, 0.45],
  [0.72, -0.6],
  [0.72, 0],
  [0.72, 0.6],
  [0.95, 0],
];

export function changeKind(target: TargetSpec, kind: Base['kind']): TargetSpec {
  if (kind === target.base.kind) return target;
  const middle = middleThickness(target.base);
  const bases: Record<Base['kind'], Base> = {
    even: { kind: 'even', thickness: middle },
    graded: { kind: 'graded', treble: middle, bass: middle },
    drawn: {
      kind: 'drawn',
      points: LAYOUT.map(([u, v]): ControlPoint => ({ u, v, thickness: thicknessAt(target.base, v) })),
    },
  };
  return { ...target, base: bases[kind] };
}

/** The whole target thicker or thinner; band, rim and limit stay. */
export function moveWholeTarget(target: TargetSpec, by: number): TargetSpec {
  const { base } = target;
  const moved: Base =
    base.kind === 'even'
      ? { ...base, thickness: base.thickness + by }
      : base.kind === 'graded'
        ? { ...base, treble: base.treble + by, bass: base.bass + by }
        : { ...base, points: base.points.map((point) => ({ ...point, thickness: point.thickness + by })) };
  return { ...target, base: moved };
}

function thicknessAt(base: Base, v: number): number {
  if (base.kind !== 'graded') return middleThickness(base);
  return base.treble + ((v + 1) / 2) * (base.bass - base.treble);
}

/** Where the control points of a drawn target lie on the plate [m]; none for other targets. */
export function controlPlaces(
  { base }: TargetSpec,
  shape: PlateShape,
  leftHanded: boolean,
): { x: number; y: number; label: string }[] {
  if (base.kind !== 'drawn') return [];
  const side = leftHanded ? -1 : 1;
  return base.points.map(({ u, v }, i) => ({
    x: shape.bounds.xMin + u * shape.length,
    y: (side * v * shape.width) / 2,
    label: `Control point ${i + 1}`,
  }));
}
