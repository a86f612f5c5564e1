import { formatQuantity, parseQuantity, type Quantity } from '@nimble/core/units';
import { InvalidInput } from '@nimble/core/base';
import { useState } from 'react';
import { TextField } from '../ui';

interface Props {
  label: string;
  quantity: Quantity;
  /** Unit that a bare figure is in, and that the value is shown in. */
  unit: string;
  decimals?: number;
  /** SI; null when empty. */
  value: number | null;
  /** When the field is left or Enter is pressed, once per change. */
  onChange: (value: number | null, typed: string) => void;
  /** At every keystroke that reads as a value: for drawings that follow. */
  onLive?: (value: number) => void;
  /** Says what is wrong with a value that can be read, or null. */
  check?: (value: number) => string | null;
  optional?: boolean;
  error?: string | null;
  hint?: string;
}

/**
 * A field for a quantity in any unit. What is typed stays as typed until the field is left; a bad entry is told here
 * and changes nothing else.
 */
export function QuantityField({
  label,
  quantity,
  unit,
  decimals,
  value,
  onChange,
  onLive,
  check,
  optional,
  error,
  hint,
}: Props) {
  const shown =
    value === null
      ? ''
      : formatQuantity(value, quantity, unit === 'in-fraction' ? 'in' : unit, decimals).figure.replace('−', '-');
  const [text, setText] = useState(shown);
  const [own, setOwn] = useState<string | null>(null);
  const [editing, setEditing] = useState(false);
  const [lastShown, setLastShown] = useState(shown);
  if (shown !== lastShown) {
    setLastShown(shown);
    if (!editing) setText(shown);
  }

  const [entered, setEntered] = useState<{ value: number | null; typed: string } | null>(null);

  const read = (typed: string) => {
    setText(typed);
    setEntered(null);
    if (typed.trim() === '' && optional) {
      setOwn(null);
      setEntered({ value: null, typed: '' });
      return;
    }
    try {
      const parsed = parseQuantity(label, typed, quantity, unit === 'in-fraction' ? 'in' : unit);
      const refused = check?.(parsed.value) ?? null;
      setOwn(refused);
      if (refused !== null) return;
      setEntered({ value: parsed.value, typed: parsed.typed });
      onLive?.(parsed.value);
    } catch (failure) {
      setOwn(failure instanceof InvalidInput ? sentence(failure.reason) : String(failure));
    }
  };
  const commit = () => {
    if (entered) onChange(entered.value, entered.typed);
    setEntered(null);
  };

  return (
    <TextField
      label={label}
      suffix={unit === 'in-fraction' ? 'in' : unit}
      inputMode="decimal"
      className="figures"
      value={text}
      error={own ?? error}
      hint={hint}
      onChange={(event) => read(event.target.value)}
      onFocus={(event) => {
        setEditing(true);
        event.target.select();
      }}
      onKeyDown={(event) => event.key === 'Enter' && commit()}
      onBlur={() => {
        setEditing(false);
        commit();
        if (own === null && !entered) setText(shown);
      }}
    />
  );
}

function sentence(reason: string): string {
  return reason[0]!.toUpperCase() + reason.slice(1);
}

/** For `check`: refuses zero and less, and anything beyond what makes sense. */
export const positiveBelow = (limit: number, words: string) => (value: number) => {
  if (!(value > 0)) return 'Must be above zero';
  return value < limit ? null : words;
};
