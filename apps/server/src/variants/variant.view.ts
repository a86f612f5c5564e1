import { ApiProperty } from '@nestjs/swagger';
import type { BracingPlan } from '@nimble/core/bracing';
import type { KeptFigures, Thicker, TopHold } from '@nimble/core/top';
import { OfCore } from '../http/of-core';

/** A top that was tried and kept beside the plan. */
export class VariantView {
  @ApiProperty({ format: 'uuid' }) id: string;
  at: Date;
  person: string;
  name: string;
  @OfCore('bracing#BracingPlan') plan: BracingPlan;
  @OfCore('top#Thicker') thicker: Thicker;
  hold: TopHold;
  /** As the model had them when it was kept. */
  @OfCore('top#KeptFigures') figures: KeptFigures;
  retracted: boolean;
}
