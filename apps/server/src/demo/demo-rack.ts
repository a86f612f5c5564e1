import { DEGREE } from '@nimble/core/units';
import {
  bookMatched,
  identifyPlate,
  middleOfSpan,
  qualities,
  ringTime,
  joinedProperties,
  testFlex,
  type End,
  type FlexTest,
  type PieceMark,
  type SetFacts,
  type SetProperties,
} from '@nimble/core/wood';
import {
  flexBoard,
  knockBoard,
  seededRandom,
  simulatedBoard,
  weighBoard,
  type SimulatedBoard,
} from '@nimble/core/simulate';
import { LONG_JIG } from './demo-jigs';
import { feltScore } from './felt-score';

/**
 * The made-up rack: ten sets for tops, one back, three billets. What each is comes from here, what was measured on it
 * from the simulator.
 */
interface RackRow {
  name: string;
  use: 'top' | 'back' | 'brace';
  species: string;
  worked: 'split' | 'sawn';
  lean: { E: number; rho: number };
  runoutDegrees: number;
  rises: End;
  offQuarterDegrees: number;
  grainLinesPerCm: number;
  figure: string;
  place: string;
  /** Q of the along note. */
  quality: number;
  /** How far its second half differs from its first, where both were measured (1). */
  second: { E: number; rho: number } | null;
}

const row = (name: string, species: string, change: Partial<RackRow> = {}): RackRow => ({
  name,
  species,
  use: 'top',
  worked: 'split',
  lean: { E: 0, rho: 0 },
  runoutDegrees: 0.8,
  rises: 'tail',
  offQuarterDegrees: 4,
  grainLinesPerCm: 9,
  figure: '',
  place: 'Shelf 2',
  quality: 118,
  second: null,
  ...change,
});
const brace = (name: string, species: string, change: Partial<RackRow>) =>
  row(name, species, { use: 'brace', place: 'Brace box', ...change });

const ROWS: readonly RackRow[] = [
  row('Engelmann 12', 'engelmann-spruce', { grainLinesPerCm: 11 }),
  row('Engelmann 14', 'engelmann-spruce', { lean: { E: 0.08, rho: -0.04 }, grainLinesPerCm: 12, quality: 131 }),
  row('Sitka 3', 'sitka-spruce', { worked: 'sawn', grainLinesPerCm: 7, place: 'Shelf 1' }),
  row('Sitka 5, stiff', 'sitka-spruce', { lean: { E: 0.28, rho: 0.03 }, grainLinesPerCm: 10, place: 'Shelf 1' }),
  row('Red 8', 'red-spruce', {
    grainLinesPerCm: 6,
    place: 'Shelf 3',
    quality: 109,
    second: { E: 0.14, rho: 0.05 },
  }),
  row('Red 9, bear claw', 'red-spruce', { figure: 'bear claw', runoutDegrees: 2.2, place: 'Shelf 3' }),
  row('European 21, light', 'european-spruce', {
    lean: { E: 0, rho: -0.14 },
    grainLinesPerCm: 14,
    place: 'Shelf 1',
    quality: 135,
  }),
  row('European 22, runout', 'european-spruce', { worked: 'sawn', runoutDegrees: 8.5, place: 'Shelf 4', quality: 88 }),
  row('Cedar 2', 'western-redcedar', { grainLinesPerCm: 8, quality: 104, second: { E: -0.02, rho: 0.01 } }),
  row('Redwood 7', 'redwood', {
    lean: { E: 0.05, rho: -0.06 },
    grainLinesPerCm: 13,
    runoutDegrees: 1.4,
    rises: 'neck',
    quality: 140,
  }),
  row('Walnut back 4', 'black-walnut', {
    use: 'back',
    worked: 'sawn',
    figure: 'curly',
    grainLinesPerCm: 4,
    offQuarterDegrees: 12,
    runoutDegrees: 2.6,
    place: 'Shelf 5',
    quality: 71,
  }),
  brace('Sitka billet A', 'sitka-spruce', { runoutDegrees: 0.5, lean: { E: 0.1, rho: 0 } }),
  brace('Red billet C', 'red-spruce', { runoutDegrees: 1.8 }),
  brace('Sitka offcut', 'sitka-spruce', {
    worked: 'sawn',
    runoutDegrees: 6.2,
    offQuarterDegrees: 28,
    lean: { E: -0.1, rho: 0.05 },
  }),
];

const PLATE = { length: 0.56, width: 0.215, thickness: 4.2e-3 };
const BILLET = { length: 0.6, width: 0.06, thickness: 0.019 };
const BILLET_SPAN = 0.5;
const ACROSS_SPAN = 0.18;
const LOADS = [0, 2, 4, 6, 8];
/** Wood came in a little wetter than the shop keeps it: weights over rest, and when. */
const DRYING = [
  { wetter: 1.034, relativeHumidity: 0.61, temperatureC: 18, daysAgo: 160 },
  { wetter: 1.013, relativeHumidity: 0.5, temperatureC: 20, daysAgo: 110 },
  { wetter: 1.004, relativeHumidity: 0.47, temperatureC: 20, daysAgo: 60 },
  { wetter: 1, relativeHumidity: 0.46, temperatureC: 20.5, daysAgo: 12 },
] as const;

export function demoRack() {
  return ROWS.map((facts, i) => {
    const random = seededRandom(500 + i);
    const base = facts.use === 'brace' ? BILLET : PLATE;
    const size = { ...base, thickness: base.thickness * (1 + 0.07 * random.normal()) };
    const board = simulatedBoard(facts.species, size, random, facts.lean);
    const first = measuredPiece('A', facts, board, random);
    const pieces = facts.second ? [first, measuredPiece('B', facts, sister(board, facts.second), random)] : [first];
    return {
      set: setOf(facts, board),
      weighings: pieces.flatMap(({ weighings }) => weighings),
      tests: pieces.flatMap(({ tests }) => tests),
      properties: propertiesOf(facts, board, pieces),
    };
  });
}

type Random = ReturnType<typeof seededRandom>;

/** The other half of a set, out of the same log. */
function sister(board: SimulatedBoard, { E, rho }: { E: number; rho: number }): SimulatedBoard {
  const { wood } = board;
  return {
    ...board,
    wood: {
      ...wood,
      rho: wood.rho * (1 + rho),
      E_L: wood.E_L * (1 + E),
      E_C: wood.E_C * (1 + E),
      G_LC: wood.G_LC * (1 + E),
    },
  };
}

/** What the tests of a piece come to in one simulated shop. */
function measuredPiece(piece: PieceMark, facts: RackRow, board: SimulatedBoard, random: Random) {
  const mass = weighBoard(board);
  const tests = [
    ...flexTests(facts, board, random),
    ...(facts.use === 'brace' ? [] : [knockTest(facts, board, mass, random)]),
  ];
  return {
    mass,
    weighings: weighingsOf(mass).map((weighing) => ({ ...weighing, piece })),
    tests: tests.map((test) => ({ ...test, piece })),
  };
}

function setOf(facts: RackRow, { length, width, thickness }: SimulatedBoard) {
  const { lean: _l, quality: _q, second: _s, rises, runoutDegrees, offQuarterDegrees, ...kept } = facts;
  const rise = facts.use === 'brace' ? { bass: null, treble: null } : bookMatched(rises);
  return {
    ...kept,
    pieces: facts.use === 'brace' ? [{ mark: 'A' }] : [{ mark: 'A' }, { mark: 'B' }],
    length,
    width,
    thickness,
    cut: offQuarterDegrees < 15 ? 'quartered' : 'rift',
    runout: runoutDegrees * DEGREE,
    offQuarter: offQuarterDegrees * DEGREE,
    risesBass: rise.bass,
    risesTreble: rise.treble,
    rejected: facts.use === 'top' && runoutDegrees > 6 ? 'Heavy runout: keep it for linings.' : null,
  };
}

function weighingsOf(mass: number) {
  return DRYING.map(({ wetter, ...air }) => ({ ...air, mass: Math.round(mass * wetter * 2000) / 2000 }));
}

function flexTests({ use }: RackRow, board: SimulatedBoard, random: Random) {
  const jigs =
    use === 'brace' ? [middleOfSpan(BILLET_SPAN, 'along')] : [LONG_JIG.body, middleOfSpan(ACROSS_SPAN, 'across')];
  return jigs.map((jig) => {
    const along = jig.direction === 'along';
    const loads = use === 'brace' ? LOADS.map((load) => 20 * load) : LOADS;
    const input: FlexTest = {
      span: jig.span,
      direction: jig.direction,
      width: along ? board.width : board.length,
      thickness: board.thickness,
      jig,
      points: flexBoard(board, jig, loads, random),
    };
    const { stiffness, modulus, rigidityPerWidth, limitedBy, warnings } = testFlex(input);
    const feel = feltScore(rigidityPerWidth.value, random);
    return {
      kind: 'flex' as const,
      jigId: jig === LONG_JIG.body ? LONG_JIG.id : null,
      feel: along && use !== 'brace' ? feel : null,
      daysAgo: 12,
      input,
      result: {
        stiffness,
        rigidityPerWidth,
        limitedBy,
        warnings,
        ...(along ? { modulusAlong: modulus } : { modulusAcross: modulus }),
      },
    };
  });
}

function knockTest({ quality: Q }: RackRow, board: SimulatedBoard, mass: number, random: Random) {
  const { length, width, thickness, wood } = board;
  const notes = knockBoard(board, random);
  const scattered = (mean: number, frequency: number) =>
    Math.round(100 * ringTime(mean * (1 + 0.05 * random.normal()), frequency)) / 100;
  // Wood damps bending across and twist more than along.
  const ring = {
    along: scattered(Q, notes.along),
    across: scattered(0.55 * Q, notes.across),
    twist: scattered(0.7 * Q, notes.twist),
  };
  const input = { length, width, thickness, mass, ...notes, poisson: wood.nu_LC };
  const { modulusAlong, modulusAcross, shearModulus, residuals, warnings } = identifyPlate(input);
  const result = { modulusAlong, modulusAcross, shearModulus, residuals, warnings, quality: qualities(notes, ring) };
  return { kind: 'knock' as const, jigId: null, feel: null, daysAgo: 11, input: { ...input, ring }, result };
}

function propertiesOf(
  { use, species, runoutDegrees, offQuarterDegrees }: RackRow,
  { length, width, thickness }: SimulatedBoard,
  pieces: readonly { mass: number; tests: readonly { kind: 'flex' | 'knock'; result: object }[] }[],
): SetProperties {
  const facts = { use, species, length, width, thickness, offQuarter: offQuarterDegrees * DEGREE };
  const of = (piece: (typeof pieces)[number] | undefined): SetFacts => ({
    ...facts,
    runout: runoutDegrees * DEGREE,
    mass: piece?.mass ?? null,
    findings: (piece?.tests ?? []).map(({ kind, result }) => ({ kind, ...result })),
  });
  return joinedProperties(use === 'brace' ? [of(pieces[0])] : [of(pieces[0]), of(pieces[1])]);
}
