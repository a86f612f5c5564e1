/** Sets of wood in the rack: what their tests say together, what speaks against them, and which suits a build. SI. */
import { DEGREE } from '../units';
import type { Estimate } from '../base';
import { acousticFigures, qualityFromRing, type AcousticFigures } from './acoustic-figures';
import { newDoubts, woodDoubts, type WoodDoubt } from './doubts';
import type { MeasuredQuantity } from './measured';
import type { PieceMark } from './piece-mark';
import { strengthAtSlope } from './off-axis';
import { speciesPrior, type SpeciesPrior } from './species-priors';
import { runoutInWords } from './runout';

/** What a test found, in the terms that sets are compared by. */
export interface WoodFinding {
  kind: 'flex' | 'knock';
  modulusAlong?: Estimate;
  modulusAcross?: Estimate;
  shearModulus?: Estimate;
  /** Q of each note that was timed (1). */
  quality?: Partial<Record<'twist' | 'across' | 'along', number>>;
}

/** Q of the notes whose ring was timed: Q = f T60 / 2.199. @param ring times to fall by 60 dB [s] */
export function qualities(
  notes: Partial<Record<'twist' | 'across' | 'along', number>>,
  ring: Partial<Record<'twist' | 'across' | 'along', number>>,
): NonNullable<WoodFinding['quality']> {
  const timed = Object.entries(ring) as ['twist' | 'across' | 'along', number][];
  return Object.fromEntries(
    timed.flatMap(([name, time]) => {
      const note = notes[name];
      return note === undefined ? [] : [[name, qualityFromRing(time, note)]];
    }),
  );
}

export interface SetFacts {
  /** What it is kept for; a top where left out. */
  use?: 'top' | 'back' | 'brace';
  species: string;
  /** Its mark, where its plate is joined of more than one. */
  piece?: PieceMark;
  /** Of one half: sizes [m] and newest mass [kg], null when never weighed. */
  length: number;
  width: number;
  thickness: number;
  mass: number | null;
  /** Slope of the grain out of the surface, null where nobody looked; and of the rings from square [rad]. */
  runout: number | null;
  offQuarter: number;
  /** Newest of each kind counts. */
  findings: readonly WoodFinding[];
}

/** How far a flex and a knock of one piece lie apart, in joint standard deviations. */
export interface Clash {
  quantity: 'along' | 'across';
  /** Which one, where its plate is joined of more than one. */
  piece?: PieceMark;
  flex: Estimate;
  knock: Estimate;
  deviations: number;
}

export interface SetProperties {
  density: MeasuredQuantity;
  modulusAlong: MeasuredQuantity;
  modulusAcross: MeasuredQuantity;
  shearModulus: MeasuredQuantity;
  figures: AcousticFigures;
  /** Across over along (1). */
  ratio: number;
  /** Loss factor 1 / Q of the newest timed notes (1); null where no ring was timed. */
  damping: { along: number | null; across: number | null; twist: number | null } | null;
  /** Flex and knock that differ by more than their doubts allow. */
  clash: Clash[];
  /** Figures that its species hardly ever has. */
  doubts: WoodDoubt[];
}

const THICKNESS_SD = 2e-5;
const SIZE_SD = 5e-4;
const MASS_SD = 5e-4;
/** Differences beyond this many joint standard deviations are said. */
const CLASH = 2.5;

/** Everything known of a set; where nothing was measured the species' mean stands in, and says so. */
export function setProperties(facts: SetFacts): SetProperties {
  const prior = speciesPrior(facts.species);
  if (!prior) throw new RangeError(`no such species: ${facts.species}`);
  const shared = (3 * THICKNESS_SD) / facts.thickness;
  const newest = (kind: WoodFinding['kind'], quantity: 'modulusAlong' | 'modulusAcross' | 'shearModulus') =>
    facts.findings.findLast((finding) => finding.kind === kind && finding[quantity])?.[quantity];
  const known = (quantity: 'modulusAlong' | 'modulusAcross' | 'shearModulus', mean: number) =>
    combine(newest('flex', quantity), newest('knock', quantity), { value: mean, sd: mean * prior.spread.E }, shared);
  const { E_L, E_C, G_LC } = prior.constants;
  const modulusAlong = known('modulusAlong', E_L);
  const modulusAcross = known('modulusAcross', E_C);
  const density = densityOf(facts) ?? {
    value: prior.constants.rho,
    sd: prior.constants.rho * prior.spread.rho,
    by: 'prior' as const,
  };
  const shearModulus = known('shearModulus', G_LC);
  return {
    density,
    modulusAlong,
    modulusAcross,
    shearModulus,
    doubts: doubtsOf(facts, { density, modulusAlong, modulusAcross, shearModulus }, prior),
    figures: acousticFigures(modulusAlong.value, density.value),
    ratio: modulusAcross.value / modulusAlong.value,
    damping: dampingOf(facts.findings),
    clash: (['along', 'across'] as const).flatMap((quantity) => {
      const field = quantity === 'along' ? 'modulusAlong' : 'modulusAcross';
      const [flex, knock] = [newest('flex', field), newest('knock', field)];
      if (!flex || !knock) return [];
      const deviations =
        Math.abs(flex.value - knock.value) / Math.hypot(ownDoubt(flex, shared), ownDoubt(knock, shared));
      const piece = facts.piece && { piece: facts.piece };
      return deviations > CLASH ? [{ quantity, ...piece, flex, knock, deviations }] : [];
    }),
  };
}

type Constants = Pick<SetProperties, 'density' | 'modulusAlong' | 'modulusAcross' | 'shearModulus'>;

/** Of what is known, and of each test alone: one that can hardly be is not hidden by another beside it. */
function doubtsOf({ findings, piece }: SetFacts, known: Constants, prior: SpeciesPrior): WoodDoubt[] {
  const alone = (['flex', 'knock'] as const).map((kind) => {
    const own = (quantity: 'modulusAlong' | 'modulusAcross' | 'shearModulus'): MeasuredQuantity => {
      const found = findings.findLast((finding) => finding.kind === kind && finding[quantity])?.[quantity];
      return found ? { ...found, by: kind } : { ...known[quantity], by: 'prior' };
    };
    const [modulusAlong, modulusAcross] = [own('modulusAlong'), own('modulusAcross')];
    const constants = { density: known.density, modulusAlong, modulusAcross, shearModulus: own('shearModulus') };
    return woodDoubts(constants, prior, piece);
  });
  return alone.reduce((all, more) => [...all, ...newDoubts(all, more)], woodDoubts(known, prior, piece));
}

function dampingOf(findings: readonly WoodFinding[]): SetProperties['damping'] {
  const newest = findings.findLast(({ quality }) => quality && Object.keys(quality).length > 0)?.quality;
  if (!newest) return null;
  const loss = (Q: number | undefined) => (Q === undefined ? null : 1 / Q);
  return { along: loss(newest.along), across: loss(newest.across), twist: loss(newest.twist) };
}

function densityOf({ mass, length, width, thickness }: SetFacts): MeasuredQuantity | null {
  if (mass === null) return null;
  const value = mass / (length * width * thickness);
  const sd = value * Math.hypot(MASS_SD / mass, SIZE_SD / length, SIZE_SD / width, THICKNESS_SD / thickness);
  return { value, sd, by: 'scale' };
}

/** Least share of its doubt that a test owes to nothing but itself. */
const OWN_SHARE = 0.3;

/** Both tests go with the inverse cube of one and the same thickness: what that adds is no argument for either. */
function ownDoubt({ value, sd }: Estimate, shared: number): number {
  return Math.sqrt(Math.max(sd * sd - (shared * value) ** 2, (OWN_SHARE * sd) ** 2));
}

/**
 * Two measurements are weighted by their own precision; one stands alone; none leaves the prior.
 * @param shared relative doubt that both have from the thickness (1)
 */
function combine(
  flex: Estimate | undefined,
  knock: Estimate | undefined,
  prior: Estimate,
  shared: number,
): MeasuredQuantity {
  if (flex && knock) {
    const [a, b] = [1 / ownDoubt(flex, shared) ** 2, 1 / ownDoubt(knock, shared) ** 2];
    const value = (a * flex.value + b * knock.value) / (a + b);
    return { value, sd: Math.hypot(shared * value, 1 / Math.sqrt(a + b)), by: 'both' };
  }
  if (flex) return { ...flex, by: 'flex' };
  if (knock) return { ...knock, by: 'knock' };
  return { ...prior, by: 'prior' };
}

export interface Objection {
  code: 'runout' | 'dense' | 'floppy-across' | 'off-quarter';
  /** Should it be rejected, or only looked at twice? */
  reject: boolean;
  message: string;
}

const LIMITS = { strengthLeft: 0.9, strengthLost: 0.75, dense: 1.3, floppy: 0.035, offQuarter: 25 * DEGREE };

/** What speaks against a set for its use, worst first. */
export function objections(facts: SetFacts, { density, ratio }: SetProperties): Objection[] {
  const found: Objection[] = [];
  const strength = strengthAtSlope(facts.runout ?? 0);
  const lost = Math.round(100 * (1 - strength));
  if (facts.runout !== null && strength < LIMITS.strengthLeft) {
    found.push({
      code: 'runout',
      reject: strength < LIMITS.strengthLost,
      message: `The grain runs out at ${runoutInWords(facts.runout)}: ${lost} % of the bending strength is lost.`,
    });
  }
  const usual = speciesPrior(facts.species)?.constants.rho ?? density.value;
  if (density.value > LIMITS.dense * usual) {
    found.push({
      code: 'dense',
      reject: false,
      message: `Dense for its kind: ${Math.round(density.value)} against ${Math.round(usual)} kg/m³.`,
    });
  }
  if (facts.use !== 'brace' && ratio < LIMITS.floppy)
    found.push({
      code: 'floppy-across',
      reject: false,
      message: `Floppy across: ${(100 * ratio).toFixed(1)} % of its stiffness along.`,
    });
  if (facts.offQuarter > LIMITS.offQuarter) {
    found.push({
      code: 'off-quarter',
      reject: false,
      message: `The rings stand ${Math.round((facts.offQuarter * 180) / Math.PI)}° from square: stiffness across suffers.`,
    });
  }
  return found.sort((a, b) => Number(b.reject) - Number(a.reject));
}
