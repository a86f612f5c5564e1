/** What jig, ear and hands said of a whole plate. SI. */
import type { Estimate } from '../base';
import type { NoteKind, PitchNote } from '../project';

/** What was heard or bent on the whole plate, and how thick it was then. */
export interface PlateCheck {
  /** Mean thickness at that moment [m]. */
  thickness: Estimate;
  /**
   * Sag per load on one of the maker's jigs [m/N], and how broad the plate was there [m]: a blank is broader, so
   * stiffer, than what is cut from it.
   */
  flex?: { jigId: string; compliance: Estimate; width?: number };
  /** [Hz] */
  notes?: Partial<Record<NoteKind, number>>;
  /** Notes that ring clear, as they come, of plates that have no named ones: braced or of figured wood [Hz]. */
  clear?: readonly number[];
  /** Ring time [s] and how loud it was against the knock, as the maker rates or measures it [dB]. */
  ring?: { time: number; level: number | null };
  /** What somebody's hands gave it, from 1, soft, to 9, stiff. */
  feel?: { person: string; score: number };
}

/** How near two notes are [1]: 0 for one and the same. */
const apart = (a: number, b: number) => Math.abs(Math.log(a / b));

/** The clear note nearest to another; undefined where none was heard. */
const nearestClear = ({ clear = [] }: Pick<PlateCheck, 'clear'>, to: number): number | undefined =>
  [...clear].sort((a, b) => apart(a, to) - apart(b, to))[0];

/** What a check says of the note that is followed [Hz]. */
export function noteHeard(check: PlateCheck, { note, frequency }: { note: PitchNote; frequency: number }) {
  return note === 'clear' ? nearestClear(check, frequency) : check.notes?.[note];
}
