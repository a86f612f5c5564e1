/**
 * Times of the core as ratios within one run: the unit is 1 million square roots summed, so that a slow machine slows
 * both. Budgets come from the product's own targets, turned into milliseconds only for the reader.
 */
import { analyseKnock, createFftPlan } from '@nimble/core/sound';
import { assessThickness, plateContext } from '@nimble/core/verdict';
import { assessVoicing, figuresOnBench, priorSpread, type Shaving, type VoicingInput } from '@nimble/core/voicing';
import {
  contourAreas,
  createMapGrid,
  layStations,
  mapThickness,
  questionableReadings,
  roundLevels,
  type StationReading,
} from '@nimble/core/survey';
import { defaultHoles, defaultOutline, plateShape } from '@nimble/core/outline';
import { defaultTarget, howThin, NEW_SHOP } from '@nimble/core/graduation';
import { METRIC } from '@nimble/core/units';
import { barModes, type Bar } from '@nimble/core/bar';
import { drawPattern, emptyPlan, planCautions, usualSettings } from '@nimble/core/bracing';
import { examineTop, TopReanalysis, type TopPlan } from '@nimble/core/top';
import { identifyPlate } from '@nimble/core/wood';
import { knockMap, knockPlaces, modeShapes, type PlacedKnock } from '@nimble/core/knock-map';
import { NO_CHOICES, woodEstimate, woodOfSpecies } from '@nimble/core/project';
import { ringCompliance } from '@nimble/core/ritz-plate';
import { solveTop, type TopInput } from '@nimble/core/shell';
import { Bench } from 'tinybench';
import { RATE, inNoise, asSound, randomPlate, taps } from '../packages/core/test/made-taps';
import { aGoal, TAKEN } from '../packages/core/test/voiced-top';
import { PlateComputer, type PictureRequest } from '../apps/web/src/compute/plate-computer';

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
    station: name,
    x,
    y,
    thickness: 2.9e-3 + 1e-4 * Math.sin(20 * x) * Math.cos(18 * y),
    count: 1,
    spread: 0,
    kept: false,
  }));
}

const usual = survey(0.035);
const many = survey(0.0158);
const levels = roundLevels(2.7e-3, 3.1e-3, 8);

function assess(readings: StationReading[]) {
  return assessThickness(plate, {
    readings,
    wanted: readings.length,
    target,
    lead: null,
    tool: { kind: 'plane', depthPerPass: 5e-5 },
    wood,
    mass: null,
    removalSpread: 0.2,
  });
}

const picture: PictureRequest = {
  plate: { outline: defaultOutline('steel-string'), holes: defaultHoles('steel-string'), leftHanded: false },
  stations: usual,
  facts: {
    build: {
      family: 'steel-string',
      plate: 'top',
      construction: 'flat',
      wood: woodOfSpecies('sitka-spruce'),
      scaleLength: 0.645,
      rules: NO_CHOICES,
      units: METRIC,
      tool: { kind: 'plane', depthPerPass: 5e-5 },
    },
    readings: usual,
    wanted: usual.length,
    target,
    mass: null,
    removalSpread: 0.2,
    reach: null,
    checks: [],
    models: [],
    shop: NEW_SHOP,
    expected: null,
  },
  view: 'deviation',
  dragging: false,
  earlier: null,
};
const board = { length: 0.55, width: 0.21, thickness: 3.6e-3, mass: 0.1746, twist: 43.85, across: 116.3, along: 65.38 };
const checks = [3.1, 3, 2.9, 2.8, 2.7].map((mm) => ({
  thickness: { value: mm / 1000, sd: 1e-5 },
  flex: { jigId: 'j', compliance: { value: 1e-4 * (3 / mm) ** 3, sd: 1e-6 } },
  notes: { across: 30 * mm },
  ring: { time: 1 - (mm - 2.9) ** 2, level: null },
}));
const goal = { jigId: 'j', compliance: { value: 1.3e-4, sd: 1e-6 }, from: 'No. 1' };
const school = {
  family: 'steel-string',
  plate: 'top',
  wood: woodOfSpecies('sitka-spruce'),
  shape,
  scaleLength: 0.645,
  construction: 'flat',
  target,
  checks,
  models: [],
  shop: NEW_SHOP,
  units: METRIC,
  choices: { ...NO_CHOICES, flex: goal, pitch: { note: 'across', frequency: 80 } },
} as const;
const computer = new PlateComputer();
computer.picture(picture);

/** One second of 48 kHz: a plate of six notes and a crowd above, at 40 dB. */
const struck = (() => {
  const { modes, above, random } = randomPlate(3);
  return asSound(inNoise(taps([...modes, ...above], [{ at: 0.1 }], 1), 0.1, 40, random));
})();
const plain = createFftPlan(2 ** Math.ceil(Math.log2(RATE)));

/** A top struck at fourteen places, eight partials each. */
const walk = knockPlaces(shape, 'few', []).map((place): PlacedKnock => ({
  id: place.name,
  place,
  loudness: -12,
  brightness: 300,
  ringTime: 0.8,
  rattle: 0,
  partials: Array.from({ length: 8 }, (_, p) => ({
    frequency: 80 * 1.3 ** p,
    frequencySd: 0.02,
    q: 50,
    qSd: 0.01,
    level: -3 * p,
    polarity: Math.sin((p + 1) * 9 * place.x + 7 * place.y * p) < 0 ? -1 : 1,
  })),
}));
const walkMap = knockMap(walk);
const bar: Bar = {
  length: 0.3,
  density: 420,
  modulus: 12e9,
  ends: 'free',
  section: 'rectangle',
  stations: Array.from({ length: 200 }, (_, i) => ({
    x: (0.3 * i) / 199,
    width: 8e-3,
    height: 0.008 + 0.004 * Math.sin((Math.PI * i) / 199),
  })),
};

const hole = { x: 0.152, diameter: 0.098 };
const xPlan = {
  ...emptyPlan('steel-string', 'flat'),
  ...drawPattern(usualSettings('x'), { shape, hole, bridgeAt: 0.29, trebleSign: -1 }),
};
const spruce = { density: 410, modulusAlong: 11.5e9, modulusAcross: 0.75e9, shearModulus: 0.8e9, poisson: 0.37 };
/** A braced guitar top on the mesh it gets by default; two load cases. */
const top: TopInput = {
  outline: shape.outline,
  holes: shape.holes,
  thickness: 2.8e-3,
  material: spruce,
  edge: 'supported',
  modeCount: 6,
  probes: [[0.29, 0]],
  braces: xPlan.braces.map(({ from, to, section, heights, width, length, modulus, density }) => ({
    path: [from, to],
    section,
    stations: heights.map((height, i) => ({ s: (length * i) / (heights.length - 1), width, height })),
    material: { ...spruce, modulusAlong: modulus, density },
  })),
  loads: [
    { kind: 'force', at: [0.29, 0], force: 10 },
    {
      kind: 'torque',
      line: [
        [0.29, -0.08],
        [0.29, 0.08],
      ],
      torque: 9,
    },
  ],
};

const topPlan: TopPlan = {
  shape,
  family: 'steel-string',
  plan: xPlan,
  scale: 0.632,
  trebleSign: -1,
  bridge: true,
  sandwich: null,
  thickness: 2.8e-3,
  wood: { rho: 410, E_L: 11.5e9, E_C: 0.75e9, G_LC: 0.8e9, nu_LC: 0.37 },
};
const examine = (meshSize?: number) => examineTop(topPlan, { hold: 'glued', modeCount: 6, meshSize });
const opened = examine();
const quick = new TopReanalysis(opened);
const lower = new Map([[0, xPlan.braces[0].heights.map((height) => 0.9 * height)]]);
const freedoms = (meshSize: number) => solveTop({ ...top, meshSize, modeCount: 0, loads: [] }).degreesOfFreedom;

type Case = readonly [name: string, run: () => unknown, budget: number | null];

/** Round 2 of a top: bends, weight and five notes after a shaving. */
const voicing: VoicingInput = (() => {
  const values = figuresOnBench(TAKEN, { closed: false }).values.map(({ key, value }) => ({
    key,
    value: { value, sd: 0.01 * value },
  }));
  const readings = values.filter(({ key }) => !key.startsWith('mode'));
  const heard = values
    .filter(({ key }) => key.startsWith('mode'))
    .map(({ value: { value } }) => ({ frequency: { value, sd: 0.002 * value } }));
  const leg = TAKEN.plan.braces.find(({ role }) => role === 'x-leg')!;
  const shavings: Shaving[] = [{ place: { kind: 'brace', id: leg.id, from: 0.1, to: 0.25 }, depth: 4e-4 }];
  const round = { readings, heard, ring: null, shavings: [], forecast: null };
  return {
    top: TAKEN,
    goal: aGoal(4),
    prior: priorSpread({ density: 0.03, modulus: 0.1, braceDensity: 0.05, braceModulus: 0.1 }),
    closed: false,
    record: [],
    thinnest: 2.8e-3,
    rounds: [
      { ...round, number: 1, shavings },
      { ...round, number: 2 },
    ],
  };
})();

const CASES: readonly Case[] = [
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
  ['constants of a board from three notes, with their doubts', () => identifyPlate(board), 50],
  ['all rules for how thin, with intervals', () => howThin(school), 200],
  ['a plate on a ring', () => ringCompliance({ D_L: 20, D_C: 1.4, D_1: 0.5, D_k: 1.6 }, 0.14), null],
  ['a plain transform of one second of sound', () => plain.run(struck.channels[0], 0, RATE), null],
  ['one second of knock heard', () => analyseKnock(struck), 60],
  ['a walk of 14 places put together', () => knockMap(walk), 30],
  ['its shapes with where to hold and strike', () => modeShapes(walkMap, grid), 250],
  ['a bar of 200 stations: three partials, all sensitivities', () => barModes(bar, 3), 5],
  ['a plate’s grid (once per outline)', () => createMapGrid(shape), null],
  ['laying stations', () => layStations(shape), null],
  [
    'cautions of an X plan',
    () => planCautions(xPlan, { shape, hole, construction: 'flat', experience: 'new', units: METRIC }),
    null,
  ],
  ['a whole braced top: six modes, two loads', () => solveTop(top), 1500],
  [`the same with all sensitivities, ${opened.examined.degreesOfFreedom} freedoms`, () => examine(), 1500],
  ['figures while a brace is dragged', () => quick.figures({ heights: lower }), 100],
  ['figures while a part of the plate is dragged', () => quick.figures({ thicker: { bass: 1e-4, rim: -1e-4 } }), 100],
  ['a voicing from its last reading to the next shavings', () => assessVoicing(voicing), 3000],
  ...[0.02, 0.014, 0.01, 0.007].map((meshSize): Case => [
    `growth: a whole top of ${freedoms(meshSize)} freedoms`,
    () => solveTop({ ...top, meshSize }),
    null,
  ]),
];

export async function benchCore(): Promise<Row[]> {
  // Five runs are enough of what takes seconds; what is quick fills the time many times over.
  const bench = new Bench({ time: 1000, warmupTime: 800, iterations: 5, warmupIterations: 1 });
  for (const [name, run] of CASES) bench.add(name, run);
  await bench.run();
  const medians = bench.tasks.map((task) => (task.result as unknown as { latency: { p50: number } }).latency.p50);
  return CASES.map(([name, , budget], i) => ({
    name,
    milliseconds: medians[i],
    ratio: medians[i] / medians[0],
    budget,
  }));
}

function rootSum(count: number): number {
  let sum = 0;
  for (let i = 0; i < count; i++) sum += Math.sqrt(i);
  return sum;
}
