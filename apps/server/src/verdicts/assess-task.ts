import type { AssessmentSummary, PassForecast, PassTaken, SurveyFacts } from '@nimble/core/verdict';
import type { HoleSpec, OutlineSpec } from '@nimble/core/outline';
import type { TrebleSign } from '@nimble/core/graduation';

/** A survey to judge, and passes whose outcome to foretell from it. */
export interface AssessTask {
  plate: { outline: OutlineSpec; holes: HoleSpec[]; treble: TrebleSign };
  facts: SurveyFacts;
  taken: PassTaken[] | null;
}

export interface AssessAnswer {
  /** Null while nothing was read. */
  summary: AssessmentSummary | null;
  taken: { forecast: PassForecast; depths: Record<string, number> } | null;
  /** What the core would not take. */
  refused: { field: string; received: string; reason: string } | null;
}
