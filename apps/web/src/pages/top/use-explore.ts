/** The page's explorations: what is open, its result, and what may be done with it. */
import { changedTop, type KeptFigures, type TopChange, type TopHold, type TopPlan } from '@nimble/core/top';
import type { SearchResult } from '@nimble/core/explore';
import { useState } from 'react';
import { toast } from 'sonner';
import { Refused } from '../../api/client';
import { useExplorationResult, useExplorations, useExplorationWrites } from '../../api/explorations';
import { useVariantWrites } from '../../api/variants';
import { usePreferences } from '../../ui/preferences';

export function useExplore(buildId: string) {
  const list = useExplorations(buildId);
  const { start, turn } = useExplorationWrites(buildId);
  const [chosen, setChosen] = useState<string | null | undefined>(undefined);
  const [design, setDesign] = useState(0);
  const explorations = list.data ?? [];
  const open =
    explorations.find(({ id, state }) => state === 'done' && (chosen === undefined || id === chosen)) ?? null;
  const result = useExplorationResult(buildId, chosen === null ? null : open).data?.result ?? null;
  return {
    explorations,
    open: chosen === null ? null : open,
    result,
    design,
    start,
    turn,
    onOpen: (id: string | null) => (setChosen(id), setDesign(0)),
    onDesign: setDesign,
    refused:
      start.error instanceof Refused
        ? (start.error.errors[0]?.message ?? start.error.message)
        : start.error
          ? start.error.message
          : null,
  };
}

interface Kept {
  name: string;
  /** Of this top. */
  top: TopPlan;
  hold: TopHold;
  change: TopChange;
  figures: KeptFigures;
}

/** Keeps what is tried beside the plan. */
export function useKeepBeside(buildId: string): (kept: Kept) => void {
  const writes = useVariantWrites(buildId);
  const { person } = usePreferences();
  return ({ name, top, hold, change, figures }) => {
    const changed = changedTop(top, change);
    if (!changed) return;
    writes.keep({
      id: crypto.randomUUID(),
      name,
      person,
      plan: changed.plan,
      thicker: changed.thicker ?? {},
      hold,
      figures,
    });
    toast.success(`${name} is kept beside the plan`);
  };
}

/** What a search's design is kept with. */
export function designFigures({ kinds, designs }: SearchResult, open: number, turns: boolean): KeptFigures {
  const { frequencies, sink, movement, reserve, mass } = designs[open]!.figures;
  return {
    modes: kinds.flatMap((kind, m) => (frequencies[m] ? [{ kind, frequency: frequencies[m] }] : [])),
    sink,
    movement,
    reserve,
    mass,
    turns,
  };
}
