import { METRIC } from '@nimble/core/units';
import type { VoicingBodies, VoicingEvent, VoicingKind } from '@nimble/core/voicing';
import { withPendingEvents } from '../../api/voicing';
import type { KnockView } from '../../api/knocks';
import { aPlan } from '../../test/test-bench';
import { roundItems } from '../../frame/timeline-of-rounds';
import { blindPair } from './blind-pair';
import { readDepth } from './OwnShaving';
import { groupedStrokes, strokePlace } from '../../words/round-words';

const at = (minute: number) => `2026-11-20T09:${String(minute).padStart(2, '0')}:00Z`;
const anEvent = <K extends VoicingKind>(
  id: string,
  kind: K,
  round: number,
  body: VoicingBodies[K],
  minute = 0,
): VoicingEvent => ({ id, kind, round, at: at(minute), person: 'Wren', body, retracted: false }) as VoicingEvent;
const aKnock = (
  id: string,
  about: KnockView['about'],
  round: number,
  name: string,
  frequency: number,
  minute: number,
): KnockView => ({
  id,
  about,
  round,
  at: at(minute),
  buildId: 'b',
  person: '',
  source: 'file',
  retracted: false,
  options: {},
  place: { name },
  analysis: { partials: [{ frequency, level: 0 }] } as KnockView['analysis'],
});

describe('what waits to be sent', () => {
  const kept = [anEvent('a', 'mass', 1, { mass: 0.2, said: '' })];
  const write = (path: string, body: unknown) => ({
    id: path,
    method: 'POST' as const,
    path: `/builds/b/voicing/${path}`,
    body,
    buildId: 'b',
    label: '',
  });
  it('stands with what is kept, once, and takes back what was taken back meanwhile', () => {
    const waiting = { id: 'n', round: 1, at: at(3), person: '', body: { mass: 0.19, said: '' } };
    const all = withPendingEvents(
      kept,
      [write('mass', waiting), write('mass', { ...waiting, id: 'a' }), write('a/retract', undefined)],
      'b',
    );
    expect(all.map(({ id, kind, retracted }) => [id, kind, retracted])).toEqual([
      ['a', 'mass', true],
      ['n', 'mass', false],
    ]);
  });
});

describe('how much came off', () => {
  const read = (how: 'off' | 'calipers' | 'strokes' | 'little', text: string, before = '', unit = 'mm') =>
    readDepth({ how, text, before, unit, kind: 'brace' });
  it('is read from a depth in any unit, two heights, strokes, or a little', () => {
    expect(read('off', '0.3')).toBeCloseTo(3e-4, 9);
    expect(read('off', '0.010 in')).toBeCloseTo(2.54e-4, 9);
    expect(read('calipers', '11.5', '11.8')).toBeCloseTo(3e-4, 9);
    // A light stroke of a finger plane takes a twentieth of a millimetre.
    expect([read('strokes', '4'), read('little', '')]).toEqual([expect.closeTo(2e-4, 9), expect.closeTo(1e-4, 9)]);
  });
  it.each([
    ['off', 'lots', '', /came off/],
    ['off', '0', '', /more than nothing/],
    ['calipers', '12', '11.8', /not lower than before/],
    ['strokes', 'some', '', /how many strokes/],
  ] as const)('is refused in plain words: %s %j', (how, text, before, words) =>
    expect(read(how, text, before)).toMatch(words),
  );
});

describe('words of a shaving', () => {
  const plan = aPlan();
  const leg = plan.braces.find(({ role }) => role === 'x-leg')!;
  it('say which stretch it is, from the neck', () => {
    const [neck, tail] = leg.from[0] < leg.to[0] ? ['neck', 'tail'] : ['tail', 'neck'];
    const words = (from: number, to: number) => strokePlace({ kind: 'brace', id: leg.id, from, to }, plan);
    expect(words(0.01, leg.length / 3)).toBe(`${leg.name}, ${neck}-side third`);
    expect(words((2 * leg.length) / 3, leg.length)).toBe(`${leg.name}, ${tail}-side third`);
    expect(words(leg.length / 3, (2 * leg.length) / 3)).toBe(`${leg.name}, middle third`);
    expect(words(0.01, leg.length - 0.01)).toBe(`${leg.name}, all along`);
    expect(strokePlace({ kind: 'brace', id: 'gone', from: 0, to: 1 }, plan)).toBe('a brace that is gone');
  });
  it('say strokes of one depth once', () => {
    const place = { kind: 'plate', part: 'rim' } as const;
    expect(
      groupedStrokes([
        { place, depth: 1e-4 },
        { place, depth: 2e-4 },
        { place, depth: 1e-4 },
      ]).map(({ shavings }) => shavings.length),
    ).toEqual([2, 1]);
  });
});

describe('a blind compare', () => {
  const knocks = [
    aKnock('old', 'station', 1, 'B1', 100, 0),
    aKnock('then', 'station', 2, 'B1', 100, 1),
    aKnock('now', 'station', 3, 'B1', 100, 2),
    aKnock('other', 'station', 3, 'B2', 100, 3),
  ];
  it('is of one place in the last two rounds, in an order drawn by lot', () => {
    expect(blindPair(knocks, () => 0.1)?.order.map(({ id }) => id)).toEqual(['now', 'then']);
    expect(blindPair(knocks, () => 0.9)?.order.map(({ id }) => id)).toEqual(['then', 'now']);
    expect(blindPair(knocks.slice(0, 1), () => 0.5)).toBeNull();
    // A knock of the whole plate in round 4 has no like: the rounds before are compared.
    expect(blindPair([...knocks, aKnock('whole', 'plate', 4, '', 100, 4)], () => 0.1)?.now).toBe('now');
  });
});

describe('the ribbon', () => {
  it('shows rounds by weight, and what came off between them', () => {
    const events = [
      anEvent('m', 'mass', 1, { mass: 0.2, said: '' }),
      anEvent('s', 'shaving', 1, {
        shavings: [{ place: { kind: 'plate', part: 'rim' }, depth: 1e-4 }],
        said: '',
        tool: '',
        proposed: true,
        forecast: {},
        settled: [],
      }),
      anEvent('n', 'mass', 2, { mass: 0.1985, said: '' }),
    ];
    expect(roundItems(events, [], METRIC).map(({ title, figure }) => `${title} ${figure}`)).toEqual([
      'Round 1 200.0 g',
      'Shaved −1.5 g',
      'Round 2 198.5 g',
    ]);
  });
});
