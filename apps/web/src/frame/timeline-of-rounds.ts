/** Rounds and their shavings along the bottom, after the surveys. Pure. */
import { formatMassRemoved, type UnitChoice } from '@nimble/core/units';
import { readIn, standingEvents, type VoicingEvent } from '@nimble/core/voicing';
import type { KnockView } from '../api/knocks';
import type { TimelineItem } from './Timeline';

/** A curl for each light stroke's worth, within limits. */
const LARGEST_DEPTH = 1e-3;

/** Of a round in the ribbon and in the story. */
export const roundId = (round: number) => `round-${round}`;

export function roundItems(
  events: readonly VoicingEvent[],
  knocks: readonly Pick<KnockView, 'round' | 'at' | 'retracted' | 'about'>[],
  units: UnitChoice,
): TimelineItem[] {
  const read = events.filter(({ kind, retracted }) => !retracted && (kind === 'flex' || kind === 'mass'));
  const heard = knocks.filter(({ retracted, about }) => !retracted && about !== 'bar');
  const numbers = [...new Set([...read, ...heard].map(({ round }) => round))].sort((a, b) => a - b);
  return numbers.flatMap((round): TimelineItem[] => {
    const at = [...read, ...heard]
      .filter((one) => one.round === round)
      .map((one) => one.at)
      .sort()[0]!;
    const mass = readIn(events, round, 'mass');
    const weight = mass === null ? null : formatMassRemoved(mass, units);
    const shavings = standingEvents(events, 'shaving')
      .filter((event) => event.round === round)
      .flatMap(({ body }) => body.shavings);
    const deepest = Math.max(0, ...shavings.map(({ depth }) => depth));
    const after = readIn(events, round + 1, 'mass');
    const off = mass !== null && after !== null ? formatMassRemoved(Math.abs(mass - after), units) : null;
    const curl: TimelineItem = {
      kind: 'shaving',
      id: `shaved-${round}`,
      title: 'Shaved',
      figure: off
        ? `${after! > mass! ? '+' : '−'}${off.figure} ${off.symbol}`
        : `${shavings.length} ${shavings.length === 1 ? 'place' : 'places'}`,
      size: Math.max(0.45, Math.min(1, deepest / LARGEST_DEPTH)),
    };
    return [
      {
        kind: 'survey',
        id: roundId(round),
        title: `Round ${round}`,
        figure: weight ? `${weight.figure} ${weight.symbol}` : 'knocked',
        at,
      },
      ...(shavings.length > 0 ? [curl] : []),
    ];
  });
}
