/** A closed box and how it settles, from the record of its build. */
import type { TopPlan } from '../top';
import { shavedTop, standingEvents, type VoicingEvent } from '../voicing';
import type { ClosedBox } from './trim-forecast';
import { settling, type Settling, type SettlingReading } from './settling';

export interface ClosedPlate {
  top: TopPlan;
  volume: number | null;
  /** Null until its air is known. */
  box: ClosedBox | null;
}

export function closedOf(glued: TopPlan, events: readonly VoicingEvent[]): ClosedPlate {
  const top = shavedTop(glued, events);
  const volume = standingEvents(events, 'box').at(-1)?.body.volume ?? null;
  if (volume === null) return { top, volume, box: null };
  const trims = standingEvents(events, 'trim');
  const heard = standingEvents(events, 'resonances').at(-1);
  return {
    top,
    volume,
    box: {
      top,
      volume,
      trims: trims.map(({ body }) => body),
      heard: heard
        ? { air: heard.body.air, top: heard.body.top, after: trims.filter(({ at }) => at < heard.at).length }
        : null,
    },
  };
}

export interface RecordedSettling {
  settling: Settling;
  readings: SettlingReading[];
  last: SettlingReading | null;
  /** The movement is a glued bridge's lean; else a floating one's sink. */
  turns: boolean;
}

const DAY = 86_400_000;
/** A protractor over the bridge, or a straightedge and feeler under it [rad, m]. */
const READS = { turn: 1.5e-3, belly: 1e-4 };

/**
 * How a strung top settles, by the lean of its bridge where that was read, else by its belly; null where the model
 * foretells no movement.
 * @param movement by the model on the day of stringing [rad or m] @param rise how far the top comes out then [m], used
 * where only the belly was read
 */
export function settlingOfRecord(
  events: readonly VoicingEvent[],
  { movement, rise, turns }: { movement: number; rise: number; turns: boolean },
): RecordedSettling | null {
  const settled = standingEvents(events, 'settling');
  const began = standingEvents(events, 'strung').at(-1)?.at ?? settled[0]?.at;
  const byTurn = turns && (settled.length === 0 || settled.some(({ body }) => body.turn !== null));
  const forecast = byTurn ? movement : turns ? rise : movement;
  if (!(forecast > 0)) return null;
  const readings = settled.flatMap(({ at, body }): SettlingReading[] => {
    const moved = byTurn ? body.turn : body.belly;
    return moved === null ? [] : [{ days: Math.max(0, (Date.parse(at) - Date.parse(began)) / DAY), moved }];
  });
  return {
    settling: settling(forecast, readings, byTurn ? READS.turn : READS.belly),
    readings,
    turns: byTurn,
    last: readings.at(-1) ?? null,
  };
}
