import { METRIC } from '@nimble/core/units';
import type { VoicingBodies, VoicingEvent, VoicingKind } from '@nimble/core/voicing';
import { aPlan } from '../test/test-bench';
import { eventWords } from './event-words';

const plan = aPlan();
const words = <Kind extends VoicingKind>(kind: Kind, body: VoicingBodies[Kind]) =>
  eventWords({ kind, body } as unknown as VoicingEvent, plan, METRIC);

describe('an event of a voicing in words', () => {
  it('gives a bend for a kilogram, whatever was laid on, or what the hand felt', () => {
    const flex = { place: 'along', load: 2 * 9.80665, deflection: 3e-3, feel: null } as VoicingBodies['flex'];
    // 3 mm under two kilograms are 1.5 under one.
    expect(words('flex', flex)).toMatch(/1\.50* mm for a kilogram$/);
    expect(words('flex', { ...flex, load: null, deflection: null, feel: 4 })).toMatch(/felt 4 of 9$/);
  });
  it('adds a note only where there is one', () => {
    expect(words('strung', { note: '' })).toBe('Strings on');
    expect(words('strung', { note: 'light set' })).toBe('Strings on: light set');
  });
  it('names a brace by its name, and one that is gone as a brace', () => {
    const [brace] = plan.braces;
    const repair = { brace: brace!.id, what: 'capped', note: '' } as VoicingBodies['repair'];
    expect(words('repair', repair)).toBe(`${brace!.name} capped`);
    expect(words('repair', { ...repair, brace: 'gone', note: 'split' })).toBe('A brace capped: split');
  });
  it('says of a settling what was read, and nothing of what was not', () => {
    const read = (turn: number | null, belly: number | null) =>
      words('settling', { turn, belly } as VoicingBodies['settling']);
    expect(read((1.2 * Math.PI) / 180, null)).toMatch(/^bridge leans 1\.20?°$/);
    expect(read(null, 1e-3)).toMatch(/^belly 1\.0* mm$/);
    expect(read((1.2 * Math.PI) / 180, 1e-3)).toMatch(/^bridge leans .*, belly /);
  });
  it('tells air in litres and notes by name', () => {
    expect(words('box', { volume: 0.0123 } as VoicingBodies['box'])).toBe('The box holds 12.3 l of air');
    expect(words('resonances', { air: 110, top: 207.65 } as VoicingBodies['resonances'])).toBe(
      'Air A2 (110 Hz), top G♯3 (208 Hz)',
    );
  });
});
