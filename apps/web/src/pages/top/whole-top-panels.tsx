/** What each leaf of the whole top's slip shows, once the top is solved. */
import { NO_CHANGE } from '@nimble/core/top';
import type { ComponentType } from 'react';
import type { TopFigures } from '../../compute/top-computer';
import { Explore } from './Explore';
import { LoadSlip } from './LoadSlip';
import { ModesSlip } from './ModesSlip';
import { ShaveSlip, wishKey } from './ShaveSlip';
import { useKeepBeside } from './use-explore';
import { variantFigures, type WholeTopState } from './use-whole-top-page';
import { VariantsSlip } from './VariantsSlip';
import { WhatIfSlip } from './WhatIfSlip';
import type { TopTab } from './whole-top-tabs';

interface PanelProps {
  page: WholeTopState;
  figures: TopFigures;
}

const ModesPanel = ({ page: { kept, mode, set }, figures }: PanelProps) => (
  <ModesSlip figures={figures} braces={kept.braces} mode={mode} onMode={(m) => set('mode', String(m))} />
);

const LoadPanel = ({ page: { build }, figures }: PanelProps) => <LoadSlip figures={figures} units={build.units} />;

const ShavePanel = ({ page: { build, shown, wish, touched, set }, figures }: PanelProps) => (
  <ShaveSlip
    figures={figures}
    picture={shown?.view.show === 'shaving' ? shown.picture : null}
    wish={wish}
    pass={touched.here}
    units={build.units}
    onWish={(next) => set('wish', wishKey(next))}
  />
);

function WhatIfPanel({ page, figures }: PanelProps) {
  const { build, kept, ready, trial, tried, piece, hold, request, beside, set, takeAsPlan } = page;
  const keepBeside = useKeepBeside(build.id);
  const { solved, what: change } = trial;
  return (
    <WhatIfSlip
      figures={figures}
      plan={kept}
      units={build.units}
      ready={ready}
      {...trial}
      brace={piece}
      onBrace={(id) => set('piece', id)}
      onTake={() => {
        if (tried) takeAsPlan(tried, 'What was tried');
        trial.onWhat(NO_CHANGE);
      }}
      onBeside={() =>
        solved &&
        keepBeside({ name: beside.nextName, top: request.plan, hold, change, figures: variantFigures(solved) })
      }
    />
  );
}

const BesidePanel = ({ page: { build, beside, hold, set, takeAsPlan }, figures }: PanelProps) => (
  <VariantsSlip
    asDrawn={variantFigures(figures)}
    variants={beside.variants}
    open={beside.looked?.id ?? null}
    hold={hold}
    units={build.units}
    onOpen={(id) => set('kept', id ?? '')}
    onTake={({ plan, name }) => takeAsPlan(plan, name)}
    onTurn={beside.turn}
  />
);

const ExplorePanel = ({ page: { build, kept, explore, hold, turns }, figures }: PanelProps) => (
  <Explore {...{ build, kept, figures, explore, hold, turns }} />
);

export const TOP_PANELS: Record<TopTab, ComponentType<PanelProps>> = {
  modes: ModesPanel,
  load: LoadPanel,
  shave: ShavePanel,
  'what-if': WhatIfPanel,
  beside: BesidePanel,
  explore: ExplorePanel,
};
