/** The plan of a build's braces under the hand: what is kept, what is being dragged, and the way back and forth. */
import { isMirrored } from '@nimble/core/graduation';
import { bridgeAt, isSamePlan, type BracingPlan, type GluedPlate } from '@nimble/core/bracing';
import { groundOf, type Ground } from '@nimble/core/top';
import { useCallback, useMemo, useRef, useState } from 'react';
import { useBracingWrites } from './bracing';
import type { Build, Survey } from './types';

export interface Bracing {
  /** As it is seen: what is dragged, else what is kept. */
  plan: BracingPlan;
  kept: BracingPlan;
  keep: (plan: BracingPlan) => void;
  /** While it is under the hand. */
  draft: (plan: BracingPlan | null) => void;
  dragging: boolean;
  /** What was under the hand is let go: it is kept, also within the same press of a key. */
  drop: () => void;
  undo: (() => void) | null;
  redo: (() => void) | null;
}

const MOST_STEPS = 60;

/** From one plan to the next, either way. */
interface Step {
  left: BracingPlan;
  to: BracingPlan;
}

export function useBracing(buildId: string, kept: BracingPlan): Bracing {
  const writes = useBracingWrites(buildId);
  const [drafted, setDrafted] = useState<BracingPlan | null>(null);
  const held = useRef<BracingPlan | null>(null);
  const draft = useCallback((plan: BracingPlan | null) => {
    held.current = plan;
    setDrafted(plan);
  }, []);
  const [past, setPast] = useState<readonly Step[]>([]);
  const [future, setFuture] = useState<readonly Step[]>([]);
  const keep = useCallback(
    (plan: BracingPlan) => {
      setPast((steps) => [...steps.slice(1 - MOST_STEPS), { left: plan, to: kept }]);
      setFuture([]);
      draft(null);
      writes.keepPlan(plan);
    },
    [kept, writes, draft],
  );
  const drop = useCallback(() => {
    if (held.current) keep(held.current);
  }, [keep]);
  const step = (from: readonly Step[], setFrom: typeof setPast, setTo: typeof setPast) => {
    const last = from.at(-1);
    if (!last) return null;
    return () => {
      setFrom(from.slice(0, -1));
      setTo((steps) => [...steps, { left: last.to, to: kept }]);
      draft(null);
      // What another page drew since is not turned back unseen with it.
      writes.keepPlan(last.to, isSamePlan(last.left, kept) ? 'seen' : 'before');
    };
  };
  return {
    plan: drafted ?? kept,
    kept,
    keep,
    draft,
    drop,
    dragging: drafted !== null,
    undo: step(past, setPast, setFuture),
    redo: step(future, setFuture, setPast),
  };
}

export type { Ground };

export function useGround(build: Build): Ground {
  const { outline, holes, scaleLength, family } = build;
  const leftHanded = isMirrored(build);
  return useMemo(
    () => groundOf({ outline, holes, scaleLength, family, leftHanded }),
    [outline, holes, scaleLength, family, leftHanded],
  );
}

/** Where the saddle crosses the centre line; the middle of the plate where the scale makes no sense on it [m]. */
export function bridgePlace({ bridge }: BracingPlan, { scale, shape }: Ground): number {
  try {
    return bridgeAt(bridge, scale);
  } catch {
    return (shape.bounds.xMin + shape.bounds.xMax) / 2; // an absurd scale is told at its own field
  }
}

const UNMEASURED = 2.8e-3;

/** The plate as last surveyed, or as it mostly is. */
export function gluedPlate(
  build: Pick<Build, 'wood'>,
  surveys: readonly Survey[] | undefined,
): GluedPlate & { measured: boolean } {
  const mean = surveys?.findLast(({ assessment }) => assessment !== null)?.assessment?.statistics.mean ?? null;
  return { wood: build.wood, thickness: mean ?? UNMEASURED, measured: mean !== null };
}
