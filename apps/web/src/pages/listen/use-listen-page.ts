/** The listening page's state: what its address says, the walk, what was heard last and where it is kept. */
import { compareHearings } from '@nimble/core/knock-map';
import { plateShape } from '@nimble/core/outline';
import { roundNow, type VoicingEvent } from '@nimble/core/voicing';
import { useMemo, useState } from 'react';
import { usePlan } from '../../api/bracing';
import { useSurveyWrites } from '../../api/hooks';
import { roundKnocks, simulatedKnock, useKnockWrites, type KnockView } from '../../api/knocks';
import type { Build } from '../../api/types';
import { setPreferences, usePreferences } from '../../ui/preferences';
import { useShortcuts } from '../../ui/shortcuts';
import { say, spokenName } from '../../ui/speech';
import { isRepaired, knockBefore } from '../../listening/knock-before';
import { useDoubtedKnock } from '../../listening/use-doubted-knock';
import { useKnockListener } from '../../listening/use-knock-listener';
import type { Heard } from '../../compute/sound.worker';
import { barPairs } from '@nimble/core/voicing';
import { middleOf } from './BarLayer';
import { barsOf } from '@nimble/core/voicing';
import type { LastHeard } from './last-heard';
import { useListenParams, VIEWS, type ListenTab } from './use-listen-params';
import { useWalk, type Walk } from './use-walk';
import { walkViews } from './walk-views';

export interface VoiceProps {
  build: Build;
  knocks: readonly KnockView[];
  events: readonly VoicingEvent[];
}

export function useListenPage({ build, knocks, events }: VoiceProps) {
  const params = useListenParams();
  const writes = useSurveyWrites(build.id);
  const shape = useMemo(() => plateShape(build.outline, build.holes), [build.outline, build.holes]);
  const now = useMemo(() => roundNow(events, roundKnocks(knocks)).reading, [events, knocks]);
  const walk = useWalk({
    build,
    shape,
    knocks,
    wantedRound: params.round,
    wantedPlace: params.place,
    wantedSet: params.places,
    roundNow: now,
  });
  const { tab } = params;
  const bars = useBars(build);
  const hold = useHold();
  // Looking at an older round does not make what is heard now a part of it.
  const round = Math.max(walk.round, now);
  const kept = useKeptKnocks({ build, tab, walk, round, litBar: bars.lit.name, held: hold.place });
  const doubt = useDoubtedKnock(knockBefore(knocks, events, round), {
    repaired: isRepaired(events, round),
    onKeep: kept.keepHeard,
  });
  const onHeard = (heard: Heard, source: KnockView['source']) => {
    if (heard.analysis.partials.length === 0) return kept.onNothing(heard);
    if (ABOUT[tab] === 'plate') return doubt.offer(heard, source);
    kept.keepHeard(heard, source);
  };
  const litBrace = tab === 'bars' ? bars.braces.get(bars.lit.name) : undefined;
  const middle = { x: shape.bounds.xMin + 0.72 * shape.length, y: 0.12 * shape.width };
  const ear = useKnockListener(onHeard, () =>
    simulatedKnock(build.id, (tab === 'map' && walk.lit) || (litBrace && middleOf(litBrace)) || middle),
  );
  useKeys({ ear, walk, undo: kept.undo, set: params.set });
  const change = useMemo(
    () => (walk.mapBefore && walk.picture ? compareHearings(walk.mapBefore.partials, walk.picture.map.partials) : null),
    [walk.mapBefore, walk.picture],
  );
  return {
    build,
    knocks,
    params,
    writes,
    shape,
    walk,
    bars,
    hold,
    ...kept,
    doubt,
    ear,
    change,
    ...useShown(walk, params),
  };
}

export type ListenPageState = ReturnType<typeof useListenPage>;

/** What a knock is of, by the leaf that is open. */
const ABOUT: Record<ListenTab, KnockView['about']> = {
  knock: 'plate',
  map: 'station',
  notes: 'plate',
  bars: 'bar',
  journal: 'plate',
};

/** Bars that are tuned, which is lit, and the braces they are. */
function useBars(build: Build) {
  const [name, setLit] = useState<string | null>(null);
  const plan = usePlan(build.id);
  const braces = useMemo(() => {
    const drawn = plan.data?.braces ?? [];
    return new Map(barPairs(build, drawn).map(({ name, braceId }) => [name, drawn.find(({ id }) => id === braceId)!]));
  }, [build, plan.data]);
  const all = barsOf(build);
  return { all, lit: all.find((bar) => bar.name === name) ?? all[0]!, setLit, braces };
}

/** Where the plate is held, as the maker marks it. */
function useHold() {
  const [place, setPlace] = useState<{ x: number; y: number } | null>(null);
  const [marking, setMarking] = useState(false);
  return { place, setPlace, marking, setMarking };
}

interface Keeping {
  build: Build;
  tab: ListenTab;
  walk: Walk;
  round: number;
  litBar: string;
  held: { x: number; y: number } | null;
}

/** Keeps a knock where it belongs; what told nothing is shown with its reason, and the place stays lit. */
function useKeptKnocks({ build, tab, walk, round, litBar, held }: Keeping) {
  const keep = useKnockWrites(build.id);
  const { person, speech } = usePreferences();
  const [last, setLast] = useState<LastHeard | null>(null);
  const onNothing = (heard: Heard) => setLast({ heard, kept: null });
  const keepHeard = (heard: Heard, source: KnockView['source']) => {
    const about = ABOUT[tab];
    if (about === 'station' && !walk.lit) return onNothing(heard);
    const place = about === 'station' ? { ...walk.lit! } : about === 'bar' ? { name: litBar } : {};
    const { analysis, wav } = heard;
    const knock = { about, round, person, source, analysis, place: { ...place, ...(held && { held }) } } as const;
    setLast({ heard, kept: keep.keep(knock, wav) });
    if (about !== 'station') return;
    const next = walk.nextAfter(walk.lit!.name);
    walk.light(next?.name ?? null);
    if (speech) say(next ? spokenName(next.name) : 'All places are knocked');
  };
  const undo = () => {
    if (last?.kept) keep.retract(last.kept.id, true);
    if (last?.kept?.about === 'station') walk.light(last.kept.place.name ?? null);
    setLast(null);
  };
  return { keep, last, keepHeard, onNothing, undo };
}

interface Keyed {
  ear: ReturnType<typeof useKnockListener>;
  walk: Walk;
  undo: () => void;
  set: ReturnType<typeof useListenParams>['set'];
}

function useKeys({ ear, walk, undo, set }: Keyed): void {
  const { pitch } = usePreferences();
  useShortcuts([
    {
      key: ' ',
      shown: 'Space',
      label: 'Take this moment',
      run: () => (ear.state === 'listening' ? ear.take() : void ear.listen()),
    },
    { key: 'Backspace', label: 'Take the last knock back', run: undo },
    { key: 'ArrowRight', shown: '→', label: 'Next place', run: () => walk.step(1) },
    { key: 'ArrowLeft', shown: '←', label: 'Place before', run: () => walk.step(-1) },
    ...VIEWS.map(([key, words], i) => ({
      key: String(i + 1),
      label: `Show: ${words.toLowerCase()}`,
      run: () => set({ view: key }),
    })),
    {
      key: 'n',
      label: 'Names of notes, hertz, none',
      run: () => setPreferences({ pitch: ({ note: 'hertz', hertz: 'none', none: 'note' } as const)[pitch] }),
    },
  ]);
}

/** What the plate shows of the walk: each place's figure, and the shape of one partial. */
function useShown({ picture, places }: Walk, { view, partial }: ReturnType<typeof useListenParams>) {
  const choice = usePreferences();
  const partials = picture?.map.partials ?? [];
  const shown = nearest(
    partials.map(({ frequency }) => frequency),
    partial ?? strongestOf(partials),
  );
  return {
    partials,
    shown,
    shapeShown: view === 'shape' ? picture?.shapes[shown] : undefined,
    views: walkViews({ places, picture, view, partial: shown, choice }),
  };
}

function strongestOf(partials: readonly { frequency: number; level: number }[]): number {
  return partials.reduce((best, partial) => (partial.level > best.level ? partial : best), {
    frequency: 0,
    level: -Infinity,
  }).frequency;
}

function nearest(frequencies: readonly number[], wanted: number): number {
  return frequencies.reduce(
    (best, f, p) => (Math.abs(f - wanted) < Math.abs(frequencies[best]! - wanted) ? p : best),
    0,
  );
}
