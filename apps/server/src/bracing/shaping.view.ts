import { ApiProperty } from '@nestjs/swagger';
import type { BracePlan, ShapingForecast, ShapingOutcome } from '@nimble/core/bracing';
import type { LedgerLine } from '@nimble/core/ledger';
import { ListOfCore, OfCore } from '../http/of-core';

/** One step of shaping a loose brace, what was said of it before, and what came of it. */
export class ShapingView {
  @ApiProperty({ format: 'uuid' }) id: string;
  braceId: string;
  name: string;
  at: Date;
  person: string;
  heardBefore: number | null;
  @OfCore('bracing#BracePlan') before: BracePlan;
  @OfCore('bracing#BracePlan') after: BracePlan;
  @OfCore('bracing#ShapingForecast') forecast: ShapingForecast;
  @OfCore('bracing#ShapingOutcome') outcome: ShapingOutcome | null;
  @ListOfCore('ledger#LedgerLine') lines: LedgerLine[];
  retracted: boolean;
}
