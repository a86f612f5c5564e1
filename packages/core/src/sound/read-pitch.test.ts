import { readPitch } from './read-pitch';

const hertz = (text: string, a4 = 440) => {
  const read = readPitch(text, a4);
  return read.kind === 'pitch' ? read.frequency : read.kind;
};

describe('a typed pitch', () => {
  it.each([
    ['A4', 440],
    ['g3', 195.998],
    ['Bb2', 116.541],
    ['A♯2', 116.541],
    ['C4 +10', 261.626 * 2 ** (10 / 1200)],
    ['E2 −5 cents', 82.407 * 2 ** (-5 / 1200)],
    ['196,5 Hz', 196.5],
    ['212', 212],
  ])('%s is a frequency', (text, expected) => {
    expect(hertz(text)).toBeCloseTo(expected, 2);
  });
  it('follows the reference pitch', () => {
    expect(hertz('A3', 432)).toBe(216);
  });
  it('is none when empty, and wrong when it can’t be', () => {
    expect(['', 'H3', 'G', '5000', '12'].map((text) => hertz(text))).toEqual([
      'none',
      'wrong',
      'wrong',
      'wrong',
      'wrong',
    ]);
  });
});
