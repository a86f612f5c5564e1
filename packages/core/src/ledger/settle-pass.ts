/** A pass settled: what was foretold of what was taken, against scale, caliper, jig and ear afterwards. SI. */
import type { Estimate } from '../estimate';
import { SCALE_SD } from '../survey';
import { settle, type LedgerLine } from './outcome';

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
  const lines = [settle({ quantity: 'mean-thickness', forecast: said.meanAfter, outcome: came.mean })];
  if (came.mass !== null)
    lines.push(settle({ quantity: 'mass', forecast: said.massAfter, outcome: { value: came.mass, sd: SCALE_SD } }));
  const { flex = null, pitch = null } = said.checks ?? {};
  const bent = came.checks.find((check) => flex && check.flex?.jigId === flex.jigId)?.flex;
  if (flex && bent)
    lines.push(settle({ quantity: 'flex', of: flex.jigId, forecast: flex.compliance, outcome: bent.compliance }));
  const heard = pitch && came.checks.find(({ notes }) => notes?.[pitch.note] !== undefined)?.notes?.[pitch.note];
  if (pitch && heard) {
    const outcome = { value: heard, sd: NOTE_SD * heard };
    lines.push(settle({ quantity: 'pitch', of: pitch.note, forecast: pitch.frequency, outcome }));
  }
  return lines;
}
