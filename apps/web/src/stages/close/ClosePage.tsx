import { isMirrored, standingEvents, type VoicingBodies, type VoicingKind } from '@nimble/core';
import { useMemo } from 'react';
import { useParams, useSearchParams } from 'react-router';
import { toast } from 'sonner';
import { useSurveyWrites } from '../../api/hooks';
import { isPlayed, useKnockWrites, useSounds } from '../../api/knocks';
import { useTopAsGlued, useVoicedPlate, type VoicedPlate } from '../../api/voiced-plate';
import { useVoicingWrites } from '../../api/voicing';
import { BraceLayer } from '../../bracing/BraceLayer';
import { PlateDrawing } from '../../plate';
import { Loading } from '../../shell/Loading';
import { usePreferences } from '../../shell/preferences';
import { SlipPages } from '../../ui';
import { useStrungFigures } from '../../workers/use-box';
import { JournalSlip } from '../journal/JournalSlip';
import { CarvedNote } from '../rounds/CarvedNote';
import { StageFrame } from '../StageFrame';
import { BoxSlip } from './BoxSlip';
import { OutcomeSlip } from './OutcomeSlip';
import { PlayedChart } from './PlayedChart';
import { PlayedSlip } from './PlayedSlip';
import { SettlingChart } from './SettlingChart';
import { settlingOf } from './settling-of';
import { StrungSlip } from './StrungSlip';
import { useClosed } from './use-closed';

const TABS = [
  ['box', 'Box'],
  ['strung', 'Strings'],
  ['played', 'Played'],
  ['outcome', 'Turned out'],
  ['journal', 'Journal'],
] as const;
type Tab = (typeof TABS)[number][0];

/** The closed box, its strings, and the finished instrument: how it settles, what it sounds like note by note, how it turned out. */
export function ClosePage() {
  const { buildId = '' } = useParams();
  const { queries, plate } = useVoicedPlate(buildId);
  if (!plate) return <Loading queries={queries} what="the build" />;
  return <Close key={buildId} {...plate} />;
}

function Close({ build, plan, readings, sounds, events }: VoicedPlate) {
  const [params, setParams] = useSearchParams();
  const { person } = usePreferences();
  const writes = useSurveyWrites(build.id);
  const voicing = useVoicingWrites(build.id, person);
  const keep = useKnockWrites(build.id);
  const { ground, top } = useTopAsGlued({ build, plan, readings });
  const closed = useClosed(top, events);
  const set = (name: string, value: string) =>
    setParams((old) => (value === '' ? old.delete(name) : old.set(name, value), old), { replace: true });
  const tab: Tab = TABS.find(([key]) => key === params.get('slip'))?.[0] ?? 'played';
  const recordings = sounds.filter(isPlayed).filter(({ retracted }) => !retracted);
  const shown = recordings.find(({ id }) => id === params.get('recording')) ?? recordings.at(-1) ?? null;
  const otherBuild = params.get('other') ?? '';
  const others =
    useSounds(otherBuild || build.id)
      .data?.filter(isPlayed)
      .filter(({ retracted }) => !retracted) ?? [];
  const against =
    others.filter(({ id }) => id !== shown?.id).find(({ id }) => id === params.get('against')) ??
    (otherBuild ? others.at(-1) : undefined) ??
    null;
  const isTop = build.plate === 'top';
  const strung = useStrungFigures(tab === 'strung' && isTop ? closed.top : null);
  const turns = plan.bridge.kind !== 'floating';
  const settled = useMemo(
    () => (strung.result ? settlingOf(events, { ...strung.result, turns }, build.units) : null),
    [events, strung.result, turns, build.units],
  );
  const round = Math.max(1, ...events.filter(({ retracted }) => !retracted).map((event) => event.round));
  const add = <K extends VoicingKind>(kind: K, body: VoicingBodies[K], said: string) => {
    const id = voicing.add(kind, round, body);
    toast(said, { action: { label: 'Undo', onClick: () => voicing.turn(id, true) } });
  };
  return (
    <StageFrame
      build={build}
      stage="close"
      slip={
        <>
          <SlipPages tabs={TABS} open={tab} onOpen={(slip) => set('slip', slip)} />
          {(tab === 'box' || tab === 'strung') && !isTop && (
            <p className="pt-2">These figures are the top’s: open the build of the top that this back belongs to.</p>
          )}
          {(tab === 'box' || tab === 'strung') && isTop && <CarvedNote build={build} plan={plan} />}
          {tab === 'box' && isTop && (
            <BoxSlip
              closed={closed}
              shape={ground.shape}
              units={build.units}
              events={events}
              played={lowestTwo(shown?.analysis.peaks ?? [])}
              onBox={(body) => add('box', body, 'The air of the box is kept')}
              onTrim={(body) => add('trim', body, 'The trim is kept: hear both notes again')}
              onHeard={(body) => add('resonances', body, 'Both notes are kept')}
            />
          )}
          {tab === 'strung' && isTop && (
            <StrungSlip
              picture={settled}
              problem={strung.error}
              units={build.units}
              plan={plan}
              events={events}
              onStrung={() => add('strung', { note: '' }, 'Strung today')}
              onReading={(body) => add('settling', body, 'The reading is kept')}
              onTurn={voicing.turn}
            />
          )}
          {tab === 'outcome' && (
            <OutcomeSlip
              buildId={build.id}
              events={events}
              outcome={build.choices.outcome}
              onOutcome={(outcome) => writes.changeBuild({ choices: { ...build.choices, outcome } })}
              onKeep={(body) => add('outcome', body, 'How it turned out is kept')}
            />
          )}
          {tab === 'journal' && <JournalSlip build={build} stage="close" changeBuild={writes.changeBuild} />}
          {tab === 'played' && (
            <PlayedSlip
              {...{ build, recordings, shown, others, against, otherBuild, keep }}
              onShown={(id) => set('recording', id)}
              onOther={(id) => set('other', id)}
              onAgainst={(id) => set('against', id)}
            />
          )}
        </>
      }
    >
      <div className="flex max-h-[330px] min-h-0 flex-1 flex-col lg:max-h-none">
        <PlateDrawing
          shape={ground.shape}
          leftHanded={isMirrored(build)}
          label={`Plate of No. ${build.number} ${build.name}, seen from outside, neck end to the left`}
        >
          {(pixelsPerMm) =>
            tab !== 'played' && (
              <g opacity={0.4}>
                <BraceLayer
                  isBack={build.plate === 'back'}
                  plan={closed.top.plan}
                  ground={ground}
                  pixelsPerMm={pixelsPerMm}
                />
              </g>
            )
          }
        </PlateDrawing>
      </div>
      {tab === 'played' && shown && <PlayedChart shown={shown} against={against} />}
      {tab === 'strung' && settled && standingEvents(events, 'strung').length > 0 && (
        <SettlingChart picture={settled} />
      )}
    </StageFrame>
  );
}

/** The two lowest peaks are mostly air and top. */
function lowestTwo(peaks: readonly { frequency: number }[]): readonly [number, number] | null {
  const [first, second] = peaks.map(({ frequency }) => frequency).sort((a, b) => a - b);
  return first !== undefined && second !== undefined ? [first, second] : null;
}
