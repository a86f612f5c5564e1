/** The rounds that a record makes: events of the bench and knocks, put together as the model takes them. SI. */
import type { Estimate } from '../base';
import type { PlacedKnock } from '../knock-map';
import { settleShaving, type ShavingOutcome } from '../ledger';
import type { TopPlan } from '../top';
import type { VoicingRound } from './assess-voicing';
import type { VoicingReading } from './fit-model';
import { letInOf, standingEvents, type VoicingEvent, type VoicingKind } from './events';
import { bendByHand, markedBends } from './hand-marks';
import { heardModes, WALKED, type HeardNote } from './heard-modes';
import { applyShavings, type Shaving } from './shaving';
import type { ToldKnock } from './telling-knock';
import type { QuantityKey } from './voicing-model';

/** A dial and its weight read to so much, and a kitchen balance [share, m, kg]. */
const BEND_DOUBT = 0.02;
const DIAL_DOUBT = 5e-6;
const SCALE_DOUBT = 2e-4;

/** Null for what is no reading of an open plate by an instrument. */
export function readingOf(event: VoicingEvent): VoicingReading | null {
  if (event.kind === 'mass') return { key: 'mass', value: { value: event.body.mass, sd: SCALE_DOUBT } };
  if (event.kind !== 'flex' || event.body.closed) return null;
  const { place, load, deflection } = event.body;
  if (load === null || deflection === null) return null;
  const value = deflection / load;
  return { key: `flex:${place}`, value: { value, sd: Math.hypot(BEND_DOUBT * value, DIAL_DOUBT / load) } };
}

/**
 * Of a round: what dial and balance read, and what a hand that is set against the dial makes of the places that no dial
 * was laid on.
 */
export function readingsOfRound(events: readonly VoicingEvent[], round: number): VoicingReading[] {
  const own = events.filter((event) => !event.retracted && event.round === round);
  const read = own.flatMap((event) => readingOf(event) ?? []);
  const known = new Set(read.map(({ key }) => key));
  const felt = standingEvents(own, 'flex').flatMap(({ person, body: { place, feel, closed } }): VoicingReading[] => {
    if (feel === null || closed || known.has(`flex:${place}`)) return [];
    const value = bendByHand(markedBends(events, person), place, feel);
    return value ? [{ key: `flex:${place}`, value }] : [];
  });
  return [...read, ...felt];
}

/** The newest reading of a quantity in a round. */
export function readIn(events: readonly VoicingEvent[], round: number, key: QuantityKey): number | null {
  return readingsOfRound(events, round).findLast((reading) => reading.key === key)?.value.value ?? null;
}

/** A knock as the record takes it; `at` its time. */
export interface RoundKnock {
  round: number;
  about: 'plate' | 'station' | 'bar';
  /** Null for one that was not struck at a named place, or told nothing. */
  placed: PlacedKnock | null;
  notes: readonly HeardNote[];
  /** [s] */
  ring: number | null;
}

/** What was shaved without being read again stays in its round; the next reading begins another. */
export interface RoundNow {
  /** That a reading belongs to now, and that a shaving belongs to. */
  reading: number;
  shaving: number;
}

/** Neither a wish nor what comes after the box is closed belongs to a round. */
const OF_ROUNDS: readonly VoicingKind[] = ['flex', 'mass', 'shaving', 'repair'];

export function roundNow(events: readonly VoicingEvent[], knocks: readonly RoundKnock[]): RoundNow {
  const standing = events.filter(({ retracted, kind }) => !retracted && OF_ROUNDS.includes(kind));
  const last = Math.max(
    1,
    ...standing.map(({ round }) => round),
    ...knocks.filter(({ about }) => about !== 'bar').map(({ round }) => round),
  );
  const shaved = standing.some(({ round, kind }) => round === last && kind === 'shaving');
  return { reading: shaved ? last + 1 : last, shaving: last };
}

const toldKnock = ({ place: { x, y }, partials }: PlacedKnock): ToldKnock => ({
  place: [x, y],
  notes: partials.map(({ frequency, level }) => ({ frequency, level })),
});

/** Notes of one knock that are taken for modes. */
const NOTES = 12;

export function roundsOf(events: readonly VoicingEvent[], knocks: readonly RoundKnock[], top: TopPlan): VoicingRound[] {
  const { reading } = roundNow(events, knocks);
  // A walk rings otherwise than one knock at the bridge line: rounds are compared by the way of knocking that was used
  // last.
  const count = (round: number, kind: RoundKnock['about']) =>
    knocks.filter((one) => one.round === round && one.about === kind).length;
  // A few knocks at places beside one of the whole plate tell notes apart; they are no walk.
  const isTold = ({ about, round }: RoundKnock) =>
    about === 'station' && count(round, 'plate') > 0 && count(round, 'station') < WALKED;
  const way = knocks.findLast((knock) => knock.about !== 'bar' && knock.ring !== null && !isTold(knock))?.about;
  return Array.from({ length: reading }, (_, i): VoicingRound => {
    const number = i + 1;
    const own = events.filter(({ round, retracted }) => round === number && !retracted);
    const heard = knocks.filter(({ round, about }) => round === number && about !== 'bar');
    const shaved = standingEvents(own, 'shaving');
    const rings = heard.flatMap(({ about, ring }) => (about === way && ring !== null ? [ring] : []));
    const walk = heard.flatMap(({ placed }) => placed ?? []);
    const plain = heard.filter(({ about, notes }) => about === 'plate' && notes.length > 0).at(-1);
    return {
      number,
      readings: readingsOfRound(events, number),
      heard: heardModes(walk, (plain?.notes ?? []).slice(0, NOTES)),
      told: walk.length < WALKED ? walk.map(toldKnock) : [],
      ring: rings.length === 0 ? null : rings.reduce((sum, ring) => sum + ring, 0) / rings.length,
      shavings: shaved.flatMap(({ body }) => body.shavings).filter((shaving) => isOf(top, shaving)),
      forecast: shaved.at(-1)?.body.forecast ?? null,
      letIn: letInOf(events, number),
    };
  });
}

/** A brace that was taken out of the plan since took its shavings with it. */
export const isOf = ({ plan }: Pick<TopPlan, 'plan'>, { place }: Shaving) =>
  place.kind === 'plate' || plan.braces.some(({ id }) => id === place.id);

/** The top as it stands: all shavings of all rounds off. */
export const shavedTop = (top: TopPlan, events: readonly VoicingEvent[]): TopPlan =>
  applyShavings(
    top,
    standingEvents(events, 'shaving')
      .flatMap(({ body }) => body.shavings)
      .filter((shaving) => isOf(top, shaving)),
  );

const readingsIn = (events: readonly VoicingEvent[], is: (round: number) => boolean): Map<QuantityKey, Estimate> =>
  new Map(
    events
      .filter(({ round, retracted }) => is(round) && !retracted)
      .flatMap((event) => readingOf(event) ?? [])
      .map(({ key, value }) => [key, value]),
  );

/**
 * What all shavings of a build did against what was said of them: as settled when the next was made; of the last one
 * bends and weight, which need no model to be known again.
 */
export function outcomesKept(events: readonly VoicingEvent[]): ShavingOutcome[] {
  const shaved = standingEvents(events, 'shaving');
  const settled = shaved.flatMap(({ round, body }) => body.settled.map((outcome) => saidOf(events, round, outcome)));
  const last = shaved.at(-1);
  if (!last) return settled;
  const { round, body } = last;
  const before = Object.fromEntries(readingsIn(events, (one) => one === round));
  const where = body.shavings.some(({ place }) => place.kind === 'brace') ? 'brace' : 'plate';
  const open = settleShaving(
    { before, said: body.forecast, where },
    readingsIn(events, (one) => one === round + 1),
  );
  return [...settled, ...open.map((outcome) => saidOf(events, round + 1, outcome))];
}

/** With what the maker said of it since. */
function saidOf(
  events: readonly VoicingEvent[],
  round: number,
  { letIn: _, ...outcome }: ShavingOutcome,
): ShavingOutcome {
  return letInOf(events, round).includes(outcome.quantity) ? { ...outcome, letIn: true } : outcome;
}
