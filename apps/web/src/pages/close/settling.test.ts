import { METRIC } from '@nimble/core/units';
import type { VoicingBodies, VoicingEvent, VoicingKind } from '@nimble/core/voicing';
import { settlingOf } from './settling-of';

const at = (minute: number) => `2026-11-20T09:${String(minute).padStart(2, '0')}:00Z`;
const anEvent = <K extends VoicingKind>(
  id: string,
  kind: K,
  round: number,
  body: VoicingBodies[K],
  minute = 0,
): VoicingEvent => ({ id, kind, round, at: at(minute), person: 'Wren', body, retracted: false }) as VoicingEvent;
describe('after it is closed', () => {
  const strung = anEvent('s', 'strung', 2, { note: '' }, 0);
  const read = (id: string, turn: number | null, belly: number | null, day: number) => ({
    ...anEvent(id, 'settling', 2, { turn, belly, said: '' }),
    at: `2026-11-${20 + day}T09:00:00Z`,
  });
  const model = { movement: 0.02, rise: 1e-3, turns: true };
  it('settling counts days from the stringing, by the lean where it was read, else by the belly', () => {
    const picture = settlingOf([strung, read('a', 0.022, null, 1), read('b', 0.025, null, 7)], model, METRIC)!;
    expect(picture.readings.map(({ days, moved }) => [Math.round(days), moved])).toEqual([
      [1, 0.022],
      [7, 0.025],
    ]);
    expect(picture.words(0.025)).toBe('1.43°');
    const belly = settlingOf([strung, read('a', null, 1.2e-3, 3)], model, METRIC)!;
    expect([belly.turns, belly.words(1.2e-3)]).toEqual([false, '1.200 mm']);
  });
});
