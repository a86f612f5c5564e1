/** What the whole top is computed from: the plan, the wood, and the last survey or a thickness that is usual. SI. */
import type { BracingPlan } from '../bracing';
import type { BuildChoices, Construction, PlateRole } from '../project';
import { plateShape, type Family, type HoleSpec, type OutlineSpec, type PlateShape } from '../outline';
import { genericStringSet } from '../strings';
import type { OrthotropicConstants } from '../wood';
import type { TopPlan } from './top-plan';

/** What a plan stands on. */
export interface Ground {
  shape: PlateShape;
  hole: { x: number; diameter: number } | null;
  /** Of the strings [m], and whether it is the build's own. */
  scale: number;
  ownScale: boolean;
  trebleSign: 1 | -1;
}

export interface GroundOf {
  family: Family;
  outline: OutlineSpec;
  holes: readonly HoleSpec[];
  scaleLength: number | null;
  leftHanded: boolean;
}

export function groundOf({ outline, holes, scaleLength, family, leftHanded }: GroundOf): Ground {
  const round = holes.find((hole) => hole.kind === 'round');
  return {
    shape: plateShape(outline, [...holes]),
    hole: round ? { x: round.x, diameter: round.diameter } : null,
    scale: scaleLength ?? genericStringSet(family).scale,
    ownScale: scaleLength !== null,
    trebleSign: leftHanded ? 1 : -1,
  };
}

const UNMEASURED = 2.8e-3;
/** Fewer places tell no more than their mean. */
const FEWEST_PLACES = 6;

export interface PlateKnown {
  thickness: TopPlan['thickness'];
  words: string;
}

interface BuildPlate {
  construction: Construction;
  choices: Pick<BuildChoices, 'sandwich'>;
}

/** @param places of the last survey, averaged by station */
export function plateKnown(
  { construction, choices }: BuildPlate,
  places: readonly { x: number; y: number; thickness: number }[],
): PlateKnown {
  if (places.length >= FEWEST_PLACES)
    return {
      thickness: places.map(({ x, y, thickness }) => ({ x, y, thickness })),
      words: `thickness as last surveyed, ${places.length} places`,
    };
  const { sandwich } = choices;
  if (construction === 'sandwich' && sandwich)
    return { thickness: sandwich.core + 2 * sandwich.skin, words: 'skins and core as planned' };
  if (places.length > 0) {
    const mean = places.reduce((sum, { thickness }) => sum + thickness, 0) / places.length;
    return { thickness: mean, words: 'thickness of the few places measured' };
  }
  return { thickness: UNMEASURED, words: '2.8 mm all over, as nothing is measured yet' };
}

/** A back takes no bridge. */
type TopBuild = BuildPlate & { family: Family; wood: OrthotropicConstants; plate?: PlateRole };

export function topOfBuild(
  build: TopBuild,
  plan: BracingPlan,
  { shape, scale, trebleSign }: Ground,
  { thickness }: PlateKnown,
): TopPlan {
  return {
    shape,
    family: build.family,
    plan,
    thickness,
    scale,
    trebleSign,
    bridge: build.plate !== 'back',
    wood: build.wood,
    sandwich: build.construction === 'sandwich' ? build.choices.sandwich : null,
  };
}
