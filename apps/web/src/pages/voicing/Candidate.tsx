import type { Brace, BracingPlan } from '@nimble/core/bracing';
import { formatPlanLength, inWords, type UnitChoice } from '@nimble/core/units';
import {
  evidenceFor,
  type GoalLine,
  type GoalStanding,
  type Shaving,
  type ShavingCandidate,
} from '@nimble/core/voicing';
import type { VoicingPicture } from '../../compute/voicing-computer';
import { Button, MainAction, PanelSection } from '../../ui';
import { usePreferences } from '../../ui/preferences';
import { degreeWords, sinkWords } from '../../words/figure-words';
import {
  depthWords,
  estimateWords,
  gainWords,
  goalWords,
  groupedStrokes,
  keyWords,
  lineWords,
  removedWords,
  strokePlace,
} from '../../words/round-words';
import { findingWords } from '../../words/voicing-finding-words';
import { BraceCut } from './BraceCut';

interface Props {
  candidate: ShavingCandidate;
  picture: VoicingPicture;
  /** As it stands, shavings off. */
  plan: BracingPlan;
  units: UnitChoice;
  /** Strings turn the bridge, which does not float. */
  turns: boolean;
  onShaved: (shavings: Shaving[], said: string) => void;
}

/** One choice: what it takes further off, where and how much, why, and what comes of it. */
export function Candidate({ candidate, picture, plan, units, turns, onShaved }: Props) {
  const { proposal, findings } = picture;
  const { shavings, goals, removed, sideEffects, mainGoal, last } = candidate;
  const said = shavings
    .map((shaving) => `${strokePlace(shaving.place, plan)}: ${depthWords(shaving, units)}`)
    .join('; ')
    .slice(0, 80);
  const main = proposal.lines[mainGoal];
  return (
    <PanelSection label="The shaving">
      {/* What stays reached is no harm. */}
      {sideEffects
        .filter((i) => goals[i]?.state !== 'met')
        .map((i) => (
          <p key={i} className="border-l-4 border-ember pl-3 font-medium text-ember-ink">
            {lineWords(proposal.lines[i]!)} goes further off: {gainWords(proposal.now[i]!, goals[i]!)}.
          </p>
        ))}
      <Strokes shavings={shavings} plan={plan} units={units} />
      <p>
        For {main ? lineWords(main).toLowerCase() : 'all'}. Takes about {removedWords(Math.max(0, removed), units)} off.
        {last && ' It lies near a lap or the bridge, where less would not do: light strokes, and look often.'}
      </p>
      <Why findings={evidenceFor(shavings, findings)} plan={plan} units={units} />
      <Gains lines={proposal.lines} before={proposal.now} after={goals} />
      <Outcomes candidate={candidate} lines={proposal.lines} units={units} turns={turns} />
      <MainAction>
        <Button kind="main" className="w-full" onClick={() => onShaved(shavings, said)}>
          I shaved just this
        </Button>
      </MainAction>
      <p className="text-note text-soft">Took more or less, or somewhere else? Say so under Record.</p>
    </PanelSection>
  );
}

/** How much off where, with the braces that are cut. */
export function Strokes({
  shavings,
  plan,
  units,
}: {
  shavings: readonly Shaving[];
  plan: BracingPlan;
  units: UnitChoice;
}) {
  return (
    <ul className="space-y-2">
      {groupedStrokes(shavings).map(({ shavings: group }) => (
        <li key={group.map(({ place }) => strokePlace(place, plan)).join()}>
          <p className="text-lead">
            Take <b className="figures text-ember-ink">{depthWords(group[0]!, units)}</b> off
          </p>
          <ul>
            {group.map((shaving, i) => (
              <li key={i} className="pl-3">
                {strokePlace(shaving.place, plan)}
                <span className="text-note text-soft">{rangeWords(shaving, plan.braces, units)}</span>
              </li>
            ))}
          </ul>
          <BraceCuts shavings={group} braces={plan.braces} />
        </li>
      ))}
    </ul>
  );
}

/** From which end so many millimetres: the one nearer the neck. */
function rangeWords({ place }: Shaving, braces: readonly Brace[], units: UnitChoice): string {
  if (place.kind === 'plate') return '';
  const brace = braces.find(({ id }) => id === place.id);
  if (!brace) return '';
  const isFirst = brace.from[0] <= brace.to[0];
  const [from, to] = isFirst ? [place.from, place.to] : [brace.length - place.to, brace.length - place.from];
  const start = formatPlanLength(Math.max(0, from), units).figure;
  return `, ${start} to ${inWords(formatPlanLength(Math.min(brace.length, to), units))} from its neck end`;
}

interface WhyProps {
  findings: ReturnType<typeof evidenceFor>;
  plan: BracingPlan;
  units: UnitChoice;
}

/** What was found on this top that speaks for it. */
function Why({ findings, plan, units }: WhyProps) {
  if (findings.length === 0) return null;
  return (
    <ul aria-label="What speaks for it" className="space-y-1 text-note">
      {findings.map((finding, i) => (
        <li key={i}>{findingWords(finding, plan, units)}</li>
      ))}
    </ul>
  );
}

interface GainsProps {
  lines: readonly GoalLine[];
  before: readonly (GoalStanding | null)[];
  after: readonly (GoalStanding | null)[];
}

/** Each goal's distance now and then. */
function Gains({ lines, before, after }: GainsProps) {
  return (
    <ul aria-label="What it gains">
      {lines.map((line, i) => (
        <li key={i} className="flex justify-between gap-3 border-t border-grain py-1">
          <span>{lineWords(line)}</span>
          <span className="text-right">{gainWords(before[i] ?? null, after[i] ?? null)}</span>
        </li>
      ))}
    </ul>
  );
}

interface OutcomesProps {
  candidate: ShavingCandidate;
  lines: readonly GoalLine[];
  units: UnitChoice;
  turns: boolean;
}

/** The figures that should be read then, with their doubt. */
function Outcomes({ candidate: { forecast, goals, margin }, lines, units, turns }: OutcomesProps) {
  const choice = usePreferences();
  const keys = [...new Set(lines.flatMap(({ terms }) => terms.map(({ key }) => key)))];
  return (
    <table className="w-full text-note">
      <thead>
        <tr className="text-soft">
          <th className="text-left font-normal">then</th>
          <th className="text-right font-normal">nine of ten within</th>
          <th className="text-right font-normal">goal</th>
        </tr>
      </thead>
      <tbody>
        {keys.map((key) => {
          const line = lines.findIndex(({ terms }) => terms.length === 1 && terms[0]!.key === key);
          return (
            <tr key={key} className="border-t border-grain align-top">
              <td className="py-1 pr-2">{keyWords(key)}</td>
              <td className="figures py-1 text-right">
                {forecast[key] ? estimateWords(key, forecast[key], units, choice) : '–'}
              </td>
              <td className="py-1 pl-2 text-right text-soft">
                {line >= 0 && goals[line] ? goalWords(goals[line]) : ''}
              </td>
            </tr>
          );
        })}
        {Number.isFinite(margin.low) && (
          <tr className="border-t border-grain">
            <td className="py-1">Reserve</td>
            <td className="figures py-1 text-right">{margin.low.toFixed(2)} ×</td>
            <td className="py-1 pl-2 text-right text-soft">
              {turns ? `bridge leans ${degreeWords(margin.movement)}` : `sinks ${sinkWords(margin.movement, units)}`}
            </td>
          </tr>
        )}
      </tbody>
    </table>
  );
}

/** One elevation for braces that are cut alike. */
function BraceCuts({ shavings, braces }: { shavings: readonly Shaving[]; braces: readonly Brace[] }) {
  const onBraces = shavings.flatMap(({ place, depth }) => (place.kind === 'brace' ? [{ ...place, depth }] : []));
  const first = onBraces[0];
  const brace = first && braces.find(({ id }) => id === first.id);
  if (!brace) return null;
  return <BraceCut brace={brace} cuts={onBraces.filter(({ id }) => id === first.id)} />;
}
