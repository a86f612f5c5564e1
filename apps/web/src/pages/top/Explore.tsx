import type { BracingPlan } from '@nimble/core/bracing';
import type { TopHold } from '@nimble/core/top';
import { toast } from 'sonner';
import { explorationInputs } from '../../api/explorations';
import type { Build } from '../../api/types';
import type { TopFigures } from '../../compute/top-computer';
import { ExploreForm } from './ExploreForm';
import { groupsOf } from '../../words/explore-words';
import { DesignFigures, ExplorationList, ResultWords } from './ExploreSlip';
import { designFigures, useKeepBeside, type useExplore } from './use-explore';

interface Props {
  build: Build;
  kept: BracingPlan;
  figures: TopFigures;
  explore: ReturnType<typeof useExplore>;
  hold: TopHold;
  turns: boolean;
}

/** What was looked into and what came of it; below, what to look into next. */
export function Explore({ build, kept, figures, explore, hold, turns }: Props) {
  const { open, result, design, start, turn, explorations, onOpen, refused } = explore;
  const keepBeside = useKeepBeside(build.id);
  const groupOf = groupsOf(kept);
  /** Of the top that was searched: the plan may have moved on since. */
  const keepDesign = () => {
    const found = result?.kind === 'search' ? result.designs[design] : undefined;
    if (!open || result?.kind !== 'search' || !found) return;
    explorationInputs(build.id, open.id)
      .then(({ top, hold: held }) =>
        keepBeside({
          name: `Design ${design + 1}`,
          top,
          hold: held,
          change: found.change,
          figures: designFigures(result, design, turns),
        }),
      )
      .catch((failure: unknown) => toast.error((failure as Error).message));
  };
  return (
    <div className="space-y-3 pt-1">
      <ExplorationList
        explorations={explorations}
        open={open?.id ?? null}
        groupOf={groupOf}
        onOpen={onOpen}
        onTurn={(id, how) => turn.mutate({ id, how })}
      />
      {open?.spec.kind === 'search' && result?.kind === 'search' && (
        <DesignFigures
          spec={open.spec}
          result={result}
          open={design}
          turns={turns}
          units={build.units}
          groupOf={groupOf}
          onBeside={keepDesign}
        />
      )}
      {result && result.kind !== 'search' && <ResultWords result={result} turns={turns} units={build.units} />}
      <ExploreForm
        plan={kept}
        wood={build.wood}
        units={build.units}
        busy={start.isPending}
        refused={refused}
        now={{
          note: figures.modes.find(({ kind }) => kind === 'monopole')?.frequency ?? null,
          reserve: figures.strings?.reserve.factor ?? null,
          neckTurn: figures.strings?.neckTurn ?? null,
        }}
        onStart={(spec) => start.mutate({ id: crypto.randomUUID(), hold, spec })}
      />
    </div>
  );
}
