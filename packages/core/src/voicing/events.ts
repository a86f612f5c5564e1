/** What is kept while a plate is voiced, entry by entry: each added once, taken back without being erased. SI. */
import type { Estimate } from '../base';
import type { ShavingOutcome } from '../ledger';
import type { FlexPlace } from './flex-place';
import { NO_GOAL, type VoicingGoal } from './goal';
import type { Shaving } from './shaving';
import type { QuantityKey } from './voicing-model';

export type RepairKind = 'glued-back' | 'capped' | 'replaced';
export const REPAIRS: readonly RepairKind[] = ['glued-back', 'capped', 'replaced'];

export interface VoicingBodies {
  goal: VoicingGoal;
  /** Load [N] and deflection [m], or how it felt from 1, soft, to 9, stiff; `said` is what was typed. */
  flex: {
    place: FlexPlace;
    load: number | null;
    deflection: number | null;
    feel: number | null;
    closed: boolean;
    said: string;
  };
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
    /** The record's own forecast is under way: what stands here meanwhile is the page's. */
    pending?: boolean;
    /** Why the record can't make one. */
    unforetold?: string | null;
  };
  reduction: { reduction: string };
  repair: { brace: string; what: RepairKind; note: string };
  /** An outcome that was left out, read in this round, is one all the same; or is left out again. */
  'let-in': { quantity: string; counts: boolean };
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
  /**
   * How far the bridge leans forward [rad] and the top stands out behind it [m] by then, against the day before the
   * strings went on; either may be missing.
   */
  settling: { turn: number | null; belly: number | null; said: string };
  /** How it turned out, in the maker's own words, with marks from 1 to 9 under names of their own. */
  outcome: { words: string; again: string; differently: string; marks: { name: string; mark: number }[] };
}

export type VoicingKind = keyof VoicingBodies;

export const VOICING_KINDS: readonly VoicingKind[] = [
  'goal',
  'flex',
  'mass',
  'shaving',
  'let-in',
  'reduction',
  'repair',
  'park',
  'second-look',
  'box',
  'trim',
  'resonances',
  'strung',
  'settling',
  'outcome',
];

export type VoicingEvent = {
  [K in VoicingKind]: {
    id: string;
    round: number;
    kind: K;
    at: string;
    person: string;
    body: VoicingBodies[K];
    retracted: boolean;
  };
}[VoicingKind];

export type EventOf<K extends VoicingKind> = Extract<VoicingEvent, { kind: K }>;

/** Events of a kind that were not taken back. */
export const standingEvents = <K extends VoicingKind>(events: readonly VoicingEvent[], kind: K): EventOf<K>[] =>
  events.filter((event): event is EventOf<K> => event.kind === kind && !event.retracted);

/** When the top was on its sides for sure: what was said of the box, or of a bend on it; null while nothing says so. */
export function closedSince(events: readonly VoicingEvent[]): string | null {
  const onSides = events.filter(
    (event) =>
      !event.retracted &&
      (event.kind === 'flex' ? event.body.closed : ['box', 'trim', 'resonances', 'strung'].includes(event.kind)),
  );
  return onSides.reduce<string | null>((first, { at }) => (first === null || at < first ? at : first), null);
}

/** Quantities of a round whose outcomes the maker let in. */
export function letInOf(events: readonly VoicingEvent[], round: number): string[] {
  const said = standingEvents(events, 'let-in').filter((event) => event.round === round);
  const last = new Map(said.map(({ body }) => [body.quantity, body.counts]));
  return [...last].flatMap(([quantity, counts]) => (counts ? [quantity] : []));
}

/** Of those kept before a wish had a name, what it means where nobody says. */
export const goalOf = (events: readonly VoicingEvent[]): VoicingGoal | null => {
  const last = standingEvents(events, 'goal').at(-1)?.body;
  return last ? { ...NO_GOAL, ...last } : null;
};
