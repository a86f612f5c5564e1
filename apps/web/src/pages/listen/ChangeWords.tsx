import { compareHearings, type HearingChange } from '@nimble/core/knock-map';
import type { KnockPartial } from '@nimble/core/sound';
import { longPitch, shortPitch, signed, type PitchChoice } from '../../words/pitch-words';

interface Props {
  earlier: readonly KnockPartial[];
  later: readonly KnockPartial[];
  choice: PitchChoice;
}

/** Between two hearings: what moved beyond its doubt, what appeared, what died. */
export function ChangeWords({ earlier, later, choice }: Props) {
  return <ChangeList change={compareHearings(earlier, later)} choice={choice} />;
}

/** A move smaller than this is not one [cents]. */
const LEAST_CENTS = 2;

export function ChangeList({
  change: { moved, appeared, died },
  choice,
}: {
  change: HearingChange;
  choice: PitchChoice;
}) {
  const real = moved.filter(({ cents, sd }) => Math.abs(cents) > Math.max(LEAST_CENTS, 1.645 * sd));
  const name = (f: number) => (choice.pitch === 'none' ? `the one at ${f.toFixed(0)} Hz` : longPitch(f, choice));
  if (real.length + appeared.length + died.length === 0)
    return <p className="text-soft">Nothing moved beyond its doubt.</p>;
  return (
    <ul className="text-note">
      {real.map(({ from, to, cents }) => (
        <li key={from} className="figures flex justify-between gap-2">
          <span>
            {shortPitch(from, choice) || from.toFixed(0)}{' '}
            <span className="text-soft">
              {from.toFixed(1)} → {to.toFixed(1)} Hz
            </span>
          </span>
          <span className={cents < 0 ? 'text-ember-ink' : 'text-lake'}>{signed(cents)} ¢</span>
        </li>
      ))}
      {appeared.length > 0 && <li>New: {appeared.map(name).join(', ')}.</li>}
      {died.length > 0 && <li>Gone: {died.map(name).join(', ')}.</li>}
    </ul>
  );
}
