/**
 * A top that is voiced by following the program: its truth stands on another mesh, of other wood and sticks, of an
 * uneven plate; hands plane unevenly and every reading errs.
 */
import {
  applyShavings,
  fitModel,
  figuresOnBench,
  flexSetups,
  safetyMarginOf,
  AS_TAKEN,
  matchModes,
  NO_GOAL,
  priorSpread,
  suggestShavings,
  currentEstimate,
  stopOrGo,
  withFactors,
  type FlexPlace,
  type HeardMode,
  type Proposal,
  type QuantityKey,
  type VoicingReading,
  type Shaving,
  type Verdict,
  type VoicingGoal,
  type VoicingModel,
} from '../src/voicing';
import { bridgeAt, drawPattern, emptyPlan, usualSettings } from '../src/bracing';
import { defaultHoles, defaultOutline, plateShape } from '../src/outline';
import { holds, type Estimate } from '../src/base';
import { seededRandom } from '../src/simulate';
import { NO_CORRECTION } from '../src/ledger';
import type { TopPlan } from '../src/top';

const shape = plateShape(defaultOutline('steel-string'), defaultHoles('steel-string'));
const plan = {
  ...emptyPlan('steel-string', 'flat'),
  ...drawPattern(usualSettings('x'), { shape, hole: { x: 0.152, diameter: 0.098 }, bridgeAt: 0.29, trebleSign: -1 }),
};
/** As the maker takes it to be: heavy sticks still to be worked. */
export const TAKEN: TopPlan = {
  shape,
  family: 'steel-string',
  plan: { ...plan, braces: plan.braces.map((brace) => ({ ...brace, heights: brace.heights.map((h) => 1.15 * h) })) },
  scale: 0.632,
  trebleSign: -1,
  bridge: true,
  sandwich: null,
  thickness: 2.9e-3,
  wood: { rho: 410, E_L: 11.5e9, E_C: 0.75e9, G_LC: 0.8e9, nu_LC: 0.37 },
};
export const SPREAD = { density: 0.03, modulus: 0.1, braceDensity: 0.05, braceModulus: 0.1 };
/** Of a note, a bend and a weighing, as shares. */
const ERRS = { mode: 0.003, flex: 0.02, mass: 0.001 };
export const HAND = 0.15;
export const TRUE_MESH = 0.026;
const STRUCK = [
  [0.05, 0.05],
  [0.05, -0.05],
  [0.13, 0.1],
  [0.13, -0.1],
  [0.23, 0.09],
  [0.23, -0.09],
  [0.25, 0],
  [0.33, 0.14],
  [0.33, -0.14],
  [0.36, 0],
  [0.42, 0.08],
  [0.42, -0.08],
] as const;

export interface VoicedRound {
  proposal: Proposal;
  verdict: Verdict;
  /** Forecasts of the round before beside what was read. */
  settled: { key: QuantityKey; held: boolean }[];
  /** Of the true top [1]. */
  reserve: number;
  floor: number;
  /** Of the true top [Hz]. */
  notes: number[];
}

export const aGoal = (seed: number): VoicingGoal => {
  const random = seededRandom(seed + 1000);
  const soften = () => 1.08 + 0.2 * random.uniform();
  const { values } = figuresOnBench(trueTop(seed), { closed: false, meshSize: TRUE_MESH });
  const of = (key: QuantityKey) => values.find((one) => one.key === key)!.value;
  return {
    ...NO_GOAL,
    flex: (['along', 'across'] as FlexPlace[]).map((place) => ({
      place,
      compliance: of(`flex:${place}`) * soften(),
      from: null,
    })),
    weight: of('mass') * 0.985,
    // Some want more than the strings leave: then the floor must stop them.
    reserve:
      random.uniform() < 0.4
        ? 0.9 * safetyMarginOf({ top: trueTop(seed), factors: AS_TAKEN }, [], TRUE_MESH).low
        : NO_GOAL.reserve,
    plate: random.uniform() < 0.5,
  };
};

export function trueTop(seed: number): TopPlan {
  const random = seededRandom(seed);
  const factor = (cv: number) => Math.exp(cv * random.normal());
  const prior = priorSpread(SPREAD);
  const by = Object.fromEntries(Object.entries(prior).map(([name, sd]) => [name, factor(sd)])) as typeof AS_TAKEN;
  const wavy = [random.normal(), random.normal(), random.normal()].map((value) => 4e-5 * value);
  const thickness = Array.from({ length: 60 }, (_, i) => {
    const [x, y] = [0.01 + 0.05 * (i % 10), -0.18 + 0.07 * Math.floor(i / 10)];
    return {
      x,
      y,
      thickness: 2.9e-3 + wavy[0] * Math.sin(14 * x) + wavy[1] * Math.cos(17 * y) + wavy[2] * Math.sin(11 * (x + y)),
    };
  });
  return withFactors({ ...TAKEN, thickness }, by);
}

/** Follows the first candidate for up to `rounds` rounds. @param goal softer bends and less weight, if none is given */
export function voice(seed: number, rounds: number, goal = aGoal(seed)): VoicedRound[] {
  const random = seededRandom(seed + 77);
  const truth = trueTop(seed);
  const named = figuresOnBench(truth, { closed: false, meshSize: TRUE_MESH }).modes;
  const [told, done]: [Shaving[], Shaving[]] = [[], []];
  let forecast: Partial<Record<QuantityKey, Estimate>> = {};
  const history: VoicedRound[] = [];
  for (let round = 0; round < rounds; round++) {
    const read = readOff(applyShavings(truth, done), named, random);
    const top = applyShavings(TAKEN, told);
    const { model, readings } = calibrated(top, read);
    const values = readings.map(({ key, measured }): VoicingReading => ({ key, value: measured }));
    const settled = values.flatMap(({ key, value }) =>
      forecast[key] ? [{ key, held: holds(forecast[key], value) }] : [],
    );
    const standing = currentEstimate(values, forecast);
    const proposal = suggestShavings({
      model,
      standing,
      goal,
      learned: NO_CORRECTION,
      thinnest: 2.8e-3,
      meshSize: TRUE_MESH,
    });
    const verdict = stopOrGo({ misfit: null, proposal, ring: null, reserve: goal.reserve });
    const reserve = safetyMarginOf({ top: applyShavings(truth, done), factors: AS_TAKEN }, [], TRUE_MESH).reserve;
    history.push({ proposal, verdict, settled, reserve, floor: goal.reserve, notes: read.true });
    const next = proposal.candidates[0];
    if (verdict.say === 'stop' || !next) break;
    forecast = next.forecast;
    told.push(...next.shavings);
    done.push(
      ...next.shavings.map(({ place, depth }) => ({ place, depth: depth * Math.max(0.2, 1 + HAND * random.normal()) })),
    );
  }
  return history;
}

interface Read {
  heard: HeardMode[];
  others: VoicingReading[];
  /** Without error [Hz]. */
  true: number[];
}

function readOff(top: TopPlan, named: VoicingModel['modes'], random: ReturnType<typeof seededRandom>): Read {
  const { modes, values } = figuresOnBench(top, { closed: false, meshSize: TRUE_MESH, named });
  const noisy = (value: number, share: number): Estimate => ({
    value: value * Math.exp(share * random.normal()),
    sd: value * share,
  });
  return {
    true: modes.map(({ frequency }) => frequency),
    heard: modes.map(({ frequency, shapeAt }) => ({
      frequency: noisy(frequency, ERRS.mode),
      shape: { places: STRUCK, amplitudes: STRUCK.map((place) => shapeAt(place) + 0.06 * random.normal()) },
    })),
    others: values
      .filter(({ key }) => !key.startsWith('mode'))
      .map(({ key, value }) => ({ key, value: noisy(value, key === 'mass' ? ERRS.mass : ERRS.flex) })),
  };
}

export function calibrated(top: TopPlan, { heard, others }: Omit<Read, 'true'>) {
  return fitModel(
    top,
    (model) => [...matchModes(model.modes, heard).map(({ key, frequency }) => ({ key, value: frequency })), ...others],
    { prior: priorSpread(SPREAD), settings: { closed: false, meshSize: 0.031 } },
  );
}

/** Pairs of notes that the ear takes for one, octaves aside [cents]. */
export function doubles(notes: readonly number[]): number {
  const apart = notes.flatMap((a, i) => notes.slice(i + 1).map((b) => 1200 * Math.log2(b / a)));
  return apart.filter((cents) => Math.abs(cents - 1200 * Math.round(cents / 1200)) < DOUBLE).length;
}

const DOUBLE = 75;

export const usualSetups = () => flexSetups(shape, bridgeAt(plan.bridge, TAKEN.scale), -1, false);
