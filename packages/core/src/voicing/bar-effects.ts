/**
 * What planing each of a top's bars does to the note of each, by the fitted model: the first guess of those who tune
 * bars together. SI.
 */
import { CENTS } from '../units';
import { bracePlaces, type Brace } from '../bracing';
import { InvalidInput } from '../base';
import { LEAST_BRACE, strokeShape, type ShavedPlace } from './shaving';
import { effectOf, type VoicedQuantity, type VoicingModel } from './voicing-model';

export interface BarEffects {
  /** The mode that sings over each bar, each mode once. */
  modes: VoicedQuantity['key'][];
  /** Of bar i by a metre off bar j along its stretch [cents/m], row by row. */
  effect: number[][];
  /** So much may still come off each [m]. */
  left: number[];
  /** Where each is planed, from its first end [m]. */
  stretches: [number, number][];
}

/** A bar is planed where it stands higher than this share of what is over its least: its low ends stay. */
const CLEAR = 0.4;
/** A model's note this near to what was heard over a bar is that note [cents]. */
const SAME_NOTE = 250;

/**
 * @param ids of the braces @param heard over each bar [Hz], null where nothing was
 * @throws InvalidInput where one is no brace of the plan, or more bars than modes are asked for
 */
export function barEffects(
  model: VoicingModel,
  ids: readonly string[],
  leastBrace: number,
  heard: readonly (number | null)[] = [],
): BarEffects {
  const least = Math.max(leastBrace, LEAST_BRACE);
  const bars = ids.map((id) => {
    const brace = model.top.plan.braces.find((one) => one.id === id);
    if (!brace) throw new InvalidInput('bars', id, 'is no brace of the plan');
    const [from, to] = tunedStretch(brace, least);
    const place: ShavedPlace = { kind: 'brace', id, from, to };
    const shape = strokeShape(brace, from, to);
    return {
      place,
      stretch: [from, to] as [number, number],
      left: Math.max(
        0,
        Math.min(...brace.heights.map((height, i) => (shape[i] > 0 ? (height - least) / shape[i] : Infinity))),
      ),
    };
  });
  const modes = model.quantities.filter(({ key }) => key.startsWith('mode'));
  if (bars.length > modes.length)
    throw new InvalidInput('bars', bars.length, `are more than the ${modes.length} notes of the model`);
  const perMetre = modes.map((mode) => bars.map(({ place }) => CENTS * effectOf(mode, model, [place])));
  const own = modesOfBars(modes, perMetre, heard);
  return {
    modes: own.map((m) => modes[m].key),
    effect: own.map((m) => perMetre[m]),
    left: bars.map(({ left }) => left),
    stretches: bars.map(({ stretch }) => stretch),
  };
}

/** Round its tallest place, as far as it stands clear of its least. */
function tunedStretch(brace: Brace, least: number): [number, number] {
  const places = bracePlaces(brace);
  const { heights } = brace;
  const tallest = heights.indexOf(Math.max(...heights));
  const clear = heights.map((height) => height - least >= CLEAR * (heights[tallest] - least));
  let [first, last] = [tallest, tallest];
  while (first > 0 && clear[first - 1]) first--;
  while (last < heights.length - 1 && clear[last + 1]) last++;
  return [places[first], places[last]];
}

/**
 * The note that was heard over a bar where the model has one like it; else the one that the bar holds most. Each mode
 * once.
 */
function modesOfBars(
  modes: readonly VoicedQuantity[],
  perMetre: readonly (readonly number[])[],
  heard: readonly (number | null)[],
): number[] {
  const bars = perMetre[0].map((_, b) => b);
  const near = modes
    .flatMap(({ value }, m) =>
      bars.flatMap((b) => (heard[b] ? [{ m, b, rank: Math.abs(CENTS * Math.log(heard[b] / value)) }] : [])),
    )
    .filter(({ rank }) => rank < SAME_NOTE);
  const held = perMetre.flatMap((row, m) => row.map((value, b) => ({ m, b, rank: -Math.abs(value) })));
  const taken = new Map<number, number>();
  for (const pairs of [near, held])
    for (const { m, b } of pairs.sort((x, y) => x.rank - y.rank))
      if (!taken.has(b) && ![...taken.values()].includes(m)) taken.set(b, m);
  return bars.map((b) => taken.get(b)!);
}
