/** Forecast against outcome, kept honestly: what was said, what came, and whether the interval held. SI. */
import { holds, type Estimate } from '../base';

export interface LedgerEntry {
  quantity: 'mass' | 'mean-thickness' | 'flex' | 'pitch';
  /** Which jig or which note it is about, where there are several. */
  of?: string;
  forecast: Estimate;
  outcome: Estimate;
}

export interface LedgerLine extends LedgerEntry {
  /** outcome less forecast. */
  miss: number;
  held: boolean;
}

export interface LedgerSummary {
  count: number;
  /** How many 90 % intervals held their outcome. */
  held: number;
}

export function settle(entry: LedgerEntry): LedgerLine {
  return { ...entry, miss: entry.outcome.value - entry.forecast.value, held: holds(entry.forecast, entry.outcome) };
}

export function summarize(lines: readonly LedgerLine[]): LedgerSummary {
  return { count: lines.length, held: lines.filter((line) => line.held).length };
}

/** Passes needed before the maker's own record replaces the first guess. */
const ENOUGH_PASSES = 4;
const LEAST_SPREAD = 0.05;
const MOST_SPREAD = 0.6;

/**
 * How evenly this maker's tool takes off what was planned: root mean square of (removed / planned - 1) over past
 * passes, mixed with the first guess until there are enough of them.
 * @param passes planned and truly removed depth or mass, same unit
 */
export function learnRemovalSpread(
  passes: readonly { planned: number; removed: number }[],
  firstGuess: number,
): number {
  const usable = passes.filter(({ planned }) => planned > 0);
  const squares = usable.reduce((sum, { planned, removed }) => sum + (removed / planned - 1) ** 2, 0);
  const mixed = (squares + ENOUGH_PASSES * firstGuess ** 2) / (usable.length + ENOUGH_PASSES);
  return Math.min(MOST_SPREAD, Math.max(LEAST_SPREAD, Math.sqrt(mixed)));
}
