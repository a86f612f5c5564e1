/**
 * What was foretold beside what came, of everything that was both foretold and then asked: the one settling of passes,
 * brace steps and shavings. SI.
 */
import type { Estimate } from '../base';
import { settle, type LedgerEntry, type LedgerLine } from './outcome';
import type { ShavingOutcome } from './shaving-record';

export interface Asked extends Omit<LedgerEntry, 'forecast' | 'outcome'> {
  /** Null or missing where it was not foretold, or not asked. */
  said?: Estimate | null;
  came?: Estimate | null;
}

export function settleAsked(figures: readonly Asked[]): LedgerLine[] {
  return figures.flatMap(({ said, came, ...figure }) =>
    said && came ? [settle({ ...figure, forecast: said, outcome: came })] : [],
  );
}

type Figures = Readonly<Partial<Record<string, Estimate>>>;

/** A shaving is learned from by its changes: what it was before is needed too. */
export function settleShaving(
  { before, said, where }: { before: Figures; said: Figures; where: ShavingOutcome['where'] },
  came: ReadonlyMap<string, Estimate>,
): ShavingOutcome[] {
  return [...came].flatMap(([quantity, outcome]) => {
    const [was, forecast] = [before[quantity], said[quantity]];
    return was && forecast ? [{ quantity, where, before: was, forecast, outcome }] : [];
  });
}
