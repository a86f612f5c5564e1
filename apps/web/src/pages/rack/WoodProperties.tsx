import { formatQuantity, type UnitChoice } from '@nimble/core/units';
import { halfInterval } from '@nimble/core/base';
import { strengthAtSlope, type WoodDoubt } from '@nimble/core/wood';
import { useState } from 'react';
import { toast } from 'sonner';
import { useRackWrite, type WoodSet } from '../../api/wood';
import { usePreferences } from '../../ui/preferences';
import { Button, Fold, TextField } from '../../ui';
import { mendings } from './mend-slip';
import { measuredOf } from '../../words/piece-words';
import { byWords, CLASH_CAUSES, comparison, estimateWords, speciesName } from '../../words/rack-words';

/** What is known of a set, how surely, and what speaks against it. */
export function WoodProperties({ set, units }: { set: WoodSet; units: UnitChoice }) {
  const { modulusAlong, density, clash, doubts } = set.properties;
  const inDoubt = doubts.length > 0;
  return (
    <section aria-label="What is known">
      <p className="text-soft">
        {speciesName(set)}, {set.cut}, {set.worked}
        {set.figure && `, ${set.figure}`}
        {set.place && ` · ${set.place}`}
      </p>
      {inDoubt && (
        <p data-testid="stiffness-along" className="text-head font-medium text-ember-ink">
          In doubt
          <span className="ml-3 text-note font-normal text-soft">not used, not ranked</span>
        </p>
      )}
      {!inDoubt && (
        <p className="flex items-baseline gap-3">
          <span data-testid="stiffness-along" className="figures text-great leading-none font-medium tracking-tight">
            {formatQuantity(modulusAlong.value, 'modulus', 'GPa', 1).figure}
          </span>
          <span className="text-lead text-soft">
            ± {formatQuantity(halfInterval(modulusAlong), 'modulus', 'GPa', 1).figure} GPa along,{' '}
            {byWords(modulusAlong.by)}
          </span>
        </p>
      )}
      {doubts.map((doubt) => (
        <Doubted key={doubt.quantity + doubt.piece} set={set} doubt={doubt} />
      ))}
      <dl className="mt-2">
        {comparison(set, units).map(({ name, value, unit }) => (
          <div key={name} className="flex items-baseline justify-between gap-3">
            <dt>{name}</dt>
            <dd className="figures">
              {value} {unit}
            </dd>
          </div>
        ))}
      </dl>
      <p className="mt-1 text-note text-soft">
        {joinedOf(set)}
        {density.by === 'prior' ? 'Not weighed yet: density is its species’ mean. ' : ''}
        {runoutWords(set)}
      </p>
      {clash.map(({ quantity, piece, flex, knock }) => (
        <p key={quantity + piece} role="alert" className="mt-1 border-l-4 border-brass pl-3">
          Flex and knock{piece && ` of ${piece}`} do not agree {quantity} the grain:{' '}
          {estimateWords(flex, 'modulus', 'GPa', 1)} against {estimateWords(knock, 'modulus', 'GPa', 1)}. {CLASH_CAUSES}
        </p>
      ))}
      {set.objections.map(({ code, message }) => (
        <p key={code} className="mt-1 font-medium text-ember-ink">
          {message}
        </p>
      ))}
      <Rejecting set={set} />
    </section>
  );
}

/** Of which pieces the figures are. */
function joinedOf({ pieces }: WoodSet): string {
  const seen = pieces.filter(({ properties }) => measuredOf(properties)).map(({ mark }) => mark);
  if (pieces.length < 2 || seen.length === 0) return '';
  if (seen.length === pieces.length) return `Joined of ${seen.join(' and ')}, as each was measured. `;
  return `Only ${seen.sort().join(' and ')} of ${pieces.length} ${pieces.length === 2 ? 'halves' : 'pieces'} was measured: the rest is taken to be alike. `;
}

/** Straight grain that nobody looked at is no straight grain. */
function runoutWords({ runout }: WoodSet): string {
  if (runout === null) return 'Runout was not looked at: no word on its strength.';
  return `Strength left by the runout: ${Math.round(100 * strengthAtSlope(runout))} %.`;
}

/**
 * What is doubted, and one tap to mend the slip that would explain it: the wrong record is taken back, the mended one
 * kept.
 */
function Doubted({ set, doubt: { message, piece, slip } }: { set: WoodSet; doubt: WoodDoubt }) {
  const write = useRackWrite();
  const { person } = usePreferences();
  const mend = async () => {
    if (!slip) return;
    try {
      for (const { path, body, wrong } of mendings(set, { piece, slip }, person)) {
        await write('POST', path, body);
        await write('POST', wrong);
      }
      toast('Mended; the record as it was typed is taken back and stays in the list');
    } catch (failure) {
      toast.error((failure as Error).message);
    }
  };
  return (
    <div role="alert" className="mt-1 border-l-4 border-ember pl-3">
      <p className="font-medium text-ember-ink">{message}</p>
      {slip && <Button onClick={() => void mend()}>Yes: {slip.words}</Button>}
    </div>
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
          Keep it after all
        </Button>
      </div>
    );
  }
  return (
    <Fold title="Reject it …">
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
    </Fold>
  );
}
