import type { PlateShape } from '@nimble/core/outline';
import type { useSurveyWrites } from '../../api/hooks';
import type { Build, PassView, Survey } from '../../api/types';
import type { ReactNode } from 'react';
import { Button, SlipPages } from '../../ui';
import { HowThinSlip } from './HowThinSlip';
import { PassSlip } from './PassSlip';
import { RecipeNotice } from './RecipeNotice';
import { ReadSlip } from './ReadSlip';
import { StationsSlip } from './StationsSlip';
import { SurveyTools } from './SurveyTools';
import type { OnTake } from './TakeOff';
import { TargetSlip } from './TargetSlip';
import { TABS, type Tab } from './use-page-params';
import { planedWords } from '../../words/stroke-words';
import { WeighSlip } from './WeighSlip';
import type { ReadingEntry } from './use-reading-entry';
import type { TargetDraft } from './use-target-draft';
import type { HowThinView } from './use-how-thin';
import { otherWay, type Planing } from './use-planing';
import type { useThicknessPlate } from './use-thickness-plate';

interface Props {
  build: Build;
  shape: PlateShape;
  plate: ReturnType<typeof useThicknessPlate>;
  writes: ReturnType<typeof useSurveyWrites>;
  entry: ReadingEntry;
  draft: TargetDraft;
  tab: Tab;
  onTab: (tab: Tab) => void;
  onNow: () => void;
  onStartSurvey: () => void;
  passes: readonly PassView[];
  onTake: OnTake;
  onCorrect: (pass: PassView, ...taken: Parameters<OnTake>) => void;
  onRetract: (pass: PassView) => void;
  onLook: (kind: Survey['kind']) => void;
  onRetractSurvey: () => void;
  onDone: () => void;
  point: number | null;
  onPoint: (index: number | null) => void;
  howThin: HowThinView;
  planing: ReactNode;
  way: Planing;
  adding: boolean;
  onAdding: (adding: boolean) => void;
}

/** The slip of the thickness stage: read, take off, target, stations. */
export function ThicknessSlip(props: Props) {
  const { build, shape, plate, writes, entry, draft, tab, onTab } = props;
  const { survey, past, error } = plate;
  const isOfSurvey = tab === 'read' || tab === 'pass';
  if (plate.isLoading) {
    return (
      <p role="status" className="pt-3 text-soft">
        Fetching the readings …
      </p>
    );
  }
  return (
    <>
      <SlipPages tabs={TABS} open={tab} onOpen={onTab} />
      {!past && (
        <RecipeNotice
          {...{ build, shape }}
          target={draft.target}
          onStiff={draft.keep}
          onNumber={() => writes.changeBuild({ choices: { ...build.choices, recipe: null } })}
        />
      )}
      {past && survey && <PastNotice survey={survey} onBack={props.onNow} />}
      {error && (
        <p role="alert" className="font-medium text-ember-ink">
          The plate could not be worked out: {error}
        </p>
      )}
      {isOfSurvey && !survey && <FirstSurvey onStart={props.onStartSurvey} />}
      {isOfSurvey && survey && <SurveyLeaf {...props} survey={survey} />}
      {tab === 'thin' && (
        <HowThinSlip
          build={build}
          view={props.howThin}
          target={draft.target}
          onTarget={draft.keep}
          onChoices={(choices) => writes.changeBuild({ choices })}
        />
      )}
      {tab === 'target' && (
        <TargetSlip
          build={build}
          target={draft.target}
          onDraft={draft.show}
          onKeep={draft.keep}
          onUndo={draft.undo}
          selectedPoint={props.point}
          onSelectPoint={props.onPoint}
        />
      )}
      {tab === 'stations' && (
        <StationsSlip
          build={build}
          shape={shape}
          current={entry.current}
          adding={props.adding}
          onAdding={props.onAdding}
          onChange={writes.changeBuild}
        />
      )}
    </>
  );
}

/** What is read, and what is to come off, of one survey. */
function SurveyLeaf(props: Props & { survey: Survey }) {
  const { build, plate, writes, entry, tab, onTab, survey } = props;
  const { past } = plate;
  const change = (choices: Partial<Build['choices']>) =>
    writes.changeBuild({ choices: { ...build.choices, ...choices } });
  return (
    <>
      {tab === 'read' && !past && survey.kind === 'weight' ? (
        <WeighSlip
          build={build}
          survey={survey}
          onChange={(change) => writes.changeSurvey(survey.id, change)}
          onTakeOff={() => onTab('pass')}
        />
      ) : tab === 'read' && !past ? (
        <ReadSlip
          build={build}
          entry={entry}
          readings={plate.readings}
          averages={plate.means}
          quick={survey.kind === 'quick'}
          target={entry.current && plate.targetOf(entry.current)}
          onTakeOff={() => onTab('pass')}
        />
      ) : (
        <PassSlip
          build={build}
          summary={plate.summary}
          ledger={plate.ledger}
          passes={props.passes}
          planing={props.planing}
          strokeOf={(part) => planedWords(props.way.at(part))}
          past={past}
          onTake={props.onTake}
          onCorrect={props.onCorrect}
          onRetract={props.onRetract}
          onLook={props.onLook}
          onRetractSurvey={props.onRetractSurvey}
          onRead={() => onTab('read')}
          onDone={props.onDone}
          judgeTear={(place) => (plate.computer ? plate.computer.tearOut(place) : Promise.resolve(null))}
          tears={{
            face: props.way.face,
            otherWay: (tear) => otherWay(props.way, tear, (strokes) => change({ strokes })),
            states: plate.picture?.tears ?? [],
            onTears: (tears) => change({ tears }),
          }}
          currentStation={entry.current}
        />
      )}
      <SurveyTools
        build={build}
        survey={survey}
        past={past}
        onChange={(change) => writes.changeSurvey(survey.id, change)}
        onRetract={props.onRetractSurvey}
      />
    </>
  );
}

function PastNotice({ survey, onBack }: { survey: Survey; onBack: () => void }) {
  return (
    <div className="flex items-center justify-between gap-2 border-l-4 border-brass bg-brass/10 px-3">
      <span>As it was at survey {survey.number}</span>
      <Button kind="quiet" onClick={onBack}>
        Back to now
      </Button>
    </div>
  );
}

function FirstSurvey({ onStart }: { onStart: () => void }) {
  return (
    <div className="space-y-4 pt-3">
      <p className="text-lead">
        Nothing has been read on this plate yet. Take the caliper and start at the neck end: the lit station tells
        where.
      </p>
      <Button kind="main" className="w-full" onClick={onStart}>
        Start the first survey
      </Button>
    </div>
  );
}
