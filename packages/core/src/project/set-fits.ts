/** Whether a set of the rack can be joined into a plate. SI. */
import type { PlateRole } from './stages';

export interface SetSize {
  use: PlateRole | 'brace';
  /** Of one piece, and of all side by side [m]. */
  length: number;
  joinedWidth: number;
}

export type Misfit = 'other-use' | 'too-short' | 'too-narrow';

/** Why not, or null. @param plate its length and its greatest width [m] */
export function misfitOf(set: SetSize, plate: { role: PlateRole; length: number; width: number }): Misfit | null {
  if (set.use !== plate.role) return 'other-use';
  if (set.length < plate.length) return 'too-short';
  return set.joinedWidth < plate.width ? 'too-narrow' : null;
}
