import { formatThickness } from '@nimble/core/units';
import { useParams } from 'react-router';
import type { Build } from '../../api/types';
import { useVoicedPlate, type VoicedPlate } from '../../api/voiced-plate';
import { Loading } from '../../ui/Loading';
import { PanelBoundary } from '../../ui/PanelBoundary';
import { usePreferences } from '../../ui/preferences';
import { PitchButton } from '../../listening/PitchDialog';
import { SlipPages, TextTabs } from '../../ui';
import { StageFrame } from '../../frame/StageFrame';
import { ExplorationChart } from './ExplorationChart';
import { groupsOf } from '../../words/explore-words';
import { MadeFrom } from './MadeFrom';
import { NotesLine } from './NotesLine';
import { SHORT_HOLD } from '../../words/top-words';
import { useWholeTopPage, type WholeTopState } from './use-whole-top-page';
import { Waiting } from './Waiting';
import { TOP_PANELS } from './whole-top-panels';
import { LOAD_VIEWS, TOP_TABS, type LoadView, type TopTab } from './whole-top-tabs';
import { WholeTopPlate } from './WholeTopPlate';

/**
 * The whole top as one model: its modes, what the strings do, what a tenth of a millimetre here does, and what would be
 * if.
 */
export function WholeTopPage() {
  const { buildId = '' } = useParams();
  const { queries, plate } = useVoicedPlate(buildId);
  if (!plate) return <Loading queries={queries} what="the top" />;
  return <Whole key={buildId} {...plate} />;
}

function Whole(plate: VoicedPlate) {
  const page = useWholeTopPage(plate);
  const { build, tab, load, set, explore } = page;
  return (
    <StageFrame build={build} stage="shape" slip={<Slip page={page} />}>
      <div className="flex flex-wrap items-center justify-between gap-x-4 px-4 pt-1 lg:px-6">
        {tab === 'load' ? (
          <TextTabs label="On the plate" tabs={LOAD_VIEWS} open={load} onOpen={(key) => set('view', key)} />
        ) : (
          <p className="flex min-h-12 items-center text-soft">{LEGENDS[tab]}</p>
        )}
        <PitchButton />
      </div>
      {tab === 'explore' && explore.open && explore.result ? (
        <ExplorationChart
          spec={explore.open.spec}
          result={explore.result}
          turns={page.turns}
          units={build.units}
          open={explore.design}
          groupOf={groupsOf(page.kept)}
          onOpen={explore.onDesign}
        />
      ) : (
        <WholeTopPlate page={page} />
      )}
      <div className="min-h-14 px-4 pb-2 lg:px-6">
        <UnderThePlate page={page} />
      </div>
    </StageFrame>
  );
}

function Slip({ page }: { page: WholeTopState }) {
  const { tab, set, figures, top, stop, again, isShaved, known, hold } = page;
  const Panel = TOP_PANELS[tab];
  return (
    <>
      <SlipPages tabs={TOP_TABS} open={tab} onOpen={(slip) => set('slip', slip)} />
      {!figures ? (
        <Waiting top={top} onStop={stop} onAgain={again} />
      ) : (
        <>
          <PanelBoundary what="This leaf" of={tab}>
            <Panel page={page} figures={figures} />
          </PanelBoundary>
          {isShaved && <p className="text-soft">As it stands: what was shaved in its rounds is off.</p>}
          <MadeFrom {...{ known, hold, figures }} onHold={(next) => set('hold', next)} />
        </>
      )}
    </>
  );
}

/** The notes of the model beside those that were heard, or what the picture's scale is. */
function UnderThePlate({ page }: { page: WholeTopState }) {
  const { build, figures, tab, hold, heard, mode, set, load, shown } = page;
  const choice = usePreferences();
  if (!figures) return null;
  if (tab === 'modes' || tab === 'what-if' || tab === 'beside')
    return (
      <NotesLine
        modes={figures.modes}
        held={SHORT_HOLD[hold]}
        {...heard}
        open={tab === 'modes' ? mode : null}
        choice={choice}
        onOpen={(m) => set('mode', String(m))}
      />
    );
  return (
    <p className="text-soft">{tab === 'load' && shown ? scaleWords(load, shown.picture.most, build.units) : ''}</p>
  );
}

const LEGENDS: Record<TopTab, string> = {
  modes: 'Ember one way, lake the other; where the dashes run it stands still.',
  load: '',
  shave: 'Touch the plate or a brace.',
  'what-if': 'Touch a brace, or choose it at the right.',
  beside: 'The plate shows the braces of the top that is chosen.',
  explore: 'A worker solves many tops; you may leave the page meanwhile.',
};

function scaleWords(load: LoadView, most: number, units: Build['units']): string {
  if (load === 'rim') return 'Stiffness a finger’s breadth in from the rim [N/mm]: the larger the disc, the stiffer.';
  if (load === 'energy')
    return `The deeper the colour, the harder the plate works under the strings: up to ${most.toFixed(2)} J/m².`;
  const { figure, symbol } = formatThickness(most, units);
  return `Ember goes in, lake comes out, up to ${figure} ${symbol}; where the dashes run it stays.`;
}
