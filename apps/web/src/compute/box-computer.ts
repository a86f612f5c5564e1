/** The closed box in a worker: its two lowest notes, and what its strings do to the top. */
import { AS_TAKEN, safetyMarginOf } from '@nimble/core/voicing';
import { boxNotes, type BoxNotes, type ClosedBox, type Trim } from '@nimble/core/closing';
import { examineTop, type TopPlan } from '@nimble/core/top';

export interface BoxRequest {
  box: ClosedBox;
  more: readonly Trim[];
}

export interface BoxAnswer {
  now: BoxNotes;
  then: BoxNotes | null;
}

export interface StrungAnswer {
  /**
   * On the day of stringing, by the model: the bridge's lean [rad] (a floating one's sink [m]) and how far the top
   * comes out behind it [m].
   */
  movement: number;
  rise: number;
  reserve: { reserve: number; low: number };
}

const MODES = 1;

export class BoxComputer {
  /** @throws with the words of what can't be */
  notes({ box, more }: BoxRequest): BoxAnswer {
    return boxNotes(box, more);
  }

  strung(top: TopPlan): StrungAnswer {
    const { examined } = examineTop({ ...top, bridge: true }, { hold: 'glued', modeCount: MODES });
    const { reserve, low } = safetyMarginOf({ top, factors: AS_TAKEN }, []);
    return { movement: examined.strings?.movement ?? 0, rise: examined.strings?.rise ?? 0, reserve: { reserve, low } };
  }
}
