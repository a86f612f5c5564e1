import { standingEvents, type VoicingEvent } from '@nimble/core/voicing';
import type { KnockView } from '../api/knocks';
import type { KnockBefore } from './use-doubted-knock';

/** What a knock of a round is held against: the last one of an earlier round, and whether wood came off since. */
export function knockBefore(
  knocks: readonly KnockView[],
  events: readonly VoicingEvent[],
  round: number,
): KnockBefore & { knock: KnockView | null } {
  const knock = knocks.findLast((one) => one.about !== 'bar' && one.round < round && !one.retracted) ?? null;
  if (!knock) return { knock, notes: [], shaved: false };
  const notes = [...knock.analysis.partials].sort((a, b) => b.level - a.level).map(({ frequency }) => frequency);
  const shaved = standingEvents(events, 'shaving').some((event) => event.round >= knock.round && event.round < round);
  return { knock, notes, shaved };
}

/** Something was glued back in a round: its notes may stand anywhere. */
export const isRepaired = (events: readonly VoicingEvent[], round: number): boolean =>
  standingEvents(events, 'repair').some((event) => event.round === round);
