import type { BracingPlan } from '@nimble/core/bracing';
import type { UnitChoice } from '@nimble/core/units';
import type { FullerPlan as Plan, Proposal } from '@nimble/core/voicing';
import { useEffect, useState } from 'react';
import { Fold } from '../../ui';
import { gainWords, lineWords } from '../../words/round-words';
import { Strokes } from './Candidate';

interface Props extends Pick<Proposal, 'lines' | 'now'> {
  /** Works it out; null where one step is all. */
  ask: () => Promise<Plan | null>;
  plan: BracingPlan;
  units: UnitChoice;
}

/** More than one round, as an order of steps: worked out when it is asked for. */
export function FullerPlan(props: Props) {
  const [open, setOpen] = useState(false);
  return (
    <Fold title="Show me a fuller plan" tone="soft" onOpenChange={setOpen}>
      {open && <Steps {...props} />}
    </Fold>
  );
}

type Found = { plan: Plan | null } | 'failed' | null;

function Steps({ ask, lines, now, plan, units }: Props) {
  const [found, setFound] = useState<Found>(null);
  useEffect(() => {
    let late = false;
    ask()
      .then((fuller) => late || setFound({ plan: fuller }))
      .catch(() => late || setFound('failed'));
    return () => {
      late = true;
    };
  }, [ask]);
  if (found === null) return <p role="status">Working it out …</p>;
  if (found === 'failed') return <p role="alert">It could not be worked out. Close this and open it again.</p>;
  if (!found.plan) return <p>One step is all that can be said now: shave, measure, and look again.</p>;
  const { steps, margin } = found.plan;
  return (
    <>
      <p className="text-soft">
        One step a round, and measure after each: what is read then counts more than what is foretold here.
      </p>
      <ol className="space-y-3">
        {steps.map(({ shavings, goals }, i) => {
          const before = i === 0 ? now : steps[i - 1]!.goals;
          return (
            <li key={i} aria-label={`Step ${i + 1}`} className="border-t border-grain pt-2">
              <p className="font-bold">Step {i + 1}</p>
              <Strokes shavings={shavings} plan={plan} units={units} />
              <p className="text-note text-soft">
                {lines
                  .map((line, l) => `${lineWords(line)}: ${gainWords(before[l] ?? null, goals[l] ?? null)}`)
                  .join('. ')}
                .
              </p>
            </li>
          );
        })}
      </ol>
      {Number.isFinite(margin.low) && (
        <p className="text-soft">After all of it nine of ten such tops bear {margin.low.toFixed(2)} × what is asked.</p>
      )}
    </>
  );
}
