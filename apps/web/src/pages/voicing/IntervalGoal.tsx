import type { BarInterval } from '@nimble/core/voicing';
import { useState } from 'react';
import { Button, SelectField, TextField, Option } from '../../ui';

const INTERVALS = [
  [200, 'whole tone'],
  [300, 'minor third'],
  [400, 'major third'],
  [500, 'fourth'],
  [700, 'fifth'],
  [1200, 'octave'],
] as const;

interface Props {
  interval: BarInterval | null;
  /** Names. */
  bars: readonly string[];
  onInterval: (interval: BarInterval | null) => void;
}

/** For tuners of bars: what lies between two of them. */
export function IntervalGoal({ interval, bars, onInterval }: Props) {
  const [low, setLow] = useState(interval?.low ?? bars[0] ?? '');
  const [high, setHigh] = useState(interval?.high ?? bars[1] ?? '');
  const [cents, setCents] = useState(`${interval?.cents ?? 400}`);
  const [error, setError] = useState<string | null>(null);
  if (bars.length < 2) return null;
  const keep = () => {
    const value = Number(cents.replace(',', '.'));
    if (low === high) return setError('Choose two different bars');
    if (!(value >= 0 && value <= 3600) || cents.trim() === '') return setError('Must lie between 0 and 3600 cents');
    setError(null);
    onInterval({ low, high, cents: value });
  };
  const pick = (label: string, value: string, set: (name: string) => void) => (
    <SelectField label={label} value={value} onChoose={set}>
      {bars.map((name) => (
        <Option key={name} value={name}>
          {name}
        </Option>
      ))}
    </SelectField>
  );
  return (
    <section aria-label="Two bars" className="space-y-2">
      <h2 className="font-bold">Two bars against each other</h2>
      {interval && (
        <p>
          The {interval.high} shall sing <b className="figures">{interval.cents.toFixed(0)} ¢</b> over the{' '}
          {interval.low}.
        </p>
      )}
      {pick('Lower bar', low, setLow)}
      {pick('Higher bar', high, setHigh)}
      <SelectField
        label="Interval"
        value={INTERVALS.find(([value]) => `${value}` === cents)?.[0] ?? ''}
        onChoose={(chosen) => chosen && setCents(chosen)}
      >
        <Option value="">in cents, below</Option>
        {INTERVALS.map(([value, words]) => (
          <Option key={value} value={value}>
            {words}
          </Option>
        ))}
      </SelectField>
      <TextField
        label="In cents"
        inputMode="decimal"
        value={cents}
        error={error}
        onChange={(event) => setCents(event.target.value)}
      />
      <div className="flex gap-2">
        <Button onClick={keep}>Wish for it</Button>
        {interval && (
          <Button kind="quiet" onClick={() => onInterval(null)}>
            Drop it
          </Button>
        )}
      </div>
      <p className="text-note text-soft">Notes of single bars are set where they are heard: under Listen, Bars.</p>
    </section>
  );
}
