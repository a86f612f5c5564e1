import type { HandReach } from '@nimble/core/survey';
import type { LedgerLine, LedgerSummary } from '@nimble/core/ledger';
import { ListOfCore, OfCore } from '../http/of-core';

export class SettledPassView {
  passId: string;
  surveyId: string;
  settledBy: string;
  at: Date;
  @ListOfCore('ledger#LedgerLine') lines: LedgerLine[];
}

/** What was foretold of the passes taken beside the look that came after them. */
export class LedgerView {
  passes: SettledPassView[];
  @OfCore('ledger#LedgerSummary') summary: LedgerSummary;
  /** How unevenly this maker's tool takes off what was planned (1). */
  removalSpread: number;
  /** How much more comes off at the rim than in the middle by hand; null while that is not known. */
  @OfCore('survey#HandReach') reach: HandReach | null;
}
