import type { HeardPartial, KnockAnalysis } from '@nimble/core/sound';
import { movedSince, onsetWords, partialNear, strongest } from './knock-words';

const partial = (frequency: number, level: number, change: Partial<HeardPartial> = {}): HeardPartial => ({
  frequency,
  level,
  frequencySd: 0.01,
  q: 50,
  qSd: 0.01,
  polarity: 1,
  heard: 1,
  note: 'A',
  octave: 3,
  cents: 0,
  ring: 0.5,
  ...change,
});
const knock = (change: Partial<KnockAnalysis>): KnockAnalysis => ({
  sampleRate: 48000,
  duration: 1.7,
  onsets: [{ time: 0.3, accepted: true }],
  partials: [],
  ringTime: 0.5,
  rattle: 0,
  loudness: -10,
  brightness: 300,
  warnings: [],
  ...change,
});

describe('a knock in words', () => {
  it('counts what was used, and why the rest was not', () => {
    expect(onsetWords(knock({}))).toBe('1 knock used.');
    const onsets = [
      { time: 0.3, accepted: true },
      { time: 1.2, accepted: true },
      { time: 2, accepted: false, reason: 'double' as const },
      { time: 2.03, accepted: false, reason: 'double' as const },
    ];
    expect(onsetWords(knock({ onsets }))).toBe('2 knocks used; 2 left out: hit twice.');
    expect(onsetWords(knock({ onsets: [] }))).toBe('No knock was heard in it.');
    expect(onsetWords(knock({ onsets: [], warnings: ['silent'] }))).toBe('');
  });
  it('puts the strongest first and takes the strongest near a place', () => {
    const heard = knock({ partials: [partial(100, -6), partial(200, 0), partial(208, -3)] });
    expect(strongest(heard, 2).map((p) => p.frequency)).toEqual([200, 208]);
    expect(partialNear(heard, 205, 0.05)?.frequency).toBe(200);
    expect(partialNear(heard, 400, 0.2)).toBeNull();
  });
  it('says how far a note moved since the knock before: 200 to 198 Hz is 17.4 cents down', () => {
    const before = knock({ partials: [partial(200, 0), partial(300, -3)] });
    expect(movedSince(partial(198, 0), before)).toBeCloseTo(-17.4, 1);
    expect(movedSince(partial(150, 0), before)).toBeNull();
    expect(movedSince(partial(150, 0), null)).toBeNull();
  });
});
