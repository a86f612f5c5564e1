/**
 * The story of a voicing, from its record: round by round what was read, shaved and decided, then how it was closed,
 * strung and turned out. Pure.
 */
import {
  applyShavings,
  goalLines,
  isOf,
  readIn,
  readingOf,
  standingEvents,
  type QuantityKey,
  type Shaving,
  type VoicingEvent,
  type VoicingGoal,
} from '@nimble/core/voicing';
import { pointAlong, type Point } from '@nimble/core/outline';
import type { Story, StoryPlate, StorySection } from '@nimble/core/formats';
import type { TopPlan } from '@nimble/core/top';
import type { UnitChoice } from '@nimble/core/units';
import { format } from 'date-fns';
import { roundId } from '../../frame/timeline-of-rounds';
import type { KnockView } from '../../api/knocks';
import type { Build } from '../../api/types';
import type { Preferences } from '../../ui/preferences';
import { shortPitch } from '../../words/pitch-words';
import { eventWords } from '../../words/event-words';
import { woodOrigin } from '../../words/wood-origin';
import { estimateWords, keyWords, lineWords, targetWords, valueWords } from '../../words/round-words';

interface StoryOf {
  build: Build;
  top: TopPlan;
  events: readonly VoicingEvent[];
  knocks: readonly KnockView[];
  choice: Preferences;
}

/** After these kinds the box is closed. */
const AFTERWARDS: readonly VoicingEvent['kind'][] = ['box', 'trim', 'resonances', 'strung', 'settling', 'outcome'];

export function storyOf({ build, top, events, knocks, choice }: StoryOf): Story {
  const standing = events.filter(({ retracted }) => !retracted);
  const rounds = standing.filter(({ kind }) => !AFTERWARDS.includes(kind));
  const heard = knocks.filter(({ retracted, about }) => !retracted && about !== 'bar');
  const last = Math.max(0, ...rounds.map(({ round }) => round), ...heard.map(({ round }) => round));
  const sections = Array.from({ length: last }, (_, i) =>
    roundSection(i + 1, { build, top, events: standing, knocks: heard, choice }),
  ).flatMap((one) => one ?? []);
  const after = standing.filter(({ kind }) => AFTERWARDS.includes(kind));
  return {
    title: `No. ${build.number} ${build.name}: how it was voiced`,
    subtitle: `The wood is ${woodOrigin(build.wood)}. ${build.plate === 'top' ? 'Top' : 'Back'}, ${standing.length} entries${standing[0] ? ` since ${day(standing[0].at)}` : ''}. Forecasts are given with the interval that should hold nine of ten outcomes.`,
    sections: after.length === 0 ? sections : [...sections, afterSection(after, build.units, top)],
  };
}

const day = (at: string) => format(new Date(at), 'd MMM yyyy');

function roundSection(round: number, { build, top, events, knocks, choice }: StoryOf): StorySection | null {
  const own = events.filter((event) => event.round === round && !AFTERWARDS.includes(event.kind));
  const heard = knocks.filter((knock) => knock.round === round);
  if (own.length + heard.length === 0) return null;
  const { units } = build;
  const first = [...own.map(({ at }) => at), ...heard.map(({ at }) => at)].sort()[0]!;
  const shaved = standingEvents(own, 'shaving');
  const told = own
    .filter(({ kind }) => kind === 'repair' || kind === 'park' || kind === 'second-look' || kind === 'shaving')
    .map((event) => sentence(eventWords(event, top.plan, units), event.person));
  const goal = standingEvents(own, 'goal').at(-1)?.body;
  const wished = goal
    ? [
        ...goalLines(goal).map((line) => `${lineWords(line).toLowerCase()} ${targetWords(line, units, choice)}`),
        ...openWishes(goal),
      ]
    : [];
  const goals = goal ? [`Goal: ${wished.join('; ') || 'by ear, no figures'}.`] : [];
  const done = standingEvents(events, 'shaving')
    .filter((event) => event.round < round)
    .flatMap(({ body }) => body.shavings);
  return {
    id: roundId(round),
    title: `Round ${round}`,
    when: day(first),
    paragraphs: [...goals, ...knockWords(heard, choice), ...told],
    table: readTable(round, events, units, choice),
    plate: plateOf(
      top,
      done,
      shaved.flatMap(({ body }) => body.shavings),
    ),
  };
}

/** Wishes that have no figure of a quantity. */
const openWishes = ({ distinct, ring, interval }: VoicingGoal): string[] => [
  ...(interval ? [`${interval.high} ${interval.cents.toFixed(0)} cents over ${interval.low}`] : []),
  ...(distinct ? ['many different clear notes'] : []),
  ...(ring ? ['as long a ring as it will give'] : []),
];

const sentence = (words: string, person: string) => `${words}${person ? `, by ${person}` : ''}.`;

function knockWords(heard: readonly KnockView[], choice: Preferences): string[] {
  if (heard.length === 0) return [];
  const notes = heard.flatMap(({ analysis }) => analysis.partials).sort((a, b) => b.level - a.level);
  const names = [
    ...new Set(
      notes
        .slice(0, 24)
        .map(({ frequency }) => shortPitch(frequency, choice))
        .filter(Boolean),
    ),
  ].slice(0, 5);
  const rings = heard.flatMap(({ analysis }) => analysis.ringTime ?? []);
  const ring =
    rings.length > 0
      ? `; it rang ${(rings.reduce((sum, one) => sum + one, 0) / rings.length).toFixed(1)} s on average`
      : '';
  return [
    `Knocked ${heard.length === 1 ? 'once' : `${heard.length} times`}${names.length > 0 ? `, loudest ${names.join(', ')}` : ''}${ring}.`,
  ];
}

/** What was read, beside what had been foretold of it when the round before was shaved. */
function readTable(
  round: number,
  events: readonly VoicingEvent[],
  units: UnitChoice,
  choice: Preferences,
): StorySection['table'] {
  const keys = [
    ...new Set(events.filter((event) => event.round === round).flatMap((event) => readingOf(event)?.key ?? [])),
  ];
  if (keys.length === 0) return null;
  const forecast =
    standingEvents(events, 'shaving').findLast((event) => event.round === round - 1)?.body.forecast ?? {};
  const before = (key: QuantityKey) => readIn(events, round - 1, key);
  const all = {
    head: ['reading', 'this round', 'round before', 'foretold'],
    rows: keys.map((key) => {
      const was = before(key);
      return [
        keyWords(key),
        valueWords(key, readIn(events, round, key)!, units, choice),
        was === null ? '' : valueWords(key, was, units, choice),
        forecast[key] ? estimateWords(key, forecast[key], units, choice) : '',
      ];
    }),
  };
  const filled = all.head.flatMap((_, c) => (all.rows.some((cells) => cells[c] !== '') ? [c] : []));
  const only = (cells: readonly string[]) => filled.map((c) => cells[c]!);
  return { head: only(all.head), rows: all.rows.map(only) };
}

/** @param done before this round @param now in this round */
function plateOf(top: TopPlan, done: readonly Shaving[], now: readonly Shaving[]): StoryPlate {
  const here = (shavings: readonly Shaving[]) => shavings.filter((shaving) => isOf(top, shaving));
  const { braces } = applyShavings(top, here(done)).plan;
  const cuts = here(now).flatMap(({ place }): [Point, Point][] => {
    const brace = place.kind === 'brace' && braces.find(({ id }) => id === place.id);
    if (!brace || place.kind !== 'brace') return [];
    const at = (s: number) => pointAlong(brace, Math.min(1, Math.max(0, s / brace.length)));
    return [[at(place.from), at(place.to)]];
  });
  return {
    outline: top.shape.outline,
    holes: top.shape.holes,
    braces: braces.map(({ from, to }) => [from, to] as const),
    cuts,
  };
}

function afterSection(after: readonly VoicingEvent[], units: UnitChoice, top: TopPlan): StorySection {
  const outcome = standingEvents(after, 'outcome').at(-1)?.body;
  const marks = outcome?.marks.map(({ name, mark }) => `${name} ${mark} of 9`).join(', ');
  return {
    id: 'after',
    title: 'Closed and strung',
    when: day(after[0]!.at),
    paragraphs: [
      ...after
        .filter(({ kind }) => kind !== 'outcome' && kind !== 'settling')
        .map((event) => `${day(event.at)}: ${eventWords(event, top.plan, units)}.`),
      ...(outcome
        ? [
            `How it turned out: ${outcome.words}`,
            ...(marks ? [`Marks: ${marks}.`] : []),
            ...(outcome.again ? [`Would do again: ${outcome.again}`] : []),
            ...(outcome.differently ? [`Would do differently: ${outcome.differently}`] : []),
          ]
        : []),
    ],
    table: settlingTable(after, units, top),
    plate: null,
  };
}

function settlingTable(after: readonly VoicingEvent[], units: UnitChoice, top: TopPlan): StorySection['table'] {
  const settled = standingEvents(after, 'settling');
  if (settled.length === 0) return null;
  const strung = standingEvents(after, 'strung').at(-1)?.at ?? settled[0]!.at;
  const days = (at: string) => Math.max(0, Math.round((Date.parse(at) - Date.parse(strung)) / 86_400_000));
  return {
    head: ['days under strings', 'read'],
    rows: settled.map((event) => [`${days(event.at)}`, eventWords(event, top.plan, units)]),
  };
}
