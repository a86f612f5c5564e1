import {
  freeCuts,
  gluedAlong,
  planFigures,
  type Brace,
  type BracingPlan,
  type PlanFigures,
} from '@nimble/core/bracing';
import { isMirrored } from '@nimble/core/graduation';
import { memo, useCallback, useDeferredValue, useMemo, useState } from 'react';
import { Link, useParams, useSearchParams } from 'react-router';
import { usePlan, useShapings } from '../../api/bracing';
import { useBuild, useSurveys, useSurveyWrites } from '../../api/hooks';
import type { Build } from '../../api/types';
import { BraceLayer } from '../../plate/BraceLayer';
import { gluedPlate, useBracing, useGround, type Ground } from '../../api/use-bracing';
import { ToWholeTop } from '../../ui/Row';
import { PlateDrawing } from '../../plate';
import { Loading } from '../../ui/Loading';
import { useShortcuts } from '../../ui/shortcuts';
import { PitchButton } from '../../listening/PitchDialog';
import { SlipPages, Select, Option } from '../../ui';
import { JournalSlip } from '../../frame/JournalSlip';
import { withBrace } from '../../plate/PlanHandles';
import { Undoing } from '../../bracing/PlanSlip';
import { StageFrame } from '../../frame/StageFrame';
import { BraceElevation } from './BraceElevation';
import { BraceSlip } from './BraceSlip';
import { SectionDrawing } from './SectionDrawing';
import { SizesSlip } from './SizesSlip';
import { StepsSlip } from './StepsSlip';

const TABS = [
  ['brace', 'Brace'],
  ['sizes', 'Sizes'],
  ['steps', 'Steps'],
  ['journal', 'Journal'],
] as const;
type Tab = (typeof TABS)[number][0];

/**
 * Braces in elevation: what each weighs, carries and sounds like, and what wood taken off anywhere does to its notes.
 */
export function ShapePage() {
  const { buildId = '' } = useParams();
  const build = useBuild(buildId);
  const plan = usePlan(buildId);
  if (!build.data || !plan.data) return <Loading queries={[build, plan]} what="the braces" />;
  return <Shape key={buildId} build={build.data} kept={plan.data} />;
}

function Shape({ build, kept }: { build: Build; kept: BracingPlan }) {
  const [params, setParams] = useSearchParams();
  const writes = useSurveyWrites(build.id);
  const surveys = useSurveys(build.id);
  const shapings = useShapings(build.id);
  const bracing = useBracing(build.id, kept);
  const ground = useGround(build);
  const [partial, setPartial] = useState(0);
  const [station, setStation] = useState<number | null>(null);
  const { braces } = bracing.plan;
  const brace = braces.find(({ id }) => id === params.get('piece')) ?? firstOf(braces);
  // The drawing follows the hand at once; figures catch up between two frames.
  const late = useDeferredValue(brace);
  const settled = late && brace && isSameShape(late, brace) ? late : brace;
  const plate = useMemo(() => gluedPlate(build, surveys.data), [build, surveys.data]);
  const { figures, notched, glued } = useFigures(settled, bracing.kept, plate);
  const set = (name: string, value: string) => setParams((old) => (old.set(name, value), old), { replace: true });
  const keep = (next: Brace) => bracing.keep(withBrace(bracing.plan, next));
  useShortcuts([
    { key: 'Backspace', label: 'Undo the last change of a brace', run: () => bracing.undo?.() },
    { key: 'y', label: 'Do it again', run: () => bracing.redo?.() },
  ]);
  const tab: Tab = TABS.find(([key]) => key === params.get('slip'))?.[0] ?? 'brace';
  const at = station ?? tallestOf(brace);
  const pick = useCallback(
    (id: string) => {
      setStation(null);
      setParams((old) => (old.set('piece', id), old), { replace: true });
    },
    [setParams],
  );
  const leaf = (open: Exclude<Tab, 'journal'>, of: Brace, its: PlanFigures) =>
    ({
      brace: (
        <BraceSlip
          key={of.id}
          {...{ build, braces, notched, glued, plate, partial }}
          brace={of}
          figures={its}
          onPartial={setPartial}
          onKeep={keep}
          onKeepBoth={(both) => bracing.keep(both.reduce(withBrace, bracing.plan))}
        />
      ),
      sizes: <SizesSlip key={of.id} build={build} brace={of} plate={plate} onKeep={keep} />,
      steps: <StepsSlip key={of.id} build={build} brace={of} steps={shapings.data ?? []} />,
    })[open];
  return (
    <StageFrame
      build={build}
      stage="shape"
      slip={
        <>
          <SlipPages tabs={TABS} open={tab} onOpen={(slip) => set('slip', slip)} />
          {tab === 'journal' ? (
            <JournalSlip build={build} stage="shape" changeBuild={writes.changeBuild} />
          ) : brace && figures ? (
            <div className="space-y-3 pt-1">
              <Undoing bracing={bracing} />
              {leaf(tab, brace, figures)}
            </div>
          ) : (
            <NothingDrawn build={build} />
          )}
        </>
      }
    >
      <div className="flex items-center justify-between gap-2 px-4 pt-1 lg:px-6">
        {brace && <WhichBrace brace={brace} braces={braces} onPick={pick} />}
        <span className="flex items-center">
          <ToWholeTop buildId={build.id} />
          <PitchButton />
        </span>
      </div>
      <div className="flex max-h-[330px] min-h-0 flex-1 flex-col lg:max-h-none">
        <BracesFromAbove {...{ build, ground, onSelect: pick }} plan={bracing.kept} selected={brace?.id ?? null} />
      </div>
      {tab !== 'journal' && brace && figures && (
        <div className="flex shrink-0 items-start px-4 pb-2 lg:px-6">
          <BraceElevation
            brace={brace}
            braces={braces}
            laps={bracing.plan.laps}
            figures={figures}
            glued={glued}
            dragged={bracing.dragging}
            partial={partial}
            units={build.units}
            station={at}
            onStation={setStation}
            onDraft={(next) => bracing.draft(withBrace(bracing.kept, next))}
            onKeep={keep}
          />
          <SectionDrawing brace={brace} station={at} plate={plate} glued={glued[at] ?? null} units={build.units} />
        </div>
      )}
    </StageFrame>
  );
}

const isSameShape = (a: Brace, b: Brace) => a.id === b.id && a.heights.length === b.heights.length;

const tallestOf = (brace: Brace | undefined) => (brace ? brace.heights.indexOf(Math.max(...brace.heights)) : 0);

/** What a brace is by itself, with its notches cut, and glued to its plate. */
function useFigures(brace: Brace | undefined, kept: BracingPlan, plate: ReturnType<typeof gluedPlate>) {
  const figures = useMemo(() => (brace ? planFigures(brace) : null), [brace]);
  const notched = useMemo(() => {
    const cuts = brace ? freeCuts(brace, withBrace(kept, brace)) : [];
    return brace && cuts.length > 0 ? planFigures(brace, cuts).modes : null;
  }, [brace, kept]);
  const glued = useMemo(() => (brace ? gluedAlong(brace, kept.braces, plate) : []), [brace, kept, plate]);
  return { figures, notched, glued };
}

interface WhichProps {
  brace: Brace;
  braces: readonly Brace[];
  onPick: (id: string) => void;
}

function WhichBrace({ brace, braces, onPick }: WhichProps) {
  return (
    <Select aria-label="Which brace" className="font-medium" value={brace.id} onChoose={onPick}>
      {braces.map(({ id, name }) => (
        <Option key={id} value={id}>
          {name}
        </Option>
      ))}
    </Select>
  );
}

interface FromAbove {
  build: Build;
  ground: Ground;
  plan: BracingPlan;
  selected: string | null;
  onSelect: (id: string) => void;
}

/** Drawn anew only when a change is kept: heights under the hand do not show from above, and each frame counts. */
const BracesFromAbove = memo(function BracesFromAbove({ build, ground, plan, selected, onSelect }: FromAbove) {
  return (
    <PlateDrawing
      shape={ground.shape}
      leftHanded={isMirrored(build)}
      label={`Braces of No. ${build.number} ${build.name} seen through the plate, neck end to the left`}
    >
      {(pixelsPerMm) => (
        <BraceLayer isBack={build.plate === 'back'} {...{ plan, ground, pixelsPerMm, selected, onSelect }} />
      )}
    </PlateDrawing>
  );
});

/** Bars that are tuned come first; else whatever is first. */
const firstOf = (braces: readonly Brace[]) =>
  braces.find(({ role }) => role === 'tone-bar' || role === 'long-bar') ?? braces[0];

function NothingDrawn({ build }: { build: Build }) {
  return (
    <p className="pt-2">
      No brace is drawn yet. Draw a pattern or a brace of your own in the{' '}
      <Link className="underline underline-offset-4" to={`/builds/${build.id}/layout`}>
        layout
      </Link>
      ; here you see what each weighs, how stiff it is and which notes it has before it is glued.
    </p>
  );
}
