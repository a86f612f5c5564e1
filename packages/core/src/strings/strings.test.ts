import { genericStringSet, plainMassPerLength, STEEL_DENSITY, stringTension, totalTension } from '.';

it('0.3048 mm of plain steel at E4 over 0.63 m pulls 98.8 N', () => {
  const mu = plainMassPerLength(3.048e-4, STEEL_DENSITY);
  expect(stringTension(mu, 0.63, 329.628)).toBeCloseTo(98.8, 1); // by hand
});

it.each([
  ['steel-string', 650, 780],
  ['nylon-string', 350, 430],
] as const)('the ordinary set of a %s pulls what such sets are known to pull', (family, least, most) => {
  const set = genericStringSet(family);
  const total = totalTension(set, set.scale);
  expect(total).toBeGreaterThan(least);
  expect(total).toBeLessThan(most);
  expect(totalTension(set, 1.1 * set.scale) / total).toBeCloseTo(1.21, 9); // T ~ L^2
});

it.each([0, -1, NaN])('refuses a length of %p', (length) =>
  expect(() => stringTension(1e-3, length, 110)).toThrow(/length/),
);
