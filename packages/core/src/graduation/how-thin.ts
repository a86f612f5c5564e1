/**
 * How thin this build's plate should be, by each school's rule side by side: thickness, weight, plain reasons, what is
 * missing, and where they disagree. The maker's leading rule gives the line to stop at; the thinnest safe limit always
 * applies. SI; words in the maker's units.
 */
import { halfInterval, type Estimate } from '../base';
import { byFlex, byNumber, byPitch, byRigidity, byStiffness, byWeight, pumpingRigidity } from './thickness-rules';
import type { ThicknessRule, RuleChoices, BuildWood, Construction, PlateRole } from '../project';
import {
  stiffnessCoefficient,
  learnCarrying,
  effectiveEllipse,
  startCarrying,
  type CarryingPlate,
} from './carrying-factor';
import { middleThickness, type TargetSpec } from './target';
import { numberBand, type ThicknessBand } from './number-bands';
import { feelOpinion, type HandRecord } from './feel-rule';
import { said, silent, type RuleOpinion } from './rule-opinion';
import { noteHeard, type PlateCheck } from './plate-check';
import { ringCurve, type RingCurve, type RingPoint } from './ring-curve';
import { plateArea, type Family, type PlateShape } from '../outline';
import { genericStringSet, totalTension } from '../strings';
import { formatMass, formatThickness, inWords, type UnitChoice } from '../units';

/** Another plate of the family: a model to follow, or a warning. */
export interface ModelPlate {
  id: string;
  name: string;
  wood: BuildWood;
  thickness: number;
  shape: PlateShape;
  tension: number;
  outcome: CarryingPlate['outcome'] | null;
}

export interface ShopFacts {
  /** What the marks of each person's hands are worth. */
  hands: readonly HandRecord[];
  /** Its own bands of thickness, where it wrote any. */
  bands: readonly ThicknessBand[];
}

export const NEW_SHOP: ShopFacts = { hands: [], bands: [] };

export interface HowThinFacts {
  family: Family;
  plate: PlateRole;
  wood: BuildWood;
  shape: PlateShape;
  scaleLength: number | null;
  construction: Construction;
  /**
   * What the maker set on the target page, or the family's band: its middle is what the number rule says, its limit
   * always holds.
   */
  target: TargetSpec;
  choices: RuleChoices;
  /** Of this plate, oldest first. */
  checks: readonly PlateCheck[];
  /** Other plates of the same family and kind. */
  models: readonly ModelPlate[];
  /** What this workshop knows beside the plate. */
  shop: ShopFacts;
  units: UnitChoice;
}

export interface HowThin {
  rules: RuleOpinion[];
  leader: ThicknessRule;
  /** Where to stop by the leading rule, not below the limit; null while it is silent. */
  stop: Estimate | null;
  /** Thinnest that is allowed [m], and whether the leading rule would go thinner. */
  limit: number;
  limited: boolean;
  /** Pairs whose intervals do not meet, furthest apart first. */
  conflicts: { a: ThicknessRule; b: ThicknessRule; apart: number }[];
  ring: RingCurve;
}

const TOP_RULES: readonly ThicknessRule[] = ['stiffness', 'flex', 'feel', 'pitch', 'ring', 'number'];
const BACK_RULES: readonly ThicknessRule[] = ['weight', 'pitch', 'flex', 'feel', 'ring', 'number'];

/** Hearing one note twice [1], and what an ear takes for one ring time [1]. */
const NOTE_DOUBT = 0.004;

export function howThin(facts: HowThinFacts): HowThin {
  const ring = ringCurve(ringPoints(facts.checks));
  const opinion: Record<ThicknessRule, () => RuleOpinion> = {
    number: () => numberOpinion(facts),
    flex: () => flexOpinion(facts),
    feel: () => feelOpinion({ ...facts, hands: facts.shop.hands }),
    pitch: () => pitchOpinion(facts),
    ring: () => ringOpinion(ring, facts.units),
    stiffness: () => stiffnessOpinion(facts),
    weight: () => weightOpinion(facts),
  };
  const wanted = facts.plate === 'top' ? TOP_RULES : BACK_RULES;
  const holding = wanted.filter((rule) => holdsFor(facts.construction, rule));
  const rules = wanted.map((rule) =>
    holding.includes(rule) ? weighed(opinion[rule](), facts) : doesNotApply(rule, facts),
  );
  const leader = holding.find((rule) => rule === facts.choices.leader) ?? holding[0];
  const led = rules.find(({ rule }) => rule === leader)!.thickness;
  const { limit } = facts.target;
  const limited = led !== null && led.value < limit;
  return {
    rules,
    leader,
    stop: led && { value: Math.max(led.value, limit), sd: led.sd },
    limit,
    limited,
    conflicts: conflictsAmong(rules),
    ring,
  };
}

/**
 * Ring times against thickness, only ever going down: a check before any thinning twice at one thickness counts by its
 * mean.
 */
export function ringPoints(checks: readonly PlateCheck[]): RingPoint[] {
  return checks.flatMap(({ ring, thickness }) => (ring ? [{ left: thickness.value, ring: ring.time }] : []));
}

function weighed(opinion: RuleOpinion, { wood, shape }: HowThinFacts): RuleOpinion {
  const { thickness } = opinion;
  if (!thickness) return opinion;
  const value = wood.rho * thickness.value * plateArea(shape);
  return { ...opinion, mass: { value, sd: value * Math.hypot(wood.spread.rho, thickness.sd / thickness.value) } };
}

/**
 * A carved plate works as a shell and a sandwich as skins apart: what flat solid plates teach of stiffness, sag and
 * pitch does not carry over.
 */
const FLAT_ONLY: readonly ThicknessRule[] = ['stiffness', 'flex', 'feel', 'pitch'];
const CONSTRUCTION_WORDS: Partial<Record<Construction, string>> = {
  carved: 'Does not apply to a carved plate: its stiffness comes from the arch as much as from the thickness.',
  sandwich: 'Does not apply to a sandwich: it is not one solid plate.',
};

function holdsFor(construction: Construction, rule: ThicknessRule): boolean {
  return CONSTRUCTION_WORDS[construction] === undefined || !FLAT_ONLY.includes(rule);
}

function doesNotApply(rule: ThicknessRule, { construction }: HowThinFacts): RuleOpinion {
  return {
    rule,
    thickness: null,
    mass: null,
    reason: CONSTRUCTION_WORDS[construction]!,
    missing: null,
    applies: false,
  };
}

/** Nobody set another target than the family's ordinary band. */
export function isOrdinaryTarget({
  family,
  plate,
  wood,
  target,
  shop,
}: Pick<HowThinFacts, 'family' | 'plate' | 'wood' | 'target' | 'shop'>): boolean {
  const band = numberBand(family, plate, wood.species, shop.bands);
  const { base, rim, tolerance } = target;
  return rim === null && base.kind === 'even' && base.thickness === band.thickness && tolerance === band.tolerance;
}

function numberOpinion(facts: HowThinFacts): RuleOpinion {
  const { choices, target } = facts;
  if (choices.number) {
    const { thickness, tolerance } = choices.number;
    return said('number', byNumber(thickness, tolerance).thickness, 'Your own band, whatever the wood measures.');
  }
  if (isOrdinaryTarget(facts)) return said('number', ...bandWords(facts));
  return said(
    'number',
    byNumber(middleThickness(target.base), target.tolerance).thickness,
    'Your target as you set it, whatever this piece measures.',
  );
}

/** The middle of the span for this family and wood, as sure as the span is narrow. */
function bandWords({ family, plate, wood, shop, units }: HowThinFacts): [Estimate, string] {
  const { thickness, from, to, own } = numberBand(family, plate, wood.species, shop.bands);
  const span = `${formatThickness(from, units).figure} to ${inWords(formatThickness(to, units))}`;
  const whose = own ? 'Your workshop’s band' : 'An ordinary band';
  const words = `${whose} for this family and kind of wood, ${span}, whatever this piece measures.`;
  return [byNumber(thickness, (to - from) / 2).thickness, words];
}

function flexOpinion({ choices, checks, units }: HowThinFacts): RuleOpinion {
  const goal = choices.flex;
  const reason = 'As much give on your jig as a plate that worked: sag goes with the inverse cube of thickness.';
  if (!goal) return silent('flex', reason, 'Choose a plate whose flex you want to repeat.');
  const now = checks.findLast(({ flex }) => flex?.jigId === goal.jigId);
  if (!now?.flex) return silent('flex', reason, 'Bend this plate on the same jig once.');
  // Sag goes with the inverse of the width: compared is what a strip of one width would do.
  const known = now.flex.width !== undefined && goal.width !== undefined;
  const wider = known ? now.flex.width! / goal.width! : 1;
  const sag = { value: now.flex.compliance.value * wider, sd: now.flex.compliance.sd * wider };
  const { thickness } = byFlex({ thickness: now.thickness, sag }, goal.compliance);
  const share = sag.value / goal.compliance.value;
  const at = inWords(formatThickness(now.thickness.value, units));
  const breadth = known
    ? Math.abs(wider - 1) > 0.01
      ? `, width for width (this one is ${Math.round(100 * wider)} % as wide under the load)`
      : ''
    : ', as if both were equally wide: one of them was bent before widths were kept';
  const compared = `At ${at} it gave ${Math.round(100 * share)} % of what ${goal.from} gives on the same jig${breadth}.`;
  return said('flex', thickness, `${compared} Sag goes with the inverse cube of thickness.`);
}

function pitchOpinion({ choices, checks, units }: HowThinFacts): RuleOpinion {
  const goal = choices.pitch;
  const reason = 'A note of the free plate falls with its thickness.';
  if (!goal) return silent('pitch', reason, 'Choose the note that it should come down to.');
  const now = checks.findLast((check) => noteHeard(check, goal) !== undefined);
  const heard = now && noteHeard(now, goal);
  const asked = goal.note === 'clear' ? 'the notes that ring clear' : `its ${goal.note} note`;
  if (!now || heard === undefined) return silent('pitch', reason, `Knock on it and type ${asked}.`);
  const frequency = { value: heard, sd: NOTE_DOUBT * heard };
  const { thickness } = byPitch({ thickness: now.thickness, frequency }, goal.frequency);
  return said(
    'pitch',
    thickness,
    `${goal.note === 'clear' ? 'Its clear note nearest to that' : `Its ${goal.note} note`} was ${heard.toFixed(1)} Hz at ${inWords(formatThickness(now.thickness.value, units))}; ${goal.frequency.toFixed(1)} Hz is wanted, and the note falls with the thickness.`,
  );
}

/** "Past it by 0.19 ± 0.08 mm." */
function pastWords({ state, past }: RingCurve, units: UnitChoice): string {
  if (!past || past.value <= 0 || (state !== 'past-peak' && state !== 'at-peak')) return '';
  const far = formatThickness(past.value, units);
  const doubt = inWords(formatThickness(halfInterval(past), units));
  return ` The plate is ${state === 'past-peak' ? 'past it' : 'past it, if at all,'} by ${far.figure} ± ${doubt}.`;
}

const RING_WORDS: Record<RingCurve['state'], string> = {
  'too-few': 'Too few rings to say: knock after each pass, four at least.',
  rising: 'It still rings longer with each pass.',
  'at-peak': 'It rings as long as it will: this is the peak.',
  'past-peak': 'It has begun to ring shorter: the peak is behind.',
  unclear: 'The rings scatter more than they change: no peak can be seen yet.',
};

function ringOpinion(curve: RingCurve, units: UnitChoice): RuleOpinion {
  const { state, peak } = curve;
  if (peak) return said('ring', peak, RING_WORDS[state] + pastWords(curve, units));
  return silent('ring', 'Stop where the plate rings longest.', RING_WORDS[state]);
}

function weightOpinion({ choices, wood, shape, units }: HowThinFacts): RuleOpinion {
  const reason = 'A back carries no strings: a weight that worked is its first goal.';
  if (choices.weight === null) return silent('weight', reason, 'Type the weight that it should come to.');
  const rho = { value: wood.rho, sd: wood.rho * wood.spread.rho };
  const { thickness } = byWeight(choices.weight, rho, plateArea(shape));
  return said(
    'weight',
    thickness,
    `${inWords(formatMass(choices.weight, units))} over this outline, by this wood’s density.`,
  );
}

function stiffnessOpinion(facts: HowThinFacts): RuleOpinion {
  const { wood, shape, choices, models, units } = facts;
  const area = effectiveEllipse(shape);
  const like = models.find(({ id }) => id === choices.likeBuildId);
  if (like) {
    const loadRatio = tensionOf(facts) / like.tension;
    const goal = { wood: like.wood, thickness: like.thickness, loadRatio };
    const { thickness } = byStiffness(wood, area, goal, { modulus: wood.spread.E, goal: like.wood.spread.E });
    const load =
      Math.abs(loadRatio - 1) < 0.01
        ? 'under the same strings'
        : `with ${Math.round(100 * loadRatio)} % of its string load`;
    return said(
      'stiffness',
      thickness,
      `Pumps as stiffly as ${like.name} at ${inWords(formatThickness(like.thickness, units))}, ${load}.`,
    );
  }
  const learned = learnedCarrying(facts);
  const tension = tensionOf(facts);
  const load = tension * 2 * area.along;
  const wanted = { value: learned.factor.value * load, sd: learned.factor.sd * load };
  const { thickness } = byRigidity(wood, area, wanted, wood.spread.E);
  const source =
    learned.from.length > 0
      ? `as ${learned.from.join(', ')} showed`
      : 'as an ordinary plate of the family has; your own finished plates will replace that';
  const doubts = learned.against.length > 0 ? ` ${learned.against.join(', ')} speaks against it.` : '';
  return said(
    'stiffness',
    thickness,
    `Rigidity ${wanted.value.toFixed(1)} N m wanted for strings pulling ${Math.round(tension)} N over ${Math.round(2000 * area.along)} mm, ${source}.${doubts}`,
  );
}

/** What the maker's own finished plates say of the family's carrying factor. */
export function learnedCarrying({ family, models }: Pick<HowThinFacts, 'family' | 'models'>) {
  const plates = models.flatMap(({ name, wood, thickness, shape, tension, outcome }) => {
    if (outcome === null) return [];
    const area = effectiveEllipse(shape);
    const value = stiffnessCoefficient(pumpingRigidity(wood, thickness, area), tension, area);
    return [{ name, outcome, factor: { value, sd: value * wood.spread.E } }];
  });
  return learnCarrying(startCarrying(family), plates);
}

export function tensionOf({
  family,
  scaleLength,
  choices,
}: Pick<HowThinFacts, 'family' | 'scaleLength' | 'choices'>): number {
  const set = genericStringSet(family);
  return choices.tension ?? totalTension(set, scaleLength ?? set.scale);
}

function conflictsAmong(rules: readonly RuleOpinion[]): HowThin['conflicts'] {
  const spoken = rules.flatMap(({ rule, thickness }) => (thickness ? [{ rule, thickness }] : []));
  return spoken
    .flatMap((a, i) =>
      spoken.slice(i + 1).map((b) => ({
        a: a.rule,
        b: b.rule,
        apart: Math.abs(a.thickness.value - b.thickness.value),
        reach: halfInterval({ value: 0, sd: Math.hypot(a.thickness.sd, b.thickness.sd) }),
      })),
    )
    .filter(({ apart, reach }) => apart > reach)
    .sort((a, b) => b.apart - a.apart)
    .map(({ a, b, apart }) => ({ a, b, apart }));
}
