/**
 * The stand-in for a braced top, solved off the server's own thread: what a dial, a balance and a microphone would find
 * on it.
 */
import { HttpStatus, Injectable, type OnApplicationShutdown } from '@nestjs/common';
import { InvalidInput } from '@nimble/core/base';
import type { BracedMode } from '@nimble/core/simulate';
import type { QuantityKey, WoodFactors } from '@nimble/core/voicing';
import type { TopPlan } from '@nimble/core/top';
import { ProblemException, refusedByCore } from '../http/problem';
import { WorkerPool } from './worker-pool';

export interface TopInNumbers {
  top: TopPlan;
  wood: WoodFactors;
}

interface Place {
  x: number;
  y: number;
}

export type TopInNumbersTask =
  (TopInNumbers & { kind: 'figures' }) | (TopInNumbers & { kind: 'sounding'; count: number; places: readonly Place[] });

export type TopInNumbersAnswer =
  | { kind: 'figures'; values: { key: QuantityKey; value: number }[] }
  /** Of each mode its displacement at the places, in their order, for unit modal mass. */
  | { kind: 'sounding'; modes: { frequency: number; at: number[] }[] }
  | { kind: 'refused'; field: string; received: unknown; reason: string };

@Injectable()
export class StandInTop implements OnApplicationShutdown {
  private readonly pool = new WorkerPool<TopInNumbersTask, TopInNumbersAnswer>({
    file: 'synthetic-top.worker',
    atOnce: 1,
    timeBudget: 60_000,
    tooLate: () =>
      new ProblemException({
        type: 'about:blank',
        title: 'The stand-in took longer than a minute',
        status: HttpStatus.UNPROCESSABLE_ENTITY,
      }),
  });

  /** Bends [m/N] and weight [kg] without the scatter of an instrument. */
  async figures(of: TopInNumbers): Promise<Map<QuantityKey, number>> {
    const answer = await this.pool.run({ ...of, kind: 'figures' });
    if (answer.kind !== 'figures') throw problemOf(answer);
    return new Map(answer.values.map(({ key, value }) => [key, value]));
  }

  /** Modes that sound, known at the given places only. */
  async modes(of: TopInNumbers, count: number, places: readonly Place[]): Promise<BracedMode[]> {
    const answer = await this.pool.run({ ...of, kind: 'sounding', count, places });
    if (answer.kind !== 'sounding') throw problemOf(answer);
    return answer.modes.map(({ frequency, at }) => ({
      frequency,
      at: (x, y) => at[places.findIndex((place) => place.x === x && place.y === y)] ?? 0,
    }));
  }

  onApplicationShutdown(): Promise<void> {
    return this.pool.close();
  }
}

function problemOf(answer: TopInNumbersAnswer): Error {
  if (answer.kind !== 'refused') return new Error(`the stand-in answered ${answer.kind}`);
  return refusedByCore(new InvalidInput(answer.field, answer.received, answer.reason));
}
