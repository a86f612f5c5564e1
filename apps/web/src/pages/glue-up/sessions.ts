import type { GlueSession } from '@nimble/core/glue';

export interface Sessions {
  sessions: GlueSession[];
  /** Field and words of what can't be. */
  refused: { field: string; words: string } | null;
}
