/**
 * Times of the core as ratios within one run: the unit is 1 million square roots summed, so that a slow machine slows both.
 * Budgets come from the product's own targets, turned into milliseconds only for the reader.
 */
import {
  assessThickness, contourAreas, createMapGrid, defaultHoles, defaultOutline, defaultTarget, layStations, mapThickness, METRIC, plateContext, plateShape,
  questionableReadings, roundLevels, woodEstimate, woodOfSpecies, type StationReading,
} from '@nimble/core'; // prettier-ignore
import { Bench } from 'tinybench';
import { PlateComputer, type PictureRequest } from '../apps/web/src/workers/plate-computer';

export interface Row {
  name: string;
  milliseconds: number;
  ratio: number;
  /** What it should stay under [ms], if anything. */
  budget: number | null;
}

const shape = plateShape(defaultOutline('steel-string'), defaultHoles('steel-string'));
const grid = createMapGrid(shape);
const plate = plateContext(shape, grid, -1);
const target = defaultTarget('steel-string', 'top');
const wood = woodEstimate(woodOfSpecies('sitka-spruce'));

function survey(pitch: number): StationReading[] {
  return layStations(shape, { pitch, rimInset: 0.01 }).map(({ name, x, y }) => ({
    station: name, x, y, thickness: 2.9e-3 + 1e-4 * Math.sin(20 * x) * Math.cos(18 * y), count: 1, spread: 0, kept: false,
  })); // prettier-ignore
}

const usual = survey(0.035);
const many = survey(0.0158);
const levels = roundLevels(2.7e-3, 3.1e-3, 8);

function assess(readings: StationReading[]) {
  return assessThickness(plate, {
    readings,
    wanted: readings.length,
    target,
    tool: { kind: 'plane', depthPerPass: 5e-5 },
    wood,
    mass: null,
    removalSpread: 0.2,
  });
}

const picture: PictureRequest = {
  plate: { outline: defaultOutline('steel-string'), holes: defaultHoles('steel-string'), leftHanded: false },
  readings: usual, stations: usual, target, tool: { kind: 'plane', depthPerPass: 5e-5 }, wood: woodOfSpecies('sitka-spruce'), mass: null,
  removalSpread: 0.2, units: METRIC, view: 'deviation', dragging: false, earlier: null,
}; // prettier-ignore
const computer = new PlateComputer();
computer.picture(picture);

const CASES: readonly [name: string, run: () => unknown, budget: number | null][] = [
  ['a million square roots (the unit)', () => rootSum(1e6), null],
  [
    `map and contours, ${many.length} stations`,
    () => contourAreas(grid, mapThickness(grid, many).thickness, levels),
    30,
  ],
  [
    `map and contours, ${usual.length} stations`,
    () => contourAreas(grid, mapThickness(grid, usual).thickness, levels),
    16,
  ],
  [`verdict, plan and forecast, ${usual.length} stations`, () => assess(usual), 40],
  [`verdict, plan and forecast, ${many.length} stations`, () => assess(many), null],
  ['map redraw while a target is dragged', () => computer.picture({ ...picture, dragging: true }), 16],
  ['whole picture after it is let go', () => computer.picture(picture), null],
  [`questionable readings, ${many.length} stations`, () => questionableReadings(many), null],
  ['a plate’s grid (once per outline)', () => createMapGrid(shape), null],
  ['laying stations', () => layStations(shape), null],
];

export async function benchCore(): Promise<Row[]> {
  const bench = new Bench({ time: 600, warmupTime: 200 });
  for (const [name, run] of CASES) bench.add(name, run);
  await bench.run();
  const medians = bench.tasks.map((task) => (task.result as unknown as { latency: { p50: number } }).latency.p50);
  return CASES.map(([name, , budget], i) => ({
    name,
    milliseconds: medians[i]!,
    ratio: medians[i]! / medians[0]!,
    budget,
  }));
}

function rootSum(count: number): number {
  let sum = 0;
  for (let i = 0; i < count; i++) sum += Math.sqrt(i);
  return sum;
}
