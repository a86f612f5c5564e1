/**
 * A voicing as its page needs it: the record put together, the model fitted in a worker, and what the open round is.
 */
import { bridgeAt, type BracingPlan } from '@nimble/core/bracing';
import {
  flexSetups,
  goalOf,
  NO_GOAL,
  priorSpread,
  readIn,
  roundNow,
  shavedTop,
  standingEvents,
  voicingInput,
  type QuantityKey,
  type VoicingEvent,
} from '@nimble/core/voicing';
import { woodSpread } from '@nimble/core/explore';
import type { Reading } from '@nimble/core/survey';
import type { ShavingOutcome } from '@nimble/core/ledger';
import { useEffect, useMemo, useRef, useState } from 'react';
import { placedOf, roundKnocks, type KnockView } from '../../api/knocks';
import type { Build } from '../../api/types';
import { useTopAsGlued } from '../../api/voiced-plate';
import { usePlaceWishes } from '../../api/voicing';
import { useVoicing } from '../../compute/use-voicing';
import { barReadings } from '@nimble/core/voicing';
import { barPairs } from '@nimble/core/voicing';

interface Props {
  build: Build;
  plan: BracingPlan;
  readings: readonly Reading[];
  knocks: readonly KnockView[];
  events: readonly VoicingEvent[];
  /** Who is at work. */
  person: string;
  /** Null while it is fetched. */
  record: readonly ShavingOutcome[] | null;
}

export function useRounds({ build, plan, readings, knocks, events, record, person }: Props) {
  const { ground, top } = useTopAsGlued({ build, plan, readings });
  const heard = useMemo(() => roundKnocks(knocks), [knocks]);
  const now = useMemo(() => roundNow(events, heard), [events, heard]);
  const remembered = usePlaceWishes(person);
  const usual = useMemo(() => ({ ...NO_GOAL, places: remembered ?? {} }), [remembered]);
  const goal = useMemo(() => goalOf(events) ?? usual, [events, usual]);
  const bars = useMemo(() => barPairs(build, plan.braces), [build, plan.braces]);
  const request = useSame(
    useMemo(() => {
      if (record === null || remembered === null || plan.braces.length === 0) return null;
      const newest = Math.max(0, ...knocks.filter(({ about }) => about === 'station').map(({ round }) => round));
      const prior = priorSpread(woodSpread(build.wood));
      const barsWished = bars.some((bar) => bar.goal !== null);
      return {
        ...voicingInput({ top, prior, events, knocks: heard, record, usual, barsWished }),
        walk: placedOf(knocks.filter(({ round }) => round === newest)),
        bars: bars.map((bar) => ({ id: bar.braceId, heard: barReadings(knocks, bar).at(-1)?.frequency ?? null })),
      };
    }, [top, record, remembered, usual, events, heard, knocks, build.wood, bars, plan.braces.length]),
  );
  const { solver: voicing, stop, again } = useVoicing(request);
  const shaved = useMemo(() => shavedTop(top, events), [top, events]);
  const setups = useMemo(
    () => flexSetups(ground.shape, placeOfBridge(plan, ground.scale, ground.shape.bounds), ground.trebleSign, false),
    [ground, plan],
  );
  const picture = voicing.answer;
  const figures = (key: QuantityKey) => ({
    now: readIn(events, now.reading, key),
    before: earlier(now.reading, (round) => readIn(events, round, key)),
    /** What the model makes of it where nothing was read or foretold. */
    model: picture?.standing[key] ?? null,
    forecast: picture?.isForecast ? (picture.standing[key] ?? null) : (forecastFor(events, now.reading)[key] ?? null),
    goal: key === 'mass' ? goal.weight : (goal.flex.find(({ place }) => key === `flex:${place}`)?.compliance ?? null),
  });
  return {
    ground,
    top,
    shaved,
    now,
    goal,
    bars,
    voicing,
    picture,
    stop,
    again,
    setups,
    figures,
    walked: request?.walk ?? [],
  };
}

export type Rounds = ReturnType<typeof useRounds>;

/** The middle of the plate where the scale makes no sense on it. */
function placeOfBridge({ bridge }: BracingPlan, scale: number, { xMin, xMax }: { xMin: number; xMax: number }): number {
  try {
    return bridgeAt(bridge, scale);
  } catch {
    return (xMin + xMax) / 2; // an absurd scale is told at its own field
  }
}

function earlier(round: number, read: (round: number) => number | null): number | null {
  for (let before = round - 1; before > 0; before--) {
    const value = read(before);
    if (value !== null) return value;
  }
  return null;
}

/** What had been said of the readings of a round, when the round before was shaved. */
const forecastFor = (events: readonly VoicingEvent[], round: number) =>
  standingEvents(events, 'shaving').findLast((event) => event.round === round - 1)?.body.forecast ?? {};

/** The value before, while the new one says the same: queries and queues make new objects of old news. */
function useSame<T>(value: T): T {
  const key = useMemo(() => JSON.stringify(value), [value]);
  const [kept, setKept] = useState({ key, value });
  if (kept.key !== key) setKept({ key, value });
  return kept.key === key ? kept.value : value;
}

/** Once the open round has been left alone long enough, fresh ears come before figures. */
export function useClock(everyMs = 30_000): number {
  const [now, setNow] = useState(() => Date.now());
  const timer = useRef(0);
  useEffect(() => {
    timer.current = window.setInterval(() => setNow(Date.now()), everyMs);
    return () => window.clearInterval(timer.current);
  }, [everyMs]);
  return now;
}
