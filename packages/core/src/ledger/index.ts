/** What was forecast beside what came, and what the next forecast learns of it. */
export {
  kindOf,
  learnApart,
  learnShavings,
  teaches,
  NO_CORRECTION,
  whyLeftOut,
  type Hand,
  type ForecastCorrection,
  type LeftOut,
  type ShavingOutcome,
  type ShavingRecord,
} from './shaving-record';
export {
  learnRemovalSpread,
  settle,
  summarize,
  type LedgerEntry,
  type LedgerLine,
  type LedgerSummary,
} from './outcome';
export { settlePass, type PassForecastSaid, type PassOutcome } from './settle-pass';
export { settleAsked, settleShaving, type Asked } from './settle-asked';
