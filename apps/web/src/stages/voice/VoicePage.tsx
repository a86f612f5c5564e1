import { isMirrored, compareHearings, isWood, plateShape, roundNow, type VoicingEvent } from '@nimble/core';
import { useMemo, useState } from 'react';
import { useParams } from 'react-router';
import { usePlan } from '../../api/bracing';
import { useBuild, useSurveyWrites } from '../../api/hooks';
import { isKnock, roundKnocks, simulatedKnock, useKnockWrites, useSounds, type KnockView } from '../../api/knocks';
import type { Build } from '../../api/types';
import { useVoicingEvents } from '../../api/voicing';
import { ToWholeTop } from '../../bracing/Row';
import { PlateDrawing, StationLayer } from '../../plate';
import { Loading } from '../../shell/Loading';
import { setPreferences, usePreferences } from '../../shell/preferences';
import { StageFrame } from '../StageFrame';
import { useShortcuts } from '../../shell/shortcuts';
import { PitchButton } from '../../sound/PitchDialog';
import { shortPitch } from '../../sound/pitch-words';
import { useDoubtedKnock } from '../../sound/use-doubted-knock';
import { useEar } from '../../sound/use-ear';
import { SlipPages, TextTabs } from '../../ui';
import type { Heard } from '../../workers/sound.worker';
import { JournalSlip } from '../journal/JournalSlip';
import { barPairs } from '../rounds/bar-pairs';
import { say, spokenName } from '../../shell/speech';
import { BarLayer, middleOf } from './BarLayer';
import { BarsSlip } from './BarsSlip';
import { barsOf } from './bar-readings';
import { FindingsSlip } from './FindingsSlip';
import { isRepaired, knockBefore } from '../../sound/knock-before';
import { KnockSlip } from './KnockSlip';
import type { LastHeard } from './last-heard';
import { MapSlip } from './MapSlip';
import { HoldAndStrike, Mark, ShapeLayer } from './ShapeLayer';
import { TABS, useVoiceParams, VIEWS } from './use-voice-params';
import { useWalk } from './use-walk';
import { VoiceSwitch } from './VoiceSwitch';
import { VIEW_WORDS, walkViews } from './walk-views';

export function VoicePage() {
  const { buildId = '' } = useParams();
  const build = useBuild(buildId);
  const sounds = useSounds(buildId);
  const events = useVoicingEvents(buildId);
  if (!build.data || !sounds.data || !events.data)
    return <Loading queries={[build, sounds, events]} what="the build" />;
  return <Voice key={buildId} build={build.data} knocks={sounds.data.filter(isKnock)} events={events.data} />;
}

interface VoiceProps {
  build: Build;
  knocks: readonly KnockView[];
  events: readonly VoicingEvent[];
}

function Voice({ build, knocks, events }: VoiceProps) {
  const page = useVoiceParams();
  const choice = usePreferences();
  const writes = useSurveyWrites(build.id);
  const keep = useKnockWrites(build.id);
  const shape = useMemo(() => plateShape(build.outline, build.holes), [build.outline, build.holes]);
  const now = useMemo(() => roundNow(events, roundKnocks(knocks)).reading, [events, knocks]);
  const walk = useWalk({
    build,
    shape,
    knocks,
    wantedRound: page.round,
    wantedPlace: page.place,
    wantedSet: page.places,
    roundNow: now,
  });
  // Looking at an older round does not make what is heard now a part of it.
  const heardIn = Math.max(walk.round, now);
  const [last, setLast] = useState<LastHeard | null>(null);
  const [bar, setBar] = useState<string | null>(null);
  const [hold, setHold] = useState<{ x: number; y: number } | null>(null);
  const [marking, setMarking] = useState(false);
  const { tab, view } = page;
  const bars = barsOf(build);
  const litBar = bars.find(({ name }) => name === bar) ?? bars[0]!;
  const middle = { x: shape.bounds.xMin + 0.72 * shape.length, y: 0.12 * shape.width };
  const plan = usePlan(build.id);
  const barBraces = useMemo(() => {
    const { braces } = plan.data ?? { braces: [] };
    return new Map(
      barPairs(build, braces).map(({ name, braceId }) => [name, braces.find(({ id }) => id === braceId)!]),
    );
  }, [build, plan.data]);
  const litBrace = tab === 'bars' ? barBraces.get(litBar.name) : undefined;

  /** Kept where it belongs; what told nothing is shown with its reason, and the place stays lit. */
  const about = tab === 'map' ? 'station' : tab === 'bars' ? 'bar' : 'plate';
  const onHeard = (heard: Heard, source: KnockView['source']) => {
    if (heard.analysis.partials.length === 0) return setLast({ heard, kept: null });
    if (about === 'plate') return doubt.offer(heard, source);
    keepHeard(heard, source);
  };
  const keepHeard = (heard: Heard, source: KnockView['source']) => {
    if (about === 'station' && !walk.lit) return setLast({ heard, kept: null });
    const place = about === 'station' ? { ...walk.lit! } : about === 'bar' ? { name: litBar.name } : {};
    const knock = {
      about,
      round: heardIn,
      person: choice.person,
      source,
      analysis: heard.analysis,
      place: { ...place, ...(hold && { held: hold }) },
    } as const;
    setLast({ heard, kept: keep.keep(knock, heard.wav) });
    if (about !== 'station') return;
    const next = walk.nextAfter(walk.lit!.name);
    walk.light(next?.name ?? null);
    if (choice.speech) say(next ? spokenName(next.name) : 'All places are knocked');
  };
  const doubt = useDoubtedKnock(knockBefore(knocks, events, heardIn), {
    repaired: isRepaired(events, heardIn),
    onKeep: keepHeard,
  });
  const ear = useEar(onHeard, () =>
    simulatedKnock(build.id, (tab === 'map' && walk.lit) || (litBrace && middleOf(litBrace)) || middle),
  );
  const undo = () => {
    if (last?.kept) keep.retract(last.kept.id, true);
    if (last?.kept?.about === 'station') walk.light(last.kept.place.name ?? null);
    setLast(null);
  };
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
      run: () => page.set({ view: key }),
    })),
    {
      key: 'n',
      label: 'Names of notes, hertz, none',
      run: () => setPreferences({ pitch: ({ note: 'hertz', hertz: 'none', none: 'note' } as const)[choice.pitch] }),
    },
  ]);

  const { picture } = walk;
  const partials = picture?.map.partials ?? [];
  const shown = nearest(
    partials.map(({ frequency }) => frequency),
    page.partial ?? strongestOf(partials),
  );
  const shapeShown = view === 'shape' ? picture?.shapes[shown] : undefined;
  const change = useMemo(
    () => (walk.mapBefore && picture ? compareHearings(walk.mapBefore.partials, picture.map.partials) : null),
    [walk.mapBefore, picture],
  );
  const views = walkViews({ places: walk.places, picture, view, partial: shown, choice });
  return (
    <StageFrame
      build={build}
      stage="voice"
      slip={
        <>
          <SlipPages tabs={TABS} open={tab} onOpen={(slip) => page.set({ slip })} />
          {tab === 'knock' && <KnockSlip {...{ ear, last, knocks, keep, doubt }} onUndo={undo} />}
          {tab === 'map' && (
            <MapSlip
              {...{ ear, last, walk, keep, hold, marking, change }}
              onMarking={setMarking}
              onHold={setHold}
              onUndo={undo}
              onRound={(round) => page.set({ round: String(round) })}
            />
          )}
          {tab === 'notes' && (
            <FindingsSlip
              {...{ walk, change }}
              onPlace={(name) => {
                walk.light(name);
                page.set({ slip: 'map' });
              }}
              onPartial={(frequency) => page.set({ view: 'shape', partial: frequency.toFixed(2) })}
              onRound={(round) => page.set({ round: String(round) })}
            />
          )}
          {tab === 'bars' && (
            <BarsSlip
              {...{ ear, last, knocks, keep, bars }}
              lit={litBar.name}
              onLit={setBar}
              onBars={(next) => writes.changeBuild({ choices: { ...build.choices, bars: next } })}
              onUndo={undo}
            />
          )}
          {tab === 'journal' && <JournalSlip build={build} stage="voice" changeBuild={writes.changeBuild} />}
        </>
      }
    >
      <div className="flex flex-wrap items-center justify-between gap-x-4 px-4 pt-1 lg:px-6">
        <VoiceSwitch buildId={build.id} open="voice" />
        <TextTabs label="On the plate" tabs={VIEWS} open={view} onOpen={(key) => page.set({ view: key })} />
        <span className="flex items-center">
          <ToWholeTop buildId={build.id} />
          <PitchButton />
        </span>
      </div>
      <PlateDrawing
        shape={shape}
        leftHanded={isMirrored(build)}
        label={`Plate of No. ${build.number} ${build.name}, seen from outside, neck end to the left`}
        map={shapeShown && <ShapeLayer shape={shapeShown} unreadPath={picture?.unreadPath ?? ''} />}
        onPlace={(place) => {
          if (!marking || !isWood(shape, place.x, place.y)) return;
          setHold(place);
          setMarking(false);
        }}
      >
        {(pixelsPerMm) => (
          <>
            {tab === 'bars' ? (
              <BarLayer bars={barBraces} lit={litBar.name} pixelsPerMm={pixelsPerMm} />
            ) : (
              <StationLayer
                stations={views}
                current={tab === 'map' ? (walk.lit?.name ?? null) : null}
                pixelsPerMm={pixelsPerMm}
                onPick={(name) => {
                  walk.light(name);
                  if (tab === 'notes') page.set({ slip: 'map' });
                }}
                inert={marking}
              />
            )}
            {hold && <Mark place={hold} word="held" ink="var(--spruce)" pixelsPerMm={pixelsPerMm} />}
            {shapeShown && <HoldAndStrike shape={shapeShown} pixelsPerMm={pixelsPerMm} />}
          </>
        )}
      </PlateDrawing>
      <div className="min-h-14 px-4 pb-2 lg:px-6">
        {view === 'shape' ? (
          <Partials
            labels={partials.map(({ frequency }) =>
              choice.pitch === 'none' ? `${frequency.toFixed(0)}` : shortPitch(frequency, choice),
            )}
            names={partials.map(({ frequency }) => `${frequency.toFixed(1)} Hz`)}
            shown={shown}
            few={partials.length > 0 && (picture?.shapes.length ?? 0) === 0}
            onPick={(p) => page.set({ partial: partials[p]!.frequency.toFixed(2) })}
          />
        ) : (
          <p className="text-soft">
            {tab === 'bars'
              ? 'The bars as they lie under the plate, seen from outside.'
              : picture
                ? `Round ${walk.round}: ${VIEW_WORDS[view]}`
                : walk.ofRound.length > 0 && !walk.error
                  ? `Putting ${walk.ofRound.length === 1 ? 'the knock' : `${walk.ofRound.length} knocks`} of round ${walk.round} together …`
                  : 'Nothing is knocked in this round: press Listen, hold the plate, and knock at the lit place.'}
          </p>
        )}
      </div>
    </StageFrame>
  );
}

interface PartialsProps {
  labels: readonly string[];
  names: readonly string[];
  shown: number;
  few: boolean;
  onPick: (partial: number) => void;
}

/** Which partial's shape is drawn. */
function Partials({ labels, names, shown, few, onPick }: PartialsProps) {
  if (labels.length === 0) return <p className="text-soft">Shapes come from knocks at five places or more.</p>;
  return (
    <div className="flex flex-wrap items-center gap-1">
      {labels.map((label, p) => (
        <button
          key={names[p]}
          type="button"
          aria-pressed={p === shown}
          aria-label={`Shape at ${names[p]}`}
          title={names[p]}
          onClick={() => onPick(p)}
          className={`figures min-h-11 min-w-12 border px-2 ${p === shown ? 'border-spruce bg-spruce text-on-spruce' : 'border-line bg-slip'}`}
        >
          {label}
        </button>
      ))}
      <span className="pl-2 text-soft">
        {few
          ? 'Knock at five places or more for shapes.'
          : `${names[shown]}: up is warm, down is blue, still along the dashes`}
      </span>
    </div>
  );
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
