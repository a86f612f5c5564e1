/**
 * A voicing from its record: the fitted model, where everything stands, the next shaving, and whether to stop. Reckoned
 * anew from what was read; nothing is kept but readings. SI.
 */
import {
  learnApart,
  learnShavings,
  settleShaving,
  NO_CORRECTION,
  type ForecastCorrection,
  type ShavingOutcome,
  type ShavingRecord,
} from '../ledger';
import type { TopPlan } from '../top';
import {
  fitModel,
  doubtOf,
  leftOpen,
  quantityOf,
  informativeReadings,
  type Calibration,
  type VoicingReading,
  type WorthReading,
} from './fit-model';
import type { VoicingGoal } from './goal';
import { goalLimits, type GoalLimit } from './goal-limits';
import { matchModes, type HeardMode, type MatchedMode } from './match-modes';
import { nextReadings, readingError, type NextReading } from './next-readings';
import type { Proposal, SuggestInput } from './proposal';
import { suggestShavings } from './suggest-shavings';
import { ringIsOver, ringTrend, withRing, type RingRound, type RingTrend } from './ring';
import { applyShavings, type Shaving } from './shaving';
import type { ToldKnock } from './telling-knock';
import { readTogether, currentEstimate, withModel, type Forecasts, type Standing } from './current-estimate';
import { stopOrGo, type Verdict } from './stop';
import {
  figuresOnBench,
  modesAtStart,
  type QuantityKey,
  type VoicedMode,
  type VoicingModel,
  type VoicingSettings,
} from './voicing-model';
import type { WoodFactors } from './wood-factors';

export interface VoicingRound {
  number: number;
  /** Bends and weight; notes come as they were heard. */
  readings: readonly VoicingReading[];
  heard: readonly HeardMode[];
  /** Single knocks at known places, which may tell two modes apart. */
  told?: readonly ToldKnock[];
  /** [s] */
  ring: number | null;
  /** Taken off after these readings, and what was foretold of it then. */
  shavings: readonly Shaving[];
  forecast: Forecasts | null;
  /** Quantities whose outcomes count by the maker's word, read in this round. */
  letIn?: readonly string[];
}

export interface VoicingInput {
  /** As it was when its voicing began. */
  top: TopPlan;
  rounds: readonly VoicingRound[];
  goal: VoicingGoal;
  prior: WoodFactors;
  closed: boolean;
  /** Of this maker on other tops. */
  record: readonly ShavingOutcome[];
  /** [m] */
  thinnest: number;
  /** Notes that are followed; those who tune bars need more of them. */
  modeCount?: number;
  meshSize?: number;
  /** Only what to do next, not how far one could get. */
  brief?: boolean;
}

export interface RoundStanding {
  number: number;
  matched: MatchedMode[];
  /** What was read in it; the rest of its standing is foretold. */
  read: QuantityKey[];
  standing: Standing;
  outcomes: ShavingOutcome[];
}

export interface VoicingAssessment {
  /** What the proposal was worked out from. */
  asked: SuggestInput;
  calibration: Calibration;
  rounds: RoundStanding[];
  /** Where everything stands now, with the model's figure where nothing was read. */
  standing: Standing;
  record: ShavingRecord;
  /** The same, apart for brace and plate, bend and note: what forecasts are corrected by. */
  learned: ForecastCorrection;
  proposal: Proposal;
  /** How far each goal can be carried at all; parallel to the proposal's lines. */
  limits: (GoalLimit | null)[];
  verdict: Verdict;
  next: NextReading[];
  worth: WorthReading[];
  /** Round by round, where it was heard; and whether it still grows. */
  ring: RingTrend & { rounds: RingRound[] };
  /** The last round was shaved: what stands is foretold, not read. */
  isForecast: boolean;
}

/** What the record makes of the top, before anything is proposed. */
export type ComputedVoicing = Pick<
  VoicingAssessment,
  'calibration' | 'rounds' | 'standing' | 'record' | 'learned' | 'ring' | 'isForecast'
>;

/**
 * @param onProgress share done and what is being done; throwing in it gives up
 * @throws InvalidInput naming the field that can't be
 */
export function assessVoicing(
  input: VoicingInput,
  onProgress: (done: number) => void = () => undefined,
): VoicingAssessment {
  const { goal, thinnest, meshSize } = input;
  const reckoned = computeVoicing(input, onProgress);
  const { calibration, standing, learned, ring, rounds } = reckoned;
  const { model } = calibration;
  const asked: SuggestInput = {
    model,
    standing,
    goal,
    learned,
    thinnest,
    ringOver: ringIsOver(ring),
    ...(meshSize !== undefined && { meshSize }),
  };
  const proposal = suggestShavings(asked);
  onProgress(0.85);
  const verdict = stopOrGo({
    proposal,
    ring: goal.ring ? ring : null,
    reserve: goal.reserve,
    misfit: calibration.misfit,
  });
  const limits = input.brief ? proposal.lines.map(() => null) : goalLimits(proposal.lines, proposal.now, asked);
  onProgress(1);
  const isOff = verdict.say === 'look-again';
  return {
    ...reckoned,
    asked,
    proposal: isOff ? { ...proposal, candidates: [], refusedForMargin: 0 } : proposal,
    limits,
    verdict,
    next: nextReadings({
      goal,
      model,
      since: (key) => shavedSince(input.rounds, rounds, key),
      unsure: input.rounds.at(-1)?.shavings.length ? [] : (rounds.at(-1)?.matched ?? []),
    }),
    worth: informativeReadings(calibration, readingError).filter(({ key }) => key !== 'ring'),
  };
}

/**
 * The model fitted to what was read, and where everything stands.
 * @throws InvalidInput naming the field that can't be
 */
export function computeVoicing(
  input: VoicingInput,
  onProgress: (done: number) => void = () => undefined,
): ComputedVoicing {
  const { top, rounds, goal, prior, closed, modeCount, meshSize } = input;
  const bench: VoicingSettings = {
    closed,
    ...(modeCount !== undefined && { modeCount }),
    ...(meshSize !== undefined && { meshSize }),
  };
  const named = modesAtStart(top, bench);
  onProgress(0.15);
  const last = rounds.filter(({ readings, heard }) => readings.length + heard.length > 0).at(-1);
  const isBefore = ({ number }: VoicingRound) => last !== undefined && number < last.number;
  const before = rounds.filter(isBefore).flatMap(({ shavings }) => shavings);
  const since = rounds.filter((round) => !isBefore(round)).flatMap(({ shavings }) => shavings);
  const changeOf = changesUpTo(top, rounds, { ...bench, named });
  const fitted = fitModel(
    applyShavings(top, before),
    (model) => (last ? readingsUpTo(rounds, last, model, changeOf) : []),
    {
      prior,
      settings: { ...bench, named },
      onStep: (done) => onProgress(0.15 + 0.5 * done),
    },
  );
  const known = roundStandings(rounds, fitted.model.modes);
  const outcomes = known.flatMap((round) => round.outcomes);
  const now = since.length > 0 ? afterShaving(rounds, known) : (known.at(-1)?.standing ?? {});
  const standing = withModel(now, fitted.model, modelSd(fitted));
  const ringing = goal.ring && standing.ring ? withRing(fitted.model, standing.ring.value) : fitted.model;
  const rings = ringRounds(rounds, known);
  return {
    calibration: { ...fitted, model: { ...ringing, top: applyShavings(ringing.top, since) } },
    rounds: known,
    standing,
    record: learnShavings([...input.record, ...outcomes]),
    learned: learnApart([...input.record, ...outcomes]),
    ring: { ...ringTrend(rings), rounds: rings },
    isForecast: since.length > 0,
  };
}

/** A note whose name is unsure is no standing and proves no goal. */
const surelyNamed = (modes: readonly VoicedMode[], { heard, told }: Pick<VoicingRound, 'heard' | 'told'>) =>
  matchModes(modes, heard, told).filter(({ sure }) => sure);

const readingsOf = (round: VoicingRound, modes: readonly VoicedMode[]): VoicingReading[] =>
  [
    ...readTogether([
      ...surelyNamed(modes, round).map(({ key, frequency }) => ({ key, value: frequency })),
      ...round.readings,
    ]),
  ].map(([key, value]) => ({ key, value }));

/**
 * What the last round read, and what only earlier ones did, brought on by what the model says that was shaved since.
 */
function readingsUpTo(
  rounds: readonly VoicingRound[],
  last: VoicingRound,
  model: VoicingModel,
  changeOf: ChangeOf,
): VoicingReading[] {
  const found = readingsOf(last, model.modes);
  const known = new Set(found.map(({ key }) => key));
  for (const round of [...rounds].reverse().filter(({ number }) => number < last.number)) {
    const others = readingsOf(round, model.modes).filter(
      ({ key }) => !known.has(key) && model.quantities.some((one) => one.key === key),
    );
    for (const reading of others) {
      known.add(reading.key);
      found.push(broughtOn(reading, changeOf(reading.key, round, last)));
    }
  }
  return found;
}

function broughtOn({ key, value: { value, sd } }: VoicingReading, change: number): VoicingReading {
  const now = value * Math.exp(change);
  return { key, value: { value: now, sd: now * Math.hypot(sd / value, NO_CORRECTION.brace.bend.spread * change) } };
}

/** Of the logarithm of a quantity, by what was shaved from one round to another (1). */
type ChangeOf = (key: QuantityKey, from: VoicingRound, to: VoicingRound) => number;

/** By tops solved anew, each once: deep strokes do more or less than their slopes say. Wood as taken is near enough. */
function changesUpTo(top: TopPlan, rounds: readonly VoicingRound[], settings: VoicingSettings): ChangeOf {
  const known = new Map<number, Map<QuantityKey, number>>();
  const asOf = ({ number }: VoicingRound) => {
    const found = known.get(number);
    if (found) return found;
    const off = rounds.filter((round) => round.number < number).flatMap(({ shavings }) => shavings);
    const { values } = figuresOnBench(applyShavings(top, off), settings);
    const figures = new Map(values.map(({ key, value }) => [key, value]));
    known.set(number, figures);
    return figures;
  };
  return (key, from, to) => {
    const [was, is] = [asOf(from).get(key), asOf(to).get(key)];
    return was && is ? Math.log(is / was) : 0;
  };
}

/** Round by round: what was read is put together with what had been foretold of it, and settles that. */
function roundStandings(rounds: readonly VoicingRound[], modes: readonly VoicedMode[]): RoundStanding[] {
  let [forecast, before]: [Forecasts, Standing] = [{}, {}];
  let where: ShavingOutcome['where'] = 'brace';
  return rounds.map((round) => {
    const matched = matchModes(modes, round.heard, round.told);
    const readings = [
      ...matched.filter(({ sure }) => sure).map(({ key, frequency }): VoicingReading => ({ key, value: frequency })),
      ...ringOf(round),
      ...round.readings,
    ];
    const byPitchAlone = new Set<string>(matched.flatMap(({ key, alike }) => (alike === null ? [key] : [])));
    const outcomes = settleShaving({ before, said: forecast, where }, readTogether(readings)).map(
      (outcome): ShavingOutcome => ({
        ...outcome,
        ...(byPitchAlone.has(outcome.quantity) && { unsure: true }),
        ...(round.letIn?.includes(outcome.quantity) && { letIn: true }),
      }),
    );
    const standing = currentEstimate(readings, forecast);
    if (round.shavings.length > 0) {
      forecast = round.forecast ?? {};
      before = standing;
      where = round.shavings.some(({ place }) => place.kind === 'brace') ? 'brace' : 'plate';
    } else forecast = standing;
    return { number: round.number, matched, read: [...new Set(readings.map(({ key }) => key))], standing, outcomes };
  });
}

/** How evenly one plate rings from hand to hand (1). */
const RING_DOUBT = 0.06;

const ringOf = ({ ring }: VoicingRound): VoicingReading[] =>
  ring === null ? [] : [{ key: 'ring', value: { value: ring, sd: RING_DOUBT * ring } }];

const ringRounds = (rounds: readonly VoicingRound[], known: readonly RoundStanding[]): RingRound[] =>
  rounds.flatMap(({ number, ring }, i) =>
    ring === null ? [] : [{ round: number, ring, mass: known[i].standing.mass?.value ?? null }],
  );

/** Of the newest round with readings of a quantity and of all after it. */
function shavedSince(
  rounds: readonly VoicingRound[],
  known: readonly RoundStanding[],
  key: QuantityKey,
): readonly Shaving[] | null {
  const read = rounds.findLast(
    ({ readings }, i) => readings.some((one) => one.key === key) || known[i].matched.some((one) => one.key === key),
  );
  return read ? rounds.filter(({ number }) => number >= read.number).flatMap(({ shavings }) => shavings) : null;
}

function afterShaving(rounds: readonly VoicingRound[], known: readonly RoundStanding[]): Standing {
  return { ...known.at(-1)?.standing, ...rounds.filter(({ shavings }) => shavings.length > 0).at(-1)?.forecast };
}

/** What the fitted model leaves open about a quantity that was not read. */
function modelSd(calibration: Calibration): (key: QuantityKey) => number {
  return (key) =>
    Math.hypot(Math.sqrt(Math.max(0, leftOpen(calibration, quantityOf(calibration.model, key).byWood))), doubtOf(key));
}
