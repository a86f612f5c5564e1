import { ApiProperty } from '@nestjs/swagger';
import type { TargetSpec } from '@nimble/core/graduation';
import { OfCore } from '../http/of-core';

export class TargetTemplateView {
  @ApiProperty({ format: 'uuid' }) id: string;
  name: string;
  @OfCore('graduation#TargetSpec') body: TargetSpec;
}
