import { ApiProperty } from '@nestjs/swagger';
import type { Glue, GlueTimes } from '@nimble/core/glue';
import { OfCore } from '../http/of-core';

export class GluedPieceView {
  id: string;
  name: string;
}

/** One spreading of glue and what became of it. */
export class GlueUpView {
  @ApiProperty({ format: 'uuid' }) id: string;
  at: Date;
  person: string;
  @OfCore('glue#Glue') glue: Glue;
  pieces: GluedPieceView[];
  @OfCore('glue#GlueTimes') times: GlueTimes;
  /** What was looked at before the glue was opened. */
  checked: string[];
  relativeHumidity: number | null;
  temperatureC: number | null;
  note: string;
  retracted: boolean;
}
