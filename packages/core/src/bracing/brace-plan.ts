/** A brace as it is drawn on the bench: section, and heights at even steps along it. SI. */
import { barModes, type Bar, type BarMode } from '../bar';
import { InvalidInput, requireWithin } from '../base';
import { plainFigures, type Section, type SectionShape } from '../section';

export interface BracePlan {
  name: string;
  length: number;
  section: SectionShape;
  /** Of the glue face. */
  width: number;
  /** Of a trapezoid; null elsewhere. */
  topWidth: number | null;
  /** The same at both ends, straight from the middle to there; left out or null where it stays as in the middle. */
  endWidth?: number | null;
  endTopWidth?: number | null;
  /** At even steps from end to end, ends included. */
  heights: number[];
  modulus: number;
  density: number;
}

/** Of a free bar: places where less of it is left than its heights say. */
export type PlanNotches = NonNullable<Bar['notches']>;

export interface PlanFigures {
  /** Free-bar partials, as it is tapped before it is glued. */
  modes: BarMode[];
  mass: number;
  /** Of a plain rectangle of its greatest height. */
  rectangleMass: number;
  /** Own-axis stiffness where it is stiffest, against that rectangle (1). */
  stiffness: number;
  /** Stiffness at each height against the stiffest place (1). */
  alongStiffness: number[];
}

const PARTIALS = 3;
/** Even steps that a brace is drawn with, and the least height the program seeks down to [m]. */
export const BRACE_STEPS = 24;
export const LEAST_HEIGHT = 1.5e-3;

/** Places of the heights from the first end [m]. */
export function bracePlaces({ length, heights }: BracePlan): number[] {
  return heights.map((_, i) => (length * i) / (heights.length - 1));
}

/** @throws InvalidInput naming the field of the bar that can't be */
export function planFigures(plan: BracePlan, notches: PlanNotches = []): PlanFigures {
  const { modes, mass } = barModes({ ...toBar(plan), notches }, PARTIALS);
  const tallest = Math.max(...plan.heights);
  const second = plan.heights.map((_, i) => plainFigures(braceSection(plan, i)).secondMoment);
  const rectangle = (plan.width * tallest ** 3) / 12;
  const most = Math.max(...second);
  return {
    modes,
    mass,
    rectangleMass: plan.density * plan.width * tallest * plan.length,
    stiffness: most / rectangle,
    alongStiffness: second.map((value) => value / most),
  };
}

function toBar(plan: BracePlan) {
  const { length, density, modulus, section } = plan;
  const places = bracePlaces(plan);
  const stations = plan.heights.map((_, i) => {
    const { shape: _shape, ...sizes } = braceSection(plan, i);
    return { x: places[i], ...sizes };
  });
  return { length, density, modulus, section, ends: 'free' as const, stations };
}

/** Section at one of its heights. */
export function braceSection(plan: BracePlan, i: number): Section {
  const { section, width, topWidth, endWidth, endTopWidth, heights } = plan;
  const toEnd = Math.abs((2 * i) / (heights.length - 1) - 1);
  const between = (middle: number, end: number | null | undefined) => middle + toEnd * ((end ?? middle) - middle);
  const base = between(width, endWidth);
  if (section !== 'trapezoid') return { shape: section, width: base, height: heights[i] };
  const top = Math.min(base, between(topWidth ?? width, endTopWidth));
  return { shape: section, width: base, height: heights[i], topWidth: top };
}

/** Wood of the whole stick [m3], straight between its heights as the bar is. */
export function volumeOf(plan: BracePlan): number {
  const step = plan.length / (plan.heights.length - 1);
  const areas = plan.heights.map((_, i) => plainFigures(braceSection(plan, i)).area);
  return areas.slice(1).reduce((sum, area, i) => sum + ((area + areas[i]) / 2) * step, 0);
}

export type BraceProfile = 'straight' | 'swept' | 'scooped' | 'one-peak';

export interface ProfileSizes {
  tall: number;
  /** Between the peaks of a scooped brace, or at the ends of the others. */
  low: number;
}

/** Heights of a usual profile at even steps; straight ones taper over their last sixth. */
export function profileHeights(profile: BraceProfile, { tall, low }: ProfileSizes, steps = BRACE_STEPS): number[] {
  requireWithin('tall', tall, LEAST_HEIGHT, 0.06);
  if (!(low >= 5e-4 && low <= tall))
    throw new InvalidInput('low', low, 'must lie between half a millimetre and the tallest height');
  const drop = tall - low;
  const heightAt: Record<BraceProfile, (u: number) => number> = {
    straight: (u) => low + drop * smooth(Math.min(1, 6 * Math.min(u, 1 - u))),
    swept: (u) => low + drop * (1 - (2 * u - 1) ** 2),
    'one-peak': (u) => low + drop * smooth(1 - Math.abs(2 * u - 1)),
    // Peaks at a fifth and four fifths, the ends as low as the scoop.
    scooped: (u) => low + drop * smooth(Math.max(0, 1 - Math.abs(Math.min(u, 1 - u) - 0.2) / 0.2)),
  };
  return Array.from({ length: steps + 1 }, (_, i) => heightAt[profile](i / steps));
}

const smooth = (t: number) => t * t * (3 - 2 * t);

export interface Sought {
  heights: number[];
  /** First partial that it comes to [Hz]. */
  frequency: number;
  reached: boolean;
  /** Wood taken off [kg]. */
  removed: number;
}

const ROUNDS = 40;
const CLOSE_HZ = 0.05;
/** Share of what is still wanted that is taken in a round, and the deepest cut of one [m]. */
const STEP = 0.8;
const DEEPEST = 4e-4;

/**
 * The smallest planing that brings a partial to a frequency: wood only comes off, most where it does most, nowhere
 * under the least height.
 * @param partial 0 for the first
 */
export function seekNote(plan: BracePlan, partial: number, frequency: number, least = LEAST_HEIGHT): Sought {
  requireWithin('frequency', frequency, 20, 20_000);
  let heights = [...plan.heights];
  const before = planFigures(plan);
  let now = before;
  for (let round = 0; round < ROUNDS; round++) {
    const wanted = frequency - now.modes[partial].frequency;
    if (Math.abs(wanted) < CLOSE_HZ) break;
    const cuts = cutsFor(now.modes[partial].sensitivity, STEP * wanted, heights, least);
    if (!cuts) break;
    heights = heights.map((height, i) => height - cuts[i]);
    now = planFigures({ ...plan, heights });
  }
  const reached = Math.abs(now.modes[partial].frequency - frequency) < 2 * CLOSE_HZ;
  return { heights, frequency: now.modes[partial].frequency, reached, removed: before.mass - now.mass };
}

export interface IntervalSought {
  heights: [number[], number[]];
  /** First over second, as it comes out (1). */
  ratio: number;
  reached: boolean;
  /** Wood taken off both [kg]. */
  removed: number;
}

const CLOSE_CENTS = 0.3;

/**
 * The smallest planing of two bars together that puts an interval between a partial of each: wood only comes off, from
 * whichever gives more for less.
 * @param ratio wanted, first over second
 */
export function seekInterval(
  plans: readonly [BracePlan, BracePlan],
  partial: number,
  ratio: number,
  least = LEAST_HEIGHT,
): IntervalSought {
  requireWithin('ratio', ratio, 0.2, 5);
  let heights: [number[], number[]] = [[...plans[0].heights], [...plans[1].heights]];
  const figuresOf = () => plans.map((plan, i) => planFigures({ ...plan, heights: heights[i] }));
  const before = figuresOf();
  let now = before;
  const off = () => Math.log((ratio * now[1].modes[partial].frequency) / now[0].modes[partial].frequency);
  const close = (CLOSE_CENTS * Math.LN2) / 1200;
  for (let round = 0; round < ROUNDS && Math.abs(off()) > close; round++) {
    const [one, other] = now.map(({ modes }) => modes[partial]);
    const slopes = [...one.sensitivity].map((s) => s / one.frequency);
    slopes.push(...[...other.sensitivity].map((s) => -s / other.frequency));
    const cuts = cutsFor(Float64Array.from(slopes), STEP * off(), heights.flat(), least);
    if (!cuts) break;
    const left = heights.flat().map((height, i) => height - cuts[i]);
    heights = [left.slice(0, heights[0].length), left.slice(heights[0].length)];
    now = figuresOf();
  }
  const removed = before[0].mass + before[1].mass - now[0].mass - now[1].mass;
  return {
    heights,
    ratio: now[0].modes[partial].frequency / now[1].modes[partial].frequency,
    reached: Math.abs(off()) < 3 * close,
    removed,
  };
}

/** Least sum of squared cuts for a change of frequency; null where nothing more can come off that helps. */
function cutsFor(sensitivity: Float64Array, change: number, heights: readonly number[], least: number) {
  const helps = heights.map((height, i) => (sensitivity[i] * change > 0 && height > least ? sensitivity[i] : 0));
  const power = helps.reduce((sum, s) => sum + s * s, 0);
  if (!(power > 0)) return null;
  return heights.map((height, i) => Math.max(0, Math.min((change * helps[i]) / power, DEEPEST, height - least)));
}
