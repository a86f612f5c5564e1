/** Answers as this device saw them last, so that a bench can be opened and worked at away from its server. */
import { clear, createStore, del, entries, get, set } from 'idb-keyval';
import { lastBench } from './last-bench';

interface Kept {
  /** [ms] */
  at: number;
  answer: unknown;
}

/** Raised whenever what is kept could no longer be read as it is: earlier answers are then dropped. */
const SHAPE = 1;
/** Longer texts are asked for when they are needed, or not at all away from the server [characters]. */
const LONGEST = 3_000_000;
const MOST_KEPT = 400;

let opened: ReturnType<typeof createStore> | null = null;
const answers = () => (opened ??= createStore('nimble-spruce-answers', 'answers'));
const keyOf = (address: string) => `${SHAPE} ${lastBench()} ${address}`;

/** Beside the work: a device that keeps nothing has only itself to thank. */
export function keepAnswer(address: string, answer: unknown): void {
  if (JSON.stringify(answer).length > LONGEST) return;
  const kept: Kept = { at: Date.now(), answer };
  void set(keyOf(address), kept, answers()).catch(() => undefined);
}

export async function keptAnswer(address: string): Promise<Kept | null> {
  return (await get<Kept>(keyOf(address), answers()).catch(() => undefined)) ?? null;
}

/** Drops what another shape of the program kept, and the oldest beyond what a device should hold. Call once. */
export async function tidyAnswers(): Promise<void> {
  const all = await entries<string, Kept>(answers());
  const isOurs = ([key]: [string, Kept]) => key.startsWith(`${SHAPE} `);
  const old = all.filter(isOurs).sort(([, a], [, b]) => b.at - a.at);
  for (const [key] of [...all.filter((one) => !isOurs(one)), ...old.slice(MOST_KEPT)]) await del(key, answers());
}

/** Who leaves a device leaves nothing on it that was seen. */
export const forgetAnswers = (): Promise<void> => clear(answers()).catch(() => undefined);
