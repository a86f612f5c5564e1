/** How a strung top settles, from its record and the model's word. Pure. */
import { settling, type Settling, type SettlingReading } from '@nimble/core/closing';
import { standingEvents, type VoicingEvent } from '@nimble/core/voicing';
import type { UnitChoice } from '@nimble/core/units';
import { degreeWords, sinkWords } from '../whole-top/figure-words';

export interface SettlingPicture {
  settling: Settling;
  readings: SettlingReading[];
  last: SettlingReading | null;
  /** The movement is a glued bridge's lean; else a floating one's sink. */
  turns: boolean;
  words: (moved: number) => string;
}

const DAY = 86_400_000;
/** A protractor over the bridge, or a straightedge and feeler under it [rad, m]. */
const READS = { turn: 1.5e-3, belly: 1e-4 };

/** @param movement by the model on the day of stringing [rad or m] @param rise how far the top comes out then [m], used where only the belly was read */
export function settlingOf(
  events: readonly VoicingEvent[],
  { movement, rise, turns }: { movement: number; rise: number; turns: boolean },
  units: UnitChoice,
): SettlingPicture | null {
  const settled = standingEvents(events, 'settling');
  const began = standingEvents(events, 'strung').at(-1)?.at ?? settled[0]?.at;
  const byTurn = turns && (settled.length === 0 || settled.some(({ body }) => body.turn !== null));
  const foretold = byTurn ? movement : turns ? rise : movement;
  if (!(foretold > 0)) return null;
  const readings = settled.flatMap(({ at, body }): SettlingReading[] => {
    const moved = byTurn ? body.turn : body.belly;
    return moved === null ? [] : [{ days: Math.max(0, (Date.parse(at) - Date.parse(began!)) / DAY), moved }];
  });
  return {
    settling: settling(foretold, readings, byTurn ? READS.turn : READS.belly),
    readings,
    turns: byTurn,
    last: readings.at(-1) ?? null,
    words: (moved) => (byTurn ? degreeWords(moved) : sinkWords(moved, units)),
  };
}
