/**
 * Answers of the open top to what the page shows: the picture of a view, the pass at a place, the rim, quick figures
 * while a slider moves.
 */
import type { QuickFigures, RimPlace, Thicker } from '@nimble/core/top';
import { useEffect, useRef, useState } from 'react';
import type { TopPicture, TopView } from '../../plate/pictures';
import type { WholeTop } from '../../compute/use-whole-top';

type Open = Extract<WholeTop, { state: 'open' }>;

const openOf = (top: WholeTop): Open | null => (top.state === 'open' ? top : null);

/** The picture of the newest view; the one before stays until it is there. */
export function useTopPicture(top: WholeTop, view: TopView): { view: TopView; picture: TopPicture } | null {
  const [shown, setShown] = useState<{ of: Open; view: TopView; picture: TopPicture } | null>(null);
  const open = openOf(top);
  const key = JSON.stringify(view);
  useEffect(() => {
    if (!open) return;
    let late = false;
    const wanted = JSON.parse(key) as TopView;
    void open.computer.picture(wanted).then((picture) => late || setShown({ of: open, view: wanted, picture }));
    return () => void (late = true);
  }, [open, key]);
  return shown && shown.of === open ? shown : null;
}

export function useRim(top: WholeTop, wanted: boolean): RimPlace[] | null {
  const [shown, setShown] = useState<{ of: Open; places: RimPlace[] } | null>(null);
  const open = openOf(top);
  useEffect(() => {
    if (!open || !wanted) return;
    let late = false;
    void open.computer.rim().then((places) => late || setShown({ of: open, places }));
    return () => void (late = true);
  }, [open, wanted]);
  return shown && shown.of === open ? shown.places : null;
}

/** Has the open top made ready for the hand, a part at a time so that other questions come in between. */
export function useReady(top: WholeTop, wanted: boolean): boolean {
  const [ready, setReady] = useState<Open | null>(null);
  const open = openOf(top);
  useEffect(() => {
    if (!open || !wanted) return;
    let gone = false;
    const next = (): void => void open.computer.prepare().then((done) => !gone && (done ? setReady(open) : next()));
    next();
    return () => void (gone = true);
  }, [open, wanted]);
  return open !== null && ready === open;
}

/** @param change null where nothing is changed, or where only an exact solution will do */
export function useQuickFigures(
  top: WholeTop,
  change: { heights: [number, number[]][]; thicker: Thicker } | null,
): QuickFigures | null {
  const [shown, setShown] = useState<{ of: Open; key: string; figures: QuickFigures } | null>(null);
  const open = openOf(top);
  const key = change && JSON.stringify(change);
  const asked = useRef<{ of: Open; key: string; busy: boolean } | null>(null);
  const [turn, setTurn] = useState(0);
  useEffect(() => {
    // What an earlier top was asked, its worker took with it.
    const before = asked.current?.of === open ? asked.current : null;
    if (!open || !key || before?.busy || before?.key === key) return;
    const mine = { of: open, key, busy: true };
    asked.current = mine;
    const { heights, thicker } = JSON.parse(key) as NonNullable<typeof change>;
    void open.computer
      .changed(heights, thicker)
      .then((figures) => setShown({ of: open, key, figures }))
      .finally(() => {
        mine.busy = false;
        // What moved on meanwhile is asked for now.
        setTurn((n) => n + 1);
      });
  }, [open, key, turn]);
  return key && shown && shown.of === open ? shown.figures : null;
}
