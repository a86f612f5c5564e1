/** What jig, ear and hands said of a whole plate. SI. */
import type { Estimate } from '../base';
import type { NoteKind } from '../project';

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
  /** Ring time [s] and how loud it was against the knock, as the maker rates or measures it [dB]. */
  ring?: { time: number; level: number | null };
  /** What somebody's hands gave it, from 1, soft, to 9, stiff. */
  feel?: { person: string; score: number };
}
