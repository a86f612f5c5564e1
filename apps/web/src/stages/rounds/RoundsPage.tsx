import {
  isMirrored,
  isWood,
  markedBends,
  partOfPlace,
  standingEvents,
  TOP_PARTS,
  type NextReading,
  type Shaving,
  type ShavingOutcome,
  type VoicingEvent,
} from '@nimble/core';
import { isPast } from 'date-fns';
import { useMemo, useState } from 'react';
import { Link, useParams, useSearchParams } from 'react-router';
import { toast } from 'sonner';
import { useSurveyWrites } from '../../api/hooks';
import { useCompared, useShavingRecord, useVoicingWrites } from '../../api/voicing';
import { useKnocks, useVoicedPlate, type VoicedPlate } from '../../api/voiced-plate';
import { BraceLayer } from '../../bracing/BraceLayer';
import { ToWholeTop } from '../../bracing/Row';
import { PlateDrawing } from '../../plate';
import { Loading } from '../../shell/Loading';
import { usePreferences } from '../../shell/preferences';
import { useShortcuts } from '../../shell/shortcuts';
import { PitchButton } from '../../sound/PitchDialog';
import { Button, SlipPages } from '../../ui';
import type { Voicing } from '../../workers/use-voicing';
import type { VoicingPicture } from '../../workers/voicing-computer';
import { isRepaired } from '../../sound/knock-before';
import { StageFrame } from '../StageFrame';
import { VoiceSwitch } from '../voice/VoiceSwitch';
import { barStrokes } from './bar-pairs';
import { BendMarks } from './BendMarks';
import { CarvedNote } from './CarvedNote';
import { FindingLayer } from './FindingLayer';
import { GoalsLine } from './GoalsLine';
import { GoalSlip } from './GoalSlip';
import { LookSlip } from './LookSlip';
import { NextSlip } from './NextSlip';
import { NowSlip } from './NowSlip';
import { partKey } from './OwnShaving';
import { RecordSlip } from './RecordSlip';
import { RestSlip } from './RestSlip';
import { SecondLook } from './SecondLook';
import { StrokeLayer } from './StrokeLayer';
import { useRoundReading } from './use-round-reading';
import { useClock, useRounds } from './use-rounds';
import { useUndoLast } from './use-undo-last';

const TABS = [
  ['now', 'Measure'],
  ['next', 'Shave'],
  ['record', 'Record'],
  ['goal', 'Goal'],
  ['look', 'Look'],
  ['rest', 'Rest'],
] as const;
type Tab = (typeof TABS)[number][0];

/** Rounds of flex, knock, shave and look again, until it is done. */
export function RoundsPage() {
  const { buildId = '' } = useParams();
  const { person } = usePreferences();
  const { queries, plate } = useVoicedPlate(buildId);
  const record = useShavingRecord(person, buildId);
  if (!plate) return <Loading queries={queries} what="the voicing" />;
  return <RoundsOf key={buildId} {...plate} record={record.data ?? (record.error ? NO_RECORD : null)} />;
}

const NO_RECORD: readonly ShavingOutcome[] = [];
const NOTHING_NEXT: readonly NextReading[] = [];

type RoundsProps = VoicedPlate & { record: readonly ShavingOutcome[] | null };

function RoundsOf({ build, plan, readings, sounds, events, record }: RoundsProps) {
  const knocks = useKnocks(sounds);
  const [params, setParams] = useSearchParams();
  const { person } = usePreferences();
  const rounds = useRounds({ build, plan, readings, knocks, events, record });
  const { picture, voicing, now, goal, ground, shaved, bars, setups, walked } = rounds;
  const writes = useVoicingWrites(build.id, person);
  const { changeBuild } = useSurveyWrites(build.id);
  const compared = useCompared();
  const [candidate, setCandidate] = useState(0);
  const [finding, setFinding] = useState<number | null>(null);
  const [place, setPlace] = useState('');
  const [fresh, setFresh] = useState(false);
  const [liked, setLiked] = useState(false);
  const clock = useClock();
  const set = (slip: Tab) => setParams((old) => (old.set('slip', slip), old), { replace: true });
  const tab: Tab = TABS.find(([key]) => key === params.get('slip'))?.[0] ?? 'now';
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
  });
  const { key } = reading;
  const strokes = useMemo(
    () => barStrokes(bars, goal.interval, { knocks, events, effects: picture?.bars ?? null }),
    [bars, goal, knocks, events, picture],
  );
  const shown =
    tab === 'next'
      ? (picture?.proposal.candidates[candidate]?.shavings ?? [])
      : tab === 'record'
        ? chosenOr(place, lastShaved(events))
        : [];
  const setup =
    tab === 'now' && key.startsWith('flex:') ? setups.find((one) => `flex:${one.place}` === key) : undefined;
  const onUndo = useUndoLast({ events, knocks, writes, buildId: build.id });
  const marks = useMemo(() => markedBends(events, person), [events, person]);

  const onShaved = async (shavings: Shaving[], said: string, tool = 'finger plane') => {
    const known = picture?.proposal.candidates.find((one) => one.shavings === shavings)?.forecast;
    // Shown until the record's own forecast is there.
    const forecast = known ?? (await voicing.computer?.foretell(shavings).catch(() => null)) ?? {};
    const isFirst = standingEvents(events, 'shaving').every(({ round }) => round !== now.shaving);
    const settled = isFirst ? (picture?.rounds.find(({ number }) => number === now.shaving)?.outcomes ?? []) : [];
    const id = writes.add('shaving', now.shaving, {
      shavings,
      said,
      tool,
      proposed: known !== undefined,
      forecast,
      settled,
    });
    setCandidate(0);
    reading.pick(null);
    toast(`Shaved in round ${now.shaving}. Measure again next.`, {
      action: { label: 'Undo', onClick: () => writes.turn(id, true) },
    });
    set('now');
  };
  useShortcuts([
    ...TABS.map(([name, words], i) => ({ key: String(i + 1), label: `Open: ${words}`, run: () => set(name) })),
    { key: ' ', shown: 'Space', label: 'Take the reading', run: () => tab === 'now' && void reading.take() },
    { key: 'Backspace', label: 'Take the last reading back', run: () => onUndo?.() },
  ]);

  // What was liked is told before the figures are.
  const due = !fresh && (liked || isDue(events, clock));
  return (
    <StageFrame
      build={build}
      stage="voice"
      slip={
        due ? (
          <div className="space-y-3 pt-3">
            <h2 className="text-[1.5rem] font-bold">Fresh ears first</h2>
            <p>It has rested. Listen blind before any figure sways you.</p>
            <SecondLook
              knocks={knocks}
              onLiked={(body) => {
                setLiked(true);
                writes.add('second-look', now.reading, body);
              }}
            />
            <Button className="w-full" onClick={() => setFresh(true)}>
              Show me the figures
            </Button>
          </div>
        ) : (
          <>
            <SlipPages tabs={TABS} open={tab} onOpen={set} />
            {plan.braces.length === 0 ? (
              <p className="pt-2">
                No braces are drawn yet, so there is nothing to voice.{' '}
                <Link className="underline underline-offset-4" to={`/builds/${build.id}/layout`}>
                  Draw them in the layout
                </Link>
                .
              </p>
            ) : (
              <>
                <CarvedNote build={build} plan={plan} />
                <Reckoning voicing={voicing} onStop={rounds.stop} onAgain={rounds.again} />
                {tab === 'now' && (
                  <NowSlip
                    buildId={build.id}
                    round={now.reading}
                    units={build.units}
                    next={reading.open}
                    places={setups.map((one) => one.place)}
                    figures={rounds.figures}
                    lastLoad={lastLoad(events)}
                    picked={key}
                    onPicked={reading.pick}
                    onUndo={onUndo}
                    ear={reading.ear}
                    heard={reading.heard}
                    onStandIn={reading.take}
                    doubt={reading.doubt}
                    knockDoubt={reading.knockDoubt}
                    marks={marks}
                    felt={(at) =>
                      standingEvents(events, 'flex').findLast(
                        ({ round, body }) => round === now.reading && body.place === at && body.feel !== null,
                      )?.body.feel ?? null
                    }
                    onBend={(body) => reading.doubt.offer({ kind: 'flex', body })}
                    onMass={(body) => reading.doubt.offer({ kind: 'mass', body })}
                  />
                )}
                {tab === 'next' && picture && (
                  <NextSlip
                    picture={picture}
                    plan={shaved.plan}
                    units={build.units}
                    open={candidate}
                    onOpen={setCandidate}
                    floor={{ reserve: goal.reserve, turn: goal.turn }}
                    wishes={goal}
                    bars={{ pairs: bars, strokes, stretches: picture.bars?.stretches ?? [] }}
                    waiting={picture.foretold}
                    onShaved={(shavings, said) => void onShaved(shavings, said)}
                    onGoal={() => set('goal')}
                  />
                )}
                {tab === 'record' && (
                  <RecordSlip
                    plan={shaved.plan}
                    units={build.units}
                    events={events}
                    place={place}
                    onPlace={setPlace}
                    working={voicing.working !== null}
                    foretell={voicing.computer ? (shavings) => voicing.computer!.foretell(shavings) : null}
                    onShaved={(shavings, said, tool) => void onShaved(shavings, said, tool)}
                    onReduction={(reduction) => writes.add('reduction', now.shaving, { reduction })}
                    onRepair={(body) => writes.add('repair', now.reading, body)}
                    onTurn={writes.turn}
                  />
                )}
                {tab === 'goal' && (
                  <GoalSlip
                    goal={goal}
                    units={build.units}
                    isTop={build.plate === 'top'}
                    modes={picture ? asHeard(picture) : []}
                    bars={bars}
                    compared={(compared.data ?? []).filter(({ id }) => id !== build.id)}
                    onKeep={(next) => writes.add('goal', now.reading, next)}
                  />
                )}
                {tab === 'look' && picture && (
                  <LookSlip
                    picture={picture}
                    plan={shaved.plan}
                    units={build.units}
                    person={person}
                    events={events}
                    onLetIn={(round, quantity, counts) => writes.add('let-in', round, { quantity, counts })}
                    open={finding}
                    onOpen={(i) => setFinding(finding === i ? null : i)}
                  />
                )}
                {tab === 'rest' && (
                  <RestSlip
                    build={build}
                    events={events}
                    knocks={knocks}
                    onLiked={(body) => writes.add('second-look', now.reading, body)}
                    onGoOn={() => changeBuild({ waitsFor: null })}
                    onPark={(body) => (
                      writes.add('park', now.reading, body),
                      changeBuild({ waitsFor: { what: body.why, until: body.until } })
                    )}
                  />
                )}
              </>
            )}
          </>
        )
      }
    >
      <div className="flex flex-wrap items-center justify-between gap-x-4 px-4 pt-1 lg:px-6">
        <VoiceSwitch buildId={build.id} open="rounds" />
        <span className="flex items-center">
          <ToWholeTop buildId={build.id} />
          <PitchButton />
        </span>
      </div>
      <PlateDrawing
        shape={ground.shape}
        leftHanded={isMirrored(build)}
        label={`Plate of No. ${build.number} ${build.name} with its braces, neck end to the left`}
        onPlace={({ x, y }) =>
          tab === 'record' &&
          isWood(ground.shape, x, y) &&
          setPlace(partKey(partOfPlace(ground.shape, ground.trebleSign, x, y)))
        }
      >
        {(pixelsPerMm) => (
          <>
            <g opacity={0.6}>
              <BraceLayer
                isBack={build.plate === 'back'}
                plan={shaved.plan}
                ground={ground}
                pixelsPerMm={pixelsPerMm}
                selected={tab === 'record' ? place : null}
                onSelect={tab === 'record' ? setPlace : undefined}
              />
            </g>
            {!due && (
              <StrokeLayer
                shape={ground.shape}
                braces={shaved.plan.braces}
                shavings={shown}
                trebleSign={ground.trebleSign}
                pixelsPerMm={pixelsPerMm}
              />
            )}
            {setup && !due && <BendMarks setup={setup} pixelsPerMm={pixelsPerMm} />}
            {tab === 'look' && !due && picture && (
              <FindingLayer
                findings={picture.findings}
                open={finding}
                walk={walked}
                plan={shaved.plan}
                pixelsPerMm={pixelsPerMm}
                onOpen={setFinding}
              />
            )}
          </>
        )}
      </PlateDrawing>
      <div className="min-h-24 px-4 pb-2 lg:px-6">
        {picture && !due && <GoalsLine picture={picture} units={build.units} wishes={goal} />}
      </div>
    </StageFrame>
  );
}

function Reckoning({ voicing, onStop, onAgain }: { voicing: Voicing; onStop: () => void; onAgain: () => void }) {
  const { working, problem, stopped } = voicing;
  if (problem) return <Told words={`The voicing can’t be reckoned: ${problem}`} onAgain={onAgain} />;
  if (stopped) return <Told words="Stopped. Figures may be of an earlier reading." onAgain={onAgain} />;
  if (working === null) return null;
  return (
    <div role="status" className="flex items-center gap-3 border-b border-grain py-1">
      <span className="shrink-0 text-soft">Reckoning</span>
      <progress className="h-2 w-full accent-spruce" value={working} max={1} aria-label="How far it is" />
      <Button kind="quiet" onClick={onStop}>
        Stop
      </Button>
    </div>
  );
}

function Told({ words, onAgain }: { words: string; onAgain: () => void }) {
  return (
    <div role="alert" className="flex items-center justify-between gap-2 border-b border-grain py-1">
      <span className="font-medium text-ember-ink">{words}</span>
      <Button kind="quiet" onClick={onAgain}>
        Try again
      </Button>
    </div>
  );
}

/** A part of the plate that was tapped is shown; a brace is marked by itself. */
const chosenOr = (place: string, shaved: readonly Shaving[]): readonly Shaving[] => {
  const part = TOP_PARTS.find((one) => partKey(one) === place);
  return part ? [{ place: { kind: 'plate', part }, depth: 0 }] : shaved;
};

/** Each note with what was read of it last, if it was heard at all. */
const asHeard = ({ modes, rounds, standing }: VoicingPicture) =>
  modes.map((mode) => ({
    ...mode,
    heard: rounds.some(({ read }) => read.includes(mode.key)) ? (standing[mode.key]?.value ?? null) : null,
  }));

const lastShaved = (events: readonly VoicingEvent[]) => {
  const shaved = standingEvents(events, 'shaving');
  return shaved.filter(({ round }) => round === shaved.at(-1)?.round).flatMap(({ body }) => body.shavings);
};

/** What was laid on last time, as it was typed. */
function lastLoad(events: readonly VoicingEvent[]): string {
  const typed = standingEvents(events, 'flex').at(-1)?.body.said.split(' under ')[1];
  return typed ?? '1 kg';
}

/** It was left to rest, the day has come, and nobody has listened since. */
function isDue(events: readonly VoicingEvent[], clock: number): boolean {
  const parked = standingEvents(events, 'park').at(-1);
  if (!parked || Date.parse(parked.body.until) > clock || !isPast(new Date(parked.at))) return false;
  return !events.some(({ kind, retracted, at }) => !retracted && kind !== 'park' && at > parked.at);
}
