import { setProperties } from '../wood';
import { enteredWood, woodEstimate, woodOfSet, woodOfSpecies } from '.';

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

describe('wood of a set', () => {
  it('takes a measured set with the doubts of its tests', () => {
    const finding = { kind: 'knock' as const, modulusAlong: { value: 12e9, sd: 0.3e9 } };
    const facts = {
      species: 'red-spruce',
      length: 0.55,
      width: 0.21,
      thickness: 3.6e-3,
      mass: 0.17,
      runout: 0,
      offQuarter: 0,
      findings: [finding],
    };
    const wood = woodOfSet({ id: 'x', name: 'Red 8', species: 'red-spruce' }, setProperties(facts));
    expect(wood).toMatchObject({ source: 'measured', E_L: 12e9, set: { name: 'Red 8' } });
    expect(wood.spread.E).toBeCloseTo(0.025, 9);
  });
});
