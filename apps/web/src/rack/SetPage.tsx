import { formatMass, formatQuantity, inWords, METRIC, strengthAtSlope } from '@nimble/core';
import { format } from 'date-fns';
import { useMemo, useState } from 'react';
import { Link, useParams } from 'react-router';
import { toast } from 'sonner';
import { useRackWrite, useWoodSet, type WoodSet, type WoodTestView } from '../api/wood';
import { PersonMenu, ThemeMenu } from '../shell/BenchMenus';
import { Loading } from '../shell/Loading';
import { HomeLink } from '../shell/Shell';
import { Button, TextField } from '../ui';
import { boardPlate, knockGuide, type NoteName } from './board-modes';
import { BoardDrawing } from './BoardDrawing';
import { byWords, CLASH_CAUSES, comparison, estimateWords, speciesName } from './rack-words';
import { FlexForm, KnockForm, WeighForm } from './TestForms';
import { UseForBuild } from './UseForBuild';

const NOTE_WORDS: readonly [NoteName, string][] = [
  ['twist', 'Twist'],
  ['across', 'Across'],
  ['along', 'Along'],
];

/** One set: what it is, how surely that is known, and the tests that make it surer. */
export function SetPage() {
  const { setId = '' } = useParams();
  const set = useWoodSet(setId);
  if (!set.data) return <Loading queries={[set]} what="the set" />;
  return <Board key={setId} set={set.data} />;
}

function Board({ set }: { set: WoodSet }) {
  const [note, setNote] = useState<NoteName>('twist');
  const plate = useMemo(() => boardPlate(set, set.properties), [set]);
  const guide = useMemo(() => knockGuide(plate, note), [plate, note]);
  return (
    <div className="flex min-h-full flex-col lg:h-full">
      <header className="flex flex-wrap items-center gap-x-4 border-b border-line bg-paper px-4 lg:px-6">
        <HomeLink title={set.name} />
        <div className="ml-auto flex items-center">
          <Link to="/rack" className="inline-flex min-h-12 items-center px-3 underline underline-offset-4">
            The rack
          </Link>
          <ThemeMenu />
          <PersonMenu />
        </div>
      </header>
      <main className="grid min-h-0 flex-1 grid-cols-1 lg:grid-cols-[minmax(0,1fr)_420px]">
        <section aria-label="The board" className="flex min-h-[300px] flex-col px-4 pt-3 lg:px-6">
          <div role="tablist" aria-label="Which note" className="flex">
            {NOTE_WORDS.map(([name, words]) => (
              <button
                key={name}
                type="button"
                role="tab"
                aria-selected={note === name}
                onClick={() => setNote(name)}
                className={`min-h-12 px-3 ${note === name ? 'font-bold underline decoration-2 underline-offset-[10px]' : 'text-soft'}`}
              >
                {words}
              </button>
            ))}
          </div>
          <BoardDrawing
            plate={plate}
            guide={guide}
            label={`One half of ${set.name} with the node lines of its ${note} note`}
          />
          <p className="pb-3 text-soft">
            Hold it lightly between two fingers on a dashed line, where it stands still, and knock at the mark. From
            what is known so far the {note} note should come near{' '}
            <span className="figures">{guide.frequency.toFixed(0)} Hz</span>.
          </p>
          <Findings set={set} />
        </section>
        <aside aria-label="Slip" className="min-h-0 space-y-4 overflow-y-auto border-l border-line bg-slip px-5 py-3">
          <Known set={set} />
          <Rejecting set={set} />
          <UseForBuild set={set} />
          <section aria-label="Weight" className="border-t border-grain pt-2">
            <h2 className="text-[1.2rem] font-bold">Weigh</h2>
            <Weighings set={set} />
            <WeighForm set={set} />
          </section>
          <section aria-label="Knock" className="border-t border-grain pt-2">
            <h2 className="text-[1.2rem] font-bold">Knock</h2>
            <KnockForm set={set} onNote={setNote} />
          </section>
          <section aria-label="Flex" className="border-t border-grain pt-2">
            <h2 className="text-[1.2rem] font-bold">Flex</h2>
            <FlexForm set={set} />
          </section>
        </aside>
      </main>
    </div>
  );
}

function Known({ set }: { set: WoodSet }) {
  const { modulusAlong, density, clash } = set.properties;
  return (
    <section aria-label="What is known">
      <p className="text-soft">
        {speciesName(set)}, {set.cut}, {set.worked}
        {set.figure && `, ${set.figure}`}
        {set.place && ` · ${set.place}`}
      </p>
      <p className="flex items-baseline gap-3">
        <span data-testid="stiffness-along" className="figures text-[3.6rem] leading-none font-medium tracking-tight">
          {formatQuantity(modulusAlong.value, 'modulus', 'GPa', 1).figure}
        </span>
        <span className="text-[1.2rem] text-soft">GPa along, {byWords(modulusAlong.by)}</span>
      </p>
      <dl className="mt-2">
        {comparison(set).map(([name, value]) => (
          <div key={name} className="flex items-baseline justify-between gap-3">
            <dt>{name}</dt>
            <dd className="figures">{value}</dd>
          </div>
        ))}
      </dl>
      <p className="mt-1 text-[0.95rem] text-soft">
        {density.by === 'prior' ? 'Not weighed yet: density is its species’ mean. ' : ''}Strength left by the runout:{' '}
        {Math.round(100 * strengthAtSlope(set.runout))} %.
      </p>
      {clash.map(({ quantity, flex, knock }) => (
        <p key={quantity} role="alert" className="mt-1 border-l-4 border-brass pl-3">
          Flex and knock do not agree {quantity} the grain: {estimateWords(flex, 'modulus', 'GPa', 1)} against{' '}
          {estimateWords(knock, 'modulus', 'GPa', 1)}. {CLASH_CAUSES}
        </p>
      ))}
      {set.objections.map(({ code, message }) => (
        <p key={code} className="mt-1 font-medium text-ember-ink">
          {message}
        </p>
      ))}
    </section>
  );
}

function Rejecting({ set }: { set: WoodSet }) {
  const write = useRackWrite();
  const [reason, setReason] = useState('');
  const [error, setError] = useState<string | null>(null);
  const send = (rejected: string | null) =>
    write('PATCH', `/${set.id}`, { rejected }).catch((failure: Error) => toast.error(failure.message));
  if (set.rejected) {
    return (
      <div className="flex items-center justify-between gap-2 border-l-4 border-ember pl-3">
        <span>Rejected: {set.rejected}</span>
        <Button kind="quiet" className="shrink-0" onClick={() => void send(null)}>
          Take back
        </Button>
      </div>
    );
  }
  return (
    <details>
      <summary className="min-h-11 cursor-pointer pt-2">Reject it …</summary>
      <form
        className="flex items-end gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          if (reason.trim() === '') setError('Say why: the next person will ask');
          else void send(reason.trim());
        }}
      >
        <div className="min-w-0 flex-1">
          <TextField label="Why" value={reason} error={error} onChange={(e) => setReason(e.target.value)} />
        </div>
        <Button type="submit">Reject</Button>
      </form>
    </details>
  );
}

function Weighings({ set }: { set: WoodSet }) {
  if (set.weighings.length === 0) return <p className="text-soft">Not weighed yet.</p>;
  return (
    <ul className="mb-2">
      {set.weighings.map(({ id, at, mass, moisture, relativeHumidity }) => (
        <li key={id} className="flex flex-wrap justify-between gap-x-3 border-b border-grain whitespace-nowrap">
          <span className="text-soft">
            {format(new Date(at), 'd MMM yyyy')}
            {relativeHumidity !== null && `, ${Math.round(100 * relativeHumidity)} % RH`}
          </span>
          <span className="figures">
            {inWords(formatMass(mass, METRIC))}
            {moisture !== null && <span className="text-soft"> · {(100 * moisture).toFixed(1)} % moist</span>}
          </span>
        </li>
      ))}
    </ul>
  );
}

/** What each test found, newest first, with its warnings. */
function Findings({ set }: { set: WoodSet }) {
  if (set.tests.length === 0)
    return <p className="pb-4 text-soft">No tests yet. Weigh it first, then knock or flex.</p>;
  return (
    <section aria-label="Tests" className="overflow-y-auto pb-3">
      <h2 className="text-soft">Tests, newest first</h2>
      <ul className="max-w-3xl">
        {[...set.tests].reverse().map((test) => (
          <li key={test.id} className="border-t border-line py-1">
            <span className="flex flex-wrap items-baseline justify-between gap-x-4">
              <span>
                <strong>{test.kind === 'flex' ? `Flex ${test.input.direction}` : 'Knock'}</strong>{' '}
                <span className="text-soft">
                  {format(new Date(test.at), 'd MMM yyyy')}
                  {test.feel !== null && `, feels ${test.feel} of 9`}
                </span>
              </span>
              <span className="figures text-[0.97rem]">{foundWords(test)}</span>
            </span>
            {test.result.limitedBy && (
              <span className="text-[0.95rem] text-soft">Its doubt comes mostly from the {test.result.limitedBy}.</span>
            )}
            {test.result.warnings.map(({ code, message }) => (
              <span key={code} className="block font-medium text-ember-ink">
                {message}
              </span>
            ))}
          </li>
        ))}
      </ul>
    </section>
  );
}

function foundWords({ result, input, kind }: WoodTestView): string {
  const { modulusAlong, modulusAcross, shearModulus } = result;
  const found = [
    modulusAlong && `along ${estimateWords(modulusAlong, 'modulus', 'GPa', 1)}`,
    modulusAcross && `across ${estimateWords(modulusAcross, 'modulus', 'GPa', 2)}`,
    shearModulus && `shear ${estimateWords(shearModulus, 'modulus', 'GPa', 2)}`,
  ].filter(Boolean);
  const notes = kind === 'knock' ? `${input.twist} / ${input.across} / ${input.along} Hz: ` : '';
  return notes + found.join(', ');
}
