/** The next passes over the whole plate, one row each: what it would measure, weigh, give and sound, and where the leading rule says stop. SI. */
import { halfInterval, type Estimate } from '../estimate';
import type { HowThin, NoteKind, PlateCheck } from './how-thin';

export interface PassTableFacts {
  /** Mean thickness and weight now [m, kg]. */
  thickness: Estimate;
  mass: Estimate;
  /** Of the plate's wood [kg/m3], and its area [m2]. */
  rho: Estimate;
  area: number;
  /** What one pass over the plate takes off [m], and how unevenly it does so (1). */
  depth: number;
  removalSpread: number;
  checks: readonly PlateCheck[];
  stop: HowThin['stop'];
  /** Which jig and which note to show; null for the newest that was used. */
  jigId: string | null;
}

export interface PassRow {
  passes: number;
  thickness: Estimate;
  mass: Estimate;
  /** Sag per load on the jig [m/N]. */
  flex: Estimate | null;
  /** [Hz] */
  pitch: Estimate | null;
}

export interface PassTable {
  rows: PassRow[];
  /** Rows from this one on lie past the stop line; rows.length when none does, null while the rule is silent. */
  stopAt: number | null;
  jigId: string | null;
  note: NoteKind | null;
}

const MOST_ROWS = 7;
/** Rows shown past the stop line, so that one sees what too far means. */
const BEYOND = 1;
const NOTE_DOUBT = 0.004;
/** Never below this share of what is there: the table is for planing, not for veneer. */
const LEAST_SHARE = 0.5;

export function passTable(facts: PassTableFacts): PassTable {
  const { thickness, depth, stop } = facts;
  // A whole number of passes stays whole in spite of rounding.
  const toGo = stop ? Math.max(0, thickness.value - stop.value) / depth - 1e-6 : MOST_ROWS - 1;
  // Many light passes to go are shown in even steps of a few passes each.
  const step = Math.max(1, Math.ceil(toGo / (MOST_ROWS - 1 - BEYOND)));
  const last = Math.min(Math.max(0, Math.ceil(toGo / step)) + BEYOND, MOST_ROWS - 1);
  const bent = facts.checks.findLast(({ flex }) => flex && (facts.jigId === null || flex.jigId === facts.jigId));
  const heard = facts.checks.findLast(({ notes }) => notes && Object.keys(notes).length > 0);
  const note = heard ? (Object.keys(heard.notes!)[0] as NoteKind) : null;
  const rows = Array.from({ length: last + 1 }, (_, i) => rowAfter(i * step, facts, bent, heard, note)).filter(
    (row) => row.thickness.value > LEAST_SHARE * thickness.value,
  );
  const beyond = stop ? rows.findIndex((row) => row.thickness.value < stop.value - depth / 2) : -1;
  return {
    rows,
    stopAt: stop ? (beyond < 0 ? rows.length : beyond) : null,
    jigId: bent?.flex?.jigId ?? null,
    note,
  };
}

function rowAfter(
  passes: number,
  { thickness, mass, rho, area, depth, removalSpread }: PassTableFacts,
  bent: PlateCheck | undefined,
  heard: PlateCheck | undefined,
  note: NoteKind | null,
): PassRow {
  const removed = passes * depth;
  const removedSd = removalSpread * removed;
  const left = { value: thickness.value - removed, sd: Math.hypot(thickness.sd, removedSd) };
  const grams = rho.value * area * removed;
  const massSd = Math.hypot(mass.sd, rho.value * area * removedSd, rho.sd * area * removed);
  return {
    passes,
    thickness: left,
    mass: { value: mass.value - grams, sd: massSd },
    flex: bent?.flex ? scaled(bent.flex.compliance, bent.thickness, left, -3) : null,
    pitch:
      heard && note
        ? scaled({ value: heard.notes![note]!, sd: NOTE_DOUBT * heard.notes![note]! }, heard.thickness, left, 1)
        : null,
  };
}

/** y ~ h^power, from where it was measured to where it will be. */
function scaled(y: Estimate, from: Estimate, to: Estimate, power: number): Estimate {
  const value = y.value * (to.value / from.value) ** power;
  // The same caliper read both thicknesses: only what is planed between them adds doubt, besides the measurement itself.
  const between = Math.sqrt(Math.max(0, to.sd ** 2 - from.sd ** 2)) / to.value;
  return { value, sd: Math.abs(value) * Math.hypot(y.sd / y.value, power * between) };
}

export interface LeadVerdict {
  kind: 'go-on' | 'nearly' | 'stop' | 'past' | 'unknown';
  words: string;
}

/** What the leading rule says of the plate as it is. @param tolerance half width of the target's band [m] */
export function leadVerdict({ leader, stop, ring, rules }: HowThin, mean: Estimate, tolerance: number): LeadVerdict {
  if (leader === 'ring' && ring.state !== 'too-few') return ringVerdict(ring.state);
  if (!stop) return { kind: 'unknown', words: rules.find(({ rule }) => rule === leader)?.missing ?? '' };
  const toGo = mean.value - stop.value;
  if (toGo < -tolerance) return { kind: 'past', words: 'thinner than the leading rule asks' };
  if (toGo <= tolerance) return { kind: 'stop', words: 'where the leading rule wants it' };
  return toGo > halfInterval(stop)
    ? { kind: 'go-on', words: 'surely thicker than the leading rule asks' }
    : { kind: 'nearly', words: 'thicker, but within the rule’s own doubt: measure before each pass' };
}

function ringVerdict(state: HowThin['ring']['state']): LeadVerdict {
  if (state === 'rising') return { kind: 'go-on', words: 'the ring still grows' };
  if (state === 'at-peak') return { kind: 'stop', words: 'the ring is at its peak' };
  if (state === 'past-peak') return { kind: 'past', words: 'the ring is past its peak' };
  return { kind: 'unknown', words: 'the rings scatter too much to tell' };
}

export interface CheckForecast {
  flex: { jigId: string; compliance: Estimate } | null;
  pitch: { note: NoteKind; frequency: Estimate } | null;
}

/** What the newest checks would say once the plate has been planed from one mean thickness to another; kept for the ledger. */
export function forecastCheck(checks: readonly PlateCheck[], after: Estimate): CheckForecast {
  const bent = checks.findLast(({ flex }) => flex);
  const heard = checks.findLast(({ notes }) => notes && Object.keys(notes).length > 0);
  const note = heard ? (Object.keys(heard.notes!)[0] as NoteKind) : null;
  return {
    flex: bent?.flex
      ? { jigId: bent.flex.jigId, compliance: scaled(bent.flex.compliance, bent.thickness, after, -3) }
      : null,
    pitch:
      heard && note
        ? {
            note,
            frequency: scaled(
              { value: heard.notes![note]!, sd: NOTE_DOUBT * heard.notes![note]! },
              heard.thickness,
              after,
              1,
            ),
          }
        : null,
  };
}
