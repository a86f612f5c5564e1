import { defaultHoles, defaultOutline, plateShape } from '../outline';
import { createMapGrid, gridX, gridY, integrate } from '../survey';
import { identifyPlate, speciesPrior, middleOfSpan, testFlex } from '../wood';
import {
  flexBoard,
  knockBoard,
  planeByHand,
  readCaliper,
  roughPlate,
  seededRandom,
  seedOf,
  simulatedBoard,
  trueThickness,
  weighBoard,
} from '.';

const shape = plateShape(defaultOutline('ukulele'), defaultHoles('ukulele'));
const grid = createMapGrid(shape, 0.005);

describe('seeded chance', () => {
  it('repeats itself for a seed and differs for another', () => {
    const draw = (seed: number) => Array.from({ length: 5 }, seededRandom(seed).uniform);
    expect(draw(1)).toEqual(draw(1));
    expect(draw(1)).not.toEqual(draw(2));
    expect(seedOf('Dunlin')).not.toBe(seedOf('Dunlim'));
  });
  it('is even between 0 and 1, and normal with mean 0 and deviation 1, within four standard errors', () => {
    const n = 20_000;
    const { uniform, normal } = seededRandom(42);
    const evens = Array.from({ length: n }, uniform);
    const normals = Array.from({ length: n }, normal);
    const mean = (values: number[]) => values.reduce((sum, v) => sum + v, 0) / n;
    expect(Math.abs(mean(evens) - 0.5)).toBeLessThan((4 * Math.sqrt(1 / 12)) / Math.sqrt(n));
    expect(Math.abs(mean(normals))).toBeLessThan(4 / Math.sqrt(n));
    expect(Math.abs(mean(normals.map((v) => v * v)) - 1)).toBeLessThan((4 * Math.SQRT2) / Math.sqrt(n));
  });
});

describe('a simulated plate', () => {
  const rough = { mean: 2.4e-3, waviness: 6e-5, tilt: 1e-4 };
  it('is as thick and as wavy as asked, give or take the waves', () => {
    const spreads = [1, 2, 3, 4, 5, 6].map((seed) => {
      const { thickness } = roughPlate(grid, { ...rough, tilt: 0 }, seededRandom(seed));
      const mean = thickness.reduce((sum, h) => sum + h, 0) / thickness.length;
      return Math.sqrt(thickness.reduce((sum, h) => sum + (h - mean) ** 2, 0) / thickness.length);
    });
    const usual = spreads.reduce((sum, s) => sum + s, 0) / spreads.length;
    expect(usual / rough.waviness).toBeGreaterThan(0.5);
    expect(usual / rough.waviness).toBeLessThan(1.5);
  });
  it('is read between its grid points as the plane through them', () => {
    const plane = {
      grid,
      thickness: Float64Array.from(
        { length: grid.nx * grid.ny },
        (_, c) => 2e-3 + 1e-3 * gridX(grid, c) - 2e-3 * gridY(grid, c),
      ),
    };
    expect(trueThickness(plane, 0.1234, 0.0321)).toBeCloseTo(2e-3 + 1e-3 * 0.1234 - 2e-3 * 0.0321, 12);
  });
  it('reads on a caliper as hundredths of a millimetre near the truth', () => {
    const plate = roughPlate(grid, rough, seededRandom(3));
    const random = seededRandom(4);
    for (let i = 0; i < 50; i++) {
      const reading = readCaliper(plate, { x: 0.15, y: 0.02 }, random);
      expect(Math.abs(reading * 1e5 - Math.round(reading * 1e5))).toBeLessThan(1e-6);
      expect(Math.abs(reading - trueThickness(plate, 0.15, 0.02))).toBeLessThan(7e-5);
    }
  });
  it('loses about what was planned under the plane, nowhere gains, and keeps what was not planned', () => {
    const plate = roughPlate(grid, rough, seededRandom(5));
    const removal = plate.thickness.map((_, cell) => (gridX(grid, cell) > 0.14 ? 1e-4 : 0));
    const after = planeByHand(plate, removal, 0.15, seededRandom(6));
    const lost = plate.thickness.map((h, cell) => h - after.thickness[cell]);
    expect(Math.min(...lost)).toBeGreaterThanOrEqual(0);
    expect(lost.every((d, cell) => removal[cell] > 0 || d === 0)).toBe(true);
    const share = integrate(grid, (cell) => lost[cell]) / integrate(grid, (cell) => removal[cell]);
    expect(share).toBeGreaterThan(0.7);
    expect(share).toBeLessThan(1.3);
  });
});

describe('a simulated board', () => {
  const size = { length: 0.56, width: 0.215, thickness: 4e-3 };
  it.each(['engelmann-spruce', 'western-redcedar', 'red-spruce'])(
    'of %s is found again by its own scale, notes and dial',
    (species) => {
      const random = seededRandom(seedOf(species));
      const board = simulatedBoard(species, size, random);
      const mass = weighBoard(board);
      const knock = identifyPlate({ ...size, mass, ...knockBoard(board, random), poisson: board.wood.nu_LC });
      const within = ({ value, sd }: { value: number; sd: number }, truth: number) =>
        expect(Math.abs(value - truth)).toBeLessThan(4 * sd);
      within(knock.modulusAlong, board.wood.E_L);
      within(knock.modulusAcross, board.wood.E_C);
      within(knock.shearModulus, board.wood.G_LC);
      within(
        testFlex({
          span: 0.45,
          ...size,
          direction: 'along',
          points: flexBoard(board, middleOfSpan(0.45, 'along'), [0, 2, 4, 6], random),
        }).modulus,
        board.wood.E_L,
      );
      expect(knock.warnings).toEqual([]);
    },
  );
  it('leans as told: stiffer and lighter than its species', () => {
    const means = [1, 2, 3, 4, 5, 6, 7, 8].map(
      (seed) => simulatedBoard('sitka-spruce', size, seededRandom(seed), { E: 0.3, rho: -0.15 }).wood,
    );
    const { constants } = speciesPrior('sitka-spruce')!;
    const mean = (pick: (wood: (typeof means)[number]) => number) =>
      means.reduce((sum, wood) => sum + pick(wood), 0) / means.length;
    expect(mean((wood) => wood.E_L) / constants.E_L).toBeGreaterThan(1.15);
    expect(mean((wood) => wood.rho) / constants.rho).toBeLessThan(0.93);
  });
});
