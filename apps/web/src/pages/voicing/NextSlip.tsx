import type { BracingPlan } from '@nimble/core/bracing';
import type { FullerPlan as FullerPlanOf, Shaving, ShavingCandidate, VoicingGoal } from '@nimble/core/voicing';
import { useState } from 'react';
import type { UnitChoice } from '@nimble/core/units';
import { Caution } from '../../ui/Row';
import { DevicesOwn } from '../../frame/DevicesOwn';
import { Button } from '../../ui';
import type { VoicingPicture } from '../../compute/voicing-computer';
import { BarsTuning } from './BarsTuning';
import { Candidate } from './Candidate';
import { FullerPlan } from './FullerPlan';
import { GoalStandings } from './GoalStandings';
import { gainWords, lineWords, RULE_WORDS, SAY_WORDS } from '../../words/round-words';

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
  /** Works out more than a round at once. */
  askFuller: () => Promise<FullerPlanOf | null>;
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
  askFuller,
  onOpen,
  onShaved,
  onGoal,
}: Props) {
  const { verdict, proposal } = picture;
  const { candidates, marginNow } = proposal;
  const [asked, setAsked] = useState(false);
  // Under "Stop here" nothing else is offered unless one asks.
  const isOffered = verdict.say !== 'stop' || asked;
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
      <GoalStandings picture={picture} units={units} wishes={wishes} onGoal={onGoal} />
      {verdict.say !== 'stop' && verdict.say !== 'look-again' && (
        <BarsTuning {...bars} units={units} onShaved={onShaved} />
      )}
      {verdict.say === 'stop' && verdict.rule !== 'goals-met' && bars.pairs.length > 0 && (
        <p>The bars are left as they are, since nothing more may come off.</p>
      )}
      {candidates.length > 0 && !isOffered && (
        <Button kind="quiet" onClick={() => setAsked(true)}>
          Show what could still come off
        </Button>
      )}
      {candidates.length > 0 && isOffered && (
        <Choices {...{ picture, plan, units, open, onOpen, onShaved, askFuller }} />
      )}
      {proposal.refusedForMargin > 0 && (
        <p className="text-soft">
          {proposal.refusedForMargin === 1
            ? 'One shaving that would help is'
            : `${proposal.refusedForMargin} shavings that would help are`}{' '}
          left out: too little would be left for the strings.
        </p>
      )}
      <Caution>
        Clamp the plate on a padded board, cut away from the hand and keep the iron keen: a dull one splits a brace.
        Fine dust harms the lungs: use extraction or a respirator. Follow your tool’s own instructions.
      </Caution>
    </div>
  );
}

type ChoicesProps = Pick<Props, 'picture' | 'plan' | 'units' | 'open' | 'onOpen' | 'onShaved' | 'askFuller'>;

/** What could come off next, or nothing; the open one whole. */
function Choices({ picture, plan, units, open, onOpen, onShaved, askFuller }: ChoicesProps) {
  const { lines, now, candidates } = picture.proposal;
  const shown = candidates[open];
  return (
    <>
      <div role="group" aria-label="Next shavings" className="flex flex-wrap gap-2">
        {candidates.map((_, i) => (
          <Button key={i} kind={i === open ? 'main' : 'plain'} aria-pressed={i === open} onClick={() => onOpen(i)}>
            {choiceWords(candidates, i)}
          </Button>
        ))}
        <Button kind={open === -1 ? 'main' : 'plain'} aria-pressed={open === -1} onClick={() => onOpen(-1)}>
          Nothing: stop here
        </Button>
      </div>
      {open === -1 && (
        <p>
          Leave it as it is. The first choice would still bring{' '}
          {lines
            .map((line, i) => `${lineWords(line).toLowerCase()}: ${gainWords(now[i]!, candidates[0]!.goals[i]!)}`)
            .join('; ')}
          . Rest it, and listen again with fresh ears.
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
      {open !== -1 && <FullerPlan ask={askFuller} lines={lines} now={now} plan={plan} units={units} />}
    </>
  );
}

/** The first is the simplest; a wider one works two pairs at once, another one lies elsewhere. */
function choiceWords(candidates: readonly ShavingCandidate[], i: number): string {
  if (candidates[i]!.shavings.length > ONE_PAIR) return 'Two pairs';
  return i === 0 ? 'Simplest' : 'Elsewhere';
}

const ONE_PAIR = 2;
