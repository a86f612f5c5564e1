export {
  learnRemovalSpread,
  settle,
  summarize,
  type LedgerEntry,
  type LedgerLine,
  type LedgerSummary,
} from './outcome';
