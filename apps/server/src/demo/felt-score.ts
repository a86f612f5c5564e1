import type { RandomSource } from '@nimble/core/simulate';

/** What rigidity per width feels middling [N m], and how much stiffer one step of the score is (1). */
const MIDDLE = 35;
const STEP = 1.35;
const SCATTER = 0.7;

/** The score that a made-up pair of hands gives a plate, 1 to 9. */
export function feltScore(rigidity: number, random: RandomSource): number {
  const felt = 5 + Math.log(rigidity / MIDDLE) / Math.log(STEP) + SCATTER * random.normal();
  return Math.min(9, Math.max(1, Math.round(felt)));
}
