/**
 * Voicing on the demo bench, from tops in numbers with fixed seeds: rounds that followed the program's own proposals,
 * and how finished instruments turned out.
 */
import {
  asPlaned,
  applyShavings,
  assessVoicing,
  benchFigures,
  safetyMarginOf,
  NO_GOAL,
  otherWood,
  priorSpread,
  readBalance,
  readDial,
  roundKnock,
  roundsOf,
  safeReductions,
  soundingModes,
  AS_TAKEN,
  type FlexPlace,
  type Shaving,
  type VoicingBodies,
  type VoicingEvent,
  type VoicingGoal,
  type VoicingKind,
  type WoodFactors,
} from '@nimble/core/voicing';
import { knockPlaces } from '@nimble/core/knock-map';
import { microphoneOver, seededRandom, seedOfId, SIMULATED_MODES, type RandomSource } from '@nimble/core/simulate';
import type { TopPlan } from '@nimble/core/top';
import type { Hearing } from '../compute/hearing';
import { knocksOfRound, type DemoKnock } from './demo-sounds';

const HOUR = 3_600_000;
const DAY = 24 * HOUR;
const READ: readonly FlexPlace[] = ['along', 'across', 'edge-bass', 'edge-treble'];
/** What a workshop knows of wood that it measured itself. */
const KNOWN_WOOD = priorSpread({ density: 0.03, modulus: 0.08, braceDensity: 0.05, braceModulus: 0.1 });

/** Writes one event after another of a build, an hour apart unless said. */
class Diary {
  readonly events: VoicingEvent[] = [];
  constructor(
    private readonly number: number,
    private readonly person: string,
  ) {}

  add<K extends VoicingKind>(kind: K, round: number, at: number, body: VoicingBodies[K]): void {
    const id = this.nextId();
    this.events.push({
      id,
      kind,
      round,
      at: new Date(at).toISOString(),
      person: this.person,
      body,
      retracted: false,
    } as VoicingEvent);
  }

  /** The same at every start, since a stand-in's hand is seeded by it. */
  nextId(): string {
    return `6f1d7a10-0003-4000-8000-0000000${this.number}${String(this.events.length + 1).padStart(3, '0')}`;
  }
}

interface Truth {
  top: TopPlan;
  wood: WoodFactors;
}

function readBench(
  diary: Diary,
  truth: Truth,
  { round, at, places, random }: { round: number; at: number; places: readonly FlexPlace[]; random: RandomSource },
): void {
  const values = new Map(benchFigures(truth.top, truth.wood).map(({ key, value }) => [key, value]));
  const mass = readBalance(values.get('mass')!, random);
  diary.add('mass', round, at, { mass, said: `${(1000 * mass).toFixed(1)} g` });
  places.forEach((place, i) => {
    const { load, deflection } = readDial(values.get(`flex:${place}`)!, random);
    diary.add('flex', round, at + (i + 1) * 120_000, {
      place,
      load,
      deflection,
      feel: null,
      closed: false,
      said: `${(1000 * deflection).toFixed(3)} under 1 kg`,
    });
  });
}

export interface DemoRounds {
  events: VoicingEvent[];
  knocks: DemoKnock[];
}

interface RoundsOf {
  number: number;
  buildId: string;
  top: TopPlan;
  thinnest: number;
  /** Of each round [days ago]. */
  daysAgo: readonly number[];
  now: Date;
  person: string;
  goal: VoicingGoal;
}

/**
 * Rounds that followed the first proposal; of the last one only weight and knocks are read yet. In round 1 a tone bar's
 * end hasn't taken its glue.
 */
export async function demoRounds(hearing: Hearing, of: RoundsOf): Promise<DemoRounds> {
  const { number, buildId, top, daysAgo, now, goal, thinnest, person } = of;
  const diary = new Diary(number, person);
  const random = seededRandom(number * 101);
  const wood = otherWood(seededRandom(seedOfId(buildId)));
  const places = knockPlaces(top.shape, 'few', []);
  const knocks: DemoKnock[] = [];
  const planed: Shaving[] = [];
  diary.add('goal', 1, now.getTime() - daysAgo[0]! * DAY - HOUR, goal);
  for (const { id } of safeReductions(top.plan))
    diary.add('reduction', 1, now.getTime() - daysAgo[0]! * DAY - HOUR / 2, { reduction: id });
  for (const [i, days] of daysAgo.entries()) {
    const [round, at, last] = [i + 1, now.getTime() - days * DAY, i === daysAgo.length - 1];
    const truth = { top: applyShavings(top, planed), wood };
    readBench(diary, truth, { round, at, places: last ? [] : READ, random });
    const modes = soundingModes(truth.top, SIMULATED_MODES, wood);
    knocks.push(
      ...(await knocksOfRound(hearing, {
        modes,
        places,
        round,
        microphone: microphoneOver(top.shape),
        loose: round === 1 ? looseEnd(top) : null,
      })),
    );
    if (last) break;
    const {
      rounds,
      proposal: {
        candidates: [best],
      },
    } = assessVoicing({
      top,
      rounds: roundsOf(
        diary.events,
        knocks.map((knock, i) => ({ ...roundKnock({ ...knock, id: `${i}`, about: 'station' }), notes: [] })),
        top,
      ),
      goal,
      prior: KNOWN_WOOD,
      closed: false,
      record: [],
      thinnest,
      brief: true,
    });
    if (!best) break;
    const id = diary.nextId();
    diary.add('shaving', round, at + 2 * HOUR, {
      shavings: best.shavings,
      said: `${(1000 * best.shavings[0]!.depth).toFixed(2)} mm`,
      tool: 'finger plane',
      proposed: true,
      forecast: best.forecast,
      settled: rounds.at(-1)!.outcomes,
    });
    planed.push(...asPlaned(best.shavings, seededRandom(seedOfId(id))));
  }
  return { events: diary.events, knocks };
}

const LOOSE_REACH = 0.07;

function looseEnd({ plan: { braces } }: TopPlan) {
  const [x, y] = braces.filter(({ role }) => role === 'tone-bar').at(-1)!.to;
  return { x, y, reach: LOOSE_REACH };
}

export interface FinishedOf {
  number: number;
  buildId: string;
  top: TopPlan;
  person: string;
  now: Date;
  /** When it was voiced and when it was strung [days ago]. */
  voiced: number;
  strung: number;
  /** Off the braces in its one round [m]. */
  off: number;
  story: Pick<VoicingBodies['outcome'], 'words' | 'again' | 'differently' | 'marks'>;
  pair: { air: number; top: number };
  volume: number;
  /** What it gave over what the model says, and how far it creeps (1). */
  gives: number;
}

const SETTLED_AFTER = [0, 1, 3, 7, 14, 30] as const;
const TEN_YEARS = 3652;

/** A finished instrument: its last bends, how it settled under its strings, and its maker's words. */
export function demoFinished({
  number,
  buildId,
  top,
  person,
  now,
  voiced,
  strung,
  off,
  story,
  pair,
  volume,
  gives,
}: FinishedOf): VoicingEvent[] {
  const diary = new Diary(number, person);
  const random = seededRandom(number * 103);
  const wood = otherWood(seededRandom(seedOfId(buildId)));
  const at = (days: number) => now.getTime() - days * DAY;
  readBench(diary, { top, wood }, { round: 1, at: at(voiced), places: READ, random });
  const legs = top.plan.braces.filter(({ role }) => role === 'x-leg' || role === 'tone-bar');
  const shavings = legs.map(({ id, length }): Shaving => ({
    place: { kind: 'brace', id, from: 0.015, to: length - 0.015 },
    depth: off,
  }));
  const id = diary.nextId();
  diary.add('shaving', 1, at(voiced) + HOUR, {
    shavings,
    said: `${(1000 * off).toFixed(1)} mm, by ear`,
    tool: 'finger plane',
    proposed: false,
    forecast: {},
    settled: [],
  });
  const done = applyShavings(top, asPlaned(shavings, seededRandom(seedOfId(id))));
  readBench(diary, { top: done, wood }, { round: 2, at: at(voiced - 1), places: READ, random });
  diary.add('box', 2, at(strung + 6), { volume, said: `${(1000 * volume).toFixed(1)} l` });
  diary.add('strung', 2, at(strung), { note: 'light set' });
  const turn = safetyMarginOf({ top: done, factors: AS_TAKEN }, []).movement;
  SETTLED_AFTER.filter((days) => days < strung).forEach((days) => {
    const read = gives * turn * (1 + (days / TEN_YEARS) ** 0.25) + 4e-4 * random.normal();
    diary.add('settling', 2, at(strung - days) + 2 * HOUR, {
      turn: read,
      belly: null,
      said: `${((read * 180) / Math.PI).toFixed(2)}°`,
    });
  });
  diary.add('resonances', 2, at(strung - 30), { ...pair, said: `${pair.air} and ${pair.top} Hz` });
  diary.add('outcome', 2, at(Math.max(1, strung - 35)), { ...story });
  return diary.events;
}

/** This shop works to what nine of ten such tops bear (1). */
const LEAST_RESERVE = 1;

/** As soft along and across as another plate was at last, a little lighter than it stands, all else left. */
export function goalLike(from: string, events: readonly VoicingEvent[], weight: number | null): VoicingGoal {
  const last = (place: FlexPlace) =>
    events.findLast((event) => event.kind === 'flex' && event.body.place === place) as
      Extract<VoicingEvent, { kind: 'flex' }> | undefined;
  const flex = (['along', 'across'] as const).flatMap((place) => {
    const body = last(place)?.body;
    return body?.load && body.deflection ? [{ place, compliance: body.deflection / body.load, from }] : [];
  });
  return { ...NO_GOAL, reserve: LEAST_RESERVE, flex, weight };
}
