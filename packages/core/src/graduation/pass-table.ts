/**
 * The next passes over the whole plate, one row each: what it would measure, weigh, give and sound, and where the
 * leading rule says stop. SI.
 */
import type { Estimate } from '../base';
import type { NoteKind, PitchNote, RuleChoices } from '../project';
import { noteHeard, type PlateCheck } from './plate-check';
import { ringAt, type RingCurve } from './ring-curve';

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
  ring: RingCurve;
  /** Mean thickness at which the line that is followed is met; null to show the next passes without one. */
  stop: Estimate | null;
  followed: FollowedChecks;
}

/**
 * Which jig and which note to follow; null for the newest flex, and for the first of across, along and twist that was
 * heard.
 */
export interface FollowedChecks {
  jigId: string | null;
  pitch: { note: PitchNote; frequency: number } | null;
}

export interface PassRow {
  passes: number;
  thickness: Estimate;
  mass: Estimate;
  /** Sag per load on the jig [m/N]. */
  flex: Estimate | null;
  /** [Hz] */
  pitch: Estimate | null;
  /** [s] */
  ring: Estimate | null;
}

export interface PassTable {
  rows: PassRow[];
  /** Rows from this one on lie past the stop line; rows.length when none does, null without a line. */
  stopAt: number | null;
  jigId: string | null;
  note: PitchNote | null;
}

const MOST_ROWS = 8;
/** Rows shown past the stop line: what too far means, and for who follows another line than the leader's. */
const BEYOND = 3;
const NOTE_DOUBT = 0.004;
/** Never below this share of what is there: the table is for planing, not for veneer. */
const LEAST_SHARE = 0.5;

export function passTable(facts: PassTableFacts): PassTable {
  const { thickness, depth, stop } = facts;
  // A whole number of passes stays whole in spite of rounding.
  const toGo = stop ? Math.max(0, thickness.value - stop.value) / depth - 1e-6 : MOST_ROWS - 1;
  // Many light passes to go are shown in even steps of a few passes each.
  const step = Math.max(1, Math.ceil(toGo / (MOST_ROWS - 2)));
  const last = Math.min(Math.max(0, Math.ceil(toGo / step)) + (step > 1 ? 1 : BEYOND), MOST_ROWS - 1);
  const bent = newestFlex(facts.checks, facts.followed.jigId);
  const heard = newestNote(facts.checks, facts.followed.pitch);
  const rows = Array.from({ length: last + 1 }, (_, i) => rowAfter(i * step, facts, bent, heard)).filter(
    (row) => row.thickness.value > LEAST_SHARE * thickness.value,
  );
  const beyond = stop ? rows.findIndex((row) => row.thickness.value < stop.value - depth / 2) : -1;
  return {
    rows,
    stopAt: stop ? (beyond < 0 ? rows.length : beyond) : null,
    jigId: bent?.jigId ?? null,
    note: heard?.note ?? null,
  };
}

/** Something measured on the plate, and how thick it was then. */
interface Measured {
  value: Estimate;
  thickness: Estimate;
}

function newestFlex(checks: readonly PlateCheck[], jigId: string | null): (Measured & { jigId: string }) | null {
  const check = checks.findLast(({ flex }) => flex && (jigId === null || flex.jigId === jigId));
  return check?.flex ? { jigId: check.flex.jigId, value: check.flex.compliance, thickness: check.thickness } : null;
}

/** Plates are followed by the note that tells most of thinning across first. */
const NOTE_ORDER: readonly NoteKind[] = ['across', 'along', 'twist'];

function newestNote(
  checks: readonly PlateCheck[],
  wanted: FollowedChecks['pitch'],
): (Measured & { note: PitchNote }) | null {
  const named = NOTE_ORDER.map((note) => ({ note, frequency: 0 }));
  for (const followed of wanted ? [wanted] : named) {
    const check = checks.findLast((one) => noteHeard(one, followed) !== undefined);
    const heard = check && noteHeard(check, followed);
    if (check && heard !== undefined)
      return { note: followed.note, value: { value: heard, sd: NOTE_DOUBT * heard }, thickness: check.thickness };
  }
  return null;
}

function rowAfter(
  passes: number,
  { thickness, mass, rho, area, depth, removalSpread, ring }: PassTableFacts,
  bent: Measured | null,
  heard: Measured | null,
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
    flex: bent && flexAt(bent, left),
    pitch: heard && pitchAt(heard, left),
    ring: ringAt(ring, left.value),
  };
}

/** Sag goes with the inverse cube of the thickness, a free plate's note with the thickness. */
const flexAt = ({ value, thickness }: Measured, left: Estimate) => scaled(value, thickness, left, -3);
const pitchAt = ({ value, thickness }: Measured, left: Estimate) => scaled(value, thickness, left, 1);

/** y ~ h^power, from where it was measured to where it will be. */
function scaled(y: Estimate, from: Estimate, to: Estimate, power: number): Estimate {
  const value = y.value * (to.value / from.value) ** power;
  // The same caliper read both thicknesses: only what is planed between them adds doubt, besides the measurement
  // itself.
  const between = Math.sqrt(Math.max(0, to.sd ** 2 - from.sd ** 2)) / to.value;
  return { value, sd: Math.abs(value) * Math.hypot(y.sd / y.value, power * between) };
}

export interface CheckForecast {
  flex: { jigId: string; compliance: Estimate } | null;
  pitch: { note: PitchNote; frequency: Estimate } | null;
}

/** What the checks would say once the plate has been planed to another mean thickness; kept for the ledger. */
export function forecastCheck(
  checks: readonly PlateCheck[],
  after: Estimate,
  followed: FollowedChecks = { jigId: null, pitch: null },
): CheckForecast {
  const bent = newestFlex(checks, followed.jigId);
  const heard = newestNote(checks, followed.pitch);
  return {
    flex: bent && { jigId: bent.jigId, compliance: flexAt(bent, after) },
    pitch: heard && { note: heard.note, frequency: pitchAt(heard, after) },
  };
}

/** What a build's rules follow: the jig and the note that they aim at. */
export function followedBy({ flex, pitch }: Pick<RuleChoices, 'flex' | 'pitch'>): FollowedChecks {
  return { jigId: flex?.jigId ?? null, pitch };
}
