/** What each leaf of the closing slip shows. */
import type { ComponentType } from 'react';
import { JournalSlip } from '../../frame/JournalSlip';
import { CarvedNote } from '../../frame/CarvedNote';
import { BoxSlip } from './BoxSlip';
import { OutcomeSlip } from './OutcomeSlip';
import { PlayedSlip } from './PlayedSlip';
import { StrungSlip } from './StrungSlip';
import type { ClosePageState, CloseTab } from './use-close-page';

interface PanelProps {
  page: ClosePageState;
}

const OfTheTop = () => (
  <p className="pt-2">These figures are the top’s: open the build of the top that this back belongs to.</p>
);

function BoxPanel({ page: { build, plan, isTop, closed, ground, events, shown, add } }: PanelProps) {
  if (!isTop) return <OfTheTop />;
  return (
    <>
      <CarvedNote build={build} plan={plan} />
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
    </>
  );
}

function StrungPanel({ page: { build, plan, isTop, settled, strung, events, add, voicing } }: PanelProps) {
  if (!isTop) return <OfTheTop />;
  return (
    <>
      <CarvedNote build={build} plan={plan} />
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
    </>
  );
}

const PlayedPanel = ({ page }: PanelProps) => {
  const { build, recordings, shown, others, against, otherBuild, keep, set } = page;
  return (
    <PlayedSlip
      {...{ build, recordings, shown, others, against, otherBuild, keep }}
      onShown={(id) => set('recording', id)}
      onOther={(id) => set('other', id)}
      onAgainst={(id) => set('against', id)}
    />
  );
};

const OutcomePanel = ({ page: { build, events, writes, add } }: PanelProps) => (
  <OutcomeSlip
    buildId={build.id}
    events={events}
    outcome={build.choices.outcome}
    onOutcome={(outcome) => writes.changeBuild({ choices: { ...build.choices, outcome } })}
    onKeep={(body) => add('outcome', body, 'How it turned out is kept')}
  />
);

const JournalPanel = ({ page: { build, writes } }: PanelProps) => (
  <JournalSlip build={build} stage="close" changeBuild={writes.changeBuild} />
);

export const CLOSE_PANELS: Record<CloseTab, ComponentType<PanelProps>> = {
  box: BoxPanel,
  strung: StrungPanel,
  played: PlayedPanel,
  outcome: OutcomePanel,
  journal: JournalPanel,
};

/** The two lowest peaks are mostly air and top. */
function lowestTwo(peaks: readonly { frequency: number }[]): readonly [number, number] | null {
  const [first, second] = peaks.map(({ frequency }) => frequency).sort((a, b) => a - b);
  return first !== undefined && second !== undefined ? [first, second] : null;
}
