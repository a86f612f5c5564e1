/**
 * Thirty tops of made-up truth voiced by following the first candidate for eight rounds: do they come to their goals,
 * is the floor kept, do the intervals hold?
 */
import { tunedBars } from '../packages/core/test/tuned-bars';
import { NO_GOAL } from '@nimble/core/voicing';
import { doubles, voice } from '../packages/core/test/voiced-top';

export interface VoicingBench {
  tops: number;
  /** By what ended them; `rounds` where eight were not enough. */
  ended: Record<string, number>;
  floorBroken: number;
  /** Of the 90 % intervals. */
  held: number;
  outcomes: number;
}

const ROUNDS = 8;

export function benchVoicing(tops: number, say: (line: string) => void): VoicingBench {
  const found: VoicingBench = { tops, ended: {}, floorBroken: 0, held: 0, outcomes: 0 };
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
    say(
      `top ${seed}: ${rounds.length} rounds, ${by}, ${held} of ${settled.length} intervals held, objective ${last.proposal.objective.toFixed(1)}`,
    );
  }
  return found;
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
