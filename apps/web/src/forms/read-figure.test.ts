import { InvalidInput } from '@nimble/core/base';
import { setPreferences } from '../ui/preferences';
import { readClearNotes, readHertz } from './read-figure';

beforeAll(() => {
  window.matchMedia = jest.fn().mockReturnValue({ matches: false });
});

describe('a note in a field for hertz', () => {
  afterEach(() => setPreferences({ a4: 440 }));
  it.each([
    ['43,9 Hz', 43.9],
    ['G#2 -20', 102.634], // 103.826 Hz less a fifth of a semitone
    ['e2', 82.407],
  ])('%s', (text, hertz) => expect(readHertz('along', text)).toBeCloseTo(hertz, 2));
  it('follows the reference pitch of this device', () => {
    setPreferences({ a4: 432 });
    expect(readHertz('along', 'A3')).toBe(216);
  });
  it.each(['G', 'H2', 'loud', ''])('refuses %p with what to type', (text) => {
    expect(() => readHertz('along', text)).toThrow(InvalidInput);
    expect(() => readHertz('along', text)).toThrow(/[Tt]ype/);
  });
});

describe('notes that ring clear', () => {
  it.each([
    ['98.5; 142', [98.5, 142]],
    ['98,5; 142 / 201', [98.5, 142, 201]],
    ['98.5 142', [98.5, 142]],
    ['A2, 142', [110, 142]],
    ['A2 ; A3 +0', [110, 220]],
  ])('%s', (text, notes) => readClearNotes('clear', text).forEach((note, i) => expect(note).toBeCloseTo(notes[i]!, 2)));
  it.each([['98 x 142'], [''], ['1 2 3 4 5 6 7 8 9']])('refuses %j', (text) =>
    expect(() => readClearNotes('clear', text)).toThrow(InvalidInput),
  );
});
