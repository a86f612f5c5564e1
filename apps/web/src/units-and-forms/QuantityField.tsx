import { formatQuantity, InvalidInput, parseQuantity, type Quantity } from '@nimble/core';
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
  onChange: (value: number | null, typed: string) => void;
  /** Says what is wrong with a value that can be read, or null. */
  check?: (value: number) => string | null;
  optional?: boolean;
  error?: string | null;
  hint?: string;
}

/** A field for a quantity in any unit. What is typed stays as typed until the field is left; a bad entry is told here and changes nothing else. */
export function QuantityField({
  label,
  quantity,
  unit,
  decimals,
  value,
  onChange,
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

  const read = (typed: string) => {
    setText(typed);
    if (typed.trim() === '' && optional) {
      setOwn(null);
      onChange(null, '');
      return;
    }
    try {
      const parsed = parseQuantity(label, typed, quantity, unit === 'in-fraction' ? 'in' : unit);
      const refused = check?.(parsed.value) ?? null;
      setOwn(refused);
      if (refused === null) onChange(parsed.value, parsed.typed);
    } catch (failure) {
      setOwn(failure instanceof InvalidInput ? sentence(failure.reason) : String(failure));
    }
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
      onBlur={() => {
        setEditing(false);
        if (own === null) setText(shown);
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
