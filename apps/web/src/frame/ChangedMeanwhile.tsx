/**
 * A change made on this page while another page changed the same: both are kept until the person says which one holds,
 * and after it the way back.
 */
import { planDifferences, type BracingPlan, type PlanDifferences } from '@nimble/core/bracing';
import { useQueryClient } from '@tanstack/react-query';
import { toast } from 'sonner';
import { outbox, useOutbox } from '../api/bench-outbox';
import { usePlan } from '../api/bracing';
import { useBuild } from '../api/hooks';
import { keys } from '../api/keys';
import type { Write } from '../api/outbox';
import type { Build } from '../api/types';
import { Button, Dialog } from '../ui';
import { buildFieldWords } from '../words/build-field-words';

export function ChangedMeanwhile() {
  const { held } = useOutbox();
  return held[0] ? <Question key={held[0].id} held={held[0]} /> : null;
}

function Question({ held }: { held: Write }) {
  const client = useQueryClient();
  const build = useBuild(held.buildId).data;
  const plan = usePlan(held.buildId).data;
  const isPlan = held.path.endsWith('/plan');
  const stands = isPlan ? plan : build;
  if (!build || !stands) return null;
  const decide = (mine: boolean) => {
    outbox.decide(held, mine);
    const other: Write = { ...held, body: mine ? sameFields(held.body, stands) : held.body, outdated: undefined };
    toast(mine ? 'Yours holds now.' : 'Theirs holds.', {
      duration: 20_000,
      action: { label: 'The other one', onClick: () => outbox.decide(other, true) },
    });
    void client.invalidateQueries({ queryKey: keys.build(held.buildId) });
  };
  return (
    <Dialog
      title="It was changed meanwhile"
      description={`Another page changed ${isPlan ? 'the plan of the braces' : 'the same'} of No. ${build.number} ${build.name} after this page had read it. Both are kept: say which one holds.`}
      open
      onClose={() => decide(false)}
    >
      <ul className="mb-4">
        {(isPlan ? planLines(held.body as BracingPlan, plan!) : buildLines(held, build)).map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
      <div className="flex flex-wrap gap-2">
        <Button kind="main" onClick={() => decide(true)}>
          Mine holds
        </Button>
        <Button onClick={() => decide(false)}>Theirs holds</Button>
      </div>
    </Dialog>
  );
}

/** Of what stands, the fields that the change touches; a plan is changed whole. */
function sameFields(change: unknown, stands: Build | BracingPlan): unknown {
  const fields = Object.keys(change as object);
  return Object.fromEntries(Object.entries(stands).filter(([field]) => fields.includes(field)));
}

const PART_WORDS: Record<PlanDifferences['parts'][number], string> = {
  laps: 'the laps',
  bridge: 'the bridge',
  strings: 'the strings',
  arch: 'the arch',
  dish: 'the dish',
  rod: 'the way of the rod',
};

function planLines(mine: BracingPlan, theirs: BracingPlan): string[] {
  const { changed, onlyFirst, onlySecond, parts } = planDifferences(mine, theirs);
  const unlike = [...changed, ...parts.map((part) => PART_WORDS[part])];
  return [
    ...(unlike.length > 0 ? [`Not alike: ${listed(unlike)}`] : []),
    ...(onlyFirst.length > 0 ? [`Only in yours: ${listed(onlyFirst)}`] : []),
    ...(onlySecond.length > 0 ? [`Only in theirs: ${listed(onlySecond)}`] : []),
  ];
}

function buildLines({ outdated = [], body }: Write, theirs: Build): string[] {
  const mine = { ...theirs, ...(body as Partial<Build>) };
  return outdated.map((field) => `Mine: ${buildFieldWords(field, mine)}. Theirs: ${buildFieldWords(field, theirs)}`);
}

const listed = (names: readonly string[]) =>
  names.length > 6 ? `${names.slice(0, 5).join(', ')} and ${names.length - 5} more` : names.join(', ');
