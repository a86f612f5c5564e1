import { averagePlace, type HeardKnock } from '@nimble/core/knock-map';
import { format, isSameDay } from 'date-fns';
import { useState } from 'react';
import { heardOf, type KnockView, type useKnockWrites } from '../../api/knocks';
import { usePreferences } from '../../ui/preferences';
import { EarPanel } from '../../listening/EarPanel';
import { KnockDoubt } from '../../listening/KnockDoubt';
import { KnockFigures } from '../../listening/KnockFigures';
import { KnockPicture } from '../../listening/KnockPicture';
import { longPitch } from '../../words/pitch-words';
import type { DoubtedKnock } from '../../listening/use-doubted-knock';
import type { KnockListener } from '../../listening/use-knock-listener';
import { Button, Option, PanelSection, SelectField } from '../../ui';
import { ChangeWords } from './ChangeWords';
import { KnockRow } from './KnockRow';
import type { LastHeard } from './last-heard';

interface Props {
  ear: KnockListener;
  last: LastHeard | null;
  knocks: readonly KnockView[];
  keep: ReturnType<typeof useKnockWrites>;
  onUndo: () => void;
  doubt: DoubtedKnock;
}

/** Earlier knocks offered to compare with. */
const OFFERED = 30;

/**
 * One knock after another on one place: the newest very large, set against the one before or any earlier one, and all
 * of today's together.
 */
export function KnockSlip({ ear, last, knocks, keep, onUndo, doubt }: Props) {
  const [against, setAgainst] = useState('');
  const standing = knocks.filter(({ retracted, analysis }) => !retracted && analysis.partials.length > 0);
  const plain = standing.filter(({ about }) => about === 'plate');
  const shown = last?.heard.analysis ?? plain.at(-1)?.analysis ?? null;
  const shownId = last ? last.kept?.id : plain.at(-1)?.id;
  const earlier = standing
    .filter(({ id }) => id !== shownId)
    .slice(-OFFERED)
    .reverse();
  const before = earlier.find(({ id }) => id === against) ?? plain.filter(({ id }) => id !== shownId).at(-1) ?? null;
  return (
    <div className="space-y-3 pt-1">
      <EarPanel ear={ear} />
      {doubt.doubted && <KnockDoubt doubt={doubt} />}
      {shown === null && (
        <p className="text-soft">
          Hold the plate at a node with thumb and finger, near the rim; knock with a knuckle or a soft hammer. Each
          knock is kept with its sound.
        </p>
      )}
      {shown && <Shown heard={shown} before={before?.analysis ?? null} spectrum={last?.heard.spectrum} />}
      {last?.kept && (
        <Button kind="quiet" onClick={onUndo}>
          Take this knock back
        </Button>
      )}
      {earlier.length > 0 && (
        <SelectField label="Compared with (dashed)" value={against} onChoose={setAgainst}>
          <Option value="">the knock before</Option>
          {earlier.map((knock) => (
            <Option key={knock.id} value={knock.id}>
              {knockName(knock)}
            </Option>
          ))}
        </SelectField>
      )}
      <Together knocks={plain} keep={keep} />
    </div>
  );
}

function knockName({ at, place, about, round }: KnockView): string {
  const where = place.name ? `, ${place.name}` : '';
  return `${format(new Date(at), 'd MMM, HH:mm:ss')}${where}${about === 'station' ? `, round ${round}` : ''}`;
}

type ShownProps = Parameters<typeof KnockPicture>[0];

/** A knock in figures and, where it told notes, as a picture and in words against the one before. */
function Shown({ heard, before, spectrum }: ShownProps) {
  const choice = usePreferences();
  const hasNotes = heard.partials.length > 0;
  return (
    <>
      <KnockFigures heard={heard} before={before} />
      {hasNotes && <KnockPicture {...{ heard, before, spectrum }} />}
      {hasNotes && before && <ChangeWords earlier={before.partials} later={heard.partials} choice={choice} />}
    </>
  );
}

/** Today's knocks on the whole plate, averaged; what is left out says why. */
function Together({ knocks, keep }: Pick<Props, 'knocks' | 'keep'>) {
  const choice = usePreferences();
  const newest = knocks.at(-1);
  if (!newest) return null;
  const today = knocks.filter(({ at }) => isSameDay(new Date(at), new Date(newest.at)));
  const heard = today.map(heardOf).filter((knock): knock is HeardKnock => knock !== null);
  if (heard.length === 0) return null;
  const { partials, leftOut, ringTime } = averagePlace(heard);
  const reason = (id: string) => leftOut.find((out) => out.id === id)?.reason;
  return (
    <PanelSection
      heading={
        <>
          {today.length === 1 ? 'One knock' : `${today.length} knocks`} on {format(new Date(newest.at), 'd MMM')}
        </>
      }
      label="Together"
      tight
    >
      {today.length > 1 && choice.pitch !== 'none' && (
        <table className="figures w-full text-note">
          <thead>
            <tr className="text-soft">
              <th className="text-left font-normal">note</th>
              <th className="text-right font-normal">Hz</th>
              <th className="text-right font-normal">spread, ¢</th>
              <th className="text-right font-normal">in</th>
            </tr>
          </thead>
          <tbody>
            {partials.map(({ frequency, spread, heard: times }) => (
              <tr key={frequency} className="border-t border-grain">
                <td className="py-0.5">{longPitch(frequency, choice)}</td>
                <td className="text-right">{frequency.toFixed(1)}</td>
                <td className="text-right">{spread === null ? '–' : spread.toFixed(1)}</td>
                <td className="text-right">
                  {times}/{today.length - leftOut.length}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {ringTime !== null && today.length > 1 && (
        <p>
          Rings <span className="figures">{ringTime.toFixed(2)} s</span>, the middle of them.
        </p>
      )}
      <ul className="mt-1">
        {today.map((knock) => (
          <KnockRow key={knock.id} knock={knock} keep={keep} leftOut={reason(knock.id)} />
        ))}
      </ul>
    </PanelSection>
  );
}
