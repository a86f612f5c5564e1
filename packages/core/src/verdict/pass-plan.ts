/**
 * The next passes: how often the maker's own tool should go over each place so that it comes as near the target as
 * possible, and never below the floor, which is the target less its tolerance or the hard limit, whichever is higher.
 * SI.
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
  /** Index of the zone, or null for the whole plate through the sander. */
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
}

/** Specks smaller than this are not worth setting a tool to [m2]. */
const LEAST_AREA = 2e-4;
const ROUND_OFF = 1e-9;

/** @throws InvalidInput for a tool that takes nothing off */
export function planPasses(input: PlanInput): PassPlan {
  requirePositive('tool.depthPerPass', input.tool.depthPerPass);
  const { grid, thickness, tool } = input;
  const removal = new Float64Array(thickness.length);
  const sanding = tool.kind === 'sander' ? sandWhole(input, removal) : null;
  const handTool: PassTool = sanding ? { kind: 'scraper', depthPerPass: DEFAULT_DEPTH.scraper } : tool;
  const before = thickness.map((h, cell) => h - removal[cell]);
  const passes = countPasses(input, before, handTool.depthPerPass);
  const tallies = tallyZones(input, before, passes, handTool);
  const worked = tallies.filter((step) => step.passes > 0 && step.area >= LEAST_AREA);
  const workedZones = new Set(worked.map((step) => step.zone));
  for (let cell = 0; cell < removal.length; cell++) {
    if (workedZones.has(input.zones.zoneOf[cell])) removal[cell] += passes[cell] * handTool.depthPerPass;
  }
  return {
    steps: [...(sanding ? [sanding] : []), ...inOrderOfWork(worked, handTool)],
    removal,
    after: thickness.map((h, cell) => (grid.wood[cell] > 0 ? h - removal[cell] : h)),
    nearLimit: tallies
      .filter((step) => step.margin < tool.depthPerPass)
      .map(({ zone, margin }) => ({ zone: zone!, margin })),
  };
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

/** As many whole passes as the place with the least to spare allows, and no more than bring the plate to its target. */
function sandWhole(input: PlanInput, removal: Float64Array): PlanStep | null {
  const { grid, thickness, target, tool } = input;
  let margin = Infinity;
  let over = Infinity;
  for (let cell = 0; cell < thickness.length; cell++) {
    if (!(grid.wood[cell] > 0)) continue;
    margin = Math.min(margin, thickness[cell] - floorAt(input, cell));
    over = Math.min(over, thickness[cell] - target[cell]);
  }
  const passes = Math.max(0, Math.min(wholePasses(margin, tool.depthPerPass), Math.ceil(over / tool.depthPerPass)));
  if (passes === 0) return null;
  const depth = passes * tool.depthPerPass;
  let area = 0;
  for (let cell = 0; cell < removal.length; cell++) {
    removal[cell] = grid.wood[cell] > 0 ? depth : 0;
    area += grid.wood[cell] * grid.pitch ** 2;
  }
  const centre = { x: grid.x0 + (grid.nx / 2) * grid.pitch, y: 0 };
  return {
    zone: null,
    passes,
    tool,
    area,
    meanDepth: depth,
    largestDepth: depth,
    volume: area * depth,
    centre,
    margin,
  };
}

/** Per cell: none within the band, else the number that ends nearest the target and not below the floor. */
function countPasses(input: PlanInput, thickness: Float64Array, depth: number): Uint16Array {
  const { grid, target, tolerance } = input;
  return Uint16Array.from(thickness, (h, cell) => {
    const over = h - target[cell];
    if (!(grid.wood[cell] > 0) || over <= tolerance + ROUND_OFF) return 0;
    return Math.max(0, Math.min(Math.round(over / depth), wholePasses(h - floorAt(input, cell), depth)));
  });
}

function wholePasses(available: number, depth: number): number {
  return Math.floor(available / depth + ROUND_OFF);
}

function tallyZones(input: PlanInput, thickness: Float64Array, passes: Uint16Array, tool: PassTool): PlanStep[] {
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
    step.volume += passes[cell] * tool.depthPerPass * cellArea;
    step.largestDepth = Math.max(step.largestDepth, thickness[cell] - target[cell]);
  }
  for (const step of steps) {
    if (step.area === 0) continue;
    step.meanDepth = step.volume / step.area;
    step.centre = { x: step.centre.x / step.area, y: step.centre.y / step.area };
  }
  return steps;
}
