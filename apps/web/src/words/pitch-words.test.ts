import { className, longPitch, shortPitch, signed } from './pitch-words';

const note = { a4: 440, spelling: 'sharp', pitch: 'note' } as const;

describe('pitches in the maker’s words', () => {
  it('are notes with cents, flats by choice, another A4', () => {
    expect(shortPitch(233.08, note)).toBe('A♯3');
    expect(shortPitch(233.08, { ...note, spelling: 'flat' })).toBe('B♭3');
    expect(longPitch(220 * 2 ** (12.4 / 1200), note)).toBe('A3 +12');
    expect(longPitch(415.3, { ...note, a4: 415.3 })).toBe('A4 +0');
    expect(longPitch(220 * 2 ** (-7.6 / 1200), note)).toBe('A3 −8');
  });
  it('are hertz, or nothing at all', () => {
    expect(longPitch(196, { ...note, pitch: 'hertz' })).toBe('196.0 Hz');
    expect(longPitch(196, { ...note, pitch: 'none' })).toBe('');
    expect(shortPitch(196, { ...note, pitch: 'none' })).toBe('');
  });
  it('names pitch classes from C', () => {
    expect([0, 3, 9, 10].map((c) => className(c, note))).toEqual(['C', 'D♯', 'A', 'A♯']);
    expect(className(3, { a4: 432, spelling: 'flat' })).toBe('E♭');
    expect(signed(-0.2)).toBe('+0');
  });
});
