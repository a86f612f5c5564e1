/** The one verdict on a plate's thickness: its kind, the rule that gave it, and the facts that it rests on. SI. */
import type { DensityClash } from './density-clash';
import type { Estimate } from '../base';
import type { Question } from '../survey';
import type { FollowedLine } from './lead';

/**
 * `past`: thinner than the line or under the band, so nothing more may come off. `too-thin`: below the hard limit.
 * `none`: not judged, since no rule holds for this construction.
 */
export type VerdictKind = 'go-on' | 'nearly' | 'there' | 'past' | 'too-thin' | 'look-again' | 'none';

/** The rule that gave the verdict. */
export type VerdictRule =
  | 'construction'
  | 'few-readings'
  | 'reading-questioned'
  | 'readings-disagree'
  | 'constants-doubted'
  | 'below-limit'
  | 'past-line'
  | 'under-band'
  | 'within-band'
  | 'one-light-pass'
  | 'over-band';

export interface ThicknessVerdict {
  kind: VerdictKind;
  rule: VerdictRule;
  /** Shares of the wood's area over, within and under the band (0..1). */
  share: { over: number; within: number; under: number };
  /** Stations read, and wanted. */
  read: number;
  wanted: number;
  questioned: { station: string; thickness: number; question: Question }[];
  /** Places whose readings differ by more than a caliper does. */
  disputed: string[];
  belowLimit: { station: string; thickness: number }[];
  /** Passes and mass still to take off [kg]; none where nothing may come off. */
  passes: number;
  massToGo: number;
  /** Null when it was not weighed, or scale, map and wood go together. */
  densityClash: DensityClash | null;
  /** What is followed, and the plate as the leading rule sees it [m]. */
  followed: FollowedLine;
  level: Estimate;
  /** Stiffness of the plate over that at the line: (level / line)^3. */
  stiffness: number;
  /** Why what the leading rule rests on is in doubt, or why the plate is not judged. */
  doubt: string | null;
  /** Set when only a few places were read and the map of the survey before was moved to them. */
  look: { places: number; lift: Estimate } | null;
}

export type VerdictFacts = Omit<ThicknessVerdict, 'kind' | 'rule'> & {
  tolerance: number;
  massNow: number;
  judged: boolean;
};

/** Below this share of the stations there is no verdict. */
export const ENOUGH_READ = 0.6;
/** So little of the plate over its band is a plate within it; so much under it is a plate past it. */
const STRAY_SHARE = 0.02;
const MOST_UNDER = 0.1;
const LIGHT_SHARE = 0.03;
const ROUND_OFF = 1e-9;

export function judge(facts: VerdictFacts): Pick<ThicknessVerdict, 'kind' | 'rule'> {
  if (!facts.judged) return { kind: 'none', rule: 'construction' };
  const questioned = new Set(facts.questioned.map(({ station }) => station));
  const surelyLow = facts.belowLimit.filter(({ station }) => !questioned.has(station));
  if (surelyLow.length > 0) return { kind: 'too-thin', rule: 'below-limit' };
  return lookAgain(facts) ?? againstLine(facts);
}

/** Advice is withheld while what it would rest on is in doubt. */
function lookAgain(facts: VerdictFacts): Pick<ThicknessVerdict, 'kind' | 'rule'> | null {
  if (facts.questioned.length > 0) return { kind: 'look-again', rule: 'reading-questioned' };
  if (facts.disputed.length > 0) return { kind: 'look-again', rule: 'readings-disagree' };
  if (!facts.look && facts.read < ENOUGH_READ * facts.wanted) return { kind: 'look-again', rule: 'few-readings' };
  if (facts.doubt !== null) return { kind: 'look-again', rule: 'constants-doubted' };
  return null;
}

function againstLine(facts: VerdictFacts): Pick<ThicknessVerdict, 'kind' | 'rule'> {
  const { share, level, followed, tolerance } = facts;
  if (level.value < followed.line.value - tolerance - ROUND_OFF) return { kind: 'past', rule: 'past-line' };
  const isWorked = share.over >= STRAY_SHARE && facts.passes > 0;
  if (!isWorked && share.under > MOST_UNDER) return { kind: 'past', rule: 'under-band' };
  if (!isWorked) return { kind: 'there', rule: 'within-band' };
  const isLight = facts.passes <= 1 || facts.massToGo < LIGHT_SHARE * facts.massNow;
  return isLight ? { kind: 'nearly', rule: 'one-light-pass' } : { kind: 'go-on', rule: 'over-band' };
}

/** Only then places to plane are offered. */
export function takesWoodOff(kind: VerdictKind): boolean {
  return kind === 'go-on' || kind === 'nearly';
}
