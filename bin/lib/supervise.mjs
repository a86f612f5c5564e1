/** Keeps parts of the program up: what ends by itself is begun again, after a pause that grows while it won't stay. */
import { setTimeout as wait } from 'node:timers/promises';
import { say } from './say.mjs';

const FIRST_PAUSE_MS = 500;
const LONGEST_PAUSE_MS = 30_000;
/** Up so long, it is taken to stay. */
const STAYS_MS = 60_000;
const LOOK_EVERY_MS = 1000;

function growingPause() {
  let pause = FIRST_PAUSE_MS;
  let began = Date.now();
  return {
    began: () => (began = Date.now()),
    next: () => {
      pause = Date.now() - began > STAYS_MS ? FIRST_PAUSE_MS : Math.min(LONGEST_PAUSE_MS, 2 * pause);
      return pause;
    },
  };
}

/**
 * A process. @param first one that runs already @param begin makes another and gives it back @param isStopping whether the whole program ends
 * @returns what is running now
 */
export function keepUp({ name, first, begin, isStopping }) {
  const held = { child: null };
  const pause = growingPause();
  const lookAfter = (child) => {
    pause.began();
    held.child = child;
    child.on('exit', (code, signal) => {
      if (isStopping()) return;
      const after = pause.next();
      say(`${name} ended by itself (${signal ?? `exit ${code}`}); it is started again in ${seconds(after)}.`);
      setTimeout(() => isStopping() || lookAfter(begin()), after);
    });
  };
  lookAfter(first ?? begin());
  return held;
}

/** Something that is looked at from time to time. @param reopen brings it back, or throws */
export async function watchOver({ name, lives, reopen, isStopping }) {
  const pause = growingPause();
  while (!isStopping()) {
    await wait(LOOK_EVERY_MS);
    if (isStopping() || lives()) continue;
    say(`${name} is down; it is started again …`);
    try {
      await reopen();
      pause.began();
      say(`${name} is back.`);
    } catch (error) {
      const after = pause.next();
      say(`${error.message} The next try comes in ${seconds(after)}.`);
      await wait(after);
    }
  }
}

const seconds = (ms) => `${ms < 1000 ? (ms / 1000).toFixed(1) : Math.round(ms / 1000)} s`;
