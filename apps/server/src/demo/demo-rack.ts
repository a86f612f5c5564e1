import { flexBoard, identifyPlate, knockBoard, seededRandom, simulatedBoard, testFlex, weighBoard } from '@nimble/core';

/** Ten sets of the made-up rack. What each is comes from here, what was measured on it from the simulator. */
interface RackRow {
  name: string;
  use: 'top' | 'back';
  species: string;
  worked: 'split' | 'sawn';
  lean: { E: number; rho: number };
  runoutDegrees: number;
  offQuarterDegrees: number;
  grainLinesPerCm: number;
  figure: string;
  place: string;
}

const row = (name: string, species: string, change: Partial<RackRow> = {}): RackRow => ({
  name, species, use: 'top', worked: 'split', lean: { E: 0, rho: 0 }, runoutDegrees: 0.8, offQuarterDegrees: 4, grainLinesPerCm: 9, figure: '', place: 'Shelf 2',
  ...change,
}); // prettier-ignore

const ROWS: readonly RackRow[] = [
  row('Engelmann 12', 'engelmann-spruce', { grainLinesPerCm: 11 }),
  row('Engelmann 14', 'engelmann-spruce', { lean: { E: 0.08, rho: -0.04 }, grainLinesPerCm: 12 }),
  row('Sitka 3', 'sitka-spruce', { worked: 'sawn', grainLinesPerCm: 7, place: 'Shelf 1' }),
  row('Sitka 5, stiff', 'sitka-spruce', { lean: { E: 0.28, rho: 0.03 }, grainLinesPerCm: 10, place: 'Shelf 1' }),
  row('Red 8', 'red-spruce', { grainLinesPerCm: 6, place: 'Shelf 3' }),
  row('Red 9, bear claw', 'red-spruce', { figure: 'bear claw', runoutDegrees: 2.2, place: 'Shelf 3' }),
  row('European 21, light', 'european-spruce', { lean: { E: 0, rho: -0.14 }, grainLinesPerCm: 14, place: 'Shelf 1' }),
  row('European 22, runout', 'european-spruce', { worked: 'sawn', runoutDegrees: 8.5, place: 'Shelf 4' }),
  row('Cedar 2', 'western-redcedar', { grainLinesPerCm: 8, place: 'Shelf 2' }),
  row('Redwood 7', 'redwood', { lean: { E: 0.05, rho: -0.06 }, grainLinesPerCm: 13, place: 'Shelf 2' }),
];

const SIZE = { length: 0.56, width: 0.215, thickness: 4.2e-3 };
const FLEX_SPAN = 0.45;
const FLEX_LOADS = [0, 2, 4, 6, 8];

export function demoRack() {
  return ROWS.map(({ lean, runoutDegrees, offQuarterDegrees, ...facts }, i) => {
    const random = seededRandom(500 + i);
    const board = simulatedBoard(
      facts.species,
      { ...SIZE, thickness: SIZE.thickness + 3e-4 * random.normal() },
      random,
      lean,
    );
    const { length, width, thickness } = board;
    const mass = weighBoard(board);
    const knockInput = { length, width, thickness, mass, ...knockBoard(board, random), poisson: board.wood.nu_LC };
    const { modulusAlong, modulusAcross, shearModulus, warnings } = identifyPlate(knockInput);
    const flexInput = {
      span: FLEX_SPAN,
      width,
      thickness,
      direction: 'along' as const,
      points: flexBoard(board, FLEX_SPAN, FLEX_LOADS, random),
    };
    const flex = testFlex(flexInput);
    return {
      set: {
        ...facts,
        cut: offQuarterDegrees < 15 ? 'quartered' : 'rift',
        length,
        width,
        thickness,
        runout: (runoutDegrees * Math.PI) / 180,
        offQuarter: (offQuarterDegrees * Math.PI) / 180,
        rejected: runoutDegrees > 6 ? 'Heavy runout: keep it for linings.' : null,
      },
      // Two weighings as it dried: it came in a little wetter.
      weighings: [
        { mass: Math.round(mass * 1.018 * 2000) / 2000, relativeHumidity: 0.58, temperatureC: 19, daysAgo: 120 },
        { mass, relativeHumidity: 0.46, temperatureC: 20.5, daysAgo: 12 },
      ],
      knock: { input: knockInput, result: { modulusAlong, modulusAcross, shearModulus, warnings } },
      flex: {
        input: flexInput,
        result: {
          stiffness: flex.stiffness,
          limitedBy: flex.limitedBy,
          modulusAlong: flex.modulus,
          warnings: flex.warnings,
        },
      },
    };
  });
}
