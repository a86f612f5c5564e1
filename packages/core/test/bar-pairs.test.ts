import { NO_BUILD_CHOICES } from '../src/project';
import {
  barPairs,
  barStrokes,
  type BarKnock,
  type BarStrokes,
  type VoicingBodies,
  type VoicingEvent,
  type VoicingKind,
} from '../src/voicing';
import { TAKEN } from './voiced-top';

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
  about: string,
  round: number,
  name: string,
  frequency: number,
  minute: number,
): BarKnock & { round: number } => ({
  id,
  about,
  round,
  at: at(minute),
  retracted: false,
  place: { name },
  analysis: { partials: [{ frequency, level: 0 }] },
});

describe('bars together', () => {
  const build = {
    family: 'steel-string' as const,
    choices: {
      ...NO_BUILD_CHOICES,
      bars: [
        { name: 'upper tone bar', goal: 200 },
        { name: 'lower tone bar', goal: null },
      ],
    },
  };
  const plan = TAKEN.plan;
  const pairs = barPairs(build, plan.braces);
  const effects = {
    modes: [],
    effect: [
      [-90_000, 0],
      [0, -90_000],
    ],
    left: [4e-3, 4e-3],
    stretches: [
      [0.05, 0.2],
      [0.05, 0.2],
    ] as [number, number][],
  };
  const wish = { low: 'upper tone bar', high: 'lower tone bar', cents: 400 };
  const heard = (round: number, minute: number, upper: number, lower: number) => [
    aKnock(`u${round}`, 'bar', round, 'upper tone bar', upper, minute),
    aKnock(`l${round}`, 'bar', round, 'lower tone bar', lower, minute + 1),
  ];
  it('are the braces of their names', () =>
    expect(
      pairs.map(({ braceId, name }) => plan.braces.find(({ id }) => id === braceId)!.name.toLowerCase() === name),
    ).toEqual([true, true]));
  it('are told nothing until each was heard and something is wished', () => {
    expect(barStrokes(pairs, wish, { knocks: [], events: [], effects })).toBeNull();
    expect(
      barStrokes(
        pairs.map((pair) => ({ ...pair, goal: null })),
        null,
        { knocks: heard(1, 0, 210, 270), events: [], effects },
      ),
    ).toBeNull();
  });
  it('learn from strokes between two hearings: twice the effect, half the next stroke', () => {
    const first = barStrokes(pairs, wish, { knocks: heard(1, 0, 220, 290), events: [], effects }) as BarStrokes;
    expect(first.depths.every((depth) => depth > 0)).toBe(true);
    const stroke = anEvent(
      's',
      'shaving',
      1,
      {
        shavings: pairs.map(({ braceId }) => ({
          place: { kind: 'brace' as const, id: braceId, from: 0.05, to: 0.2 },
          depth: 3e-4,
        })),
        said: '',
        tool: '',
        proposed: true,
        forecast: {},
        settled: [],
      },
      5,
    );
    // 0.3 mm should have done 27 cents; each bar fell by 54.
    const fell = 2 ** (-54 / 1200);
    const again = barStrokes(pairs, wish, {
      knocks: [...heard(1, 0, 220, 290), ...heard(2, 10, 220 * fell, 290 * fell)],
      events: [stroke],
      effects,
    }) as BarStrokes;
    expect(again.perTenth[0][0]).toBeLessThan(-13);
    // However often each was knocked: the mean of a hearing counts, and one bar alone is no hearing.
    const often = [...heard(1, 0, 220, 290), ...heard(3, 2, 220, 290), ...heard(2, 10, 220 * fell, 290 * fell)];
    expect(
      (barStrokes(pairs, wish, { knocks: often, events: [stroke], effects }) as BarStrokes).perTenth[0][0],
    ).toBeCloseTo(again.perTenth[0][0], 9);
    expect(barStrokes(pairs, wish, { knocks: often.slice(0, 5), events: [stroke], effects })).toBe('hear-again');
  });
});
