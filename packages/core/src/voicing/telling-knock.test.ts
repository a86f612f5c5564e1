import { defaultOutline, plateShape } from '../outline';
import type { TopPlan } from '../top';
import { NO_GOAL } from './goal';
import type { HeardMode } from './match-modes';
import { matchModes } from './match-modes';
import { nextReadings } from './next-readings';
import { livelinessAt, tellingPlace, toldApart } from './telling-knock';
import type { VoicedMode } from './voicing-model';

/**
 * Two modes of a strip, half a wave and a whole one: at its middle the second stands still, at its quarter the first is
 * lively too.
 */
const mode = (key: VoicedMode['key'], frequency: number, waves: number): VoicedMode => {
  const shapeAt = ([x]: readonly [number, number]) => Math.sin(waves * Math.PI * x);
  return { key, frequency, kind: 'other', shapeAt, trace: Array.from({ length: 21 }, (_, i) => shapeAt([i / 20, 0])) };
};
const [first, second] = [mode('mode:0', 200, 1), mode('mode:1', 206, 2)];
const at = (name: string, x: number) => ({ name, x, y: 0 });
const heard = (...notes: number[]): HeardMode[] => notes.map((value) => ({ frequency: { value, sd: 0.1 } }));

describe('a knock that tells two modes apart', () => {
  it('is wanted where one is lively and the other stands still', () => {
    expect(tellingPlace(first, second, [at('A1', 0.1), at('B1', 0.25), at('C1', 0.5)])).toEqual(at('C1', 0.5));
    expect(tellingPlace(first, second, [at('A1', 0.1), at('B1', 0.25)])).toBeNull();
    expect(livelinessAt(second, [0.25, 0])).toBeCloseTo(1, 2);
  });
  it('tells by whether the note sounds there', () => {
    const middle = (...notes: [number, number][]) => [
      { place: [0.5, 0] as const, notes: notes.map(([frequency, level]) => ({ frequency, level })) },
    ];
    expect(toldApart(first, second, 203, middle([203.2, -3], [500, 0]))).toBe('a');
    expect(toldApart(first, second, 203, middle([500, 0]))).toBe('b');
    expect(toldApart(first, second, 203, middle([203, -40], [500, 0]))).toBe('b'); // a trace under the loudest is none
    expect(toldApart(first, second, 203, middle([203, -18], [500, 0]))).toBeNull(); // too weak to sound, too strong to stand still
    expect(toldApart(first, second, 203, [{ place: [0.25, 0], notes: [{ frequency: 203, level: 0 }] }])).toBeNull();
    expect(toldApart(first, second, 203, [...middle([203, 0]), ...middle([500, 0])])).toBeNull(); // they contradict each other
  });
  it('makes a name sure, or gives the note to the other mode; without it the name stays unsure and says of whom', () => {
    const modes = [first, second];
    expect(matchModes(modes, heard(203.4))).toMatchObject([
      { sure: false, rival: expect.stringMatching(/^mode:[01]$/) },
    ]);
    const told = (sounds: boolean) => [
      { place: [0.5, 0] as const, notes: [{ frequency: sounds ? 203.4 : 900, level: 0 }] },
    ];
    expect(matchModes(modes, heard(203.4), told(true))).toEqual([
      expect.objectContaining({ key: 'mode:0', sure: true }),
    ]);
    expect(matchModes(modes, heard(203.4), told(false))).toEqual([
      expect.objectContaining({ key: 'mode:1', sure: true }),
    ]);
  });
  it('is asked for last in the round, by the place’s name', () => {
    const shape = plateShape(defaultOutline('steel-string'), []);
    const along = (key: VoicedMode['key'], waves: number): VoicedMode => ({
      ...mode(key, 200, waves),
      shapeAt: ([x]) => Math.sin((waves * Math.PI * (x - shape.bounds.xMin)) / shape.length),
    });
    const model = {
      top: { shape } as TopPlan,
      closed: false,
      quantities: [],
      nodeParts: [],
      modes: [along('mode:0', 1), along('mode:1', 2)],
    };
    const unsure = [
      { key: 'mode:0' as const, rival: 'mode:1' as const, frequency: { value: 200, sd: 1 }, alike: null, sure: false },
    ];
    const last = nextReadings({ goal: NO_GOAL, model, since: () => [], unsure }).at(-1)!;
    expect(last).toMatchObject({ what: 'tell', why: 'unsure' });
    const middle = shape.bounds.xMin + shape.length / 2;
    expect(Math.abs(last.place!.x - middle)).toBeLessThan(0.03 * shape.length); // sin(2 pi u) is under 0.15 there
    const sure = unsure.map(({ rival: _, ...one }) => ({ ...one, sure: true }));
    expect(nextReadings({ goal: NO_GOAL, model, since: () => [], unsure: sure })).not.toContainEqual(
      expect.objectContaining({ what: 'tell' }),
    );
  });
});
