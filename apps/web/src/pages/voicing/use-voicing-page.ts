/**
 * The voicing page's state: which leaf is open (in the address), what is chosen on it, what is read next, and what was
 * shaved.
 */
import { markedBends, standingEvents, type NextReading, type Shaving, type VoicingEvent } from '@nimble/core/voicing';
import { TOP_PARTS } from '@nimble/core/top';
import type { ShavingOutcome } from '@nimble/core/ledger';
import { isPast } from 'date-fns';
import { useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import { toast } from 'sonner';
import { useSurveyWrites } from '../../api/hooks';
import { useVoicingWrites } from '../../api/voicing';
import { useKnocks, type VoicedPlate } from '../../api/voiced-plate';
import { usePreferences } from '../../ui/preferences';
import { useShortcuts } from '../../ui/shortcuts';
import { isRepaired } from '../../listening/knock-before';
import { barStrokes } from '@nimble/core/voicing';
import { partKey } from './OwnShaving';
import { VOICING_TABS, type VoicingTab } from './voicing-tabs';
import { useRoundReading } from './use-round-reading';
import { useClock, useRounds, type Rounds } from './use-rounds';
import { useUndoLast } from './use-undo-last';

export type RoundsProps = VoicedPlate & { record: readonly ShavingOutcome[] | null };

const NOTHING_NEXT: readonly NextReading[] = [];

export function useVoicingPage({ build, plan, readings, sounds, events, record }: RoundsProps) {
  const knocks = useKnocks(sounds);
  const { person } = usePreferences();
  const rounds = useRounds({ build, plan, readings, knocks, events, record, person });
  const { picture, now, goal, ground, bars } = rounds;
  const writes = useVoicingWrites(build.id, person);
  const { changeBuild } = useSurveyWrites(build.id);
  const [tab, openTab] = useTab();
  const [candidate, setCandidate] = useState(0);
  const [finding, setFinding] = useState<number | null>(null);
  const [place, setPlace] = useState('');
  const ears = useFreshEars(events);
  const reading = useRoundReading({
    build,
    shape: ground.shape,
    round: now.reading,
    next: picture?.next ?? NOTHING_NEXT,
    knocks,
    events,
    writes,
    person,
    expected: rounds.figures,
    repaired: isRepaired(events, now.reading),
    isOpen: tab === 'now',
  });
  const strokes = useMemo(
    () => barStrokes(bars, goal.interval, { knocks, events, effects: picture?.bars ?? null }),
    [bars, goal, knocks, events, picture],
  );
  const onUndo = useUndoLast({ events, knocks, writes, buildId: build.id });
  const marks = useMemo(() => markedBends(events, person), [events, person]);
  const keepShaving = useKeepShaving({ rounds, writes, events });
  const onShaved = async (shavings: Shaving[], said: string, tool?: string) => {
    await keepShaving(shavings, said, tool);
    setCandidate(0);
    reading.pick(null);
    openTab('now');
  };
  useShortcuts([
    ...VOICING_TABS.map(([name, words], i) => ({
      key: String(i + 1),
      label: `Open: ${words}`,
      run: () => openTab(name),
    })),
    { key: ' ', shown: 'Space', label: 'Take the reading', run: () => tab === 'now' && void reading.take() },
    { key: 'Backspace', label: 'Take the last reading back', run: () => onUndo?.() },
    // Foot switches and presenters send these.
    { key: 'PageDown', shown: 'Page ↓', label: 'Take the reading', run: () => tab === 'now' && void reading.take() },
    { key: 'PageUp', shown: 'Page ↑', label: 'Take the last reading back', run: () => onUndo?.() },
  ]);
  return {
    ...{ build, plan, events, knocks, person, rounds, writes, changeBuild, reading, strokes, marks, onUndo, onShaved },
    ...{ tab, openTab, candidate, setCandidate, finding, setFinding, place, setPlace, ears },
  };
}

export type VoicingPageState = ReturnType<typeof useVoicingPage>;

function useTab(): [VoicingTab, (tab: VoicingTab) => void] {
  const [params, setParams] = useSearchParams();
  const tab = VOICING_TABS.find(([key]) => key === params.get('slip'))?.[0] ?? 'now';
  return [tab, (slip) => setParams((old) => (old.set('slip', slip), old), { replace: true })];
}

/** What was liked is told before the figures are. */
function useFreshEars(events: readonly VoicingEvent[]) {
  const clock = useClock();
  const [fresh, setFresh] = useState(false);
  const [liked, setLiked] = useState(false);
  return {
    due: !fresh && (liked || isDue(events, clock)),
    onLiked: () => setLiked(true),
    onFigures: () => setFresh(true),
  };
}

interface Keeping {
  rounds: Rounds;
  writes: ReturnType<typeof useVoicingWrites>;
  events: readonly VoicingEvent[];
}

/** Keeps a shaving with what was foretold of it and what it settles. */
function useKeepShaving({ rounds: { picture, voicing, now }, writes, events }: Keeping) {
  return async (shavings: Shaving[], said: string, tool = 'finger plane') => {
    const known = picture?.proposal.candidates.find((one) => one.shavings === shavings)?.forecast;
    // Shown until the record's own forecast is there.
    const forecast = known ?? (await voicing.computer?.forecastOf(shavings).catch(() => null)) ?? {};
    const isFirst = standingEvents(events, 'shaving').every(({ round }) => round !== now.shaving);
    const settled = isFirst ? (picture?.rounds.find(({ number }) => number === now.shaving)?.outcomes ?? []) : [];
    const proposed = known !== undefined;
    const id = writes.add('shaving', now.shaving, { shavings, said, tool, proposed, forecast, settled });
    toast(`Shaved in round ${now.shaving}. Measure again next.`, {
      action: { label: 'Undo', onClick: () => writes.turn(id, true) },
    });
  };
}

/** What the plate shows as shaved: the open choice's, or what was chosen or recorded last. */
export function shavingsShown({ tab, rounds, candidate, place, events }: VoicingPageState): readonly Shaving[] {
  if (tab === 'next') return rounds.picture?.proposal.candidates[candidate]?.shavings ?? [];
  return tab === 'record' ? chosenOr(place, lastShaved(events)) : [];
}

/** A part of the plate that was tapped is shown; a brace is marked by itself. */
const chosenOr = (place: string, shaved: readonly Shaving[]): readonly Shaving[] => {
  const part = TOP_PARTS.find((one) => partKey(one) === place);
  return part ? [{ place: { kind: 'plate', part }, depth: 0 }] : shaved;
};

const lastShaved = (events: readonly VoicingEvent[]) => {
  const shaved = standingEvents(events, 'shaving');
  return shaved.filter(({ round }) => round === shaved.at(-1)?.round).flatMap(({ body }) => body.shavings);
};

/** It was left to rest, the day has come, and nobody has listened since. */
function isDue(events: readonly VoicingEvent[], clock: number): boolean {
  const parked = standingEvents(events, 'park').at(-1);
  if (!parked || Date.parse(parked.body.until) > clock || !isPast(new Date(parked.at))) return false;
  return !events.some(({ kind, retracted, at }) => !retracted && kind !== 'park' && at > parked.at);
}
