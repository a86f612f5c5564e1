import { ApiProperty } from '@nestjs/swagger';
import type { BatchResult, BatchSpec } from '@nimble/core/explore';
import type { TopHold, TopPlan } from '@nimble/core/top';
import { OfCore } from '../http/of-core';

/** Work on many tops, and how far it is. */
export class ExplorationView {
  @ApiProperty({ format: 'uuid' }) id: string;
  at: Date;
  person: string;
  @OfCore('explore#BatchSpec') spec: BatchSpec;
  hold: TopHold;
  state: 'waiting' | 'running' | 'done' | 'failed' | 'cancelled';
  total: number;
  done: number;
  problem: string | null;
  finishedAt: Date | null;
}

export class ExplorationWithResultView extends ExplorationView {
  @OfCore('explore#BatchResult') result: BatchResult | null;
}

/** What it started from, so that anyone can work it out again. */
export class ExplorationInputsView {
  @OfCore('explore#BatchSpec') spec: BatchSpec;
  hold: TopHold;
  @OfCore('top#TopPlan') top: TopPlan;
}
