import { ApiProperty } from '@nestjs/swagger';
import type { ComparedBuild } from '@nimble/core/closing';
import type { Family } from '@nimble/core/outline';
import type { PlateRole } from '@nimble/core/project';

export class MarkView {
  name: string;
  mark: number;
}

/** A build in the figures that were read of it last. */
export class ComparedView implements ComparedBuild {
  @ApiProperty({ format: 'uuid' }) id: string;
  number: number;
  name: string;
  family: Family;
  plate: PlateRole;
  good: boolean | null;
  /** SI, by name. */
  @ApiProperty({ type: 'object', additionalProperties: { type: 'number', nullable: true } })
  figures: ComparedBuild['figures'];
  /** How it turned out, in its maker's words. */
  words: string;
  marks: MarkView[];
}
