/**
 * Where a gluing stands at a moment: time that is left before the next thing, and what has rung. Times [ms] from a
 * common clock.
 */
import type { Glue } from './generic-glues';

export interface GlueTimes {
  /** Glue first spread; everything under pressure; pressure off. Null while not yet. */
  spreadAt: number;
  pressedAt: number | null;
  releasedAt: number | null;
}

export type GluePhase = 'open' | 'too-late' | 'pressed' | 'may-release' | 'curing' | 'cured';

export interface GlueClock {
  phase: GluePhase;
  /** Until the end of the phase [ms]; null where nothing is waited for. */
  left: number | null;
  /** Share of the phase that is over (0..1). */
  share: number;
}

const SECOND = 1000;

export function glueClock(
  times: GlueTimes,
  glue: Pick<Glue, 'openTime' | 'clampTime' | 'cureTime'>,
  now: number,
): GlueClock {
  const { spreadAt, pressedAt, releasedAt } = times;
  if (pressedAt === null) return counting(['open', 'too-late'], spreadAt, glue.openTime, now);
  if (releasedAt === null) return counting(['pressed', 'may-release'], pressedAt, glue.clampTime, now);
  return counting(['curing', 'cured'], pressedAt, glue.cureTime, now);
}

type Phases = readonly [running: GluePhase, over: GluePhase];

function counting([running, over]: Phases, from: number, seconds: number, now: number): GlueClock {
  const left = from + seconds * SECOND - now;
  if (left <= 0) return { phase: over, left: over === 'too-late' ? left : null, share: 1 };
  return { phase: running, left, share: Math.max(0, 1 - left / (seconds * SECOND)) };
}

export type GlueAlarm = 'last-minute' | 'open-over' | 'may-release' | 'cured';

const WARNING_MS = 60 * SECOND;

/** Alarms that fall between two looks at the clock, so that each rings once. */
export function alarmsBetween(
  times: GlueTimes,
  glue: Pick<Glue, 'openTime' | 'clampTime' | 'cureTime'>,
  before: number,
  now: number,
): GlueAlarm[] {
  const { spreadAt, pressedAt, releasedAt } = times;
  const at: [GlueAlarm, number][] =
    pressedAt === null
      ? [
          ['last-minute', spreadAt + glue.openTime * SECOND - Math.min(WARNING_MS, (glue.openTime * SECOND) / 2)],
          ['open-over', spreadAt + glue.openTime * SECOND],
        ]
      : releasedAt === null
        ? [['may-release', pressedAt + glue.clampTime * SECOND]]
        : [['cured', pressedAt + glue.cureTime * SECOND]];
  return at.filter(([, moment]) => moment > before && moment <= now).map(([alarm]) => alarm);
}
