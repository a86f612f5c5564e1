import { createMapGrid, gridX, gridY } from '../survey';
import { plateShape, type OutlineSpec } from '../outline';
import { seededRandom } from '../simulate';
import type { KnockPartial } from '../sound';
import {
  averagePlace,
  compareHearings,
  knockMap,
  knockPlaces,
  looseJoints,
  mirrorKnocks,
  modalAssurance,
  modeShapes,
  noteCensus,
  placeSetOf,
  type PlacedKnock,
} from '.';

const drawn: OutlineSpec = {
  kind: 'drawn',
  points: [
    [0, -0.2],
    [0.5, -0.2],
    [0.5, 0.2],
    [0, 0.2],
  ],
};
const shape = plateShape(drawn, []);
const grid = createMapGrid(shape);

const partial = (frequency: number, amplitude: number, q = 50): KnockPartial => ({
  frequency,
  frequencySd: 0.01,
  q,
  qSd: 0.01,
  level: 20 * Math.log10(Math.abs(amplitude)),
  polarity: amplitude < 0 ? -1 : 1,
});

/**
 * Cosines as of a plate with sliding edges: one-piece along, rocking across, rocking along, two ways; node lines known
 * exactly.
 */
const SHAPES = [
  { frequency: 100, of: (x: number, y: number) => 1 + 0 * x * y },
  { frequency: 150, of: (_x: number, y: number) => Math.sin((Math.PI * y) / 0.4) },
  { frequency: 210, of: (x: number) => Math.cos((Math.PI * x) / 0.5) },
  { frequency: 300, of: (x: number, y: number) => Math.cos((Math.PI * x) / 0.5) * Math.sin((Math.PI * y) / 0.4) },
  { frequency: 390, of: (_x: number, y: number) => Math.cos((2 * Math.PI * y) / 0.4) },
  { frequency: 470, of: (x: number) => Math.cos((2 * Math.PI * x) / 0.5) },
] as const;

const places = [0.02, 0.14, 0.25, 0.36, 0.48].flatMap((x, i) =>
  [-0.18, -0.1, 0, 0.1, 0.18].map((y, j) => ({ name: `${'ABCDE'[i]}${j + 1}`, x, y })),
);

function struck(strength: (i: number) => number, change: Partial<PlacedKnock> = {}): PlacedKnock[] {
  return places.map((place, i) => {
    const raw = SHAPES.map(({ frequency, of }) => ({ frequency, a: of(place.x, place.y) * strength(i) }));
    const loud = Math.max(...raw.map(({ a }) => Math.abs(a)));
    return {
      id: place.name,
      place,
      loudness: 20 * Math.log10(loud),
      brightness: 500,
      ringTime: 0.6,
      rattle: 0,
      partials: raw
        .filter(({ a }) => Math.abs(a) > 0.02 * loud)
        .map(({ frequency, a }) => partial(frequency, a / loud)),
      ...change,
    };
  });
}

describe('a knock map', () => {
  it('gives each partial its shape with sign, whatever the hammer did', () => {
    const random = seededRandom(7);
    const strengths = places.map(() => Math.exp(0.3 * random.normal()));
    const map = knockMap(struck((i) => strengths[i]));
    expect(map.partials.map(({ frequency }) => Math.round(frequency))).toEqual(
      SHAPES.map(({ frequency }) => frequency),
    );
    map.partials.forEach(({ amplitudes }, p) => {
      const truth = places.map(({ x, y }) => SHAPES[p].of(x, y));
      expect(modalAssurance(amplitudes, truth)).toBeGreaterThan(0.97);
    });
    const raw = modalAssurance(
      strengths,
      places.map(() => 1),
    );
    expect(
      modalAssurance(
        map.partials[0].amplitudes,
        places.map(() => 1),
      ),
    ).toBeGreaterThan(raw + 0.03);
  });

  it('draws node lines where they are, holds on them and strikes where it moves', () => {
    const map = knockMap(struck(() => 1));
    const { shapes, unread } = modeShapes(map, grid);
    expect(unread.every((far, cell) => far === 0 || grid.wood[cell] < 1)).toBe(true);
    const rockingAcross = shapes[1];
    let worst = 0;
    for (let cell = 0; cell < grid.wood.length; cell++)
      if (grid.wood[cell] > 0.99 && Math.abs(gridY(grid, cell)) > 0.02)
        worst = Math.max(
          worst,
          -Math.sign(gridY(grid, cell)) *
            rockingAcross.field[cell] *
            Math.sign(rockingAcross.field[grid.wood.length - 1] || 1),
        );
    expect(worst).toBe(0); // the sign changes nowhere but at y = 0
    const rockingAlong = shapes[2];
    expect(rockingAlong.hold!.x).toBeCloseTo(0.25, 1.5); // cos(pi x / 0.5) = 0
    const reading = (x: number, y: number) =>
      rockingAlong.field[
        grid.wood.findIndex((_, c) => Math.hypot(gridX(grid, c) - x, gridY(grid, c) - y) < grid.pitch)
      ];
    expect(Math.abs(reading(0.25, 0.05))).toBeLessThan(0.06);
    expect(Math.abs(SHAPES[2].of(rockingAlong.strike.x))).toBeGreaterThan(0.9);
    const half = modeShapes(knockMap(struck(() => 1).filter(({ place }) => place.x < 0.3)), grid);
    const cellNear = (x: number) =>
      grid.wood.findIndex((_, c) => Math.hypot(gridX(grid, c) - x, gridY(grid, c)) < grid.pitch);
    expect([half.unread[cellNear(0.1)], half.unread[cellNear(0.45)]]).toEqual([0, 1]);
    expect(half.shapes[2].strike.x).toBeLessThan(0.4);
    expect(modeShapes({ ...map, stations: map.stations.slice(0, 4) }, grid).shapes).toEqual([]);
  });

  it('lays few places or many, the survey’s without the skipped ones, all on the wood', () => {
    const few = knockPlaces(shape, 'few', []);
    const many = knockPlaces(shape, 'many', []);
    expect(few.length).toBeGreaterThanOrEqual(9);
    expect(few.length).toBeLessThan(24);
    expect(many.length).toBeGreaterThan(1.5 * few.length);
    const survey = [
      { name: 'A1', x: 0.1, y: 0, kind: 'field' as const, skipped: true },
      { name: 'A2', x: 0.2, y: 0, kind: 'field' as const, skipped: false },
    ];
    expect(knockPlaces(shape, 'survey', survey).map(({ name }) => name)).toEqual(['A2']);
  });
});

describe('places of one name in two sets', () => {
  it('are two places, and tell which set a walk was laid on', () => {
    const [few, many] = [knockPlaces(shape, 'few', []), knockPlaces(shape, 'many', [])];
    expect(Math.hypot(few[0].x - many[0].x, few[0].y - many[0].y)).toBeGreaterThan(5e-3);
    const of = (place: (typeof few)[number]) => ({ ...struck(() => 1)[0], place });
    expect(knockMap([of(few[0]), of(many[0]), of(many[0])]).stations.map(({ used }) => used.length)).toEqual([1, 2]);
    expect(placeSetOf(few.slice(0, 3), shape, [])).toBe('few');
    expect(placeSetOf(many.slice(2, 9), shape, [])).toBe('many');
    expect(placeSetOf([{ name: 'P1', x: 0.1, y: 0.01 }], shape, [])).toBeNull();
  });
});

describe('several knocks on one place', () => {
  const knock = (id: string, frequencies: readonly number[], ringTime = 0.6) => ({
    id,
    ringTime,
    loudness: -12,
    brightness: 400,
    rattle: 0,
    partials: frequencies.map((f) => partial(f, 1)),
  });
  it('leaves out by rule the one that is unlike the others and the one that a hand damped, and names them', () => {
    const { leftOut, used, partials } = averagePlace([
      knock('a', [100, 200]),
      knock('b', [100.1, 199.9]),
      knock('c', [99.9, 200.1]),
      knock('d', [137, 260]),
      knock('e', [100, 200], 0.2),
    ]);
    expect(leftOut).toEqual([
      { id: 'd', reason: 'unlike' },
      { id: 'e', reason: 'damped' },
    ]);
    expect(used).toEqual(['a', 'b', 'c']);
    expect(partials[0].frequency).toBeCloseTo(100, 1);
    // three readings 0.1 Hz apart at 100 Hz: standard deviation 0.1 Hz, 1.73 cents
    expect(partials[0].spread).toBeCloseTo(1.73, 1);
  });
  it('judges no one of two, and no minority of one', () => {
    expect(averagePlace([knock('a', [100]), knock('b', [150])]).leftOut).toEqual([]);
    expect(averagePlace([knock('a', [100]), knock('b', [150]), knock('c', [190])]).leftOut).toEqual([]);
  });
});

describe('the census of notes', () => {
  const of = (frequencies: readonly number[]) =>
    noteCensus(
      knockMap(
        places.map((place, i) => ({
          id: place.name,
          place,
          loudness: 0,
          brightness: 1,
          ringTime: 1,
          rattle: 0,
          partials: frequencies.map((f, n) => partial(f, i % frequencies.length === n ? 1 : 0.5)),
        })),
      ),
      { a4: 440, beatRange: 5 },
    );
  it('hears a major chord, and no chord in a wide spread', () => {
    const chord = of([130.813, 164.814, 195.998, 261.626]); // C3 E3 G3 C4
    expect(chord.classes).toEqual([0, 4, 7]);
    expect(chord.findings).toContainEqual(expect.objectContaining({ kind: 'chord', root: 0, triad: 'major' }));
    expect(chord.findings).toContainEqual(expect.objectContaining({ kind: 'repeat', pitchClass: 0, partials: [0, 3] }));
    expect(of([130.8, 146.8, 174.6, 207.7, 246.9]).findings.filter(({ kind }) => kind === 'chord')).toEqual([]);
    expect(of([220, 261.626, 329.628]).findings).toContainEqual(
      expect.objectContaining({ kind: 'chord', root: 9, triad: 'minor' }),
    ); // A minor
  });
  it('counts beats by the difference, within the range asked for', () => {
    const beats = (range: number) =>
      noteCensus(knockMap(struck(() => 1).map((k) => ({ ...k, partials: [partial(200, 1), partial(204, 0.8)] }))), {
        a4: 440,
        beatRange: range,
      }).findings.filter(({ kind }) => kind === 'beat');
    expect(beats(5)).toEqual([expect.objectContaining({ difference: expect.closeTo(4, 6) as number })]);
    expect(beats(3)).toEqual([]);
  });
  it('names two places that sing the same note against each other', () => {
    const knocks = struck(() => 1).map((k) => ({
      ...k,
      partials: k.partials.filter(({ frequency }) => frequency === 150 || frequency === 210),
    }));
    const census = noteCensus(knockMap(knocks.filter(({ partials }) => partials.length > 0)), {
      a4: 440,
      beatRange: 5,
    });
    const cancel = census.findings.find((finding) => finding.kind === 'cancel');
    expect(cancel?.kind === 'cancel' && cancel.share).toBeGreaterThan(0.9);
    const [up, down] = (cancel as { stations: string[] }).stations.map((name) => places.find((p) => p.name === name)!);
    expect(Math.sign(up.y || up.x - 0.25)).toBe(-Math.sign(down.y || down.x - 0.25));
  });
});

describe('a loose joint', () => {
  it('stands out by its losses against the other stations, and asks to be knocked again', () => {
    const random = seededRandom(3);
    const knocks = struck(() => 1).map((knock) => ({
      ...knock,
      partials: knock.partials.map((p) => ({
        ...p,
        q: (p.q * Math.exp(0.05 * random.normal())) / (knock.id === 'C3' ? 1.9 : 1),
      })),
    }));
    const [worst, next] = looseJoints(knockMap(knocks));
    expect(worst.station).toBe('C3');
    expect(worst.damping).toBeCloseTo(1.9, 0);
    expect(worst.likelihood).toBeGreaterThan(0.8);
    expect(worst.again[0]).toBe('C3');
    expect(worst.again).toHaveLength(3);
    expect(next.likelihood).toBeLessThan(0.2);
  });
  it('is told by its rattle alone on a plate with few stations', () => {
    const two = struck(() => 1)
      .slice(0, 2)
      .map((knock, i) => ({ ...knock, rattle: i === 0 ? 0.6 : 0 }));
    expect(looseJoints(knockMap(two))[0]).toMatchObject({
      station: 'A1',
      likelihood: expect.closeTo(0.6, 9) as number,
    });
  });
});

describe('left against right', () => {
  it('says which side is brighter and rings longer, for either hand', () => {
    const knocks = struck(() => 1).map((knock) => ({
      ...knock,
      brightness: knock.place.y < 0 ? 600 : 500,
      ringTime: knock.place.y < 0 ? 0.5 : 0.7,
    }));
    const right = mirrorKnocks(knockMap(knocks), -1);
    expect(right.pairs).toHaveLength(10);
    expect(right.brightness).toBeCloseTo(1.2, 9);
    expect(right.ring).toBeCloseTo(-0.2, 9);
    expect(mirrorKnocks(knockMap(knocks), 1).brightness).toBeCloseTo(1 / 1.2, 9);
  });
});

describe('two hearings compared', () => {
  it('says what moved by how many cents, what appeared and what died', () => {
    const half = 2 ** (1 / 24); // 50 cents
    const { moved, appeared, died } = compareHearings(
      [partial(100, 1), partial(200, 1), partial(333, 0.5)],
      [partial(100 / half, 1), partial(200, 1), partial(450, 0.5)],
    );
    expect(moved.map(({ cents }) => cents)).toEqual([expect.closeTo(-50, 9), expect.closeTo(0, 9)]);
    expect(moved[1].sd).toBeCloseTo((1200 / Math.LN2) * Math.SQRT2 * (0.01 / 200), 9);
    expect([appeared, died]).toEqual([[450], [333]]);
  });
});
