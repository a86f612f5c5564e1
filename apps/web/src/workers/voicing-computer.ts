/** A voicing in a worker: reckoned from its record, then asked what shavings of the maker's own would do. */
import {
  assessVoicing, barEffects, foretell, knockMap, learnShavings, looseJoints, mirrorKnocks, UNLEARNED, voicingFindings, WALKED,
  type BarEffects, type Estimate, type FittedReading, type Learned, type NextReading, type PlacedKnock, type Proposal, type QuantityKey, type RoundStanding, type Shaving,
  type ShavingRecord, type Standing, type TopModeKind, type Verdict, type VoicingAssessment, type VoicingFinding, type VoicingInput, type WoodFactor, type WorthReading,
} from '@nimble/core'; // prettier-ignore

export interface VoicingRequest extends VoicingInput {
  /** The newest walk round the plate, for what makers hunt. */
  walk: readonly PlacedKnock[];
  /** Bars that are tuned together: ids of their braces. */
  bars: readonly string[];
}

export interface VoicingPicture {
  rounds: RoundStanding[];
  standing: Standing;
  record: ShavingRecord;
  proposal: Proposal;
  verdict: Verdict;
  next: NextReading[];
  worth: WorthReading[];
  findings: VoicingFinding[];
  foretold: boolean;
  modes: { key: QuantityKey; kind: TopModeKind; frequency: number }[];
  fit: { readings: FittedReading[]; misfit: number | null; factors: Record<WoodFactor, Estimate>; prior: Record<WoodFactor, number> };
  bars: BarEffects | null;
  /** Of wood off braces, and off the plate. */
  byPlace: Record<'brace' | 'plate', ShavingRecord>;
} // prettier-ignore

export class VoicingComputer {
  private assessed: VoicingAssessment | null = null;
  private learned: Learned = UNLEARNED;

  /** @throws with the words of what can't be */
  assess({ walk, bars, ...input }: VoicingRequest, onProgress: (share: number) => void): VoicingPicture {
    const assessed = assessVoicing(input, onProgress);
    this.assessed = assessed;
    this.learned = assessed.record.count === 0 ? UNLEARNED : assessed.record;
    const { calibration, rounds, standing, record, proposal, verdict, next, worth, foretold } = assessed;
    const map = knockMap(walk.length >= WALKED ? walk : []);
    const { readings, misfit, factors, prior } = calibration;
    const outcomes = [...input.record, ...rounds.flatMap((round) => round.outcomes)];
    const recordOf = (place: 'brace' | 'plate') => learnShavings(outcomes.filter(({ where }) => where === place));
    return {
      rounds, standing, record, proposal, verdict, next, worth, foretold,
      modes: calibration.model.modes.map(({ key, kind, frequency }) => ({ key, kind, frequency })),
      findings: voicingFindings({
        calibration, goal: input.goal, thinnest: input.thinnest, places: map.stations, goals: proposal.now, loose: looseJoints(map),
        walk: { heard: Math.min(map.partials.length, calibration.model.modes.length), alike: (rounds.findLast(({ matched }) => matched.some(({ alike }) => alike !== null))?.matched ?? []).filter(({ alike }) => alike !== null).length },
        pairs: map.stations.length > 0 ? mirrorKnocks(map, input.top.trebleSign).pairs : [],
      }),
      fit: { readings, misfit, factors, prior },
      byPlace: { brace: recordOf('brace'), plate: recordOf('plate') },
      bars: bars.length > 0 ? barEffects(calibration.model, bars, input.goal.leastBrace) : null,
    };
  } // prettier-ignore

  /** All quantities after these, on top of what stands. */
  foretell(shavings: Shaving[]): Partial<Record<QuantityKey, Estimate>> {
    if (!this.assessed) throw new Error('the voicing is not reckoned yet');
    return foretell(this.assessed.calibration.model, this.assessed.standing, shavings, this.learned);
  }
}
