/** What the whole top is reckoned from: the plan under the hand, the wood, and the last survey or a thickness that is usual. */
import { averageByStation, type BracingPlan, type TopPlan } from '@nimble/core';
import type { Build, SurveyReading } from '../../api/types';
import type { Ground } from '../../bracing/use-bracing';

const UNMEASURED = 2.8e-3;
/** Fewer places tell no more than their mean. */
const FEWEST_PLACES = 6;

export interface PlateKnown {
  thickness: TopPlan['thickness'];
  words: string;
}

export function plateKnown(build: Build, readings: readonly SurveyReading[] | undefined): PlateKnown {
  const places = averageByStation(readings ?? []).map(({ x, y, thickness }) => ({ x, y, thickness }));
  if (places.length >= FEWEST_PLACES)
    return { thickness: places, words: `thickness as last surveyed, ${places.length} places` };
  const { sandwich } = build.choices;
  if (build.construction === 'sandwich' && sandwich)
    return { thickness: sandwich.core + 2 * sandwich.skin, words: 'skins and core as planned' };
  if (places.length > 0) {
    const mean = places.reduce((sum, { thickness }) => sum + thickness, 0) / places.length;
    return { thickness: mean, words: 'thickness of the few places measured' };
  }
  return { thickness: UNMEASURED, words: '2.8 mm all over, as nothing is measured yet' };
}

export function topPlanOf(build: Build, plan: BracingPlan, ground: Ground, { thickness }: PlateKnown): TopPlan {
  return {
    shape: ground.shape, family: build.family, plan, thickness, scale: ground.scale, trebleSign: ground.trebleSign, bridge: true,
    wood: build.wood, sandwich: build.construction === 'sandwich' ? build.choices.sandwich : null,
  };
} // prettier-ignore
