import { analysePlayed, noteOf } from '../src/sound';
import { seededRandom } from '../src/simulate';
import { asSound, pink, RATE } from './made-taps';

/** A chromatic scale of short notes with ten overtones, through a body that lifts 200 Hz and swallows 311 Hz (D#4). */
function scale(random = seededRandom(6)): Float64Array {
  const notes = Array.from({ length: 37 }, (_, i) => 110 * 2 ** (i / 12));
  const out = new Float64Array(Math.round((0.6 + notes.length * 0.28) * RATE));
  const body = (f: number) => 1 + 3 * Math.exp(-(((f - 200) / 18) ** 2)) - 0.93 * Math.exp(-(((f - 311.13) / 9) ** 2));
  notes.forEach((note, i) => {
    const start = Math.round((0.5 + 0.28 * i) * RATE);
    for (let n = 0; n < 0.26 * RATE && start + n < out.length; n++) {
      const t = n / RATE;
      for (let h = 1; h <= 4; h++)
        out[start + n] += (0.02 * body(note * h) * Math.sin(2 * Math.PI * note * h * t) * Math.exp(-3 * t)) / h ** 2.5;
    }
  });
  const noise = pink(out.length / RATE, random);
  return out.map((x, n) => x + 2e-5 * noise[n]);
}

describe('a played instrument', () => {
  const range = { lowest: 110, highest: 880 };
  const heard = analysePlayed(asSound(scale()), range);
  it('shows the peak of the body and the valley, with the note that falls into it', () => {
    const best = heard.peaks.reduce((a, b) => (b.level > a.level ? b : a));
    expect(Math.abs(Math.log2(best.frequency / 200))).toBeLessThan(1 / 12); // within the half step nearest 200 Hz
    const deepest = heard.valleys.reduce((a, b) => (b.depth > a.depth ? b : a));
    const near = heard.valleys.filter(({ frequency }) => Math.abs(Math.log2(frequency / 311.13)) < 1 / 20);
    expect(near.length).toBeGreaterThan(0);
    expect(near[0].depth).toBeGreaterThan(6);
    expect(noteOf(311.13).note).toBe('D#');
    expect(near.map(({ note }) => `${note.note}${note.octave}`)).toContain('D#4');
    expect(deepest.depth).toBeLessThan(60);
  });
  it('has its highest at 0 dB and the room far below', () => {
    expect(Math.max(...heard.curve.map(([, level]) => level))).toBeCloseTo(0, 9);
    expect(heard.background).toBeLessThan(-30);
    expect(heard.evenness).toBeGreaterThan(1);
  });
  it('is the same at any loudness', () => {
    const louder = analysePlayed(asSound(scale().map((x) => 3 * x)), range);
    expect(louder.peaks.map(({ frequency }) => frequency)).toEqual(heard.peaks.map(({ frequency }) => frequency));
  });
  it.each([
    [{ lowest: 0, highest: 880 }, 'lowest'],
    [{ lowest: 110, highest: 111 }, 'highest'],
    [{ lowest: 110, highest: 23_000 }, 'highest'],
  ])('refuses the range %j', (wrong, field) =>
    expect(() => analysePlayed(asSound(scale()), wrong)).toThrow(new RegExp(`^${field}`)),
  );
  it('refuses half a second', () =>
    expect(() => analysePlayed(asSound(new Float64Array(RATE / 2).fill(0.1)), range)).toThrow(
      /^file: is under a second/,
    ));
});
