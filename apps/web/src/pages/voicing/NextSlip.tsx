import type { BracingPlan, Brace } from '@nimble/core/bracing';
import type { Shaving, ShavingCandidate, VoicingGoal } from '@nimble/core/voicing';
import type { UnitChoice } from '@nimble/core/units';
import { Caution } from '../../ui/Row';
import { DevicesOwn } from '../../frame/DevicesOwn';
import { usePreferences } from '../../ui/preferences';
import { Button, MainAction, PanelSection } from '../../ui';
import type { VoicingPicture } from '../../compute/voicing-computer';
import { degreeWords, sinkWords } from '../../words/figure-words';
import { BarsTuning } from './BarsTuning';
import { BraceCut } from './BraceCut';
import { GoalStandings } from './GoalStandings';
import {
  depthWords,
  estimateWords,
  goalWords,
  groupedStrokes,
  keyWords,
  lineWords,
  removedWords,
  RULE_WORDS,
  SAY_WORDS,
  strokePlace,
} from '../../words/round-words';

interface Props {
  picture: VoicingPicture;
  /** As it stands, shavings off. */
  plan: BracingPlan;
  units: UnitChoice;
  open: number;
  limits: { reserve: number; turn: number | null };
  bars: Pick<Parameters<typeof BarsTuning>[0], 'pairs' | 'strokes' | 'stretches'>;
  wishes: Pick<VoicingGoal, 'distinct' | 'ring'>;
  /** Shaved and not read again yet. */
  waiting: boolean;
  onOpen: (candidate: number) => void;
  onShaved: (shavings: Shaving[], said: string) => void;
  onGoal: () => void;
}

/** Whether to go on, and two or three next shavings, the best for its simplicity first. */
export function NextSlip({
  picture,
  plan,
  units,
  open,
  limits,
  bars,
  wishes,
  waiting,
  onOpen,
  onShaved,
  onGoal,
}: Props) {
  const { verdict, proposal } = picture;
  const { candidates, marginNow } = proposal;
  const shown = candidates[open];
  return (
    <div className="space-y-3 pt-1">
      <section aria-label="Verdict" aria-live="polite">
        <p className={`text-figure leading-tight font-bold ${verdict.say === 'stop' ? '' : 'text-spruce'}`}>
          {SAY_WORDS[verdict.say]} <DevicesOwn />
        </p>
        {verdict.rule && (
          <p className="font-medium">
            {verdict.rule === 'by-ear' && wishes.ring
              ? 'Knock first: how long it rings leads the shaving.'
              : RULE_WORDS[verdict.rule]}
          </p>
        )}
        {Number.isFinite(marginNow.low) && (
          <p className="text-soft">
            Nine of ten such tops bear {marginNow.low.toFixed(2)} × what the strings ask for ten years; your least is{' '}
            {limits.reserve.toFixed(2)}. An estimate.
          </p>
        )}
        {waiting && (
          <p className="mt-1 border-l-4 border-brass bg-brass/10 px-3 py-1">
            Something was shaved since the last reading: these figures are foretold. Measure before you take more off.
          </p>
        )}
      </section>
      <GoalStandings picture={picture} wishes={wishes} onGoal={onGoal} />
      {verdict.say !== 'stop' && verdict.say !== 'look-again' && (
        <BarsTuning {...bars} units={units} onShaved={onShaved} />
      )}
      {verdict.say === 'stop' && verdict.rule !== 'goals-met' && bars.pairs.length > 0 && (
        <p>The bars are left as they are, since nothing more may come off.</p>
      )}
      {candidates.length > 0 && (
        <div role="group" aria-label="Next shavings" className="flex flex-wrap gap-2">
          {candidates.map((_, i) => (
            <Button key={i} kind={i === open ? 'main' : 'plain'} aria-pressed={i === open} onClick={() => onOpen(i)}>
              {`Choice ${i + 1}`}
            </Button>
          ))}
          <Button kind={open === -1 ? 'main' : 'plain'} aria-pressed={open === -1} onClick={() => onOpen(-1)}>
            Nothing: stop here
          </Button>
        </div>
      )}
      {proposal.refusedForMargin > 0 && (
        <p className="text-soft">
          {proposal.refusedForMargin === 1
            ? 'One shaving that would help is'
            : `${proposal.refusedForMargin} shavings that would help are`}{' '}
          left out: too little would be left for the strings.
        </p>
      )}
      {open === -1 && candidates.length > 0 && (
        <p>
          Leave it as it is. What the choices would still mend: {Math.round(100 * candidates[0]!.improvement)} % of what
          is objective. Rest it, and listen again with fresh ears.
        </p>
      )}
      {shown && (
        <Candidate
          key={open}
          {...{ candidate: shown, picture, plan, units }}
          turns={plan.bridge.kind !== 'floating'}
          onShaved={onShaved}
        />
      )}
      <Caution>
        Clamp the plate on a padded board, cut away from the hand and keep the iron keen: a dull one splits a brace.
        Fine dust harms the lungs: use extraction or a respirator. Follow your tool’s own instructions.
      </Caution>
    </div>
  );
}

interface CandidateProps {
  candidate: ShavingCandidate;
  picture: VoicingPicture;
  plan: BracingPlan;
  units: UnitChoice;
  turns: boolean;
  onShaved: Props['onShaved'];
}

function Candidate({ candidate, picture: { proposal }, plan, units, turns, onShaved }: CandidateProps) {
  const choice = usePreferences();
  const { shavings, goals, forecast, margin, removed, sideEffects, mainGoal, last } = candidate;
  const said = shavings
    .map((shaving) => `${strokePlace(shaving.place, plan)}: ${depthWords(shaving, units)}`)
    .join('; ')
    .slice(0, 80);
  const keys = [...new Set(proposal.lines.flatMap(({ terms }) => terms.map(({ key }) => key)))];
  return (
    <PanelSection label="The shaving">
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
                </li>
              ))}
            </ul>
            <BraceCuts shavings={group} braces={plan.braces} />
          </li>
        ))}
      </ul>
      <p className="text-soft">
        Most for: {proposal.lines[mainGoal] ? lineWords(proposal.lines[mainGoal]).toLowerCase() : 'all'}.{' '}
        {sideEffects.length > 0
          ? `Against: ${sideEffects.map((i) => lineWords(proposal.lines[i]!).toLowerCase()).join(', ')}. `
          : ''}
        {last ? 'It lies near a lap or the bridge: of the last resort. ' : ''}Takes about{' '}
        {removedWords(Math.max(0, removed), units)} off.
      </p>
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
            const line = proposal.lines.findIndex(({ terms }) => terms.length === 1 && terms[0]!.key === key);
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
      <MainAction>
        <Button kind="main" className="w-full" onClick={() => onShaved(shavings, said)}>
          I shaved just this
        </Button>
      </MainAction>
      <p className="text-note text-soft">Took more or less, or somewhere else? Say so under Record.</p>
    </PanelSection>
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
