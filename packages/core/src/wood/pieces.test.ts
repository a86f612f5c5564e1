import { seededRandom } from '../simulate';
import {
  bestOrder,
  betterPairs,
  joinedProperties,
  pieceDifferences,
  setProperties,
  speciesPrior,
  thinnerToBendAlike,
  type PieceMark,
  type SetFacts,
} from '.';

const GPA = 1e9;
const { constants } = speciesPrior('sitka-spruce')!;
const size = { length: 0.55, width: 0.2, thickness: 4e-3 };
const unseen: SetFacts = { species: 'sitka-spruce', ...size, mass: null, runout: 0, offQuarter: 0, findings: [] };
const massOf = (rho: number, width = size.width) => rho * size.length * width * size.thickness;

/** A piece as knocked and weighed, moduli [GPa] with the same relative doubt each. */
const piece = (E_L: number, E_C: number, rho: number, { width = size.width, doubt = 0.03 } = {}): SetFacts => ({
  ...unseen,
  width,
  mass: massOf(rho, width),
  findings: [
    {
      kind: 'knock',
      modulusAlong: { value: E_L * GPA, sd: doubt * E_L * GPA },
      modulusAcross: { value: E_C * GPA, sd: doubt * E_C * GPA },
    },
  ],
});
const lying = (mark: PieceMark, facts: SetFacts) => ({ mark, properties: setProperties(facts) });

describe('a plate joined of pieces', () => {
  it('bends along as springs side by side, across as springs one after the other', () => {
    const joined = joinedProperties([piece(10, 0.6, 400), piece(12, 0.9, 440)]);
    expect(joined.modulusAlong.value / GPA).toBeCloseTo(11, 9);
    expect(joined.modulusAcross.value / GPA).toBeCloseTo(0.72, 9); // 2 / (1 / 0.6 + 1 / 0.9)
    expect(joined.density.value).toBeCloseTo(420, 6);
    expect(joined.ratio).toBeCloseTo(0.72 / 11, 9);
  });
  it('counts a piece by its width', () => {
    const joined = joinedProperties([piece(10, 0.5, 400, { width: 0.3 }), piece(14, 1, 400, { width: 0.1 })]);
    expect(joined.modulusAlong.value / GPA).toBeCloseTo(11, 9); // (3 x 10 + 14) / 4
    expect(joined.modulusAcross.value / GPA).toBeCloseTo(4 / 7, 9); // 4 / (3 / 0.5 + 1)
  });
  it('of pieces that are alike is as they are, and no surer: jig and caliper were the same', () => {
    const [one, two] = [
      joinedProperties([piece(11, 0.8, 410)]),
      joinedProperties([piece(11, 0.8, 410), piece(11, 0.8, 410)]),
    ];
    expect(two.modulusAlong.value).toBeCloseTo(one.modulusAlong.value, 3);
    expect(two.modulusAlong.sd).toBeCloseTo(one.modulusAlong.sd, 3);
  });
  it('takes a piece that nobody measured for one like the other, within what neighbours differ by', () => {
    const random = seededRandom(11);
    const held = Array.from({ length: 2000 }, () => {
      const [a, b] = [11 * (1 + 0.05 * random.normal()), 11 * (1 + 0.05 * random.normal())];
      const measured = a * (1 + 0.03 * random.normal());
      const { value, sd } = joinedProperties([piece(measured, 0.8, 410), unseen]).modulusAlong;
      return Math.abs(value / GPA - (a + b) / 2) < (1.645 * sd) / GPA;
    });
    const share = held.filter(Boolean).length / held.length;
    // The other is as far from the first as two draws of 5 %: half of 7 %, of which the program reckons with 5 %.
    expect(share).toBeGreaterThan(0.82);
    expect(share).toBeLessThan(0.95);
  });
  it('is its species’ mean while none was measured', () => {
    const { modulusAlong, density } = joinedProperties([unseen, unseen]);
    expect([modulusAlong.by, modulusAlong.value, density.value]).toEqual(['prior', constants.E_L, constants.rho]);
  });
  it('names the piece whose figures are in doubt', () => {
    const heavy = { ...piece(11, 0.8, 830), piece: 'B' as const };
    const { doubts } = joinedProperties([{ ...piece(11, 0.8, 410), piece: 'A' }, heavy]);
    expect(doubts).toMatchObject([
      { quantity: 'density', piece: 'B', message: expect.stringMatching(/^Density of piece B/) },
    ]);
  });
});

describe('two pieces compared', () => {
  const [soft, stiff] = [setProperties(piece(10, 0.8, 400)), setProperties(piece(12, 0.8, 404))];
  it('tells a difference where it is larger than the tests can err', () => {
    const told = (one: typeof soft, other: typeof soft) =>
      pieceDifferences(one, other).map(({ quantity, told }) => [quantity, told]);
    expect(told(soft, stiff)).toEqual([
      ['density', false],
      ['modulusAlong', true],
      ['modulusAcross', false],
    ]);
    const [along] = pieceDifferences(soft, stiff).filter(({ quantity }) => quantity === 'modulusAlong');
    expect(along.by.value).toBeCloseTo(0.2, 9);
    expect(pieceDifferences(soft, setProperties(unseen))).toEqual([]);
  });
  it('says how much thinner the stiffer one bends alike: E h^3 stays', () => {
    const { value } = thinnerToBendAlike(soft, stiff);
    expect(12 * (1 - value) ** 3).toBeCloseTo(10, 9);
    expect(thinnerToBendAlike(stiff, soft).value).toBeLessThan(0);
  });
});

describe('which piece where', () => {
  const four = (...stiffness: number[]) =>
    stiffness.map((E, i) => lying((['A', 'B', 'C', 'D'] as const)[i], piece(E, 0.8, 410)));
  it('lays four so that both sides are alike, the stiffer pair in the middle', () => {
    const { order, mismatch } = bestOrder(four(10, 13, 10.1, 13.2));
    expect([...order.slice(1, 3)].sort()).toEqual(['B', 'D']);
    expect([order[0], order[3]].sort()).toEqual(['A', 'C']);
    // Each pair in what neighbours differ by along, 5 %; across and density are alike.
    expect(mismatch).toBeCloseTo((Math.log(10.1 / 10) / 0.05) ** 2 + (Math.log(13.2 / 13) / 0.05) ** 2, 6);
  });
  it('leaves an order that nothing is better than', () => {
    expect(bestOrder(four(10, 13, 13, 10)).order).toEqual(['A', 'B', 'C', 'D']);
    expect(bestOrder(four(10, 12)).order).toEqual(['A', 'B']);
  });
  it('finds the half of another set that makes two better pairs of two poor ones', () => {
    const pair = (name: string, a: number, b: number) => ({
      name,
      pieces: [lying('A', piece(a, 0.8, 410)), lying('B', piece(b, 0.8, 410))],
    });
    const [trade, ...more] = betterPairs(pair('own', 10, 13), [pair('alike', 11, 11.1), pair('crossed', 12.9, 10.1)]);
    expect(more).toEqual([]);
    expect(trade).toMatchObject({ mine: 'B', theirs: 'B', with: { name: 'crossed' } });
    expect(trade.before).toBeCloseTo((Math.log(1.3) / 0.05) ** 2 + (Math.log(12.9 / 10.1) / 0.05) ** 2, 6);
    expect(trade.after).toBeCloseTo((Math.log(10.1 / 10) / 0.05) ** 2 + (Math.log(13 / 12.9) / 0.05) ** 2, 6);
  });
  it('says nothing of halves that are alike, or that were not measured', () => {
    const alike = { pieces: [lying('A', piece(11, 0.8, 410)), lying('B', piece(11.3, 0.8, 412))] };
    const half = { pieces: [lying('A', piece(10, 0.8, 410)), lying('B', unseen)] };
    expect(betterPairs(alike, [alike])).toEqual([]);
    expect(betterPairs(half, [alike])).toEqual([]);
  });
});
