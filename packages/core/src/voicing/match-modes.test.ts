import { matchModes, type HeardMode } from './match-modes';
import type { VoicedMode } from './voicing-model';

const modes = [100, 112, 150, 243, 290].map((frequency, i) => ({
  key: `mode:${i + 1}`,
  frequency,
  shapeAt: () => 1,
})) as unknown as VoicedMode[];
const heard = (...notes: number[]): HeardMode[] => notes.map((value) => ({ frequency: { value, sd: 0.2 } }));
const named = (...notes: number[]) =>
  Object.fromEntries(matchModes(modes, heard(...notes)).map(({ key, frequency }) => [key, frequency.value]));

describe('naming notes without a walk', () => {
  it('takes each note for the mode it lies at, all together and in order', () =>
    expect(named(98, 110, 147, 240, 285)).toEqual({
      'mode:1': 98,
      'mode:2': 110,
      'mode:3': 147,
      'mode:4': 240,
      'mode:5': 285,
    }));
  it('a missed note is not replaced by its neighbour: 290 is not the 243 that was not heard', () =>
    expect(named(98, 147, 286)).toEqual({ 'mode:1': 98, 'mode:3': 147, 'mode:5': 286 }));
  it('a note that lies at none of them stays unknown', () => expect(named(98, 190)).toEqual({ 'mode:1': 98 }));
  it('between two near modes the name is unsure', () => {
    const of = (note: number) => matchModes(modes, heard(note))[0];
    expect(of(106)).toMatchObject({ sure: false });
    expect(of(100.5)).toMatchObject({ key: 'mode:1', sure: true });
  });
});
