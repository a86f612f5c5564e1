/** Bars of the listening page and the braces that they are. Pure. */
import { tuneBars, type BarEffects, type BarGoal, type BarInterval, type BarStrokes, type Brace, type VoicingEvent } from '@nimble/core'; // prettier-ignore
import type { KnockView } from '../../api/knocks';
import type { Build } from '../../api/types';
import { barReadings, barsOf } from '../voice/bar-readings';

export interface BarPair extends BarGoal {
  braceId: string;
}

const CENTS = 1200 / Math.LN2;
/** A knock over a bar tells its note so surely [cents]. */
const HEARD = 3;

/** By name, else in their order among the plan's tone bars and long bars. */
export function barPairs(build: Pick<Build, 'choices' | 'family'>, braces: readonly Brace[]): BarPair[] {
  const usual = braces.filter(({ role }) => role === 'tone-bar' || role === 'long-bar');
  return barsOf(build).flatMap((bar, i): BarPair[] => {
    const brace = braces.find(({ name }) => name.toLowerCase() === bar.name.toLowerCase()) ?? usual[i];
    return brace ? [{ ...bar, braceId: brace.id }] : [];
  });
}

/** Both bars together from what was heard of them; null until each was heard once, or nothing is wished of them. */
export function barStrokes(
  pairs: readonly BarPair[],
  wish: BarInterval | null,
  { knocks, events, effects }: { knocks: readonly KnockView[]; events: readonly VoicingEvent[]; effects: BarEffects | null },
): BarStrokes | null {
  if (!effects || pairs.length === 0 || effects.left.length !== pairs.length) return null;
  const [low, high] = [wish?.low, wish?.high].map((name) => pairs.findIndex((pair) => pair.name === name));
  const interval = wish && low! >= 0 && high! >= 0 ? { low: low!, high: high!, cents: wish.cents } : null;
  if (!interval && pairs.every(({ goal }) => goal === null)) return null;
  const readings = pairs.map((pair) => barReadings(knocks, pair));
  if (readings.some((own) => own.length === 0)) return null;
  return tuneBars({
    bars: pairs.map(({ name, goal }, i) => ({
      name, cents: { value: CENTS * Math.log(readings[i]!.at(-1)!.frequency), sd: HEARD }, goal: goal === null ? null : CENTS * Math.log(goal), left: effects.left[i]!,
    })),
    interval, effect: effects.effect, history: historyOf(pairs, readings, events),
  });
} // prettier-ignore

/** Strokes between two hearings of all bars, with what they did. */
function historyOf(pairs: readonly BarPair[], readings: readonly { at: string; frequency: number }[][], events: readonly VoicingEvent[]) {
  const turns = Math.min(...readings.map((own) => own.length));
  return Array.from({ length: turns - 1 }, (_, t) => {
    const from = Math.max(...readings.map((own) => Date.parse(own[t]!.at)));
    const to = Math.min(...readings.map((own) => Date.parse(own[t + 1]!.at)));
    const shaved = events.flatMap((event) => (event.kind === 'shaving' && !event.retracted && Date.parse(event.at) > from && Date.parse(event.at) < to ? event.body.shavings : []));
    return {
      depths: pairs.map(({ braceId }) => shaved.reduce((sum, { place, depth }) => sum + (place.kind === 'brace' && place.id === braceId ? depth : 0), 0)),
      moved: readings.map((own) => CENTS * Math.log(own[t + 1]!.frequency / own[t]!.frequency)),
      sd: Math.SQRT2 * HEARD,
    };
  }).filter(({ depths }) => depths.some((depth) => depth > 0));
} // prettier-ignore
