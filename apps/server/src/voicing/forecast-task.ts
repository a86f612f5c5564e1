import type { ShavingForecast, Shaving, VoicingFacts } from '@nimble/core/voicing';

/** A shaving to foretell from the record as it stood before it. */
export interface ForecastTask {
  facts: VoicingFacts;
  round: number;
  shavings: Shaving[];
}

export interface ForecastAnswer {
  forecast: ShavingForecast | null;
  /** What the core would not take. */
  refused: string | null;
}
