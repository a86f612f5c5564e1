import type { LeftOutReason } from '@nimble/core/knock-map';
import { format } from 'date-fns';
import { Download } from 'lucide-react';
import { soundPath, type KnockView, type useKnockWrites } from '../../api/knocks';
import { Button, Select, Option } from '../../ui';
import { useSending } from '../../forms';

interface Props {
  knock: KnockView;
  keep: ReturnType<typeof useKnockWrites>;
  /** Why it was left out of the average, if it was. */
  leftOut?: LeftOutReason;
}

const LEFT_OUT: Record<LeftOutReason, string> = {
  unlike: 'left out: unlike the others',
  damped: 'left out: died too soon, as under a hand',
};
/** Partials of a loose half lie low; of small plates nothing under this is the plate's [Hz]. */
const LOWEST = [28, 60, 100, 150];

/** One kept knock: heard again from another lowest note, saved as a file, taken back. */
export function KnockRow({ knock, keep, leftOut }: Props) {
  const { send, busy } = useSending(() => undefined);
  const at = format(new Date(knock.at), 'HH:mm:ss');
  return (
    <li className="flex flex-wrap items-center justify-between gap-x-2 border-t border-grain py-1 text-note">
      <span className="figures">{at}</span>
      {leftOut && <span className="text-ember-ink">{LEFT_OUT[leftOut]}</span>}
      <span className="flex items-center">
        {knock.waiting ? (
          <span className="text-soft">waits to be sent</span>
        ) : (
          <>
            <Select
              aria-label={`Lowest note of the knock at ${at}`}
              disabled={busy}
              value={knock.options.from ?? LOWEST[0]!}
              onChoose={(chosen) => void send(() => keep.hearAgain(knock.id, Number(chosen)))}
            >
              {LOWEST.map((from) => (
                <Option key={from} value={from}>
                  from {from} Hz
                </Option>
              ))}
            </Select>
            <a
              href={soundPath(knock.id)}
              download
              aria-label="Save as WAV"
              className="grid size-11 place-items-center hover:bg-grain/50"
            >
              <Download aria-hidden size={20} />
            </a>
          </>
        )}
        <Button kind="quiet" className="min-h-11 px-2" disabled={busy} onClick={() => keep.retract(knock.id, true)}>
          Take back
        </Button>
      </span>
    </li>
  );
}
