import type { TargetSpec } from '@nimble/core/graduation';
import { useState } from 'react';

const KEPT_STEPS = 30;

/** A target while it is dragged or typed, kept when let go, with its earlier states to go back to. */
export function useTargetDraft(kept: TargetSpec, store: (target: TargetSpec) => void) {
  const [draft, setDraft] = useState<TargetSpec | null>(null);
  const [earlier, setEarlier] = useState<readonly TargetSpec[]>([]);
  const last = earlier.at(-1);
  const keep = (next: TargetSpec) => {
    setEarlier((old) => [...old.slice(1 - KEPT_STEPS), kept]);
    setDraft(null);
    store(next);
  };
  const goBack = () => {
    if (!last) return;
    setEarlier((old) => old.slice(0, -1));
    setDraft(null);
    store(last);
  };
  return { target: draft ?? kept, show: setDraft, keep, undo: last ? goBack : null, dragging: draft !== null };
}

export type TargetDraft = ReturnType<typeof useTargetDraft>;
