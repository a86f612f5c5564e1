import { defaultOutline, type Family, type HoleSpec, type OutlineSpec } from '@nimble/core/outline';
import { METRIC, type UnitChoice } from '@nimble/core/units';
import { STAGES, type BuildOutcome, type SandwichPlan, type Stage } from '@nimble/core/project';
import type { BridgePlan, PatternSettings, PlanString, StringMaterial } from '@nimble/core/bracing';
import type { PassTool } from '@nimble/core/verdict';
import type { TargetSpec } from '@nimble/core/graduation';

import type { FinishedOf } from './demo-voicing';

/** A pattern on the build's own plate, its bridge and the radius of its arch [m]. */
export interface DemoBracing {
  settings: Partial<PatternSettings> & Pick<PatternSettings, 'pattern'>;
  bridge: Partial<BridgePlan>;
  archRadius: number | null;
  /** Heights over the usual ones. */
  heavier?: number;
  strings?: PlanString[];
}

/** The made-up bench of the demo: what each build is. Readings come from the simulator, not from here. SI. */
export interface DemoBuild {
  id: string;
  number: number;
  name: string;
  family: Family;
  construction: string;
  species: string;
  /** Set of the rack that it was cut from. */
  set?: string;
  outcome?: BuildOutcome;
  /** Aims at what the finished sibling gave and sounded. */
  follows?: boolean;
  /** Where this plate rings longest, and how long then [m, s]. */
  ringPeak: { thickness: number; ring: number };
  sandwich?: SandwichPlan;
  /** How its braces stand. */
  bracing?: DemoBracing;
  /** How it was voiced, strung and turned out. */
  finished?: Pick<FinishedOf, 'voiced' | 'strung' | 'off' | 'story' | 'pair' | 'volume' | 'gives'>;
  /** What the voiced top shall weigh at most [kg]. */
  weight?: number;
  scaleLength: number;
  outline: OutlineSpec;
  holes: HoleSpec[];
  tool: PassTool;
  units: UnitChoice;
  stage: Stage;
  waitsFor: { what: string; days: number } | null;
  daysOld: number;
  notes: { stage: Stage; person: string; text: string; daysAgo: number }[];
  /**
   * Rough plate and the targets it was brought down to, one survey before each and one after the last; null: not
   * surveyed.
   */
  thicknessing: {
    rough: number;
    waviness: number;
    tilt: number;
    targets: TargetSpec[];
    evenness: number;
    daysAgo: number;
    hoursApart: number;
  } | null;
}

export const DEMO_PEOPLE = [
  { id: '6f1d7a10-0001-4000-8000-000000000001', name: 'Ines Okafor', role: 'owner' },
  { id: '6f1d7a10-0001-4000-8000-000000000002', name: 'Tomas Brandl', role: 'maker' },
  { id: '6f1d7a10-0001-4000-8000-000000000003', name: 'Wren Halloran', role: 'apprentice' },
];

const even = (thickness: number, tolerance: number, limit: number): TargetSpec => ({
  base: { kind: 'even', thickness },
  rim: null,
  tolerance,
  limit,
});

const smallBody: OutlineSpec = {
  kind: 'waisted',
  bodyLength: 0.478,
  upperBout: 0.262,
  waist: 0.222,
  lowerBout: 0.352,
  upperBoutAt: 0.096,
  waistAt: 0.194,
  lowerBoutAt: 0.352,
  cutaway: 0,
};
const concert: OutlineSpec = { ...(defaultOutline('nylon-string') as OutlineSpec) };
const cittern: OutlineSpec = {
  kind: 'teardrop',
  bodyLength: 0.42,
  neckWidth: 0.07,
  lowerBout: 0.33,
  lowerBoutAt: 0.265,
};
const large: OutlineSpec = {
  kind: 'waisted',
  bodyLength: 0.52,
  upperBout: 0.305,
  waist: 0.262,
  lowerBout: 0.415,
  upperBoutAt: 0.104,
  waistAt: 0.214,
  lowerBoutAt: 0.386,
  cutaway: 0,
};

const buildId = (number: number) => `6f1d7a10-0002-4000-8000-0000000000${number}`;
const plane: PassTool = { kind: 'plane', depthPerPass: 5e-5 };
const before = (stage: Stage): Stage[] => STAGES.slice(0, STAGES.indexOf(stage));
export const doneBefore = before;

const aString = (note: string, frequency: number, material: StringMaterial, diameterMm: number): PlanString => ({
  note,
  frequency,
  material,
  diameter: diameterMm / 1000,
  massPerLength: null,
  count: 1,
});
const paired = (string: PlanString): PlanString => ({ ...string, count: 2 });
const FIVE_COURSES = [
  paired(aString('D3', 146.83, 'wound-steel', 1.05)),
  paired(aString('G3', 196, 'wound-steel', 0.8)),
  paired(aString('D4', 293.66, 'wound-steel', 0.54)),
  paired(aString('A4', 440, 'steel', 0.32)),
  paired(aString('D5', 587.33, 'steel', 0.25)),
];
const BARITONE = [
  aString('B1', 61.74, 'wound-steel', 1.84),
  aString('E2', 82.41, 'wound-steel', 1.42),
  aString('A2', 110, 'wound-steel', 1.05),
  aString('D3', 146.83, 'wound-steel', 0.8),
  aString('F#3', 185, 'wound-steel', 0.61),
  aString('B3', 246.94, 'steel', 0.43),
];
/** Low strings over a wide bridge: a small top must not bear too much at the bridge's ends. */
const X_SMALL: DemoBracing = {
  settings: { pattern: 'x' },
  bridge: { fretAtBody: 13, stringHeight: 0.011, span: 0.17 },
  archRadius: 8.5,
};

export const DEMO_BUILDS: readonly DemoBuild[] = [
  {
    id: buildId(36),
    number: 36,
    daysOld: 210,
    name: 'Plover',
    family: 'steel-string',
    construction: 'flat',
    species: 'sitka-spruce',
    scaleLength: 0.632,
    bracing: { ...X_SMALL, heavier: 1.12 },
    outcome: 'too-stiff',
    finished: {
      voiced: 112,
      strung: 96,
      off: 2e-4,
      gives: 0.95,
      pair: { air: 108, top: 219 },
      volume: 0.0139,
      story: {
        words: 'Clear and even, but slow to answer and thin in the bass. It never opened.',
        again: 'The even rim and the clean joints.',
        differently: 'Go on shaving until the bends say so, not until it feels risky. Plate down to 2.8.',
        marks: [
          { name: 'answers quickly', mark: 3 },
          { name: 'bass', mark: 4 },
          { name: 'clear', mark: 7 },
        ],
      },
    },
    ringPeak: { thickness: 2.7e-3, ring: 0.9 },
    outline: smallBody,
    holes: [{ kind: 'round', x: 0.148, y: 0, diameter: 0.096 }],
    tool: plane,
    units: METRIC,
    stage: 'close',
    waitsFor: null,
    notes: [
      {
        stage: 'close',
        person: 'Ines Okafor',
        text: 'Strung up. Turned out too stiff: clear, but slow to answer. The top stayed at 3.0 for fear of the light feel of it.',
        daysAgo: 96,
      },
    ],
    thicknessing: {
      rough: 3.35e-3,
      waviness: 8e-5,
      tilt: 4e-5,
      evenness: 0.12,
      targets: [even(3.15e-3, 6e-5, 2.4e-3), even(3e-3, 8e-5, 2.4e-3)],
      daysAgo: 200,
      hoursApart: 24,
    },
  },
  {
    id: buildId(38),
    number: 38,
    daysOld: 130,
    name: 'Turnstone',
    family: 'steel-string',
    construction: 'flat',
    species: 'engelmann-spruce',
    scaleLength: 0.632,
    bracing: { ...X_SMALL, heavier: 1.04 },
    outcome: 'as-wanted',
    finished: {
      voiced: 95,
      strung: 76,
      off: 4e-4,
      gives: 1.08,
      pair: { air: 101, top: 189 },
      volume: 0.0141,
      story: {
        words: 'Open and warm, quick to answer, holds together when played hard. The one to repeat.',
        again: 'The scoops, and stopping when the across bend came to the goal.',
        differently: 'Leave the bass wing a hair thicker; it is a little loose there.',
        marks: [
          { name: 'answers quickly', mark: 8 },
          { name: 'bass', mark: 8 },
          { name: 'clear', mark: 7 },
        ],
      },
    },
    ringPeak: { thickness: 2.78e-3, ring: 1.15 },
    outline: smallBody,
    holes: [{ kind: 'round', x: 0.148, y: 0, diameter: 0.096 }],
    tool: plane,
    units: METRIC,
    stage: 'close',
    waitsFor: null,
    notes: [
      {
        stage: 'close',
        person: 'Ines Okafor',
        text: 'Strung up and played in for a month. The one to repeat.',
        daysAgo: 41,
      },
    ],
    thicknessing: {
      rough: 3.2e-3,
      waviness: 7e-5,
      tilt: 5e-5,
      evenness: 0.1,
      targets: [even(2.95e-3, 6e-5, 2.4e-3), even(2.75e-3, 8e-5, 2.4e-3)],
      daysAgo: 120,
      hoursApart: 26,
    },
  },
  {
    id: buildId(41),
    number: 41,
    daysOld: 30,
    name: 'Sandpiper',
    family: 'steel-string',
    construction: 'flat',
    species: 'engelmann-spruce',
    set: 'Engelmann 14',
    follows: true,
    bracing: X_SMALL,
    weight: 0.171,
    scaleLength: 0.632,
    ringPeak: { thickness: 2.8e-3, ring: 1.2 },
    outline: smallBody,
    holes: [{ kind: 'round', x: 0.148, y: 0, diameter: 0.096 }],
    tool: plane,
    units: METRIC,
    stage: 'voice',
    waitsFor: { what: 'fresh ears', days: 1 },
    notes: [
      {
        stage: 'voice',
        person: 'Tomas Brandl',
        text: 'Round 3. Left it on the shelf overnight before touching the upper tone bar.',
        daysAgo: 0,
      },
    ],
    thicknessing: {
      rough: 3.3e-3,
      waviness: 8e-5,
      tilt: -6e-5,
      evenness: 0.1,
      targets: [even(3e-3, 6e-5, 2.4e-3), even(2.8e-3, 8e-5, 2.4e-3)],
      daysAgo: 24,
      hoursApart: 22,
    },
  },
  {
    id: buildId(42),
    number: 42,
    daysOld: 6,
    name: 'Dunlin',
    family: 'nylon-string',
    construction: 'domed',
    species: 'redwood',
    set: 'Redwood 7',
    bracing: { settings: { pattern: 'fan', count: 5, closing: 'slanted' }, bridge: {}, archRadius: 7.62 },
    scaleLength: 0.65,
    ringPeak: { thickness: 2.52e-3, ring: 1.35 },
    outline: concert,
    holes: [{ kind: 'round', x: 0.15, y: 0, diameter: 0.086 }],
    tool: plane,
    units: METRIC,
    stage: 'thickness',
    waitsFor: null,
    notes: [
      {
        stage: 'wood',
        person: 'Ines Okafor',
        text: 'Redwood set 7, quartered, straight. Brittle: take light shavings and keep the iron keen.',
        daysAgo: 6,
      },
    ],
    thicknessing: {
      rough: 3.1e-3,
      waviness: 9e-5,
      tilt: 9e-5,
      evenness: 0.16,
      targets: [
        even(2.9e-3, 6e-5, 1.9e-3),
        even(2.75e-3, 6e-5, 1.9e-3),
        even(2.6e-3, 6e-5, 1.9e-3),
        even(2.48e-3, 6e-5, 1.9e-3),
        even(2.36e-3, 6e-5, 1.9e-3),
      ],
      daysAgo: 5,
      hoursApart: 25,
    },
  },
  {
    id: buildId(43),
    number: 43,
    daysOld: 19,
    name: 'Curlew',
    family: 'mandolin',
    construction: 'carved',
    species: 'red-spruce',
    bracing: {
      settings: { pattern: 'long-bars' },
      bridge: { fretAtBody: 15, stringHeight: 0.03 },
      archRadius: null,
      strings: FIVE_COURSES,
    },
    scaleLength: 0.43,
    ringPeak: { thickness: 4e-3, ring: 0.6 },
    outline: cittern,
    holes: [{ kind: 'f-holes', x: 0.235, length: 0.11, spread: 0.15 }],
    tool: { kind: 'scraper', depthPerPass: 2e-5 },
    units: METRIC,
    stage: 'arch',
    waitsFor: null,
    notes: [
      {
        stage: 'arch',
        person: 'Tomas Brandl',
        text: 'Outside finished. Taking wood from the inside, two tone bars to come.',
        daysAgo: 2,
      },
    ],
    thicknessing: null,
  },
  {
    id: buildId(44),
    number: 44,
    daysOld: 9,
    name: 'Whimbrel',
    family: 'steel-string',
    construction: 'sandwich',
    species: 'european-spruce',
    bracing: { settings: { pattern: 'lattice', count: 6 }, bridge: {}, archRadius: 9, strings: BARITONE },
    scaleLength: 0.686,
    ringPeak: { thickness: 2.6e-3, ring: 0.7 },
    sandwich: { skin: 6e-4, core: 1.6e-3, coreModulus: 1e6, coreShear: 25e6, coreDensity: 48, glueMass: 0.08 },
    outline: large,
    holes: [{ kind: 'round', x: 0.162, y: 0, diameter: 0.102 }],
    tool: { kind: 'sander', depthPerPass: 1e-4 },
    units: METRIC,
    stage: 'layout',
    waitsFor: { what: 'skins to settle', days: 3 },
    notes: [
      {
        stage: 'layout',
        person: 'Wren Halloran',
        text: 'Lattice drawn twice; the second has the even spacing.',
        daysAgo: 1,
      },
    ],
    thicknessing: null,
  },
];
