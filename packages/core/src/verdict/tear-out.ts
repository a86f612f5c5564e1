/** A torn-out place must be planed to its bottom: does the plate still fit its target then? SI. */
import { InvalidInput, requirePositive } from '../base';
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
