import { HttpStatus, Injectable, type OnApplicationShutdown } from '@nestjs/common';
import { InvalidInput } from '@nimble/core/base';
import type { KnockAnalysis, KnockOptions, PlayedAnalysis, PlayedOptions } from '@nimble/core/sound';
import { ProblemException, refusedByCore } from '../http/problem';
import { WorkerPool } from './worker-pool';

/** A file's path, or a short sound itself. */
export type HeardFile = string | Uint8Array;

export type HearingTask =
  | { kind: 'knock'; file: HeardFile; options: Partial<KnockOptions> }
  | { kind: 'played'; file: HeardFile; options: PlayedOptions };

export type HearingAnswer =
  | { kind: 'knock'; knock: KnockAnalysis }
  | { kind: 'played'; played: PlayedAnalysis }
  | { kind: 'refused'; field: string; received: unknown; reason: string }
  | { kind: 'too-long' };

/** Hears sounds off the server's own thread. */
@Injectable()
export class Hearing implements OnApplicationShutdown {
  private readonly pool = new WorkerPool<HearingTask, HearingAnswer>({
    file: 'hearing.worker',
    atOnce: 2,
    young: 4,
    timeBudget: 60_000,
    tooLate: () =>
      tooMuch(
        'The sound took longer than a minute to hear: send it in shorter pieces',
        HttpStatus.UNPROCESSABLE_ENTITY,
      ),
  });

  /** @throws ProblemException for what is no such sound, is too long, or takes longer than its time budget */
  async knock(file: HeardFile, options: Partial<KnockOptions>): Promise<KnockAnalysis> {
    const answer = await this.pool.run({ kind: 'knock', file, options });
    if (answer.kind === 'knock') return answer.knock;
    throw problemOf(answer);
  }

  /** @throws ProblemException as above */
  async played(file: HeardFile, options: PlayedOptions): Promise<PlayedAnalysis> {
    const answer = await this.pool.run({ kind: 'played', file, options });
    if (answer.kind === 'played') return answer.played;
    throw problemOf(answer);
  }

  onApplicationShutdown(): Promise<void> {
    return this.pool.close();
  }
}

function problemOf(answer: HearingAnswer): Error {
  if (answer.kind === 'refused') return refusedByCore(new InvalidInput(answer.field, answer.received, answer.reason));
  return tooMuch('The recording is over two minutes: send the knocks in shorter pieces', HttpStatus.PAYLOAD_TOO_LARGE);
}

function tooMuch(title: string, status: HttpStatus): ProblemException {
  return new ProblemException({ type: 'about:blank', title, status });
}
