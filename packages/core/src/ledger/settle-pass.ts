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
  checks: readonly {
    flex?: { jigId: string; compliance: Estimate };
    notes?: Partial<Record<string, number>>;
    clear?: readonly number[];
  }[];
}

/** An ear and a counter hearing one note twice (1). */
const NOTE_SD = 0.004;

/** A clear note further from what was foretold is another one (1). */
const SAME_NOTE = 0.12;
const isKnown = (heard: number | undefined): heard is number => heard !== undefined;

function heardOf(
  { notes, clear = [] }: PassOutcome['checks'][number],
  { note, frequency: { value } }: { note: string; frequency: Estimate },
): number | undefined {
  if (note !== 'clear') return notes?.[note];
  const off = (heard: number) => Math.abs(heard / value - 1);
  return [...clear].filter((heard) => off(heard) < SAME_NOTE).sort((a, b) => off(a) - off(b))[0];
}

/** One line for each figure that was foretold and then asked. */
export function settlePass(said: PassForecastSaid, came: PassOutcome): LedgerLine[] {
  const { flex = null, pitch = null } = said.checks ?? {};
  const bent = came.checks.find((check) => flex && check.flex?.jigId === flex.jigId)?.flex;
  const heard = pitch === null ? undefined : came.checks.map((check) => heardOf(check, pitch)).find(isKnown);
  const note = heard === undefined ? null : { value: heard, sd: NOTE_SD * heard };
  return settleAsked([
    { quantity: 'mean-thickness', said: said.meanAfter, came: came.mean },
    { quantity: 'mass', said: said.massAfter, came: came.mass === null ? null : { value: came.mass, sd: SCALE_SD } },
    { quantity: 'flex', of: flex?.jigId, said: flex?.compliance, came: bent?.compliance },
    { quantity: 'pitch', of: pitch?.note, said: pitch?.frequency, came: note },
  ]);
}
