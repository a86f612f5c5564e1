import { followedWords, THICKNESS_RULE_WORDS } from '@nimble/core/verdict';
import { formatThickness, inWords, type UnitChoice } from '@nimble/core/units';
import { halfInterval } from '@nimble/core/base';
import type { RuleChoices, ThicknessRule } from '@nimble/core/project';
import type { TargetSpec } from '@nimble/core/graduation';
import { Link } from 'react-router';
import type { Build } from '../../api/types';
import { DevicesOwn } from '../../frame/DevicesOwn';
import { woodOrigin } from '../../words/wood-origin';
import { PassRows } from './PassRows';
import { PlateChecks } from './PlateChecks';
import { RingChart } from './RingChart';
import { RuleCard } from './RuleCard';
import { SandwichFigures } from './SandwichFigures';
import type { HowThinView } from './use-how-thin';
import { VERDICT_INK } from '../../words/verdict-looks';

interface Props {
  build: Build;
  view: HowThinView;
  target: TargetSpec;
  onTarget: (target: TargetSpec) => void;
  onChoices: (choices: Build['choices']) => void;
}

/**
 * How thin this plate should be, by every school, with the maker's own in the lead; and what the next passes would do.
 */
export function HowThinSlip({ build, view, target, onTarget, onChoices }: Props) {
  const { thin, table, models } = view;
  const { units, choices } = build;
  if (!thin)
    return (
      <p role="status" className="pt-3 text-soft">
        Working the rules out …
      </p>
    );
  const setRules = (change: Partial<RuleChoices>) => onChoices({ ...choices, rules: { ...choices.rules, ...change } });
  const use = (thickness: number) =>
    onTarget({ ...target, base: { kind: 'even', thickness: Math.round(thickness * 1e5) / 1e5 } });
  return (
    <div className="space-y-3 pt-1">
      <Lead view={view} units={units} />
      <section aria-label="What each rule says">
        {thin.rules.map((opinion) => (
          <RuleCard
            key={opinion.rule}
            {...{ build, opinion, models, units }}
            leads={opinion.rule === thin.leader}
            byDefault={choices.rules.leader === null && view.followed?.by === 'target'}
            onLead={() => setRules({ leader: opinion.rule })}
            onUse={use}
            onRules={setRules}
          />
        ))}
        <Conflicts conflicts={thin.conflicts} units={units} />
        <p className="mt-1 text-small text-soft">
          The wood is {woodOrigin(build.wood)}.
          {build.wood.source !== 'measured' && (
            <>
              {' '}
              <Link to="/rack" className="underline underline-offset-4">
                Test a set of the rack
              </Link>{' '}
              and give it to this build to narrow the ±.
            </>
          )}
        </p>
      </section>
      {table && <PassRows build={build} table={table} />}
      <RingChart build={build} curve={thin.ring} />
      <PlateChecks build={build} />
      {build.construction === 'sandwich' && (
        <SandwichFigures build={build} onChange={(sandwich) => onChoices({ ...choices, sandwich })} />
      )}
    </div>
  );
}

/** The line that is followed, whose it is, and the one verdict of the plate against it. */
function Lead({ view: { thin, followed, summary }, units }: { view: HowThinView; units: UnitChoice }) {
  if (!thin || !followed) return null;
  const verdict = summary?.verdict;
  if (verdict?.kind === 'none') return <p className="font-medium">{verdict.evidence[0]}</p>;
  return (
    <section aria-label="The line that is followed">
      <p className="text-soft">
        Stop at, by {followedWords(followed)} <DevicesOwn />
      </p>
      <p className="flex items-baseline gap-2">
        <span data-testid="stop-at" className="figures text-great leading-none font-medium tracking-tight">
          {formatThickness(followed.line.value, units).figure}
        </span>
        <span className="figures text-lead text-soft">
          ± {inWords(formatThickness(halfInterval(followed.line), units))}
        </span>
      </p>
      {verdict?.followedSentence && <p>{verdict.followedSentence}</p>}
      {thin.limited && <p className="font-medium text-lake">The rule would go thinner: your thinnest limit holds.</p>}
      {verdict && (
        <p>
          <strong data-testid="how-thin-verdict" className={VERDICT_INK[verdict.kind]}>
            {verdict.headline}
          </strong>
          , the plate is <span className="figures">{inWords(formatThickness(verdict.level.value, units))}</span> as this
          rule sees it.
        </p>
      )}
    </section>
  );
}

function Conflicts({
  conflicts,
  units,
}: {
  conflicts: readonly { a: ThicknessRule; b: ThicknessRule; apart: number }[];
  units: UnitChoice;
}) {
  const worst = conflicts[0];
  if (!worst) return null;
  return (
    <p role="note" className="mt-2 border-l-4 border-brass bg-brass/10 px-3 py-1">
      {THICKNESS_RULE_WORDS[worst.a]} and {THICKNESS_RULE_WORDS[worst.b].toLowerCase()} cannot both be right: they lie{' '}
      <span className="figures">{inWords(formatThickness(worst.apart, units))}</span> apart, more than their doubts
      allow
      {conflicts.length > 1 ? `; so do ${conflicts.length - 1} other ${conflicts.length === 2 ? 'pair' : 'pairs'}` : ''}
      . The one that leads counts; nothing is averaged.
    </p>
  );
}
