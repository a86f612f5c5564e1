/**
 * The leading rule's word on one plate, as the verdict takes it; and who else of the family can be learned from. SI.
 */
import type { Lead } from './lead';
import { plateShape, type Family, type HoleSpec, type OutlineSpec } from '../outline';
import type { BuildWood, BuildChoices, Construction, PlateRole } from '../project';
import { howThin, isOrdinaryTarget, tensionOf, type HowThin, type HowThinFacts, type ModelPlate } from '../graduation';

/** What is known of another build of the bench. */
export interface OtherBuild {
  id: string;
  number: number;
  family: Family;
  plate: PlateRole;
  construction: Construction;
  wood: BuildWood;
  outline: OutlineSpec;
  holes: HoleSpec[];
  scaleLength: number | null;
  choices: BuildChoices;
  /** Mean thickness of its newest survey [m]; null while it has none. */
  mean: number | null;
}

/** Other plates of the family that were read and are built alike: models to follow, or warnings. */
export function modelPlates(
  own: { id: string; family: Family; plate: PlateRole; construction: Construction },
  others: readonly OtherBuild[],
): ModelPlate[] {
  return others
    .filter(({ id, family, plate }) => id !== own.id && family === own.family && plate === own.plate)
    .filter(({ construction }) => isSolidFlat(construction) === isSolidFlat(own.construction))
    .flatMap((other) => (other.mean === null ? [] : [modelOf(other, other.mean)]))
    .sort((a, b) => (a.id < b.id ? -1 : 1));
}

function modelOf(other: OtherBuild, thickness: number): ModelPlate {
  const { id, number, wood, outline, holes, family, scaleLength, choices } = other;
  const tension = tensionOf({ family, scaleLength, choices: choices.rules });
  return {
    id,
    name: `No. ${number}`,
    wood,
    thickness,
    shape: plateShape(outline, holes),
    tension,
    outcome: choices.outcome,
  };
}

const isSolidFlat = (construction: Construction) => construction === 'flat' || construction === 'domed';

/** Why a construction has no verdict by thickness at all; null where it has. */
export function notJudgedWords(construction: Construction): string | null {
  if (construction !== 'sandwich') return null;
  return 'A sandwich’s skins are thin and can’t be had back: what a solid plate of this thickness would want says nothing of it';
}

export function leadOf(thin: HowThin, facts: HowThinFacts): Lead {
  const { leader, rules, stop } = thin;
  const opinion = rules.find(({ rule }) => rule === leader)!;
  const common = {
    rule: leader,
    wood: leader === 'stiffness' ? facts.wood : null,
    chosen: facts.choices.leader !== null,
    ownTarget: !isOrdinaryTarget(facts),
    doubt: doubtOf(thin, facts),
  };
  if (leader === 'number' && !facts.choices.number) return { ...common, says: { kind: 'target' } };
  if (!stop) return { ...common, says: { kind: 'silent', why: opinion.missing ?? opinion.reason } };
  return { ...common, says: { kind: 'line', thickness: stop } };
}

/** Rules that rest on the wood's constants are as doubtful as those. */
function doubtOf({ leader }: HowThin, { wood }: Pick<HowThinFacts, 'wood'>): string | null {
  const restsOnWood = leader === 'stiffness' || leader === 'weight';
  return restsOnWood ? (wood.doubt ?? null) : null;
}

/** Rules, leader and lead in one. */
export function leadFor(facts: HowThinFacts): { thin: HowThin; lead: Lead } {
  const thin = howThin(facts);
  return { thin, lead: leadOf(thin, facts) };
}
