/**
 * The next passes: how often the maker's own tool should go over each place so that it comes as near the target as
 * possible, and never below the floor, which is the target less its tolerance or the hard limit, whichever is higher.
 * Where most of the plate is far over, the whole of it comes down first, and is read again before the parts. SI.
 */
import { requirePositive } from '../base';
import { gridX, gridY, type MapGrid } from '../survey';
import type { ZoneMap } from './zones';

/** A sander takes the whole plate at once; a plane or a scraper goes where it is led. */
export interface PassTool {
  kind: 'plane' | 'scraper' | 'sander';
  /** What one pass takes off [m]. */
  depthPerPass: number;
}

export const DEFAULT_DEPTH: Record<PassTool['kind'], number> = { plane: 5e-5, scraper: 2e-5, sander: 1e-4 };

export interface PlanStep {
  /** Index of the zone, or null for the whole plate. */
  zone: number | null;
  passes: number;
  /** The tool for this step; what the sander can't reach is scraped. */
  tool: PassTool;
  /** Area worked over [m2], mean and largest depth to take off there [m]. */
  area: number;
  meanDepth: number;
  largestDepth: number;
  /** [m3] */
  volume: number;
  /** Middle of the worked area, for a mark on the plate [m]. */
  centre: { x: number; y: number };
  /** Least thickness above the floor in the zone before the work [m]: what there is to spare. */
  margin: number;
}

export interface PassPlan {
  /** In the order of work: the zone nearest its limit last. */
  steps: PlanStep[];
  /** What will come off, and what will then be left, per cell [m]; length nx * ny. */
  removal: Float64Array;
  after: Float64Array;
  /** What of it comes off part by part, beyond what is taken off all over. */
  byParts: Float64Array;
  /** Zones with less to spare than one pass takes: leave them. Index and margin [m]. */
  nearLimit: { zone: number; margin: number }[];
}

export interface PlanInput {
  grid: MapGrid;
  zones: ZoneMap;
  /** All of length nx * ny [m]. */
  thickness: Float64Array;
  target: Float64Array;
  tolerance: number;
  limit: number;
  tool: PassTool;
  /** How unevenly wood comes off here, as a share of what was meant to (1). */
  removalSpread: number;
  /** How much more comes off by hand at each place than was meant, as a share of it (1); length nx * ny. */
  bias: Float64Array | null;
}

/** Specks smaller than this are not worth setting a tool to [m2]. */
const LEAST_AREA = 2e-4;
const ROUND_OFF = 1e-9;

/** @throws InvalidInput for a tool that takes nothing off */
export function planPasses(input: PlanInput): PassPlan {
  requirePositive('tool.depthPerPass', input.tool.depthPerPass);
  const { grid, thickness, tool } = input;
  const removal = new Float64Array(thickness.length);
  const bite = biteOf(input, tool);
  const spare = overOnWood(input, bite);
  const count = tool.kind === 'sander' ? sanderPasses(spare) : handPasses(input, spare);
  const allOver = count > 0 ? wholeStep(input, bite, count, removal) : null;
  const handTool: PassTool =
    allOver && tool.kind === 'sander' ? { kind: 'scraper', depthPerPass: DEFAULT_DEPTH.scraper } : tool;
  const byParts = new Float64Array(thickness.length);
  const before = thickness.map((h, cell) => h - removal[cell]);
  // What one hand works down it brings to the target; what the sander left within the band is not scraped.
  const open = handTool === tool ? thickness : before;
  const handBite = biteOf(input, handTool);
  const passes = countPasses(input, before, handBite, open);
  const tallies = tallyZones(input, before, { passes, bite: handBite, tool: handTool });
  const worked = tallies.filter((step) => step.passes > 0 && step.area >= LEAST_AREA);
  const workedZones = new Set(worked.map((step) => step.zone));
  for (let cell = 0; cell < removal.length; cell++) {
    if (workedZones.has(input.zones.zoneOf[cell])) byParts[cell] = passes[cell] * handBite[cell];
    removal[cell] += byParts[cell];
  }
  return {
    steps: [...(allOver ? [allOver] : []), ...inOrderOfWork(worked, handTool)],
    removal,
    byParts,
    after: thickness.map((h, cell) => (grid.wood[cell] > 0 ? h - removal[cell] : h)),
    nearLimit: tallies
      .filter((step) => step.margin < tool.depthPerPass)
      .map(({ zone, margin }) => ({ zone: zone!, margin })),
  };
}

/** Over the place that is gone over most, whole plate and part together; what is scraped after the sander counts no more. */
export function passesToGo({ steps }: PassPlan): number {
  const most = (wanted: readonly PlanStep[]) => wanted.reduce((count, { passes }) => Math.max(count, passes), 0);
  const [whole, parts] = [steps.filter(({ zone }) => zone === null), steps.filter(({ zone }) => zone !== null)];
  const isSanded = whole.some(({ tool }) => tool.kind === 'sander');
  return isSanded ? most(steps) : most(whole) + most(parts);
}

/**
 * The most wood first; parts with little to spare, and in any case the one nearest its limit, last, when the tool is
 * well known.
 */
function inOrderOfWork(steps: readonly PlanStep[], { depthPerPass }: PassTool): PlanStep[] {
  const least = Math.min(...steps.map((step) => step.margin));
  const tight = (step: PlanStep) => step.margin < Math.max(2 * depthPerPass, least + ROUND_OFF);
  const easy = steps.filter((step) => !tight(step)).sort((a, b) => b.volume - a.volume);
  return [...easy, ...steps.filter(tight).sort((a, b) => b.margin - a.margin)];
}

/** The lowest the place may come: the target less its tolerance, or the hard limit. */
function floorAt({ target, tolerance, limit }: PlanInput, cell: number): number {
  return Math.max(target[cell] - tolerance, limit);
}

/** What one pass takes off at each place [m]: a roller takes as much everywhere, a hand as it reaches. */
function biteOf({ grid, bias }: PlanInput, { kind, depthPerPass }: PassTool): Float64Array {
  const isEven = bias === null || kind === 'sander';
  return grid.wood.map((_, cell) => depthPerPass * (isEven ? 1 : 1 + bias[cell]));
}

/** Of the wood, in passes: what each cell has over its target, least first, and the least that any has over its floor. */
function overOnWood(input: PlanInput, bite: Float64Array): { over: Float64Array; margin: number } {
  const { grid, thickness, target } = input;
  const over = new Float64Array(thickness.length);
  let [count, margin] = [0, Infinity];
  for (let cell = 0; cell < thickness.length; cell++) {
    if (!(grid.wood[cell] > 0)) continue;
    over[count++] = (thickness[cell] - target[cell]) / bite[cell];
    margin = Math.min(margin, (thickness[cell] - floorAt(input, cell)) / bite[cell]);
  }
  return { over: over.subarray(0, count).sort(), margin };
}

/** As many whole passes as the place with the least to spare allows, and no more than bring the plate to its target. */
function sanderPasses({ over, margin }: ReturnType<typeof overOnWood>): number {
  return Math.max(0, Math.min(whole(margin), Math.ceil(over[0])));
}

/** By hand, of the plate's places so many must be that far over (1). */
const MOST_OF_IT = 0.9;
/** Of ten places nine come off no deeper than this many standard deviations beyond what was meant. */
const NINE_IN_TEN = 1.28;
/** Fewer are part of the work on the parts. */
const WORTH_ALL_OVER = 3;

/**
 * What nearly all of the plate has over, less what this shop's hands take too much here and there; none where little is
 * over.
 */
function handPasses({ removalSpread }: PlanInput, { over, margin }: ReturnType<typeof overOnWood>): number {
  const most = over[Math.floor((1 - MOST_OF_IT) * (over.length - 1))];
  const passes = whole(Math.min(most, margin) / (1 + NINE_IN_TEN * removalSpread));
  return passes >= WORTH_ALL_OVER ? passes : 0;
}

function wholeStep(input: PlanInput, bite: Float64Array, passes: number, removal: Float64Array): PlanStep {
  const { grid, tool, thickness } = input;
  let [area, volume, largestDepth, margin] = [0, 0, 0, Infinity];
  for (let cell = 0; cell < removal.length; cell++) {
    if (!(grid.wood[cell] > 0)) continue;
    removal[cell] = passes * bite[cell];
    const cellArea = grid.wood[cell] * grid.pitch ** 2;
    area += cellArea;
    volume += cellArea * removal[cell];
    largestDepth = Math.max(largestDepth, removal[cell]);
    margin = Math.min(margin, thickness[cell] - floorAt(input, cell));
  }
  const centre = { x: grid.x0 + (grid.nx / 2) * grid.pitch, y: 0 };
  return { zone: null, passes, tool, area, meanDepth: volume / area, largestDepth, volume, centre, margin };
}

/** Per cell: none where it lay within the band, else the number that ends nearest the target and not below the floor. */
function countPasses(input: PlanInput, thickness: Float64Array, bite: Float64Array, open: Float64Array): Uint16Array {
  const { grid, target, tolerance } = input;
  return Uint16Array.from(thickness, (h, cell) => {
    const over = h - target[cell];
    if (!(grid.wood[cell] > 0) || open[cell] - target[cell] <= tolerance + ROUND_OFF) return 0;
    return Math.max(0, Math.min(Math.round(over / bite[cell]), whole((h - floorAt(input, cell)) / bite[cell])));
  });
}

const whole = (passes: number): number => Math.floor(passes + ROUND_OFF);

/** Passes over each place, what each takes there, and with what. */
interface Work {
  passes: Uint16Array;
  bite: Float64Array;
  tool: PassTool;
}

function tallyZones(input: PlanInput, thickness: Float64Array, { passes, bite, tool }: Work): PlanStep[] {
  const { grid, zones, target } = input;
  const steps = zones.zones.map((_, zone): PlanStep => ({
    zone,
    passes: 0,
    tool,
    area: 0,
    meanDepth: 0,
    largestDepth: 0,
    volume: 0,
    centre: { x: 0, y: 0 },
    margin: Infinity,
  }));
  for (let cell = 0; cell < passes.length; cell++) {
    if (zones.zoneOf[cell] < 0) continue;
    const step = steps[zones.zoneOf[cell]];
    step.margin = Math.min(step.margin, thickness[cell] - floorAt(input, cell));
    if (passes[cell] === 0) continue;
    const cellArea = grid.wood[cell] * grid.pitch ** 2;
    step.passes = Math.max(step.passes, passes[cell]);
    step.area += cellArea;
    step.centre.x += cellArea * gridX(grid, cell);
    step.centre.y += cellArea * gridY(grid, cell);
    step.volume += passes[cell] * bite[cell] * cellArea;
    step.largestDepth = Math.max(step.largestDepth, thickness[cell] - target[cell]);
  }
  for (const step of steps) {
    if (step.area === 0) continue;
    step.meanDepth = step.volume / step.area;
    step.centre = { x: step.centre.x / step.area, y: step.centre.y / step.area };
  }
  return steps;
}
