/** A voicing in a worker: worked out from its record, then asked what shavings of the maker's own would do. */
import {
  assessVoicing,
  barEffects,
  forecastChange,
  fullerPlan,
  type FullerPlan,
  voicingFindings,
  WALKED,
  type BarEffects,
  type Calibration,
  type QuantityKey,
  type Shaving,
  type VoicingAssessment,
  type VoicingFinding,
  type VoicingInput,
} from '@nimble/core/voicing';
import {
  knockMap,
  looseJoints,
  mirrorKnocks,
  noteCensus,
  type KnockMap,
  type PlacedKnock,
} from '@nimble/core/knock-map';
import { learnShavings, NO_CORRECTION, type ForecastCorrection, type ShavingRecord } from '@nimble/core/ledger';
import type { Estimate } from '@nimble/core/base';
import type { TopModeKind } from '@nimble/core/shell';

export interface VoicingRequest extends VoicingInput {
  /** The newest walk round the plate, for what makers hunt. */
  walk: readonly PlacedKnock[];
  /** Bars that are tuned together: ids of their braces, and what was heard over each last [Hz]. */
  bars: readonly { id: string; heard: number | null }[];
}

/** All of the assessment but its model, which stays in the worker. */
export interface VoicingPicture extends Omit<VoicingAssessment, 'calibration' | 'asked'> {
  findings: VoicingFinding[];
  modes: { key: QuantityKey; kind: TopModeKind; frequency: number }[];
  fit: Pick<Calibration, 'readings' | 'misfit' | 'factors' | 'prior'>;
  bars: BarEffects | null;
  /** Of wood off braces, and off the plate. */
  byPlace: Record<'brace' | 'plate', ShavingRecord>;
}

export class VoicingComputer {
  private assessed: VoicingAssessment | null = null;
  private learned: ForecastCorrection = NO_CORRECTION;

  /** @throws with the words of what can't be */
  assess({ walk, bars, ...input }: VoicingRequest, onProgress: (share: number) => void): VoicingPicture {
    const assessed = assessVoicing(input, onProgress);
    this.assessed = assessed;
    this.learned = assessed.learned;
    const { calibration, asked: _asked, ...told } = assessed;
    const { rounds, proposal } = told;
    const map = knockMap(walk.length >= WALKED ? walk : []);
    const { readings, misfit, factors, prior } = calibration;
    const outcomes = [...input.record, ...rounds.flatMap((round) => round.outcomes)];
    const recordOf = (place: 'brace' | 'plate') => learnShavings(outcomes.filter(({ where }) => where === place));
    return {
      ...told,
      modes: calibration.model.modes.map(({ key, kind, frequency }) => ({ key, kind, frequency })),
      findings: voicingFindings({
        calibration,
        goal: input.goal,
        thinnest: input.thinnest,
        places: map.stations,
        goals: proposal.now,
        loose: looseJoints(map),
        walk: {
          heard: Math.min(map.partials.length, calibration.model.modes.length),
          alike: (rounds.findLast(({ matched }) => matched.some(({ alike }) => alike !== null))?.matched ?? []).filter(
            ({ alike }) => alike !== null,
          ).length,
        },
        cancels: cancelling(map),
        pairs: map.stations.length > 0 ? mirrorKnocks(map, input.top.trebleSign).pairs : [],
      }),
      fit: { readings, misfit, factors, prior },
      byPlace: { brace: recordOf('brace'), plate: recordOf('plate') },
      bars:
        bars.length > 0
          ? barEffects(
              calibration.model,
              bars.map(({ id }) => id),
              input.goal.leastBrace,
              bars.map(({ heard }) => heard),
            )
          : null,
    };
  }

  /** More than a round at once, where anything may come off. */
  fullerPlan(): FullerPlan | null {
    return this.assessed && this.assessed.proposal.candidates.length > 0 ? fullerPlan(this.assessed.asked) : null;
  }

  /** All quantities after these, on top of what stands. */
  forecastOf(shavings: Shaving[]): Partial<Record<QuantityKey, Estimate>> {
    if (!this.assessed) throw new Error('the voicing is not worked out yet');
    return forecastChange(this.assessed.calibration.model, this.assessed.standing, shavings, this.learned);
  }
}

/** Neither the pitch of A nor what beats matters to it. */
const cancelling = (map: KnockMap) =>
  noteCensus(map, { a4: 440, beatRange: 0 }).findings.flatMap((one) =>
    one.kind === 'cancel'
      ? [{ places: one.stations, frequency: map.partials[one.partial]!.frequency, share: one.share }]
      : [],
  );
