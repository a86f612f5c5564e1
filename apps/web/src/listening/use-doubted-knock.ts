/**
 * A knock that can hardly be of this top waits to be answered for before it is kept: it is knocked again, or kept as it
 * is.
 */
import { questionKnock, type KnockQuestion } from '@nimble/core/voicing';
import { useState } from 'react';
import type { Heard } from '../compute/sound.worker';
import { usePreferences } from '../ui/preferences';
import { say } from '../ui/speech';
import type { SoundSource } from './use-knock-listener';

/** What it is held against. */
export interface KnockBefore {
  /** Notes of the last round that was knocked, strongest first [Hz]; empty where none was. */
  notes: readonly number[];
  /** Wood came off since. */
  shaved: boolean;
}

interface Doubted {
  heard: Heard;
  source: SoundSource;
  question: KnockQuestion;
}

export const KNOCK_QUESTIONS: Record<KnockQuestion, string> = {
  'nothing-moved': 'Every note stands where it stood though wood came off: the same sound again?',
  'other-plate': 'None of these notes is near the ones before: another plate, another hold, or a brace that let go?',
};

/** @param repaired something was glued since: everything may stand elsewhere */
export function useDoubtedKnock(
  { notes, shaved }: KnockBefore,
  { repaired, onKeep }: { repaired: boolean; onKeep: (heard: Heard, source: SoundSource) => void },
) {
  const [doubted, setDoubted] = useState<Doubted | null>(null);
  const { speech } = usePreferences();
  const keep = (heard: Heard, source: SoundSource) => {
    setDoubted(null);
    onKeep(heard, source);
  };
  return {
    doubted,
    /** A new knock takes the place of one that waits. */
    offer: (heard: Heard, source: SoundSource) => {
      const loud = [...heard.analysis.partials].sort((a, b) => b.level - a.level).map(({ frequency }) => frequency);
      const question = repaired ? null : questionKnock(loud, notes, shaved);
      if (!question) return keep(heard, source);
      setDoubted({ heard, source, question });
      if (speech) say(KNOCK_QUESTIONS[question]);
    },
    keep: () => doubted && keep(doubted.heard, doubted.source),
    drop: () => setDoubted(null),
  };
}

export type DoubtedKnock = ReturnType<typeof useDoubtedKnock>;
