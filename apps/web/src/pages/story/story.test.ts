import { groundOf, topOfBuild } from '@nimble/core/top';
import { NO_GOAL, type VoicingBodies, type VoicingEvent, type VoicingKind } from '@nimble/core/voicing';
import type { KnockView } from '../../api/knocks';
import type { Preferences } from '../../ui/preferences';
import { aBuild, aPlan } from '../../test/test-bench';
import { storyOf } from './story-of';

const plan = aPlan();
const build = aBuild();
const top = topOfBuild(build, plan, groundOf(build), { thickness: 2.8e-3, words: '' });
const leg = plan.braces.find(({ role }) => role === 'x-leg')!;
const choice = { a4: 440, spelling: 'sharp', pitch: 'note' } as Preferences;
const anEvent = <K extends VoicingKind>(
  kind: K,
  round: number,
  day: number,
  body: VoicingBodies[K],
  retracted = false,
): VoicingEvent =>
  ({
    id: `${kind}${day}`,
    kind,
    round,
    at: `2026-11-${String(day).padStart(2, '0')}T09:00:00Z`,
    person: 'Wren',
    body,
    retracted,
  }) as VoicingEvent;
const bend = (round: number, day: number, deflection: number) =>
  anEvent('flex', round, day, { place: 'across', load: 9.80665, deflection, feel: null, closed: false, said: '' });
const shaving = anEvent('shaving', 1, 3, {
  shavings: [{ place: { kind: 'brace', id: leg.id, from: 0, to: leg.length }, depth: 3e-4 }],
  said: '',
  tool: 'chisel',
  proposed: true,
  settled: [],
  forecast: { 'flex:across': { value: 0.52e-3 / 9.80665, sd: 0.01e-3 / 9.80665 } },
});
const goal = anEvent('goal', 1, 1, { ...NO_GOAL, weight: 0.18 });
const knock = {
  about: 'plate',
  round: 2,
  at: '2026-11-05T10:00:00Z',
  retracted: false,
  analysis: {
    partials: [
      { frequency: 110, level: 0 },
      { frequency: 220.1, level: -9 },
    ],
    ringTime: 0.84,
  },
} as KnockView;
const tell = (events: VoicingEvent[], knocks: KnockView[] = []) => storyOf({ build, top, events, knocks, choice });

describe('the story of a voicing', () => {
  const { title, sections } = tell([goal, bend(1, 2, 0.5e-3), shaving, bend(2, 5, 0.53e-3)], [knock]);
  it('tells each round: its goal, what was shaved and by whom, what was heard', () => {
    expect(title).toBe('No. 7 Lapwing: how it was voiced');
    expect(sections.map((section) => [section.id, section.when])).toEqual([
      ['round-1', '1 Nov 2026'],
      ['round-2', '5 Nov 2026'],
    ]);
    expect(sections[0]!.paragraphs).toEqual([
      'Goal: weight at most 180.0 g.',
      `Shaved ${leg.name}, all along 0.30 mm, by Wren.`,
    ]);
    expect(sections[1]!.paragraphs).toEqual(['Knocked once, loudest A2, A3; it rang 0.8 s on average.']);
  });
  it('sets what was read beside the round before and what was foretold, and leaves empty columns out', () => {
    expect(sections[0]!.table).toEqual({ head: ['reading', 'this round'], rows: [['Bend across', '0.500 mm']] });
    expect(sections[1]!.table?.head).toEqual(['reading', 'this round', 'round before', 'foretold']);
    // 1.645 times 0.010.
    expect(sections[1]!.table?.rows[0]!.map((cell) => cell.replaceAll('\u00a0', ' '))).toEqual([
      'Bend across',
      '0.530 mm',
      '0.500 mm',
      '0.520 ± 0.016 mm',
    ]);
  });
  it('draws what came off in its own round only', () => {
    expect(sections.map(({ plate }) => plate?.cuts.length)).toEqual([1, 0]);
    const ends = [...leg.from, ...leg.to].map((value) => expect.closeTo(value, 9) as number);
    expect(sections[0]!.plate!.cuts[0]!.flat()).toEqual(ends);
  });
  it('ends with the closed box, its days under strings and how it turned out; what was taken back is not told', () => {
    const days = [
      anEvent('strung', 2, 10, { note: 'light set' }),
      anEvent('settling', 2, 17, { turn: 0.02, belly: null, said: '' }),
      anEvent('box', 2, 9, { volume: 0.014, said: '' }, true),
      anEvent('outcome', 2, 28, {
        words: 'Open.',
        again: 'the scoops',
        differently: '',
        marks: [{ name: 'bass', mark: 8 }],
      }),
    ];
    const [after] = tell(days).sections;
    expect(after!.paragraphs).toEqual([
      '10 Nov 2026: Strings on: light set.',
      'How it turned out: Open.',
      'Marks: bass 8 of 9.',
      'Would do again: the scoops',
    ]);
    expect(after!.table?.rows).toEqual([['7', 'bridge leans 1.15°']]);
  });
  it('is empty for a plate that nobody has touched', () => expect(tell([]).sections).toEqual([]));
});
