import { checkConstants, minorPoisson, SPECIES_PRIORS, speciesPrior } from '.';

it('every prior is a possible wood, stiffer along than across', () => {
  for (const { constants, key } of SPECIES_PRIORS) {
    expect(() => checkConstants(constants)).not.toThrow();
    expect(constants.E_L / constants.E_C).toBeGreaterThan(3);
    expect(speciesPrior(key)?.constants).toBe(constants);
  }
});
it('takes the elastic ratios of the handbook: Sitka spruce, table 5-1 and 5-2', () => {
  const { constants } = speciesPrior('sitka-spruce')!;
  expect(constants.E_C / constants.E_L).toBeCloseTo(0.078, 6);
  expect(constants.G_LC / constants.E_L).toBeCloseTo(0.064, 6);
  expect(minorPoisson(constants)).toBeCloseTo(0.372 * 0.078, 9);
});
it.each([
  [{ rho: 4000 }, /rho/],
  [{ E_L: -1 }, /E_L/],
  [{ E_C: NaN }, /E_C/],
  [{ nu_LC: 1.2, E_C: 11e9 }, /nu_LC nu_CL/],
])('refuses %j', (change, reason) =>
  expect(() => checkConstants({ rho: 420, E_L: 12e9, E_C: 0.8e9, G_LC: 0.8e9, nu_LC: 0.37, ...change })).toThrow(
    reason,
  ),
);
