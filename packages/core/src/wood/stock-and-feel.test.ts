import { seededRandom } from '../simulate';
import {
  bookMatched,
  braceFigures,
  feelRecord,
  localStroke,
  planingAdvice,
  qualities,
  REFERENCE_BRACE,
  sandwichFigures,
  setProperties,
  strokeAt,
  type FeltFlex,
  type SetFacts,
} from '.';

const stick = (change: Partial<SetFacts> = {}): SetFacts => ({
  species: 'sitka-spruce',
  length: 0.6,
  width: 0.05,
  thickness: 0.02,
  mass: 0.27,
  runout: 0,
  offQuarter: 0,
  findings: [{ kind: 'flex', modulusAlong: { value: 11.5e9, sd: 0.3e9 } }],
  ...change,
});

describe('brace stock', () => {
  it('is the reference brace when it is reference wood: 450 kg/m3 at 11.5 GPa', () => {
    const { height, massPerLength, specificStiffness } = braceFigures(stick(), setProperties(stick()));
    expect(height).toBeCloseTo(REFERENCE_BRACE.height, 9);
    expect(massPerLength).toBeCloseTo(450 * 8e-3 * 14e-3, 6);
    expect(specificStiffness / 1e6).toBeCloseTo(11.5e3 / 450, 3);
  });
  it('loses what Hankinson and the off-axis formula say at five degrees', () => {
    const runout = (5 * Math.PI) / 180;
    const facts = stick({ runout, findings: [] });
    const { strengthLeft, stiffnessLeft, modulus } = braceFigures(facts, setProperties(facts));
    expect(strengthLeft).toBeCloseTo(0.874, 3); // by hand
    // 1 / (cos^4 + (E/G - 2 nu) s^2 c^2 + (E_L/E_C) s^4) for Sitka: E/G = 15.625, E_L/E_C = 12.82, nu = 0.37
    expect(stiffnessLeft).toBeCloseTo(1 / (0.98486 + (15.625 - 0.74) * 0.0075382 + 12.82 * 5.77e-5), 3);
    expect(modulus / 11.9e9).toBeCloseTo(stiffnessLeft!, 9);
    const unseen = stick({ runout: null, findings: [] });
    expect(braceFigures(unseen, setProperties(unseen))).toMatchObject({
      strengthLeft: null,
      stiffnessLeft: null,
      modulus: 11.9e9,
    });
  });
});

describe('feel', () => {
  const felt = (pairs: [number, number][]) => pairs.map(([score, rigidity]): FeltFlex => ({ score, rigidity }));
  it('says nothing of three flexes', () =>
    expect(
      feelRecord(
        felt([
          [1, 5],
          [2, 6],
          [3, 9],
        ]),
      ).agreement,
    ).toBeNull());
  it('is perfect when every step is a factor of 1.2', () => {
    const record = feelRecord([2, 5, 3, 7, 6].map((score) => ({ score, rigidity: 8 * 1.2 ** score })));
    expect(record.agreement).toBeCloseTo(1, 9);
    expect(record.perStep).toBeCloseTo(1.2, 9);
    expect(record.scatter).toBeCloseTo(0, 6);
  });
  it('the worth of a step is as doubtful as the record scatters: many such records spread by what each says', () => {
    const random = seededRandom(8);
    const logs = Array.from({ length: 400 }, () => {
      const flexes = Array.from({ length: 24 }, (_, i) => {
        const score = 2 + (i % 6);
        return { score: score + 0.7 * random.normal(), rigidity: 8 * 1.3 ** score };
      });
      const { perStep, perStepDoubt } = feelRecord(flexes);
      return { log: Math.log(perStep!), sd: Math.log(perStep!) * perStepDoubt! };
    });
    const mean = logs.reduce((sum, { log }) => sum + log, 0) / logs.length;
    const spread = Math.sqrt(logs.reduce((sum, { log }) => sum + (log - mean) ** 2, 0) / logs.length);
    const said = logs.reduce((sum, { sd }) => sum + sd, 0) / logs.length;
    expect(said / spread).toBeGreaterThan(0.85);
    expect(said / spread).toBeLessThan(1.15);
  });
  it('says what a step means only where the scores tell: not of a flat cloud, nor of a step like a leap', () => {
    const flat = felt([
      [5, 10],
      [4, 11],
      [5, 12],
      [5, 10.5],
      [4, 11.5],
      [5, 11],
    ]);
    expect(feelRecord(flat).perStep).toBeNull();
    const leaps = [4, 5, 5, 6].map((score, i) => ({ score, rigidity: 10 * 9 ** i }));
    expect(feelRecord(leaps).perStep).toBeNull();
  });
  it('Spearman by hand with a tie', () => {
    // ranks 1, 2.5, 2.5, 4 against 1, 3, 2, 4: sum of squares 0.5, r = 4.5 / sqrt(4.5 * 5)
    expect(
      feelRecord(
        felt([
          [3, 10],
          [5, 14],
          [5, 12],
          [8, 20],
        ]),
      ).agreement,
    ).toBeCloseTo(4.5 / Math.sqrt(22.5), 9);
  });
  it('shows a hand that learns', () => {
    const random = seededRandom(3);
    const flexes = Array.from({ length: 40 }, (_, i) => {
      const rigidity = 10 * Math.exp(0.4 * random.normal());
      const truth = 5 + Math.log(rigidity / 10) / Math.log(1.2);
      return { rigidity, score: Math.min(9, Math.max(1, Math.round(truth + (i < 20 ? 4 : 0.4) * random.normal()))) };
    });
    const { earlier, later } = feelRecord(flexes);
    expect(later!).toBeGreaterThan(earlier! + 0.2);
  });
});

describe('which way to plane', () => {
  const wood = { rise: bookMatched('tail'), runout: 0.04, figure: '' };
  it('with the fibres, the halves against each other, the faces too', () => {
    expect(planingAdvice(wood, 'outer').stroke).toEqual({ bass: 'tail', treble: 'neck' });
    expect(planingAdvice(wood, 'inner').stroke).toEqual({ bass: 'neck', treble: 'tail' });
  });
  it('says nothing of straight grain, and yields to what the maker found', () => {
    expect(planingAdvice({ ...wood, runout: 0.002 }, 'outer').stroke).toEqual({ bass: null, treble: null });
    expect(planingAdvice(wood, 'outer', { bass: 'neck' }).stroke).toEqual({ bass: 'neck', treble: 'neck' });
  });
  it('part by part as it was found there: the other face the other way, newest last', () => {
    const advice = planingAdvice(wood, 'outer');
    const place = 'Waist, bass side';
    const at = { place, x: 0.2, y: 0.1 };
    const waist = { place, side: 'bass' as const, face: 'outer' as const };
    expect(strokeAt(advice, [], waist)).toBe('tail');
    const found = [{ ...at, face: 'inner' as const, stroke: 'tail' as const }];
    expect(strokeAt(advice, found, waist)).toBe('neck');
    expect(strokeAt(advice, [...found, { ...at, face: 'outer', stroke: 'scrape' }], waist)).toBe('scrape');
    expect(localStroke([{ ...at, face: 'outer', stroke: 'scrape' }], place, 'inner')).toBe('scrape');
    expect(strokeAt(advice, found, { ...waist, place: 'Lower bout, bass side' })).toBe('tail');
    // Across the joint each half goes its way.
    expect(strokeAt(advice, found, { place: 'The whole plate', side: 'both', face: 'outer' })).toEqual(advice.stroke);
  });
  it.each(['bear claw', 'curly', 'Interlocked'])('warns of %s', (figure) =>
    expect(planingAdvice({ ...wood, figure }, 'outer').caution).toMatch(/fibres rise both ways/),
  );
});

it('damping of timed notes: Q = f T60 / 2.199', () => {
  const quality = qualities({ twist: 44, across: 116, along: 65 }, { along: 2.3, twist: 1.5 });
  expect(quality).toEqual({ along: expect.closeTo((65 * 2.3) / 2.1989, 1), twist: expect.closeTo(30.01, 1) });
  const { damping } = setProperties(stick({ findings: [{ kind: 'knock', quality }] }));
  expect([damping?.along, damping?.across]).toEqual([expect.closeTo(2.1989 / 149.5, 5), null]);
});

it('a sandwich softens as its core shears: 25 MPa over a half wave of 0.28 m', () => {
  const plate = {
    skin: 6e-4,
    core: 1.6e-3,
    skinModulus: 12e9,
    coreModulus: 1e3,
    skinDensity: 420,
    coreDensity: 48,
    glueMass: 0.08,
  };
  const { shearShare, rigidity } = sandwichFigures({ ...plate, coreShear: 25e6, halfWave: 0.28 });
  // S = G d^2 / c = 25e6 * 2.2e-3^2 / 1.6e-3 = 75.6 kN/m; pi^2 * 17.86 / (75625 * 0.0784) = 0.02972
  expect(rigidity).toBeCloseTo(17.86, 2);
  expect(shearShare).toBeCloseTo(1 / 1.02972, 4);
});
