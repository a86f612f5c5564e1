/**
 * Thirty tops of made-up truth voiced by following the first candidate for eight rounds: do they come to their goals,
 * is the floor kept, do the intervals hold?
 */
import { tunedBars } from '../packages/core/test/tuned-bars';
import { NO_GOAL } from '@nimble/core/voicing';
import { doubles, voice, type VoicedRound } from '../packages/core/test/voiced-top';

export interface VoicingBench {
  tops: number;
  /** By what ended them; `rounds` where eight were not enough. */
  ended: Record<string, number>;
  floorBroken: number;
  /** Of the 90 % intervals. */
  held: number;
  outcomes: number;
  /** Whose goals are met at the end, or within their doubt. */
  met: number;
  /** Places of a first choice, the median of all rounds. */
  places: number;
  /** First choices after which the goal they were most for lay further off, by more than nine of ten should. */
  wrongWay: number;
}

const ROUNDS = 8;

export function benchVoicing(tops: number, say: (line: string) => void): VoicingBench {
  const found: VoicingBench = { tops, ended: {}, floorBroken: 0, held: 0, outcomes: 0, met: 0, places: 0, wrongWay: 0 };
  const places: number[] = [];
  for (let seed = 1; seed <= tops; seed++) {
    const rounds = voice(seed, ROUNDS);
    const last = rounds[rounds.length - 1];
    const by = last.verdict.say === 'stop' ? (last.verdict.rule ?? 'stop') : 'rounds';
    const settled = rounds.flatMap((round) => round.settled);
    const held = settled.filter((one) => one.held).length;
    found.ended[by] = (found.ended[by] ?? 0) + 1;
    if (rounds.some(({ reserve, floor }) => reserve < floor)) found.floorBroken++;
    found.held += held;
    found.outcomes += settled.length;
    if (last.proposal.now.every((one) => one === null || one.state === 'met' || one.state === 'perhaps')) found.met++;
    found.wrongWay += rounds.slice(1).filter((round, i) => isWorse(rounds[i], round)).length;
    places.push(...rounds.flatMap(({ proposal }) => proposal.candidates[0]?.shavings.length ?? []));
    say(
      `top ${seed}: ${rounds.length} rounds, ${by}, ${held} of ${settled.length} intervals held, objective ${last.proposal.objective.toFixed(1)}`,
    );
  }
  found.places = places.sort((a, b) => a - b)[places.length >> 1];
  return found;
}

const NINE_OF_TEN = 1.645;

/** Of what the first choice of a round was most for, as it stands a round later. */
function isWorse(round: VoicedRound, next: VoicedRound): boolean {
  const [first] = round.proposal.candidates;
  if (!first) return false;
  const [before, after] = [round.proposal.now, next.proposal.now].map((all) => all[first.mainGoal]);
  if (!before || !after) return false;
  return Math.abs(after.miss) - Math.abs(before.miss) > NINE_OF_TEN * Math.hypot(before.sd, after.sd);
}

export interface BarsBench {
  tops: number;
  /** Within ten cents of their interval in eight rounds at most. */
  reached: number;
}

const NEAR = 10;

/** Two bars of a made-up top brought to an interval, top by top. */
export function benchBars(tops: number, say: (line: string) => void): BarsBench {
  let reached = 0;
  for (let seed = 1; seed <= tops; seed++) {
    const { first, last, rounds } = tunedBars(seed, ROUNDS);
    if (Math.abs(last) <= NEAR) reached++;
    say(`top ${seed}: ${first.toFixed(0)} cents off, after ${rounds} rounds ${last.toFixed(1)}`);
  }
  return { tops, reached };
}

export interface NotesBench {
  tops: number;
  /** Pairs of notes that the ear takes for one, before and after, of all tops together. */
  before: number;
  after: number;
}

/** Tops whose notes shall all differ, top by top. */
export function benchNotes(tops: number, say: (line: string) => void): NotesBench {
  const found: NotesBench = { tops, before: 0, after: 0 };
  for (let seed = 0; seed < tops; seed++) {
    const rounds = voice(seed, ROUNDS, { ...NO_GOAL, distinct: true, plate: true });
    const [first, last] = [rounds[0], rounds[rounds.length - 1]].map(({ notes }) => doubles(notes)) as [number, number];
    found.before += first;
    found.after += last;
    say(`top ${seed}: ${first} doubles, after ${rounds.length} rounds ${last}`);
  }
  return found;
}
