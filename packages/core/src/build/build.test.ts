import { enteredWood, woodEstimate, woodOfSpecies } from '.';

describe('wood of a build', () => {
  const prior = woodOfSpecies('redwood');
  it('starts as a prior with a wide spread', () => {
    expect(prior.source).toBe('prior');
    expect(woodEstimate(prior).E_L.sd / prior.E_L).toBeCloseTo(0.18, 9);
  });
  it('takes entered figures, keeps the ratios of what was not entered, and narrows only those doubts', () => {
    const own = enteredWood(prior, { E_L: 2 * prior.E_L });
    expect(own.E_C / own.E_L).toBeCloseTo(prior.E_C / prior.E_L, 12);
    expect(own.spread.E).toBeLessThan(prior.spread.E);
    expect(own.spread.rho).toBe(prior.spread.rho);
  });
  it('refuses what no wood can be', () => expect(() => enteredWood(prior, { rho: 4000 })).toThrow(/rho/));
});
