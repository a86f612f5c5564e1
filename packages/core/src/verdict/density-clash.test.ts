import { densityClash, type ClashFacts } from './density-clash';

/** 450 cm3 of a plate of 0.16 m2, about 2.8 mm thick, of measured wood. */
const facts = (mass: number, change: Partial<ClashFacts> = {}): ClashFacts => ({
  mass,
  volume: { value: 450e-6, sd: 2e-6 },
  area: 0.16,
  rho: { value: 400, sd: 4 },
  ...change,
});

describe('a weight that does not fit the map', () => {
  it('is nothing where all three go together', () => expect(densityClash(facts(0.18))).toBeNull());
  it('has two digits changed about, where the other way round fits', () =>
    // 0.45 l of 400 kg/m3 weigh 180 g.
    expect(densityClash(facts(0.108))).toMatchObject({ likelier: 'weight', meant: 0.18, fittingMass: 0.18 }));
  it('is one half of two, or both', () => {
    expect(densityClash(facts(0.0905))).toMatchObject({ likelier: 'weight', meant: 0.181 });
    expect(densityClash(facts(0.36))).toMatchObject({ likelier: 'weight', meant: 0.18 });
  });
  it('is a caliper off its zero, where so little would mend it', () => {
    // 192 g want 480 cm3: 30 cm3 more on 0.16 m2 are 0.19 mm; 189 g want 472.5: 0.14 mm; 170 g want 425: 0.16 mm less.
    expect(densityClash(facts(0.186, { rho: { value: 400, sd: 1 } }))).toMatchObject({
      likelier: 'readings',
      readTooThick: expect.closeTo(-15e-6 / 0.16, 9),
    });
    expect(densityClash(facts(0.22))).toMatchObject({ likelier: 'weight', meant: null });
  });
  it('is the wood, where its density is a figure of the species', () =>
    expect(densityClash(facts(0.27, { rho: { value: 400, sd: 40 } }))).toMatchObject({ likelier: 'wood' }));
});
