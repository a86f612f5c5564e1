import type { PieceMark } from '@nimble/core/wood';
import { format } from 'date-fns';
import { toast } from 'sonner';
import { useRackWrite, type WoodSet, type WoodTestView } from '../../api/wood';
import { TakeBack } from '../../ui';
import { estimateWords } from '../../words/rack-words';

/**
 * What each test found, newest first, with its warnings; a wrong one is taken back and stays in the record.
 * @param of one piece only; null for all
 */
export function Findings({ set, of }: { set: WoodSet; of: PieceMark | null }) {
  const write = useRackWrite();
  const tests = set.tests.filter(({ piece }) => of === null || piece === of);
  if (tests.length === 0) return <p className="pb-4 text-soft">No tests yet. Weigh it first, then knock or flex.</p>;
  const turn = ({ id, retracted }: WoodTestView) =>
    write('POST', `/${set.id}/tests/${id}/${retracted ? 'restore' : 'retract'}`).catch((failure: Error) =>
      toast.error(failure.message),
    );
  return (
    <section aria-label="Tests" className="min-h-32 overflow-y-auto pb-3 lg:max-h-[42vh]">
      <h2 className="text-soft">Tests, newest first</h2>
      <ul className="max-w-3xl">
        {[...tests].reverse().map((test) => (
          <li key={test.id} className="flex items-start justify-between gap-3 border-t border-line py-1">
            <Finding test={test} named={set.pieces.length > 1} />
            <TakeBack what="test" retracted={test.retracted} onTurn={() => void turn(test)} />
          </li>
        ))}
      </ul>
    </section>
  );
}

function Finding({ test, named }: { test: WoodTestView; named: boolean }) {
  return (
    <div className={`min-w-0 flex-1 ${test.retracted ? 'text-soft line-through' : ''}`}>
      <span className="flex flex-wrap items-baseline justify-between gap-x-4">
        <span>
          <strong>{test.kind === 'flex' ? `Flex ${test.input.direction}` : 'Knock'}</strong>{' '}
          <span className="text-soft">
            {named && `${test.piece}, `}
            {format(new Date(test.at), 'd MMM yyyy')}
            {test.feel !== null && `, feels ${test.feel} of 9`}
          </span>
        </span>
        <span className="figures text-note">{foundWords(test)}</span>
      </span>
      <span className="text-note text-soft">{moreWords(test)}</span>
      {test.result.warnings.map(({ code, message }) => (
        <span key={code} className="block font-medium text-ember-ink">
          {message}
        </span>
      ))}
    </div>
  );
}

function foundWords({ result, input, kind }: WoodTestView): string {
  const { modulusAlong, modulusAcross, shearModulus } = result;
  const found = [
    modulusAlong && `along ${estimateWords(modulusAlong, 'modulus', 'GPa', 1)}`,
    modulusAcross && `across ${estimateWords(modulusAcross, 'modulus', 'GPa', 2)}`,
    shearModulus && `shear ${estimateWords(shearModulus, 'modulus', 'GPa', 2)}`,
  ].filter(Boolean);
  const heard = [input.twist, input.across, input.along].flatMap((note) => (note === undefined ? [] : [hertz(note)]));
  const notes = kind === 'knock' ? `${heard.join(' / ')} Hz: ` : '';
  return notes + found.join(', ');
}

/** As finely as anyone hears it. */
const hertz = (note: number) => Number(note.toFixed(2));

/** Of a note's frequency (1). */
const WORTH_SAYING = 5e-4;
const NOTES = ['twist', 'across', 'along'] as const;

/** What limits a flex, its rigidity per width; how well a knock fits one plate, and its Q. */
function moreWords({ result }: WoodTestView): string {
  const { limitedBy, rigidityPerWidth, shearShare, residuals, quality, warnings } = result;
  const off = (residuals ?? []).flatMap((residual, i) =>
    Math.abs(residual) > WORTH_SAYING ? [`${NOTES[i]} ${(100 * residual).toFixed(1)} %`] : [],
  );
  const timed = NOTES.flatMap((note) => (quality?.[note] ? [`${note} ${Math.round(quality[note])}`] : []));
  return [
    rigidityPerWidth && `Rigidity per width ${rigidityPerWidth.value.toFixed(1)} N m.`,
    shearShare && shearShare > 0.005 && `${(100 * shearShare).toFixed(1)} % of its sag was shear, taken off.`,
    limitedBy && `Its doubt comes mostly from the ${limitedBy}.`,
    off.length > 0 && `Heard less fitted: ${off.join(', ')}.`,
    residuals && off.length === 0 && warnings.length === 0 && 'The three notes fit one plate.',
    timed.length > 0 && `Q ${timed.join(', ')}.`,
  ]
    .filter(Boolean)
    .join(' ');
}
