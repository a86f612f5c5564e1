import type { ForetoldShaving, Shaving, VoicingFacts } from '@nimble/core/voicing';

/** A shaving to foretell from the record as it stood before it. */
export interface ForetellTask {
  facts: VoicingFacts;
  round: number;
  shavings: Shaving[];
}

export interface ForetellAnswer {
  foretold: ForetoldShaving | null;
  /** What the core would not take. */
  refused: string | null;
}
