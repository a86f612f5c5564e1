import { InvalidInput } from '@nimble/core/base';
import { METRIC } from '@nimble/core/units';
import { readLook } from './quick-look';

const INCHES = { ...METRIC, thickness: 'thou' as const };

describe('a quick look in one line', () => {
  it.each([
    ['3.41 3.40 3.42', METRIC, [3.41e-3, 3.4e-3, 3.42e-3]],
    ['3,41; 3,40; 3,42mm', METRIC, [3.41e-3, 3.4e-3, 3.42e-3]],
    ['341 340 342', METRIC, [3.41e-3, 3.4e-3, 3.42e-3]], // 12 keys with Enter
    ['134 135 134 136', INCHES, [134, 135, 134, 136].map((thou) => thou * 2.54e-5)],
  ])('%s', (text, units, metres) => {
    const read = readLook(text, 5, units, 3.4e-3).map(({ thickness }) => thickness);
    read.forEach((thickness, i) => expect(thickness).toBeCloseTo(metres[i]!, 9));
    expect(read).toHaveLength(metres.length);
  });
  it.each([
    ['3.41 3.40', /Type 3 figures/],
    ['1 2 3 4 5 6', /There are 5 places/],
    ['3.41 34.0 3.42', /34\.00 mm: did you mean 3\.40 mm\?/],
    ['341 704 342', /7\.04 mm is unlike this plate, of about 3\.40 mm/],
    ['3.41 7.0 3.42', /7\.00 mm is unlike this plate, of about 3\.40 mm/],
    ['3.41 303.05 3.42', /“303\.05” is more than 100 mm/],
    ['3.41 about 3.42', /“about” can't be read/],
  ])('refuses %s whole', (text, why) => {
    expect(() => readLook(text, 5, METRIC, 3.4e-3)).toThrow(InvalidInput);
    expect(() => readLook(text, 5, METRIC, 3.4e-3)).toThrow(why);
  });
});
