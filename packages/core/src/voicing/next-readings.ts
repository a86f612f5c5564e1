/** What to measure now: the shortest list that tells what the last shavings did and what the goals still need. */
import { knockPlaces, type KnockPlace, type PlaceSet } from '../knock-map';
import { goalLines, type VoicingGoal } from './goal';
import type { MatchedMode } from './match-modes';
import { effectOf, type QuantityKey, type VoicingModel } from './voicing-model';
import type { Shaving } from './shaving';
import { tellingPlace } from './telling-knock';

export type WantedReading = QuantityKey | 'walk' | 'knock' | 'tell';

export interface NextReading {
  what: WantedReading;
  /**
   * Never read on this top; moved by the last shavings; wanted by a goal; a note of this round may be either of two.
   */
  why: 'first' | 'changed' | 'goal' | 'unsure';
  /** Where a knock tells, and of which set of places it is. */
  place?: KnockPlace & { set: PlaceSet };
}

/** A reading is worth its time when what it shows moved more than it errs by [log]. */
const SHOWS: Record<string, number> = { mode: 0.004, flex: 0.02, mass: 0.001 };
/** What a goal wants is closed in on round by round, so half of that is worth its time. */
const GOAL_SHOWS = 0.5;
const FIRST: readonly QuantityKey[] = ['flex:along', 'flex:across'];

export function readingError(key: QuantityKey): number {
  return SHOWS[key.split(':')[0]];
}

interface NextInput {
  goal: VoicingGoal;
  model: Pick<VoicingModel, 'top' | 'nodeParts' | 'quantities' | 'closed'> & Partial<Pick<VoicingModel, 'modes'>>;
  /** Made since a quantity was read last; null if it never was. */
  since: (key: QuantityKey) => readonly Shaving[] | null;
  /** Names of the round's notes. */
  unsure?: readonly MatchedMode[];
}

export function nextReadings(input: NextInput): NextReading[] {
  const telling = tellingReading(input);
  return telling ? [...wantedReadings(input), telling] : wantedReadings(input);
}

/** For the first note that may be either of two modes: a knock where one of them sounds and the other stands still. */
function tellingReading({ model: { modes = [], top }, unsure = [] }: NextInput): NextReading | null {
  for (const { key, rival } of unsure) {
    const [a, b] = [key, rival].map((name) => modes.find((mode) => mode.key === name));
    for (const set of a && b ? (['few', 'many'] as const) : []) {
      const place = tellingPlace(a!, b!, knockPlaces(top.shape, set, []));
      if (place) return { what: 'tell', why: 'unsure', place: { ...place, set } };
    }
  }
  return null;
}

function wantedReadings({ goal, model, since }: NextInput): NextReading[] {
  const wanted = new Set(goalLines(goal).flatMap(({ terms }) => terms.map(({ key }) => key)));
  const moved = (key: QuantityKey) => {
    const quantity = model.quantities.find((one) => one.key === key);
    const change = quantity
      ? (since(key) ?? []).reduce((sum, { place, depth }) => sum + depth * effectOf(quantity, model, [place]), 0)
      : 0;
    return Math.abs(change) > (wanted.has(key) ? GOAL_SHOWS : 1) * readingError(key);
  };
  const keys = [...new Set<QuantityKey>(['mass', ...(model.closed ? (['flex:bridge'] as const) : FIRST), ...wanted])];
  const read = keys
    .filter((key) => !key.startsWith('mode') && model.quantities.some((one) => one.key === key))
    .flatMap((key): NextReading[] => {
      if (since(key) === null) return [{ what: key, why: 'first' }];
      if (!moved(key)) return [];
      return [{ what: key, why: wanted.has(key) ? 'goal' : 'changed' }];
    });
  const modes = model.quantities.filter(({ key }) => key.startsWith('mode')).map(({ key }) => key);
  const heard = modes.some((key) => since(key) !== null);
  if (!heard) return [...read, { what: 'walk', why: 'first' }];
  const ringOpen = goal.ring && modes.some((key) => (since(key) ?? []).length > 0);
  if (!modes.some(moved) && !ringOpen) return read;
  // Shapes do not change in one round: one good knock tells where the notes went, unless places are compared.
  return [
    ...read,
    goal.even || goal.distinct
      ? { what: 'walk', why: 'goal' }
      : { what: 'knock', why: goal.ring || [...wanted].some((key) => key.startsWith('mode')) ? 'goal' : 'changed' },
  ];
}
