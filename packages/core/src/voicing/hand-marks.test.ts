import { bendByHand, markedBends, type MarkedBend } from './hand-marks';
import type { VoicingEvent } from './events';
import { readIn, readingsOfRound } from './record';

/** A hand whose every step means a tenth softer or stiffer, across about 5e-5 m/N at 5, along three times that. */
const meant = (place: 'across' | 'along', feel: number, off = 0): MarkedBend => ({
  place,
  feel,
  compliance: (place === 'across' ? 5e-5 : 15e-5) * 1.1 ** (5 - feel) * Math.exp(off),
});
const exact = [meant('across', 4), meant('across', 6), meant('along', 3), meant('along', 7)];

let count = 0;
const bend = (
  round: number,
  by: { feel?: number; mm?: number },
  person = 'Wren',
  place = 'across' as const,
): VoicingEvent => ({
  id: `${++count}`,
  kind: 'flex',
  round,
  person,
  retracted: false,
  at: `2026-11-20T09:${String(count).padStart(2, '0')}:00Z`,
  body: {
    place,
    load: by.mm === undefined ? null : 10,
    deflection: by.mm === undefined ? null : by.mm / 1000,
    feel: by.feel ?? null,
    closed: false,
    said: '',
  },
});

describe('a hand set against the dial', () => {
  it('means by a mark what its line says: one slope for all places, each place from its own middle', () => {
    expect(bendByHand(exact, 'across', 5)!.value).toBeCloseTo(5e-5, 12);
    expect(bendByHand(exact, 'along', 8)!.value).toBeCloseTo(15e-5 / 1.1 ** 3, 12);
  });
  it('is never surer than four hundredths, and less sure away from where it was tried', () => {
    const { value, sd } = bendByHand(exact, 'across', 5)!;
    // Two marks here, no scatter: 0.04 sqrt(1 + 1/2).
    expect(sd / value).toBeCloseTo(0.04 * Math.sqrt(1.5), 9);
    const far = bendByHand(exact, 'across', 9)!;
    // Four steps from the middle; squares of the steps about it come to 1 + 1 + 4 + 4.
    expect(far.sd / far.value).toBeCloseTo(0.04 * Math.sqrt(1.5 + 16 / 10), 9);
    const shaky = [...exact, meant('across', 5, 0.3), meant('across', 5, -0.3)];
    expect(bendByHand(shaky, 'across', 5)!.sd).toBeGreaterThan(3 * sd);
  });
  it.each<[string, MarkedBend[], 'across' | 'edge-tail']>([
    ['three marks', exact.slice(0, 3), 'across'],
    ['a place that it never marked', exact, 'edge-tail'],
    ['a hand that feels nothing', exact.map((mark) => ({ ...mark, feel: 5 })), 'across'],
    ['a hand that feels it the other way', exact.map((mark) => ({ ...mark, feel: 10 - mark.feel })), 'across'],
  ])('says nothing of %s', (_, marks, place) => expect(bendByHand(marks, place, 5)).toBeNull());
});

describe('marks in a record', () => {
  const events = [1, 2, 3, 4].flatMap((round) => [
    bend(round, { feel: 8 - round }),
    bend(round, { mm: 0.45 * 1.08 ** round }),
  ]);
  it('belong to the dial’s reading of their place, round and person', () => {
    expect(markedBends(events, 'Wren').map(({ feel }) => feel)).toEqual([7, 6, 5, 4]);
    expect(markedBends(events, 'Tomas')).toEqual([]);
    expect(markedBends([bend(9, { feel: 5 })], 'Wren')).toEqual([]);
  });
  it('stand for a reading where no dial was laid on, and only there', () => {
    const all = [...events, bend(5, { feel: 3 })];
    // A step is 1.08: one softer than in round 4.
    expect(readIn(all, 5, 'flex:across')! / (0.45e-4 * 1.08 ** 5)).toBeCloseTo(1, 9);
    expect(readingsOfRound(all, 4)).toHaveLength(1);
    expect(readIn([...events, bend(5, { feel: 3 }, 'Tomas')], 5, 'flex:across')).toBeNull();
    const dial = [...all, bend(5, { mm: 0.7 })];
    expect(readIn(dial, 5, 'flex:across')).toBeCloseTo(7e-5, 12);
    expect(readingsOfRound(dial, 5)).toHaveLength(1);
  });
});
