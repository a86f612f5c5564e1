/**
 * Bars that are knocked upon and the braces that they are: what they told between strokes, and both brought to an
 * interval.
 */
import { CENTS } from '../units';
import { mean, type Estimate } from '../base';
import type { Brace } from '../bracing';
import type { BarGoal } from '../project';
import { barReadings, barsOf, type BarKnock, type BarredBuild } from './bar-readings';
import type { BarEffects } from './bar-effects';
import { standingEvents, type VoicingEvent } from './events';
import type { BarInterval } from './goal';
import type { Shaving } from './shaving';
import { tuneBars, type BarsInput, type BarStrokes } from './tune-bars';

export interface BarPair extends BarGoal {
  braceId: string;
}

/** A knock over a bar tells its note so surely [cents]. */
const HEARD = 3;

/** By name, else in their order among the plan's tone bars and long bars. */
export function barPairs(build: BarredBuild, braces: readonly Brace[]): BarPair[] {
  const usual = braces.filter(({ role }) => role === 'tone-bar' || role === 'long-bar');
  return barsOf(build).flatMap((bar, i): BarPair[] => {
    const brace = braces.find(({ name }) => name.toLowerCase() === bar.name.toLowerCase()) ?? usual[i];
    return brace ? [{ ...bar, braceId: brace.id }] : [];
  });
}

/** Planed since they were heard last: nothing can be said before they are heard again. */
export type BarAdvice = BarStrokes | 'hear-again';

/** Both bars together from what was heard of them; null until each was heard once, or nothing is wished of them. */
export function barStrokes(
  pairs: readonly BarPair[],
  wish: BarInterval | null,
  {
    knocks,
    events,
    effects,
  }: { knocks: readonly BarKnock[]; events: readonly VoicingEvent[]; effects: BarEffects | null },
): BarAdvice | null {
  if (!effects || pairs.length === 0 || effects.left.length !== pairs.length) return null;
  const [low, high] = [wish?.low, wish?.high].map((name) => pairs.findIndex((pair) => pair.name === name));
  const interval = wish && low >= 0 && high >= 0 ? { low: low, high: high, cents: wish.cents } : null;
  if (!interval && pairs.every(({ goal }) => goal === null)) return null;
  const hearings = hearingsOf(pairs, knocks, events);
  if (hearings.every(({ notes }) => notes.some((note) => note === null))) return null;
  const { notes } = hearings.at(-1)!;
  if (notes.some((note) => note === null)) return 'hear-again';
  return tuneBars({
    bars: pairs.map(({ name, goal }, i) => ({
      name,
      cents: notes[i]!,
      goal: goal === null ? null : CENTS * Math.log(goal),
      left: effects.left[i],
    })),
    interval,
    effect: effects.effect,
    history: historyOf(hearings),
  });
}

interface Hearing {
  /** Of each bar between two strokes [cents], the mean of its knocks; null where it was not heard. */
  notes: (Estimate | null)[];
  /** Planed off each since the hearing before [m]. */
  depths: number[];
}

/** What was heard of the bars from one stroke on any of them to the next. */
function hearingsOf(
  pairs: readonly BarPair[],
  knocks: readonly BarKnock[],
  events: readonly VoicingEvent[],
): Hearing[] {
  const off = (shavings: readonly Shaving[], id: string) =>
    shavings.reduce((sum, { place, depth }) => sum + (place.kind === 'brace' && place.id === id ? depth : 0), 0);
  const strokes = standingEvents(events, 'shaving')
    .map(({ at, body }) => ({ at: Date.parse(at), depths: pairs.map(({ braceId }) => off(body.shavings, braceId)) }))
    .filter(({ depths }) => depths.some((depth) => depth > 0))
    .sort((a, b) => a.at - b.at);
  const readings = pairs.map((pair) =>
    barReadings(knocks, pair).map(({ at, frequency }) => ({ at: Date.parse(at), cents: CENTS * Math.log(frequency) })),
  );
  return [{ at: -Infinity, depths: pairs.map(() => 0) }, ...strokes].map(({ at, depths }, i) => {
    const until = strokes[i]?.at ?? Infinity;
    return {
      depths,
      notes: readings.map((own) =>
        meanOf(own.filter((one) => one.at > at && one.at <= until).map(({ cents }) => cents)),
      ),
    };
  });
}

const meanOf = (cents: readonly number[]): Estimate | null =>
  cents.length === 0 ? null : { value: mean(cents), sd: HEARD };

/** From one hearing of all bars to the next, over as many strokes as lie between. */
function historyOf(hearings: readonly Hearing[]) {
  const history: BarsInput['history'][number][] = [];
  let before: Estimate[] | null = null;
  let depths = hearings[0].depths;
  for (const hearing of hearings) {
    depths = depths.map((depth, i) => depth + hearing.depths[i]);
    if (!hearing.notes.every((note) => note !== null)) continue;
    const notes = hearing.notes;
    if (before)
      history.push({ depths, moved: notes.map(({ value }, i) => value - before![i].value), sd: Math.SQRT2 * HEARD });
    before = notes;
    depths = depths.map(() => 0);
  }
  return history;
}
