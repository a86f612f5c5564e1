/**
 * Designs that can't be bettered in one of two goals but at the cost of the other, by a population that breeds. What
 * breaks a limit gives way to what doesn't.
 * Source: Deb, Pratap, Agarwal and Meyarivan, A fast and elitist multiobjective genetic algorithm, IEEE Trans. Evol.
 * Comput. 6 (2002).
 */
import type { RandomSource } from '../simulate';

export interface Score {
  /** Both to be as small as can be. */
  goals: readonly [number, number];
  /** How far limits are broken; nought where none is. */
  breach: number;
}

export interface Candidate extends Score {
  amounts: readonly number[];
}

export interface Population {
  size: number;
  generations: number;
}

export type Range = readonly [least: number, most: number];

/** @returns those that nothing betters, along the first goal */
export function evolve(
  ranges: readonly Range[],
  score: (amounts: readonly number[]) => Score,
  { size, generations }: Population,
  random: RandomSource,
): Candidate[] {
  const made = (amounts: readonly number[]): Candidate => ({ amounts, ...score(amounts) });
  let people = Array.from({ length: size }, (_, i) =>
    made(
      ranges.map(([least, most]) =>
        i === 0 ? Math.min(most, Math.max(least, 0)) : least + random.uniform() * (most - least),
      ),
    ),
  );
  for (let generation = 0; generation < generations; generation++) {
    const ranked = inOrder(people);
    const parent = () => ranked[Math.min(Math.floor(random.uniform() * size), Math.floor(random.uniform() * size))];
    const children = Array.from({ length: size }, () =>
      made(child(parent().amounts, parent().amounts, ranges, random)),
    );
    people = inOrder([...ranked, ...children]).slice(0, size);
  }
  return paretoFront(people);
}

const REACH = 0.25;
const MUTATION = 0.12;

/** Between its parents or a little beyond, shaken in about one amount. */
function child(a: readonly number[], b: readonly number[], ranges: readonly Range[], random: RandomSource): number[] {
  return ranges.map(([least, most], i) => {
    const share = random.uniform() * (1 + 2 * REACH) - REACH;
    const shaken = random.uniform() < 1 / ranges.length ? MUTATION * (most - least) * random.normal() : 0;
    return Math.min(most, Math.max(least, a[i] + share * (b[i] - a[i]) + shaken));
  });
}

function betters(a: Score, b: Score): boolean {
  if (a.breach !== b.breach) return a.breach < b.breach;
  const [first, second] = [a.goals[0] - b.goals[0], a.goals[1] - b.goals[1]];
  return first <= 0 && second <= 0 && (first < 0 || second < 0);
}

/** Within limits and bettered by none of them, along the first goal. */
export function paretoFront<C extends Score>(all: readonly C[]): C[] {
  const allowed = all.filter(({ breach }) => breach === 0);
  return allowed.filter((one) => !allowed.some((other) => betters(other, one))).sort((a, b) => a.goals[0] - b.goals[0]);
}

/** Front by front; within a front those with most room round them first. */
function inOrder(all: readonly Candidate[]): Candidate[] {
  let left = [...all];
  const out: Candidate[] = [];
  while (left.length > 0) {
    const front = left.filter((one) => !left.some((other) => betters(other, one)));
    out.push(...byRoom(front));
    left = left.filter((one) => !front.includes(one));
  }
  return out;
}

function byRoom(front: readonly Candidate[]): Candidate[] {
  const room = new Map<Candidate, number>(front.map((one) => [one, 0]));
  for (const goal of [0, 1] as const) {
    const sorted = [...front].sort((a, b) => a.goals[goal] - b.goals[goal]);
    const span = sorted[sorted.length - 1].goals[goal] - sorted[0].goals[goal] || 1;
    sorted.forEach((one, i) => {
      const ends = i === 0 || i === sorted.length - 1;
      const wide = ends ? Infinity : (sorted[i + 1].goals[goal] - sorted[i - 1].goals[goal]) / span;
      room.set(one, room.get(one)! + wide);
    });
  }
  return [...front].sort((a, b) => room.get(b)! - room.get(a)!);
}

/** So many of a front, spread along it: both ends, then by even steps of their order. */
export function crowdingDistance<C>(front: readonly C[], count: number): C[] {
  if (front.length <= count) return [...front];
  return Array.from({ length: count }, (_, i) => front[Math.round((i * (front.length - 1)) / (count - 1))]);
}
