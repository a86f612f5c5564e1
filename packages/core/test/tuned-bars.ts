/**
 * Two bars of a simulated top brought to an interval by following the program: the top's truth is of other wood on
 * another mesh, planed unevenly and heard with error.
 */
import { CENTS } from '../src/units';
import {
  applyShavings,
  AS_TAKEN,
  barEffects,
  figuresOnBench,
  openVoicingModel,
  tuneBars,
  type BarsInput,
  type Shaving,
} from '../src/voicing';
import { seededRandom } from '../src/simulate';
import { HAND, TAKEN, trueTop, TRUE_MESH } from './voiced-top';

const MODES = 8;
/** Lower than this a knock over a bar says nothing of it [Hz]; a note is heard so surely [cents]. */
const LOWEST = 60;
const HEARD = 2;
const LEAST = 3e-3;

export interface TunedBars {
  /** How far the true interval is off at the start and at the end [cents]. */
  first: number;
  last: number;
  rounds: number;
  /** The lowest that any bar came to [m]. */
  lowest: number;
}

const bars = TAKEN.plan.braces.filter(({ role }) => role === 'tone-bar');

/** The note over each bar that a stroke of it is heard to move most, each note once: its bar's note to a tuner. */
function ownNotes({ modes, effects }: Truth): number[] {
  const taken: number[] = [];
  bars.forEach(({ from, to }, b) => {
    const middle = [(from[0] + to[0]) / 2, (from[1] + to[1]) / 2] as const;
    const heard = modes.map(({ frequency, shapeAt }, m) =>
      frequency < LOWEST || taken.includes(m) ? 0 : Math.abs(frequency * shapeAt(middle) * effects[m][b]),
    );
    taken.push(heard.indexOf(Math.max(...heard)));
  });
  return taken;
}

interface Truth {
  modes: ReturnType<typeof figuresOnBench>['modes'];
  /** Of each note by a metre off each bar [cents/m]. */
  effects: number[][];
}

/** A bar and its stretch planed all along by so much [m] on the true top, to see what it does. */
const TRIAL = 2e-4;

export function tunedBars(seed: number, rounds: number): TunedBars {
  const random = seededRandom(seed + 500);
  const truth = trueTop(seed);
  const bench = { closed: false, meshSize: TRUE_MESH, modeCount: MODES };
  const named = figuresOnBench(truth, bench).modes;
  const frequencies = (top: typeof truth) => {
    const { values } = figuresOnBench(top, { ...bench, named });
    return named.map((_, m) => values.find(({ key }) => key === `mode:${m}`)!.value);
  };
  const model = openVoicingModel(TAKEN, AS_TAKEN, { closed: false, modeCount: MODES, meshSize: 0.031 });
  const ids = bars.map(({ id }) => id);
  const { stretches } = barEffects(model, ids, LEAST);
  const stroke = (b: number, depth: number): Shaving => ({
    place: { kind: 'brace', id: ids[b], from: stretches[b][0], to: stretches[b][1] },
    depth,
  });
  const before = frequencies(truth);
  const trials = ids.map((_, b) => frequencies(applyShavings(truth, [stroke(b, TRIAL)])));
  const effects = before.map((frequency, m) => trials.map((after) => (CENTS * Math.log(after[m] / frequency)) / TRIAL));
  const own = ownNotes({ modes: named, effects });
  const notes = (all: readonly number[]) => own.map((m) => CENTS * Math.log(all[m]));
  const heard = (cents: readonly number[]) => cents.map((value) => value + HEARD * random.normal());
  let now = notes(before);
  let read = heard(now);
  // Tall bars are left to be planed: a tuner wishes for what planing can do.
  const ways = ids.map((_, b) => effects[own[1]][b] - effects[own[0]][b]);
  const way = ways[Math.abs(ways[0]) > Math.abs(ways[1]) ? 0 : 1];
  const wish = now[1] - now[0] + Math.sign(way) * (12 + 18 * random.uniform());
  const off = () => now[1] - now[0] - wish;
  const first = off();
  const history: BarsInput['history'][number][] = [];
  const [told, done]: [Shaving[], Shaving[]] = [[], []];
  let round = 0;
  while (round < rounds) {
    round++;
    const taken = openVoicingModel(applyShavings(TAKEN, told), AS_TAKEN, {
      closed: false,
      modeCount: MODES,
      meshSize: 0.031,
      named: model.modes,
    });
    const { effect, left } = barEffects(
      taken,
      ids,
      LEAST,
      read.map((cents) => Math.exp(cents / CENTS)),
    );
    const { depths, done: near } = tuneBars({
      bars: read.map((value, i) => ({ name: bars[i].name, cents: { value, sd: HEARD }, goal: null, left: left[i] })),
      interval: { low: 0, high: 1, cents: wish },
      effect,
      history,
    });
    if (near || depths.every((depth) => depth === 0)) break;
    const meant = depths.flatMap((depth, b) => (depth > 0 ? [stroke(b, depth)] : []));
    told.push(...meant);
    done.push(
      ...meant.map(({ place, depth }) => ({ place, depth: depth * Math.max(0.2, 1 + HAND * random.normal()) })),
    );
    now = notes(frequencies(applyShavings(truth, done)));
    const again = heard(now);
    history.push({ depths, moved: again.map((value, i) => value - read[i]), sd: Math.SQRT2 * HEARD });
    read = again;
  }
  const lowest = Math.min(
    ...applyShavings(TAKEN, told)
      .plan.braces.filter(({ id }) => ids.includes(id))
      .map(({ heights }) => Math.max(...heights)),
  );
  return { first, last: off(), rounds: round, lowest };
}
