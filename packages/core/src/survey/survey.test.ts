import fc from 'fast-check';
import { defaultHoles, defaultOutline, isWood, plateArea, plateShape, type OutlineSpec } from '../outline';
import {
  asymmetry,
  averageByStation,
  bentWidth,
  contourAreas,
  createMapGrid,
  gridX,
  gridY,
  integrate,
  layStations,
  mapStatistics,
  mapThickness,
  mirrorStation,
  nextUnread,
  orderStations,
  plateCompliance,
  questionableReadings,
  checkGrowth,
  layAbout,
  checkReading,
  removalBetween,
  roundLevels,
  standingReadings,
  type Reading,
  type StationReading,
} from '.';

const guitar = plateShape(defaultOutline('steel-string'), defaultHoles('steel-string'));
const rectangle: OutlineSpec = { kind: 'rectangle', bodyLength: 0.5, width: 0.4 };
const board = plateShape(rectangle);

function readAt(shape: typeof guitar, thickness: (x: number, y: number) => number): StationReading[] {
  return layStations(shape).map(({ name, x, y }) => ({
    station: name,
    x,
    y,
    thickness: thickness(x, y),
    count: 1,
    spread: 0,
    kept: false,
  }));
}

describe('stations', () => {
  const stations = layStations(guitar);
  it('lie on wood, off the rim, symmetric, each with its own name', () => {
    expect(stations.every(({ x, y }) => isWood(guitar, x, y))).toBe(true);
    expect(stations.every((station) => mirrorStation(stations, station) !== undefined)).toBe(true);
    expect(new Set(stations.map((s) => s.name)).size).toBe(stations.length);
  });
  it('are as many as the area over the square of the pitch, give or take the rim', () => {
    const byArea = plateArea(guitar) / 0.035 ** 2;
    expect(stations.length / byArea).toBeGreaterThan(0.85);
    expect(stations.length / byArea).toBeLessThan(1.3);
  });
  it('leave no place of the plate much farther than a pitch from a station', () => {
    const grid = createMapGrid(guitar);
    const nearest = (cell: number) =>
      Math.min(...stations.map((s) => Math.hypot(s.x - gridX(grid, cell), s.y - gridY(grid, cell))));
    const farthest = Array.from(grid.wood, (wood, cell) => (wood < 1 ? 0 : nearest(cell)));
    expect(Math.max(...farthest)).toBeLessThan(1.05 * 0.035);
  });
  it('are walked each once, never leaping more than the plate is wide, skipped ones left out', () => {
    const some = stations.map((s, i) => ({ ...s, skipped: i % 9 === 0 }));
    const walk = orderStations(some, 'serpentine', 0.035);
    expect(walk.map((s) => s.name).sort()).toEqual(
      some
        .filter((s) => !s.skipped)
        .map((s) => s.name)
        .sort(),
    );
    const leaps = walk.slice(1).map((s, i) => Math.hypot(s.x - walk[i].x, s.y - walk[i].y));
    expect(Math.max(...leaps)).toBeLessThan(0.15);
    const along = orderStations(stations, 'lines', 0.035);
    expect(along[0].y).toBeLessThan(along[along.length - 1].y);
    expect(along.slice(1).filter((s, i) => Math.abs(s.y - along[i].y) > 0.02).length).toBeLessThan(20); // changes of line
  });
  it('offer the next unread one, going round once', () => {
    const walk = orderStations(stations, 'serpentine', 0.035);
    const read = new Set(walk.slice(2).map((s) => s.name));
    expect(nextUnread(walk, walk[5].name, (name) => read.has(name))?.name).toBe(walk[0].name);
    expect(nextUnread(walk, null, () => true)).toBeNull();
  });
  it('refuse an absurd pitch', () =>
    expect(() => layStations(guitar, { pitch: 0.35, rimInset: 0.01 })).toThrow(/pitch/));
});

describe('readings', () => {
  const reading = (id: string, thickness: number | null, supersedes: string | null = null): Reading => ({
    id,
    station: 'A1',
    x: 0.1,
    y: 0,
    thickness,
    supersedes,
    kept: false,
  });
  it('average where repeated, and say their spread', () => {
    const [station] = averageByStation([reading('a', 2.8e-3), reading('b', 2.84e-3)]);
    expect(station.thickness).toBeCloseTo(2.82e-3, 9);
    expect(station.spread).toBeCloseTo(4e-5, 9);
  });
  it('stand until superseded or retracted; nothing is lost', () => {
    const rows = [reading('a', 2.8e-3), reading('b', 2.7e-3, 'a'), reading('c', 2.6e-3), reading('d', null, 'c')];
    expect(standingReadings(rows).map((r) => r.id)).toEqual(['b']);
  });
});

describe('map', () => {
  it('gives back a linear field exactly, rim and all', () => {
    const linear = (x: number, y: number) => 2.6e-3 + 1.1e-3 * x - 0.7e-3 * y;
    const grid = createMapGrid(guitar);
    const map = mapThickness(grid, readAt(guitar, linear));
    const errors = map.thickness.map((h, cell) =>
      grid.wood[cell] > 0 ? Math.abs(h - linear(gridX(grid, cell), gridY(grid, cell))) : 0,
    );
    expect(Math.max(...errors)).toBeLessThan(1e-12);
  });
  it('errs by order pitch squared on a smooth field', () => {
    const wave = (x: number, y: number) => 3e-3 + 2e-4 * Math.sin(9 * x) * Math.cos(8 * y);
    const error = (pitch: number) => {
      const grid = createMapGrid(board, 0.01);
      const readings = layStations(board, { pitch, rimInset: 0.005 }).map((s) => ({
        ...s,
        station: s.name,
        thickness: wave(s.x, s.y),
        count: 1,
        spread: 0,
        kept: false,
      }));
      const map = mapThickness(grid, readings);
      return Math.sqrt(
        integrate(grid, (cell) => (map.thickness[cell] - wave(gridX(grid, cell), gridY(grid, cell))) ** 2),
      );
    };
    expect(error(0.04) / error(0.02)).toBeGreaterThan(2.8); // order 2 would be 4, less what the rim loses
  });
  it('has the volume of a wedge with a hole, by hand', () => {
    const shape = plateShape(rectangle, [{ kind: 'round', x: 0.2, y: 0, diameter: 0.1 }]);
    const wedge = (x: number) => 2e-3 + 2e-3 * x;
    const map = mapThickness(createMapGrid(shape), readAt(shape, wedge));
    const hole = plateArea(plateShape(rectangle)) - plateArea(shape);
    const expected = 0.4 * (2e-3 * 0.5 + 1e-3 * 0.25) - hole * wedge(0.2);
    expect(mapStatistics(map, readAt(shape, wedge)).volume / expected).toBeCloseTo(1, 4);
  });
  it('keeps the true area of any outline on any grid', () => {
    for (const pitch of [0.003, 0.0071, 0.02]) {
      expect(integrate(createMapGrid(guitar, pitch), () => 1)).toBeCloseTo(plateArea(guitar), 6);
    }
  });
  it('says where no reading reaches', () => {
    const half = readAt(guitar, () => 2.8e-3).filter((r) => r.x < 0.2);
    const { unreadShare } = mapStatistics(mapThickness(createMapGrid(guitar), half), half);
    expect(unreadShare).toBeGreaterThan(0.35);
    expect(unreadShare).toBeLessThan(0.75);
  });
  it('passes through scattered readings wherever they are', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 1, max: 99 }), fc.integer({ min: -49, max: 49 })), {
          minLength: 1,
          maxLength: 25,
        }),
        (places) => {
          const unique = [...new Map(places.map((p) => [p.join(), p])).values()];
          const readings = unique.map(([u, v], i) => ({
            station: `${i}`,
            x: u / 200,
            y: (v / 100) * 0.38,
            thickness: 2e-3 + i * 1e-5,
            count: 1,
            spread: 0,
            kept: false,
          }));
          const { surface } = mapThickness(createMapGrid(board, 0.05), readings);
          expect(Array.from(surface.value)).toEqual(readings.map((r) => r.thickness));
          expect(surface.gradientX.every(Number.isFinite)).toBe(true);
        },
      ),
      { seed: 7, numRuns: 60 },
    );
  });
  it('refuses an empty survey', () => expect(() => mapThickness(createMapGrid(board, 0.05), [])).toThrow(/readings/));
});

describe('asymmetry', () => {
  it('is zero for a mirrored plate and finds the thicker half', () => {
    const even = mapThickness(
      createMapGrid(guitar),
      readAt(guitar, (x, y) => 3e-3 - 2e-3 * y * y + x * 1e-4),
    );
    expect(asymmetry(even).rms).toBeLessThan(1e-7); // equally near neighbours are chosen by order, not by side
    const tilted = mapThickness(
      createMapGrid(board),
      readAt(board, (_x, y) => 3e-3 + 1e-3 * y),
    );
    expect(asymmetry(tilted).halves).toBeCloseTo(2 * 1e-3 * 0.1, 6); // the half's centre lies 0.1 m off
  });
});

describe('removalBetween', () => {
  it('finds what came off and what it weighed, by hand', () => {
    const grid = createMapGrid(board, 0.01);
    const [before, after] = [3e-3, 2.8e-3].map((h) =>
      mapThickness(
        grid,
        readAt(board, (x) => h + 1e-3 * x),
      ),
    );
    const removal = removalBetween(before, after, { before: 0.25, after: 0.234 });
    expect(removal.mean).toBeCloseTo(2e-4, 9);
    expect(removal.volume).toBeCloseTo(0.2 * 2e-4, 9); // 0.5 x 0.4 m
    expect(removal.density).toBeCloseTo(400, 3); // 16 g from 40 cm3
    expect(removalBetween(before, after, { before: null, after: 0.2 }).density).toBeNull();
  });
});

describe('about so many stations', () => {
  const plate = plateShape(defaultOutline('steel-string'), defaultHoles('steel-string'));
  it.each([12, 40, 107])('%d, within a sixth, alike on both sides and all on the wood', (count) => {
    const laid = layAbout(plate, count);
    expect(Math.abs(laid.length - count)).toBeLessThanOrEqual(Math.ceil(count / 6));
    const sides = laid.map(({ y }) => Math.sign(Math.round(1e6 * y)));
    expect(sides.filter((side) => side > 0)).toHaveLength(sides.filter((side) => side < 0).length);
    expect(laid.every(({ x, y }) => isWood(plate, x, y))).toBe(true);
    expect(new Set(laid.map(({ name }) => name)).size).toBe(laid.length);
  });
});

describe('checkGrowth', () => {
  it.each([
    [2.86e-3, 2.8e-3, false], // one caliper's two readings
    [2.89e-3, 2.8e-3, true],
    [2.4e-3, 2.8e-3, false], // that is what planing does
    [9e-3, null, false],
  ])('%f m where it was %s m', (value, before, isAsked) =>
    expect(checkGrowth(value, before)?.reason).toBe(isAsked ? 'grew' : undefined),
  );
});

describe('checkReading', () => {
  const others = readAt(guitar, (x) => 2.8e-3 + 2e-4 * x);
  const at = { x: 0.35, y: 0.05 };
  it('asks about 1.9 between 2.8s, but not about 2.75', () => {
    expect(checkReading({ ...at, value: 1.9e-3 }, others, null)).toMatchObject({ reason: 'neighbours' });
    expect(checkReading({ ...at, value: 2.75e-3 }, others, null)).toBeNull();
  });
  it('guesses a slipped decimal point: 28 for 2.8', () => {
    const question = checkReading({ ...at, value: 28e-3 }, others, null);
    expect(question?.reason).toBe('slip');
    expect(question?.expected).toBeCloseTo(2.8e-3, 6);
    expect(checkReading({ ...at, value: 28e-3 }, [], null)?.reason).toBe('slip');
  });
  it('finds the wild reading of a whole survey and not its neighbours, and leaves it once kept', () => {
    const survey = readAt(guitar, (x) => 2.8e-3 + 2e-4 * x);
    survey[40].thickness = 1.9e-3;
    expect(questionableReadings(survey).map((q) => q.reading.station)).toEqual([survey[40].station]);
    survey[40].kept = true;
    expect(questionableReadings(survey)).toEqual([]);
  });
});

describe('contours', () => {
  it('enclose the area of a disc', () => {
    const grid = createMapGrid(board, 0.004);
    const field = Float64Array.from(
      { length: grid.nx * grid.ny },
      (_, c) => -Math.hypot(gridX(grid, c) - 0.25, gridY(grid, c)),
    );
    const [{ rings }] = contourAreas(grid, field, [-0.1]);
    const area = rings.reduce((sum, r) => sum + Math.abs(flatArea(r)), 0);
    expect(area / (Math.PI * 0.01)).toBeCloseTo(1, 2);
  });
  it('choose round levels', () => {
    expect(roundLevels(2.43, 3.01, 6)).toHaveLength(6);
    roundLevels(2.43, 3.01, 6).forEach((level, i) => expect(level).toBeCloseTo(2.5 + 0.1 * i, 9));
  });
});

describe('plateCompliance', () => {
  const even = { grid: createMapGrid(board), thickness: new Float64Array(createMapGrid(board).wood.length).fill(3e-3) };
  it('agrees with F L^3 / 48 E I', () => {
    expect((plateCompliance(even, 'along', 12e9) * 9.80665) / 1.2106e-3).toBeCloseTo(1, 3); // by hand: span 0.4, width 0.4, 3 mm
    expect((plateCompliance(even, 'across', 0.8e9, 0.75) * 9.80665) / 6.129e-3).toBeCloseTo(1, 3); // span 0.3, width 0.5
  });
  it('falls with the cube of the thickness', () => {
    const thicker = { ...even, thickness: even.thickness.map((h) => h * 1.1) };
    expect(plateCompliance(even, 'along', 12e9) / plateCompliance(thicker, 'along', 12e9)).toBeCloseTo(1.331, 9);
  });
  it('feels a rectangle at its own width, and a waist narrower than the bouts', () => {
    expect(bentWidth(createMapGrid(board), 'along', { span: 0.4, size: 0.5 })).toBeCloseTo(0.4, 3);
    const waisted = bentWidth(createMapGrid(guitar), 'along', { span: 0.4, size: guitar.length });
    expect(waisted).toBeLessThan(0.9 * guitar.width);
    expect(waisted).toBeGreaterThan(0.6 * guitar.width);
  });
  it('refuses a hole as wide as the plate', () => {
    const wood = even.grid.wood.map((w, c) => (Math.abs(gridX(even.grid, c) - 0.25) < 0.02 ? 0 : w));
    expect(() => plateCompliance({ ...even, grid: { ...even.grid, wood } }, 'along', 12e9)).toThrow(/no wood/);
  });
});

function flatArea(ring: Float64Array): number {
  let twice = 0;
  for (let i = 0; i < ring.length - 2; i += 2) twice += ring[i] * ring[i + 3] - ring[i + 2] * ring[i + 1];
  return twice / 2;
}
