import { InvalidInput } from '../base';
import { parseRunout, runoutInWords } from '.';

const DEGREE = Math.PI / 180;

describe('runout as it is typed', () => {
  it.each([
    ['2', 2],
    ['2.5°', 2.5],
    ['2,5 deg', 2.5],
    ['1:28', 2.0454], // atan(1 / 28)
    ['1 in 28', 2.0454],
    ['1/28', 2.0454],
    ['20 mm in 560', 2.0454],
    ['20 mm over 56 cm', 2.0454],
    ['0.25 in in 7', 2.0454],
    ['1/4 in over 7 in', 2.0454],
    ['5 over 140', 2.0454],
    ['0', 0],
  ])('%s', (text, degrees) => expect(parseRunout('runout', text)! / DEGREE).toBeCloseTo(degrees, 3));

  it('is not looked at where nothing is typed', () => expect(parseRunout('runout', '  ')).toBeNull());

  it.each([
    ['much', /can't be read/],
    ['1 in', /can't be read/],
    ['28:1', /over 45°/],
    ['60°', /over 45°/],
    ['1 in 28 acres', /not a unit/],
    ['-2', /can't be read/],
  ])('refuses %s', (text, why) => {
    expect(() => parseRunout('runout', text)).toThrow(InvalidInput);
    expect(() => parseRunout('runout', text)).toThrow(why);
  });

  it('is said both ways', () => {
    expect(runoutInWords(2.0454 * DEGREE)).toBe('2.0°, 1 in 28');
    expect(runoutInWords(0)).toBe('0.0°');
  });
});
