/**
 * Work on many tops, one exact solution after another: it asks for a top's figures and goes on when it gets them. The
 * same answers lead to the same questions, so that a batch which was broken off goes on from the answers that were
 * kept.
 */
import { InvalidInput } from '../base';
import { sizeUpTop, type ExamineSettings, type TopPlan, type TopSummary } from '../top';

export type Solved = { kind: 'solved'; summary: TopSummary } | { kind: 'refused'; reason: string };

export type Batch<Result> = Generator<TopPlan, Result, Solved>;

/** How every top of a batch is solved. */
export type BatchSettings = Pick<ExamineSettings, 'hold' | 'meshSize'>;

/** A top that can't be is an answer too: others of the batch can. */
export function solveOne(top: TopPlan, settings: BatchSettings): Solved {
  try {
    return { kind: 'solved', summary: sizeUpTop(top, settings) };
  } catch (error) {
    if (error instanceof InvalidInput) return { kind: 'refused', reason: error.message };
    throw error;
  }
}
