export {
  kindOf,
  learnApart,
  learnShavings,
  teaches,
  UNLEARNED,
  type Hand,
  type Learned,
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
