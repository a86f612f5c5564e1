import type { TargetSpec } from '@nimble/core/graduation';
import { useRef, useState } from 'react';

const KEPT_STEPS = 30;

/** A target while it is dragged or typed, kept when let go, with its earlier states to go back to. */
export function useTargetDraft(kept: TargetSpec, store: (target: TargetSpec) => void) {
  const [draft, setDraft] = useState<TargetSpec | null>(null);
  const held = useRef<TargetSpec | null>(null);
  const show = (target: TargetSpec | null) => {
    held.current = target;
    setDraft(target);
  };
  const [earlier, setEarlier] = useState<readonly TargetSpec[]>([]);
  const last = earlier.at(-1);
  const keep = (next: TargetSpec) => {
    setEarlier((old) => [...old.slice(1 - KEPT_STEPS), kept]);
    show(null);
    store(next);
  };
  const goBack = () => {
    if (!last) return;
    setEarlier((old) => old.slice(0, -1));
    show(null);
    store(last);
  };
  /** What was shown last is let go and kept, also before it was drawn: a key moves and lets go at once. */
  const drop = () => held.current && keep(held.current);
  return { target: draft ?? kept, show, keep, drop, undo: last ? goBack : null, dragging: draft !== null };
}

export type TargetDraft = ReturnType<typeof useTargetDraft>;
