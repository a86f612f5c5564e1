/** Notes of knocks on a top, to lie beside the model's. */
import type { TopHold } from '@nimble/core/top';
import type { KnockView } from '../../api/knocks';
import { HOLD_WORDS, SHORT_HOLD } from '../../words/top-words';

/**
 * Notes are compared only with those of a top that is held alike: in the hand before it is closed, on its sides after.
 */
export function notesHeard(knocks: readonly KnockView[], closed: string | null, hold: TopHold) {
  const isClosed = ({ at }: KnockView) => closed !== null && at >= closed;
  const all = knocks.filter(({ about, retracted }) => about !== 'bar' && !retracted);
  const alike = all.filter((knock) => hold === (isClosed(knock) ? 'glued' : 'free')).at(-1);
  const last = all.at(-1);
  if (alike || !last) return { heard: strongestOf(alike), otherwise: null };
  const other = isClosed(last) ? 'glued' : 'free';
  return { heard: [], otherwise: `only ${SHORT_HOLD[other]}: choose “${HOLD_WORDS[other]}” to compare` };
}

/** Frequencies of the strongest notes of a knock. */
function strongestOf(whole: KnockView | undefined): number[] {
  const partials = [...(whole?.analysis.partials ?? [])].sort((a, b) => b.level - a.level).slice(0, 6);
  return partials.map(({ frequency }) => frequency).sort((a, b) => a - b);
}
