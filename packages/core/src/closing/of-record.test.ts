import { emptyPlan } from '../bracing';
import type { VoicingBodies, VoicingEvent, VoicingKind } from '../voicing';
import { closedOf } from './of-record';

const at = (minute: number) => `2026-11-20T09:${String(minute).padStart(2, '0')}:00Z`;
const anEvent = <K extends VoicingKind>(
  id: string,
  kind: K,
  round: number,
  body: VoicingBodies[K],
  minute = 0,
): VoicingEvent => ({ id, kind, round, at: at(minute), person: 'Wren', body, retracted: false }) as VoicingEvent;
describe('a closed box from its record', () => {
  it('what was heard stands before the trims made since', () => {
    const top = { plan: emptyPlan('steel-string', 'flat') } as Parameters<typeof closedOf>[0];
    const trim = (id: string, minute: number) =>
      anEvent(id, 'trim', 2, { what: 'rim', depth: 1e-4, said: '', forecast: null }, minute);
    const events = [
      anEvent('b', 'box', 2, { volume: 0.014, said: '' }),
      trim('t', 1),
      anEvent('r', 'resonances', 2, { air: 100, top: 190, said: '' }, 2),
      trim('u', 3),
    ];
    expect(closedOf(top, events).box).toMatchObject({ volume: 0.014, heard: { air: 100, top: 190, after: 1 } });
    expect(closedOf(top, []).box).toBeNull();
  });
});
