/** What the API answers, by the pages' shorter names. Dates are ISO text in UTC; quantities SI. */
import type { ReadingView, SurveyWithReadingsView } from './contract';

export type {
  BuildSummaryView as BuildSummary,
  BuildView as Build,
  ImportAnswerView as ImportAnswer,
  LedgerView as Ledger,
  NoteView as Note,
  PassView,
  SurveyView as Survey,
  TargetTemplateView as TargetTemplate,
} from './contract';

/** One that was taken on this page has no file that it came from. */
export type SurveyReading = Omit<ReadingView, 'batch'> & Partial<Pick<ReadingView, 'batch'>>;

export interface SurveyWithReadings extends Omit<SurveyWithReadingsView, 'readings'> {
  readings: SurveyReading[];
}
