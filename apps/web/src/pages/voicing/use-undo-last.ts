/** Takes back the last thing that was read or heard, whichever it was, and says what. */
import type { VoicingEvent } from '@nimble/core/voicing';
import { toast } from 'sonner';
import { useKnockWrites, type KnockView } from '../../api/knocks';
import type { VoicingWrites } from '../../api/voicing';

interface Props {
  buildId: string;
  events: readonly VoicingEvent[];
  knocks: readonly KnockView[];
  writes: VoicingWrites;
}

interface Last {
  at: string;
  what: string;
  turn: (back: boolean) => void;
}

const WORDS: Partial<Record<VoicingEvent['kind'], string>> = {
  flex: 'the bend',
  mass: 'the weight',
  shaving: 'the shaving',
  repair: 'the repair',
};

/** Null while there is nothing to take back. */
export function useUndoLast({ buildId, events, knocks, writes }: Props): (() => void) | null {
  const keep = useKnockWrites(buildId);
  const last = [
    ...events.flatMap(({ id, at, kind, retracted }): Last[] => {
      const what = WORDS[kind];
      return what && !retracted ? [{ at, what, turn: (back) => writes.turn(id, back) }] : [];
    }),
    ...knocks
      .filter(({ retracted }) => !retracted)
      .map(({ id, at, place }): Last => ({
        at,
        what: `the knock${place.name ? ` at ${place.name}` : ''}`,
        turn: (back) => void keep.retract(id, back),
      })),
  ].reduce<Last | null>(
    (newest, one) => (newest === null || Date.parse(one.at) > Date.parse(newest.at) ? one : newest),
    null,
  );
  if (!last) return null;
  return () => {
    last.turn(true);
    toast(`Taken back: ${last.what}`, { action: { label: 'Count it again', onClick: () => last.turn(false) } });
  };
}
