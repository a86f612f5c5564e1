import { defaultTarget } from '../src/graduation';
import { defaultHoles, defaultOutline, plateShape } from '../src/outline';
import { woodEstimate, woodOfSpecies } from '../src/project';
import { seededRandom, type RandomSource } from '../src/simulate';
import {
  cellAt,
  createMapGrid,
  integrate,
  layStations,
  learnReach,
  reachOfPass,
  reachShape,
  type HandReach,
  type ReachStation,
  type StationReading,
} from '../src/survey';
import { assessThickness, plateContext, takenRemoval } from '../src/verdict';

const shape = plateShape(defaultOutline('steel-string'), defaultHoles('steel-string'));
const grid = createMapGrid(shape);
const plate = plateContext(shape, grid, 1);
const stations = layStations(shape);
const field = reachShape(grid);
const target = defaultTarget('steel-string', 'top');
const at = (values: Float64Array, { x, y }: { x: number; y: number }) => values[Math.max(0, cellAt(grid, x, y))];
/** A hand that meant so much, as calipers of so much scatter tell it [m]. */
const pass = (random: RandomSource, { reach, meant = 3e-4, scatter = 2e-5 }: Record<string, number>): ReachStation[] =>
  stations.map((station) => {
    const shape = at(field, station);
    return { shape, meant, removed: 0.92 * meant * (1 + reach * shape) + scatter * random.normal() };
  });
const learn = (passes: readonly ReachStation[][]) => learnReach(passes.flatMap((one) => reachOfPass(one) ?? []));
const known = (value: number): HandReach => ({ value, sd: 0.05, passes: 5 });

describe('a hand’s reach', () => {
  it('adds nothing to the mean over the wood, and differs by one from the rim to the place furthest from it', () => {
    expect(integrate(grid, (cell) => field[cell])).toBeCloseTo(0, 12);
    const [rim, middle] = [Math.max(...field), Math.min(...field)];
    expect(rim - middle).toBeCloseTo(1, 6);
    expect(at(field, { x: 0.38, y: 0 })).toBeLessThan(0);
    expect(
      at(
        field,
        stations.reduce((a, b) => (a.y > b.y ? a : b)),
      ),
    ).toBeGreaterThan(0);
  });
  it('is learned from what came off beside what was meant, whatever the tool took over all', () => {
    const random = seededRandom(4);
    const learned = learn([1, 2, 3, 4].map(() => pass(random, { reach: 0.4 })))!;
    expect(Math.abs(learned.value - 0.4)).toBeLessThan(1.645 * learned.sd + 0.03);
    expect(learned.value).toBeGreaterThan(0.3);
    expect(learned.passes).toBe(4);
  });
  it('is not told by an even hand, by one pass, by few places, or by a slip of the caliper', () => {
    const random = seededRandom(5);
    expect(learn([1, 2, 3].map(() => pass(random, { reach: 0 })))).toBeNull();
    expect(learn([pass(random, { reach: 0.4 })])).toBeNull();
    const few = (one: ReachStation[]) => one.slice(0, 5);
    expect(learn([1, 2, 3].map(() => few(pass(random, { reach: 0.4 }))))).toBeNull();
    const slips = (one: ReachStation[]) =>
      one.map((station, i) => (i === 0 ? { ...station, removed: -27e-3 } : station));
    const learned = learn([1, 2, 3, 4].map(() => slips(pass(random, { reach: 0.4 }))))!;
    expect(Math.abs(learned.value - 0.4)).toBeLessThan(0.15);
  });
  it('says how sure it is: the truth lies within nine times in ten', () => {
    const random = seededRandom(6);
    const held = Array.from({ length: 60 }, () => {
      const truth = 0.35;
      const learned = learn([1, 2, 3].map(() => pass(random, { reach: truth + 0.1 * random.normal() })));
      return learned !== null && Math.abs(learned.value - truth) <= 1.645 * learned.sd;
    }).filter(Boolean).length;
    expect(held).toBeGreaterThan(60 * 0.8);
  });
});

describe('a plan for a hand that takes more at the rim', () => {
  const assess = (thickness: Float64Array, reach: HandReach | null) => {
    const readings = stations.map(({ name, x, y }): StationReading => ({
      station: name,
      x,
      y,
      thickness: at(thickness, { x, y }),
      count: 1,
      disputed: false,
      spread: 0,
      kept: false,
    }));
    return assessThickness(plate, {
      readings,
      wanted: readings.length,
      target,
      lead: null,
      tool: { kind: 'plane', depthPerPass: 5e-5 },
      wood: woodEstimate(woodOfSpecies('sitka-spruce')),
      mass: null,
      removalSpread: 0.1,
      reach,
    });
  };
  const wanted = target.base.kind === 'even' ? target.base.thickness : NaN;
  /** Follows the whole advice, look after look, with the hand that it has; what the plate comes to. */
  const planeDown = (reach: HandReach | null) => {
    let left = grid.wood.map(() => 3.5e-3);
    for (let look = 0; look < 3; look++) {
      const { plan, verdict } = assess(left, reach);
      if (verdict.kind === 'there') break;
      const reckoned = Float64Array.from(
        plan.removal,
        (depth, cell) => depth / (1 + (reach?.value ?? 0) * field[cell]),
      );
      left = left.map((h, cell) => h - reckoned[cell] * (1 + 0.45 * field[cell]));
    }
    const over = (cell: number) => left[cell] - wanted;
    const area = integrate(grid, () => 1);
    const thinnest = left.reduce((least, h, cell) => (grid.wood[cell] > 0.5 ? Math.min(least, h) : least), 1);
    return { rms: Math.sqrt(integrate(grid, (cell) => over(cell) ** 2) / area), thinnest };
  };

  it('brings the plate nearer its target, and nowhere below the floor, where a plan for an even hand does not', () => {
    const floor = wanted - target.tolerance;
    const [blind, seeing] = [planeDown(null), planeDown(known(0.45))];
    expect(blind.thinnest).toBeLessThan(floor - 5e-5);
    expect(seeing.thinnest).toBeGreaterThan(floor - 2.5e-5);
    expect(seeing.rms).toBeLessThan(0.6 * blind.rms);
  });
  it('is the old plan where the hand is even, and foretells the rim thinner where it is not', () => {
    const thick = grid.wood.map(() => 3.5e-3);
    expect(assess(thick, known(0)).plan).toEqual(assess(thick, null).plan);
    const taken = {
      tool: { kind: 'plane' as const, depthPerPass: 5e-5 },
      taken: { kind: 'whole' as const, passes: 6 },
    };
    const { plan } = assess(thick, null);
    const depth = takenRemoval({ ...plate, reach: known(0.4) }, plan, taken);
    expect(integrate(grid, (cell) => depth[cell]) / integrate(grid, () => 1)).toBeCloseTo(3e-4, 9);
    const rim = stations.reduce((a, b) => (a.y > b.y ? a : b));
    expect(at(depth, rim)).toBeGreaterThan(3.2e-4);
    const sanded = { ...taken, tool: { kind: 'sander' as const, depthPerPass: 5e-5 } };
    expect(at(takenRemoval({ ...plate, reach: known(0.4) }, plan, sanded), rim)).toBeCloseTo(3e-4, 12);
  });
});
