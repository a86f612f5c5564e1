/** What is kept while a plate is voiced, and the rounds that it makes: events of the bench and knocks, put together as the model takes them. SI. */
import type { Estimate } from '../estimate';
import type { PlacedKnock } from '../knock-map';
import type { ShavingOutcome } from '../ledger';
import type { TopPlan } from '../whole-top';
import type { VoicingRound } from './assess-voicing';
import type { VoicingReading } from './calibrate';
import type { FlexPlace } from './flex-place';
import type { VoicingGoal } from './goal';
import { heardModes, type HeardNote } from './heard-modes';
import { asShaved, type Shaving } from './shaving';
import type { QuantityKey } from './voicing-model';

export type RepairKind = 'glued-back' | 'capped' | 'replaced';
export const REPAIRS: readonly RepairKind[] = ['glued-back', 'capped', 'replaced'];

export interface VoicingBodies {
  goal: VoicingGoal;
  /** Load [N] and deflection [m], or how it felt from 1, soft, to 9, stiff; `said` is what was typed. */
  flex: { place: FlexPlace; load: number | null; deflection: number | null; feel: number | null; closed: boolean; said: string };
  /** [kg] */
  mass: { mass: number; said: string };
  shaving: {
    shavings: Shaving[];
    said: string;
    tool: string;
    /** As the program proposed it, or of the maker's own. */
    proposed: boolean;
    /** Of all quantities, with everything that was shaved in this round. */
    forecast: Partial<Record<QuantityKey, Estimate>>;
    /** What came of the round before. */
    settled: ShavingOutcome[];
  };
  reduction: { reduction: string };
  repair: { brace: string; what: RepairKind; note: string };
  /** Left alone until a day. */
  park: { until: string; why: string };
  /** Which of two rounds played blind was liked, and what it was. */
  'second-look': { liked: 'before' | 'now' | 'same'; note: string };
  /** Air in the closed box [m3]. */
  box: { volume: number; said: string };
  /** Wood off the closed box: the rim thinner by a depth, or the hole wider all round [m]. */
  trim: { what: 'rim' | 'hole'; depth: number; said: string; forecast: { air: Estimate; top: Estimate } | null };
  /** The two lowest notes of the closed box, air first [Hz]. */
  resonances: { air: number; top: number; said: string };
  /** Strings went on. */
  strung: { note: string };
  /** How far the bridge leans forward [rad] and the top stands out behind it [m] by then, against the day before the strings went on; either may be missing. */
  settling: { turn: number | null; belly: number | null; said: string };
  /** How it turned out, in the maker's own words, with marks from 1 to 9 under names of their own. */
  outcome: { words: string; again: string; differently: string; marks: { name: string; mark: number }[] };
} // prettier-ignore

export type VoicingKind = keyof VoicingBodies;

export const VOICING_KINDS: readonly VoicingKind[] = [
  'goal', 'flex', 'mass', 'shaving', 'reduction', 'repair', 'park', 'second-look', 'box', 'trim', 'resonances', 'strung', 'settling', 'outcome',
]; // prettier-ignore

export type VoicingEvent = {
  [K in VoicingKind]: { id: string; round: number; kind: K; at: string; person: string; body: VoicingBodies[K]; retracted: boolean };
}[VoicingKind]; // prettier-ignore

export type EventOf<K extends VoicingKind> = Extract<VoicingEvent, { kind: K }>;

/** Events of a kind that were not taken back. */
export const standingEvents = <K extends VoicingKind>(events: readonly VoicingEvent[], kind: K): EventOf<K>[] =>
  events.filter((event): event is EventOf<K> => event.kind === kind && !event.retracted);

export const goalOf = (events: readonly VoicingEvent[]): VoicingGoal | null =>
  standingEvents(events, 'goal').at(-1)?.body ?? null;

/** A dial and its weight read to so much, and a kitchen balance [share, m, kg]. */
const BEND_DOUBT = 0.02;
const DIAL_DOUBT = 5e-6;
const SCALE_DOUBT = 2e-4;

/** Null for what is no reading of an open plate; a bend by feel is a word, not a figure. */
export function readingOf(event: VoicingEvent): VoicingReading | null {
  if (event.kind === 'mass') return { key: 'mass', value: { value: event.body.mass, sd: SCALE_DOUBT } };
  if (event.kind !== 'flex' || event.body.closed) return null;
  const { place, load, deflection } = event.body;
  if (load === null || deflection === null) return null;
  const value = deflection / load;
  return { key: `flex:${place}`, value: { value, sd: Math.hypot(BEND_DOUBT * value, DIAL_DOUBT / load) } };
}

/** The newest reading of a quantity in a round. */
export function readIn(events: readonly VoicingEvent[], round: number, key: QuantityKey): number | null {
  const own = events.filter((event) => !event.retracted && event.round === round);
  return own.flatMap((event) => readingOf(event) ?? []).filter((reading) => reading.key === key).at(-1)?.value.value ?? null; // prettier-ignore
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
  const last = Math.max(1, ...standing.map(({ round }) => round), ...knocks.filter(({ about }) => about !== 'bar').map(({ round }) => round)); // prettier-ignore
  const shaved = standing.some(({ round, kind }) => round === last && kind === 'shaving');
  return { reading: shaved ? last + 1 : last, shaving: last };
}

/** Notes of one knock that are taken for modes. */
const NOTES = 12;

export function roundsOf(events: readonly VoicingEvent[], knocks: readonly RoundKnock[], top: TopPlan): VoicingRound[] {
  const { reading } = roundNow(events, knocks);
  return Array.from({ length: reading }, (_, i): VoicingRound => {
    const number = i + 1;
    const own = events.filter(({ round, retracted }) => round === number && !retracted);
    const heard = knocks.filter(({ round, about }) => round === number && about !== 'bar');
    const shaved = standingEvents(own, 'shaving');
    const rings = heard.flatMap(({ ring }) => ring ?? []);
    const walk = heard.flatMap(({ placed }) => placed ?? []);
    const plain = heard.filter(({ about, notes }) => about === 'plate' && notes.length > 0).at(-1);
    return {
      number,
      readings: own.flatMap((event) => readingOf(event) ?? []),
      heard: heardModes(walk, (plain?.notes ?? []).slice(0, NOTES)),
      ring: rings.length === 0 ? null : rings.reduce((sum, ring) => sum + ring, 0) / rings.length,
      shavings: shaved.flatMap(({ body }) => body.shavings).filter((shaving) => isOf(top, shaving)),
      foretold: shaved.at(-1)?.body.forecast ?? null,
    };
  });
}

/** A brace that was taken out of the plan since took its shavings with it. */
export const isOf = ({ plan }: Pick<TopPlan, 'plan'>, { place }: Shaving) =>
  place.kind === 'plate' || plan.braces.some(({ id }) => id === place.id);

/** The top as it stands: all shavings of all rounds off. */
export const shavedTop = (top: TopPlan, events: readonly VoicingEvent[]): TopPlan =>
  asShaved(top, standingEvents(events, 'shaving').flatMap(({ body }) => body.shavings).filter((shaving) => isOf(top, shaving))); // prettier-ignore

const readingsIn = (events: readonly VoicingEvent[], is: (round: number) => boolean): Map<QuantityKey, Estimate> =>
  new Map(events.filter(({ round, retracted }) => is(round) && !retracted).flatMap((event) => readingOf(event) ?? []).map(({ key, value }) => [key, value])); // prettier-ignore

/** What all shavings of a build did against what was said of them: as settled when the next was made; of the last one bends and weight, which need no model to be known again. */
export function outcomesKept(events: readonly VoicingEvent[]): ShavingOutcome[] {
  const shaved = standingEvents(events, 'shaving');
  const settled = shaved.flatMap(({ body }) => body.settled);
  const last = shaved.at(-1);
  if (!last) return settled;
  const { round, body } = last;
  const before = readingsIn(events, (one) => one === round);
  const where = body.shavings.some(({ place }) => place.kind === 'brace') ? 'brace' : 'plate';
  const open = [...readingsIn(events, (one) => one === round + 1)].flatMap(([quantity, outcome]): ShavingOutcome[] => {
    const [was, said] = [before.get(quantity), body.forecast[quantity]];
    return was && said ? [{ quantity, where, before: was, forecast: said, outcome }] : [];
  });
  return [...settled, ...open];
} // prettier-ignore
