/** What each leaf of the voicing's slip shows. */
import { standingEvents, type VoicingEvent } from '@nimble/core/voicing';
import { useCallback, type ComponentType } from 'react';
import { useCompared } from '../../api/voicing';
import type { VoicingPicture } from '../../compute/voicing-computer';
import { GoalSlip } from './GoalSlip';
import { LookSlip } from './LookSlip';
import { NextSlip } from './NextSlip';
import { NowSlip } from './NowSlip';
import { RecordSlip } from './RecordSlip';
import { RestSlip } from './RestSlip';
import type { VoicingTab } from './voicing-tabs';
import type { VoicingPageState } from './use-voicing-page';

interface PanelProps {
  page: VoicingPageState;
}

function NowPanel({ page: { build, rounds, reading, events, marks, onUndo } }: PanelProps) {
  return (
    <NowSlip
      buildId={build.id}
      round={rounds.now.reading}
      units={build.units}
      next={reading.open}
      places={rounds.setups.map((one) => one.place)}
      figures={rounds.figures}
      lastLoad={lastLoad(events)}
      picked={reading.key}
      onPicked={reading.pick}
      onUndo={onUndo}
      ear={reading.ear}
      heard={reading.heard}
      onStandIn={reading.take}
      taking={reading.taking}
      doubt={reading.doubt}
      knockDoubt={reading.knockDoubt}
      marks={marks}
      felt={(at) =>
        standingEvents(events, 'flex').findLast(
          ({ round, body }) => round === rounds.now.reading && body.place === at && body.feel !== null,
        )?.body.feel ?? null
      }
      onBend={(body) => reading.doubt.offer({ kind: 'flex', body })}
      onMass={(body) => reading.doubt.offer({ kind: 'mass', body })}
    />
  );
}

function NextPanel({ page: { build, rounds, strokes, candidate, setCandidate, onShaved, openTab } }: PanelProps) {
  const { picture, shaved, goal, bars, voicing } = rounds;
  const { computer } = voicing;
  // Asked anew for each picture.
  const askFuller = useCallback(
    () => (computer && picture ? computer.fullerPlan() : Promise.resolve(null)),
    [computer, picture],
  );
  if (!picture) return null;
  return (
    <NextSlip
      askFuller={askFuller}
      picture={picture}
      plan={shaved.plan}
      units={build.units}
      open={candidate}
      onOpen={setCandidate}
      limits={{ reserve: goal.reserve, turn: goal.turn }}
      wishes={goal}
      bars={{ pairs: bars, strokes, stretches: picture.bars?.stretches ?? [] }}
      waiting={picture.isForecast}
      onShaved={(shavings, said) => void onShaved(shavings, said)}
      onGoal={() => openTab('goal')}
    />
  );
}

function RecordPanel({ page: { build, rounds, events, writes, place, setPlace, onShaved } }: PanelProps) {
  const { shaved, voicing, now } = rounds;
  const { computer } = voicing;
  return (
    <RecordSlip
      plan={shaved.plan}
      units={build.units}
      events={events}
      place={place}
      onPlace={setPlace}
      working={voicing.working !== null}
      forecastOf={computer ? (shavings) => computer.forecastOf(shavings) : null}
      onShaved={(shavings, said, tool) => void onShaved(shavings, said, tool)}
      onReduction={(reduction) => writes.add('reduction', now.shaving, { reduction })}
      onRepair={(body) => writes.add('repair', now.reading, body)}
      onTurn={writes.turn}
    />
  );
}

function GoalPanel({ page: { build, rounds, writes, place } }: PanelProps) {
  const compared = useCompared();
  const { goal, picture, bars, now, shaved } = rounds;
  return (
    <GoalSlip
      brace={{ tapped: shaved.plan.braces.find(({ id }) => id === place) ?? null }}
      goal={goal}
      units={build.units}
      isTop={build.plate === 'top'}
      modes={picture ? asHeard(picture) : []}
      bars={bars}
      compared={(compared.data ?? []).filter(({ id }) => id !== build.id)}
      onKeep={(next) => writes.add('goal', now.reading, next)}
    />
  );
}

function LookPanel({ page: { build, rounds, events, person, writes, finding, setFinding } }: PanelProps) {
  const { picture, shaved } = rounds;
  if (!picture) return null;
  return (
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
  );
}

function RestPanel({ page: { build, rounds, events, knocks, writes, changeBuild } }: PanelProps) {
  const { now } = rounds;
  return (
    <RestSlip
      build={build}
      events={events}
      knocks={knocks}
      onLiked={(body) => writes.add('second-look', now.reading, body)}
      onGoOn={() => changeBuild({ waitsFor: null })}
      onPark={(body) => {
        writes.add('park', now.reading, body);
        changeBuild({ waitsFor: { what: body.why, until: body.until } });
      }}
    />
  );
}

export const VOICING_PANELS: Record<VoicingTab, ComponentType<PanelProps>> = {
  now: NowPanel,
  next: NextPanel,
  record: RecordPanel,
  goal: GoalPanel,
  look: LookPanel,
  rest: RestPanel,
};

/** Each note with what was read of it last, if it was heard at all. */
const asHeard = ({ modes, rounds, standing }: VoicingPicture) =>
  modes.map((mode) => ({
    ...mode,
    heard: rounds.some(({ read }) => read.includes(mode.key)) ? (standing[mode.key]?.value ?? null) : null,
  }));

/** What was laid on last time, as it was typed. */
function lastLoad(events: readonly VoicingEvent[]): string {
  const typed = standingEvents(events, 'flex').at(-1)?.body.said.split(' under ')[1];
  return typed ?? '1 kg';
}
