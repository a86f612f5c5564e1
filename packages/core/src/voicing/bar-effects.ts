/** What planing each of a top's bars does to the note of each, by the fitted model: the first guess of those who tune bars together. SI. */
import { InvalidInput } from '../invalid-input';

import { LEAST_BRACE, strokeShape, type ShavedPlace } from './shaving';
import { effectOf, type VoicedQuantity, type VoicingModel } from './voicing-model';

export interface BarEffects {
  /** The mode that sings over each bar: the one that it holds most, each mode once. */
  modes: VoicedQuantity['key'][];
  /** Of bar i by a metre off bar j all along [cents/m], row by row. */
  effect: number[][];
  /** So much may still come off each [m]. */
  left: number[];
}

const CENTS = 1200 / Math.LN2;
/** Not nearer to its ends than this [m]. */
const END = 0.012;

/** @param ids of the braces @throws InvalidInput where one is no brace of the plan, or more bars than modes are asked for */
export function barEffects(model: VoicingModel, ids: readonly string[], leastBrace: number): BarEffects {
  const bars = ids.map((id) => {
    const brace = model.top.plan.braces.find((one) => one.id === id);
    if (!brace) throw new InvalidInput('bars', id, 'is no brace of the plan');
    const place: ShavedPlace = { kind: 'brace', id, from: END, to: brace.length - END };
    const shape = strokeShape(brace, place.from, place.to);
    const least = Math.max(leastBrace, LEAST_BRACE);
    return { place, left: Math.max(0, Math.min(...brace.heights.map((height, i) => (shape[i] > 0 ? (height - least) / shape[i] : Infinity)))) };
  });
  const modes = model.quantities.filter(({ key }) => key.startsWith('mode'));
  if (bars.length > modes.length) throw new InvalidInput('bars', bars.length, `are more than the ${modes.length} notes of the model`);
  const perMetre = modes.map((mode) => bars.map(({ place }) => CENTS * effectOf(mode, model, [place])));
  const taken = new Map<number, number>();
  const pairs = perMetre.flatMap((row, m) => row.map((value, b) => ({ m, b, value: Math.abs(value) })));
  for (const { m, b } of pairs.sort((x, y) => y.value - x.value))
    if (!taken.has(b) && ![...taken.values()].includes(m)) taken.set(b, m);
  const own = bars.map((_, b) => taken.get(b)!);
  return { modes: own.map((m) => modes[m].key), effect: own.map((m) => perMetre[m]), left: bars.map(({ left }) => left) };
} // prettier-ignore
