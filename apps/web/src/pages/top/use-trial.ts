import { changedTop, trackModes, followsHand, heightsOf, isChanged, NO_CHANGE, type TopChange } from '@nimble/core/top';
import { useEffect, useMemo, useState } from 'react';
import type { TopRequest } from '../../compute/top-computer';
import { useWholeTop, type WholeTop } from '../../compute/use-whole-top';
import { useQuickFigures } from './use-top-answers';

const SETTLED_MS = 600;

/** What is tried, near while the hand moves and exact soon after it stops. */
export function useTrial(top: WholeTop, request: TopRequest) {
  const [what, setWhat] = useState<TopChange>(NO_CHANGE);
  const [settled, setSettled] = useState<TopChange>(NO_CHANGE);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(what), SETTLED_MS);
    return () => clearTimeout(timer);
  }, [what]);
  const quick = useQuickFigures(
    top,
    useMemo(() => {
      if (!isChanged(what) || !followsHand(what)) return null;
      const heights = request.plan.plan.braces.flatMap(({ id, heights: now }, b): [number, number[]][] =>
        what.taller[id] ? [[b, heightsOf(now, what.taller[id])]] : [],
      );
      return { heights, thicker: what.thicker };
    }, [what, request]),
  );
  const changed = useMemo(() => (isChanged(settled) ? changedTop(request.plan, settled) : null), [settled, request]);
  const exactRequest = useMemo(() => changed && { hold: request.hold, plan: changed }, [changed, request]);
  const exact = useWholeTop(exactRequest).top;
  const solved = exact.state === 'open' && exact.request === exactRequest && settled === what ? exact.figures : null;
  const problem =
    exact.state === 'failed' && settled === what
      ? exact.words
      : isChanged(settled) && !changed
        ? 'The X would leave the plate'
        : null;
  const modes = (after: NonNullable<typeof solved>['modes']) =>
    top.state === 'open' ? trackModes(top.figures.modes, after) : after;
  const then = solved
    ? {
        exact: true,
        figures: {
          modes: modes(solved.modes),
          mass: solved.mass,
          sink: solved.weight?.sink ?? null,
          movement: solved.strings?.movement ?? null,
        },
      }
    : quick && { exact: false, figures: quick };
  const tried = isChanged(what);
  return {
    what,
    onWhat: setWhat,
    then: tried ? then : null,
    problem: tried ? problem : null,
    solved: tried ? solved : null,
  };
}
