/**
 * Bends judged by hand, from 1, soft, to 9, stiff: once a hand has been set against the dial often enough, its marks
 * are readings too. SI.
 */
import { mean } from '../base';
import type { Estimate } from '../base';
import type { FlexPlace } from './flex-place';
import { standingEvents, type VoicingEvent } from './events';

export interface MarkedBend {
  place: FlexPlace;
  /** 1 to 9 */
  feel: number;
  /** By the dial, in the same round [m/N]. */
  compliance: number;
}

/** Fewer marks set against the dial tell nothing; no hand is surer than this [log]. */
export const ENOUGH_MARKS = 4;
const LEAST_DOUBT = 0.04;

/** Marks of one person with the dial's reading of the same place in the same round. */
export function markedBends(events: readonly VoicingEvent[], person: string): MarkedBend[] {
  const bends = standingEvents(events, 'flex').filter(({ body }) => !body.closed);
  return bends.flatMap(({ round, person: by, body: { place, feel } }): MarkedBend[] => {
    if (feel === null || by !== person) return [];
    const dial = bends.findLast(
      (other) =>
        other.round === round &&
        other.body.place === place &&
        other.body.load !== null &&
        other.body.deflection !== null,
    );
    return dial ? [{ place, feel, compliance: dial.body.deflection! / dial.body.load! }] : [];
  });
}

/**
 * What a mark means as a bend [m/N]: the logarithm of the compliance falls by as much for each step everywhere, from
 * where it lies at this place. Least squares; the doubt is that of one more mark by the line.
 * @returns null while the hand was set against the dial too seldom, never at this place, or does not follow it
 */
export function bendByHand(marks: readonly MarkedBend[], place: FlexPlace, feel: number): Estimate | null {
  const here = marks.filter((mark) => mark.place === place);
  if (marks.length < ENOUGH_MARKS || here.length === 0) return null;
  const places = [...new Set(marks.map((mark) => mark.place))];
  const centred = places.flatMap((one) => {
    const own = marks.filter((mark) => mark.place === one);
    const [steps, log] = [mean(own.map((mark) => mark.feel)), mean(own.map(({ compliance }) => Math.log(compliance)))];
    return own.map((mark) => ({ x: mark.feel - steps, y: Math.log(mark.compliance) - log }));
  });
  const sxx = centred.reduce((sum, { x }) => sum + x * x, 0);
  const slope = sxx > 0 ? centred.reduce((sum, { x, y }) => sum + x * y, 0) / sxx : 0;
  if (!(slope < 0)) return null;
  const left = centred.reduce((sum, { x, y }) => sum + (y - slope * x) ** 2, 0);
  const scatter = Math.max(LEAST_DOUBT, Math.sqrt(left / Math.max(1, marks.length - places.length - 1)));
  const away = feel - mean(here.map((mark) => mark.feel));
  const value = Math.exp(mean(here.map(({ compliance }) => Math.log(compliance))) + slope * away);
  return { value, sd: value * scatter * Math.sqrt(1 + 1 / here.length + away ** 2 / sxx) };
}
