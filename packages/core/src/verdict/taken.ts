/**
 * What a maker really took off in a pass, against what was advised: the whole advice, passes over the whole plate, or
 * passes over parts of it. SI.
 */
import { InvalidInput, requirePositive } from '../base';
import { reachBias, type HandReach, type MapGrid } from '../survey';
import type { PassPlan, PassTool } from './pass-plan';
import { zoneWords, type ZoneMap } from './zones';

/** Parts go by their names, as they stand in the list of what to take off. */
export type Taken =
  { kind: 'plan' } | { kind: 'whole'; passes: number } | { kind: 'parts'; parts: { place: string; passes: number }[] };

export interface PassTaken {
  tool: PassTool;
  taken: Taken;
}

/**
 * Depth that came off if the tool did what it is set to, per cell [m], length nx * ny. A part of the advice keeps the
 * advice's shape within it, in proportion to the passes taken; a part that was not advised is gone over evenly, as far as
 * the hand reaches.
 * @throws InvalidInput for a part that the plate has not, or for passes that are none
 */
export function takenRemoval(
  { grid, zones, reach = null }: { grid: MapGrid; zones: ZoneMap; reach?: HandReach | null },
  plan: PassPlan,
  { tool, taken }: PassTaken,
): Float64Array {
  if (taken.kind === 'plan') return Float64Array.from(plan.removal);
  requirePositive('tool.depthPerPass', tool.depthPerPass);
  const bias = tool.kind === 'sander' ? null : reachBias(grid, reach);
  const share = (cell: number) => 1 + (bias?.[cell] ?? 0);
  if (taken.kind === 'whole') {
    requirePositive('taken.passes', taken.passes);
    return grid.wood.map((wood, cell) => (wood > 0 ? taken.passes * tool.depthPerPass * share(cell) : 0));
  }
  const removal = new Float64Array(grid.wood.length);
  taken.parts.forEach(({ place, passes }, i) => {
    const zone = zones.zones.findIndex((other) => zoneWords(other) === place);
    if (zone < 0) throw new InvalidInput(`taken.parts[${i}].place`, place, 'is no part of this plate');
    requirePositive(`taken.parts[${i}].passes`, passes);
    addPart(removal, { zone, depth: passes * tool.depthPerPass, share }, plan, zones);
  });
  return removal;
}

/** @param part its depth as meant [m], and how much of that comes off at each cell (1) */
function addPart(
  removal: Float64Array,
  part: { zone: number; depth: number; share: (cell: number) => number },
  plan: PassPlan,
  zones: ZoneMap,
): void {
  const step = plan.steps.find(({ zone }) => zone === part.zone);
  const ofAdvice = step && part.depth / (step.passes * step.tool.depthPerPass);
  for (let cell = 0; cell < removal.length; cell++) {
    if (zones.zoneOf[cell] !== part.zone) continue;
    removal[cell] += ofAdvice === undefined ? part.depth * part.share(cell) : ofAdvice * plan.byParts[cell];
  }
}
