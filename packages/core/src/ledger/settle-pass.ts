/** A pass settled: what was foretold of what was taken, against scale, caliper, jig and ear afterwards. SI. */
import type { Estimate } from '../base';
import { SCALE_SD } from '../survey';
import type { LedgerLine } from './outcome';
import { settleAsked } from './settle-asked';

export interface PassForecastSaid {
  meanAfter: Estimate;
  massAfter: Estimate;
  checks: {
    flex: { jigId: string; compliance: Estimate } | null;
    pitch: { note: string; frequency: Estimate } | null;
  } | null;
}

export interface PassOutcome {
  mean: Estimate;
  /** On the scale [kg]; null when it was not weighed. */
  mass: number | null;
  /** Oldest first; jig and notes as they were asked after the pass. */
  checks: readonly { flex?: { jigId: string; compliance: Estimate }; notes?: Partial<Record<string, number>> }[];
}

/** An ear and a counter hearing one note twice (1). */
const NOTE_SD = 0.004;

/** One line for each figure that was foretold and then asked. */
export function settlePass(said: PassForecastSaid, came: PassOutcome): LedgerLine[] {
  const { flex = null, pitch = null } = said.checks ?? {};
  const bent = came.checks.find((check) => flex && check.flex?.jigId === flex.jigId)?.flex;
  const heard = came.checks.find(({ notes }) => pitch && notes?.[pitch.note] !== undefined)?.notes?.[pitch!.note];
  const note = heard === undefined ? null : { value: heard, sd: NOTE_SD * heard };
  return settleAsked([
    { quantity: 'mean-thickness', said: said.meanAfter, came: came.mean },
    { quantity: 'mass', said: said.massAfter, came: came.mass === null ? null : { value: came.mass, sd: SCALE_SD } },
    { quantity: 'flex', of: flex?.jigId, said: flex?.compliance, came: bent?.compliance },
    { quantity: 'pitch', of: pitch?.note, said: pitch?.frequency, came: note },
  ]);
}
