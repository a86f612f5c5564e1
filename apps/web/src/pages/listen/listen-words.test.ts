import { knockMap, type KnockMap } from '@nimble/core/knock-map';
import type { KeptAnalysis } from '@nimble/core/sound';
import { heardOf, placedOf, withPendingSounds, type KnockView } from '../../api/knocks';
import type { Write } from '../../api/outbox';
import { barReadings, barsOf, interval, notesOver } from '@nimble/core/voicing';
import { evennessWords, looseWords, mirrorWords } from '../../words/knock-finding-words';
import { serpentine } from './serpentine';
import { aliveWords, walkViews } from './walk-views';

const analysis = (frequency: number, change: Partial<KeptAnalysis> = {}): KeptAnalysis => ({
  sampleRate: 48_000,
  duration: 1,
  onsets: [],
  ringTime: 0.8,
  rattle: 0,
  loudness: -10,
  brightness: 300,
  warnings: [],
  partials: [{ frequency, frequencySd: 0.02, q: 50, qSd: 0.01, level: 0, polarity: 1, heard: 1 }],
  ...change,
});
const knock = (
  id: string,
  about: KnockView['about'],
  name: string,
  frequency: number,
  change: Partial<KnockView> = {},
): KnockView => ({
  id,
  buildId: 'b',
  at: '2026-11-02T10:00:00Z',
  person: '',
  source: 'microphone',
  retracted: false,
  about,
  round: 1,
  place: { name, x: 0.1, y: 0 },
  options: {},
  analysis: analysis(frequency),
  ...change,
});

describe('tone bars', () => {
  const semitone = 2 ** (1 / 12);
  const knocks = [
    knock('1', 'bar', 'treble bar', 200 * semitone),
    knock('2', 'bar', 'treble bar', 200),
    knock('3', 'bar', 'bass bar', 200 / semitone ** 3),
    knock('4', 'bar', 'treble bar', 90, { retracted: true }),
    knock('5', 'station', 'treble bar', 91),
  ];
  it('are read in a running table: cents to the goal and since the last time', () => {
    const readings = barReadings(knocks, { name: 'treble bar', goal: 200 / semitone });
    expect(readings.map(({ id }) => id)).toEqual(['1', '2']);
    expect(readings.map(({ toGoal }) => Math.round(toGoal!))).toEqual([-200, -100]);
    expect(readings[0]!.since).toBeNull();
    expect(readings[1]!.since).toBeCloseTo(-100, 9);
    const bass = barReadings(knocks, { name: 'bass bar', goal: null });
    expect(bass[0]!.toGoal).toBeNull();
    expect(interval(readings, bass)).toBeCloseTo(-300, 9);
    expect(interval(readings, [])).toBeNull();
  });
  it('are read by their own note where it is known, not by what is loudest; a knock without it is none', () => {
    const over = (id: string, ...notes: [number, number][]) => {
      const one = knock(id, 'bar', 'treble bar', 40);
      return {
        ...one,
        analysis: {
          ...one.analysis,
          partials: notes.map(([frequency, level]) => ({ ...one.analysis.partials[0]!, frequency, level })),
        },
      };
    };
    const all = [over('1', [40, 0], [166, -18], [216, -9]), over('2', [40, 0], [161, -20]), over('3', [40, 0])];
    const own = barReadings(all, { name: 'treble bar', goal: null, about: 165 });
    expect(own.map(({ id, frequency }) => [id, frequency])).toEqual([
      ['1', 166],
      ['2', 161],
    ]);
    // 1200 log2(161 / 166)
    expect(own[1]!.since).toBeCloseTo(-52.95, 1);
    expect(barReadings(all, { name: 'treble bar', goal: null }).map(({ frequency }) => frequency)).toEqual([
      40, 40, 40,
    ]);
    expect(notesOver(all.slice(0, 1), { name: 'treble bar', about: 165 })).toEqual({ notes: [40, 166, 216], own: 166 });
    // The newest knock counts: an older reading is not its own.
    expect(notesOver(all, { name: 'treble bar', about: 165 })).toEqual({ notes: [40], own: null });
    const many = over(
      '4',
      ...[40, 84, 101, 216, 312, 402].map((frequency): [number, number] => [frequency, -5]),
      [165, -30],
    );
    expect(notesOver([many], { name: 'treble bar', about: 165 })).toEqual({
      notes: [40, 84, 101, 165, 216, 312, 402],
      own: 165,
    });
    expect(notesOver([], { name: 'treble bar' })).toEqual({ notes: [], own: null });
  });
  it('are the build’s own, or those of its family', () => {
    const none = { bars: [] } as unknown as Parameters<typeof barsOf>[0]['choices'];
    expect(barsOf({ family: 'mandolin', choices: none }).map(({ name }) => name)).toEqual(['treble bar', 'bass bar']);
    expect(barsOf({ family: 'mandolin', choices: { ...none, bars: [{ name: 'ridge', goal: 190 }] } })).toEqual([
      { name: 'ridge', goal: 190 },
    ]);
  });
});

describe('findings in words', () => {
  it('say how likely, by which signs, and where', () => {
    const joint = { station: 'E2', likelihood: 0.97, damping: 1.5, rattle: 0.9, knocks: 1, again: [] };
    expect(looseWords(joint)).toBe(
      'Very likely loose near E2: it rattles after the blow, and it dies 33 % sooner than elsewhere.',
    );
    expect(looseWords({ ...joint, likelihood: 0.3, damping: 1, rattle: 0 })).toBe('Worth a second knock near E2.');
  });
  it('compare the sides, and say when there is nothing to say', () => {
    const pairs = [{ treble: 'A1', bass: 'A3', brightness: 1.08, ring: -0.06, strongest: 0 }];
    expect(mirrorWords({ pairs, brightness: 1.08, ring: -0.06 })).toBe(
      'The treble side is brighter by 8 % and rings 0.06 s shorter (1 pairs of mirrored places).'.replace(
        '1 pairs',
        '1 pair',
      ),
    );
    expect(mirrorWords({ pairs: [...pairs, ...pairs], brightness: 1.01, ring: 0.01 })).toBe(
      'Both sides sound alike (2 pairs of mirrored places).',
    );
  });
  it('say how even the plate is', () => {
    const map = knockMap(
      placedOf([
        knock('1', 'station', 'A1', 200),
        knock('2', 'station', 'A2', 200, { analysis: analysis(200, { brightness: 500, ringTime: 0.5 }) }),
      ]),
    );
    // 300 and 500 Hz: mean 400, deviation 100
    expect(evennessWords({ map })).toBe(
      'Rings 0.50 to 0.80 s over the plate; brightness differs by 25 % from place to place.',
    );
  });
});

describe('places of a walk', () => {
  it('run to and fro', () => {
    const place = (name: string) => ({ name, x: 0, y: 0 });
    expect(serpentine(['A1', 'A2', 'B1', 'B2', 'C1'].map(place)).map(({ name }) => name)).toEqual([
      'A1',
      'A2',
      'B2',
      'B1',
      'C1',
    ]);
  });
  it('show the strongest note, or alive and dull for who names none', () => {
    const choice = { a4: 440, spelling: 'flat', pitch: 'note' } as const;
    const knocks = [
      knock('1', 'station', 'A1', 233.08),
      knock('2', 'station', 'A2', 233.08, { analysis: analysis(233.08, { ringTime: 0.3 }) }),
      knock('3', 'station', 'A3', 233.08),
    ];
    const map: KnockMap = knockMap(placedOf(knocks));
    const picture = {
      map,
      shapes: [],
      unreadPath: '',
      loose: [],
      census: { counted: [], classes: [], findings: [] },
      mirror: { pairs: [], brightness: null, ring: null },
    };
    const places = ['A1', 'A2', 'B9'].map((name) => ({ name, x: 0, y: 0 }));
    const figures = (pitch: 'note' | 'none') =>
      walkViews({ places, picture, view: 'strongest', partial: 0, choice: { ...choice, pitch } }).map(
        ({ figure }) => figure,
      );
    expect(figures('note')).toEqual(['B♭3', 'B♭3', null]);
    expect(figures('none')).toEqual(['alive', 'dull', null]);
    expect(aliveWords(null, map)).toBe('dull');
  });
});

describe('knocks that wait to be sent', () => {
  it('are shown after those the server has, once', () => {
    const waiting = knock('2', 'plate', '', 200);
    const write = { path: '/builds/b/knocks', shown: waiting } as unknown as Write;
    expect(withPendingSounds([knock('1', 'plate', '', 190)], [write], 'b').map(({ id }) => id)).toEqual(['1', '2']);
    expect(withPendingSounds([], [write], 'b')[0]!.waiting).toBe(true);
    expect(withPendingSounds([waiting], [write], 'b')).toEqual([waiting]);
    expect(withPendingSounds([], [write], 'another')).toEqual([]);
    const takeBack = { path: '/knocks/2/retract' } as Write;
    expect(withPendingSounds([], [write, takeBack], 'b')[0]!.retracted).toBe(true);
    expect(withPendingSounds([waiting], [takeBack, { path: '/knocks/2/restore' } as Write], 'b')[0]!.retracted).toBe(
      false,
    );
    expect(heardOf({ ...waiting, retracted: true })).toBeNull();
  });
});
