import { ApiProperty } from '@nestjs/swagger';
import type { Stage } from '@nimble/core/project';

export class NoteBodyView {
  stage?: Stage;
  text?: string;
}

/** A line of the journal: what was written, or a stage that was entered. */
export class NoteView {
  @ApiProperty({ format: 'uuid' }) id: string;
  kind: 'note' | 'stage';
  at: Date;
  person: string;
  body: NoteBodyView;
}
