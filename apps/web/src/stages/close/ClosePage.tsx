import { plateShape } from '@nimble/core';
import { useMemo } from 'react';
import { useParams, useSearchParams } from 'react-router';
import { useBuild, useSurveyWrites } from '../../api/hooks';
import { isPlayed, useKnockWrites, useSounds, type PlayedView } from '../../api/knocks';
import type { Build } from '../../api/types';
import { PlateDrawing } from '../../plate';
import { Loading } from '../../shell/Loading';
import { StageFrame } from '../StageFrame';
import { SlipPages } from '../../ui';
import { JournalSlip } from '../journal/JournalSlip';
import { PlayedChart } from './PlayedChart';
import { PlayedSlip } from './PlayedSlip';

const TABS = [
  ['played', 'Played'],
  ['journal', 'Journal'],
] as const;

/** The finished instrument: how it turned out, and what it sounds like note by note. */
export function ClosePage() {
  const { buildId = '' } = useParams();
  const build = useBuild(buildId);
  const sounds = useSounds(buildId);
  if (!build.data || !sounds.data) return <Loading queries={[build, sounds]} what="the build" />;
  return <Close key={buildId} build={build.data} recordings={sounds.data.filter(isPlayed)} />;
}

function Close({ build, recordings }: { build: Build; recordings: readonly PlayedView[] }) {
  const [params, setParams] = useSearchParams();
  const writes = useSurveyWrites(build.id);
  const keep = useKnockWrites(build.id);
  const shape = useMemo(() => plateShape(build.outline, build.holes), [build.outline, build.holes]);
  const set = (name: string, value: string) =>
    setParams((old) => (value === '' ? old.delete(name) : old.set(name, value), old), { replace: true });
  const tab = params.get('slip') === 'journal' ? 'journal' : 'played';
  const standing = recordings.filter(({ retracted }) => !retracted);
  const shown = standing.find(({ id }) => id === params.get('recording')) ?? standing.at(-1) ?? null;
  const otherBuild = params.get('other') ?? '';
  const others =
    useSounds(otherBuild || build.id)
      .data?.filter(isPlayed)
      .filter(({ retracted }) => !retracted) ?? [];
  const against = others.filter(({ id }) => id !== shown?.id).find(({ id }) => id === params.get('against')) ?? (otherBuild ? others.at(-1) : undefined) ?? null; // prettier-ignore
  return (
    <StageFrame
      build={build}
      stage="close"
      slip={
        <>
          <SlipPages tabs={TABS} open={tab} onOpen={(slip) => set('slip', slip)} />
          {tab === 'journal' ? (
            <JournalSlip build={build} stage="close" changeBuild={writes.changeBuild} />
          ) : (
            <PlayedSlip
              {...{ build, recordings: standing, shown, others, against, otherBuild, keep }}
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
          shape={shape}
          leftHanded={build.leftHanded}
          label={`Plate of No. ${build.number} ${build.name}, seen from outside, neck end to the left`}
        />
      </div>
      {tab === 'played' && shown && <PlayedChart shown={shown} against={against} />}
    </StageFrame>
  );
}
