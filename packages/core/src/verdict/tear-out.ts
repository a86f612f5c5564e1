/** A torn-out place must be planed to its bottom: does the plate still fit its target then? SI. */
import { InvalidInput, requirePositive } from '../base';
import type { TearMark } from '../project';
import { cellAt } from '../survey';
import type { TargetSpec } from '../graduation';
import type { Assessment } from './assess-thickness';

export interface TearOut {
  fits: boolean;
  /** What is left at the bottom of the tear [m]. */
  left: number;
  /** How much the bottom lies above the lowest allowed there; negative when it can't be planed out [m]. */
  spare: number;
}

/**
 * @param depth of the tear below the surface [m]
 * @throws InvalidInput for a place off the plate or a depth of the whole plate
 */
export function judgeTearOut(
  { map, target }: Assessment,
  spec: TargetSpec,
  tear: { x: number; y: number; depth: number },
): TearOut {
  requirePositive('depth', tear.depth);
  const cell = cellAt(map.grid, tear.x, tear.y);
  if (cell < 0 || !(map.grid.wood[cell] > 0)) throw new InvalidInput('place', tear, 'lies off the wood');
  const left = map.thickness[cell] - tear.depth;
  if (left <= 0) throw new InvalidInput('depth', tear.depth, 'goes right through the plate there');
  const spare = left - Math.max(target[cell] - spec.tolerance, spec.limit);
  return { fits: spare >= 0, left, spare };
}

/** How a tear that was marked stands by now. */
export interface TearState {
  id: string;
  /** How deep it still is, if what came off since came off its face [m]; 0 when it should be gone. */
  left: number;
  /** Thickness there now, and at the tear's bottom [m]. */
  thickness: number;
  bottom: number;
  /** How far its bottom lies above the lowest allowed there [m]; negative when it can't be planed out. */
  spare: number;
  /** What the plan takes off there [m]. */
  planned: number;
  says: 'gone' | 'in-plan' | 'deeper-than-plan' | 'too-deep';
}

/** Less than a caliper's last digits: gone [m]. */
const GONE = 2e-5;

/** Marks off the wood, where the outline was changed since, are left out. */
export function tearStates(
  { map, target, plan }: Pick<Assessment, 'map' | 'target' | 'plan'>,
  spec: TargetSpec,
  marks: readonly TearMark[],
): TearState[] {
  return marks.flatMap(({ id, x, y, depth, thickness: then }) => {
    const cell = cellAt(map.grid, x, y);
    if (cell < 0 || !(map.grid.wood[cell] > 0)) return [];
    const thickness = map.thickness[cell];
    const left = Math.max(0, depth - Math.max(0, then - thickness));
    const bottom = thickness - left;
    const spare = bottom - Math.max(target[cell] - spec.tolerance, spec.limit);
    const planned = plan.removal[cell];
    const says =
      left < GONE ? 'gone' : planned >= left - GONE ? 'in-plan' : spare >= 0 ? 'deeper-than-plan' : 'too-deep';
    return [{ id, left, thickness, bottom, spare, planned, says }];
  });
}
