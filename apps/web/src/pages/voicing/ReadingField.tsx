import { useEffect, useRef, type KeyboardEvent } from 'react';
import { TextField } from '../../ui';
import { useShortcuts } from '../../ui/shortcuts';

interface Props {
  label: string;
  value: string;
  error: string | null;
  onText: (text: string) => void;
  /** Keeps what stands in it. */
  onTake: () => void;
  /** Takes the last reading back. */
  onUndo: (() => void) | null;
}

const FIGURES = [...'0123456789', '.', ','];

/**
 * The field of the lit reading. It has the focus while it waits, so that a gauge or scale that types like a keyboard
 * lands in it; a figure typed elsewhere on the page begins in it too, and never turns the page. A foot switch or
 * presenter key confirms (Page Down) and takes back (Page Up).
 */
export function ReadingField({ label, value, error, onText, onTake, onUndo }: Props) {
  const field = useRef<HTMLInputElement>(null);
  useEffect(() => {
    // A keyboard on glass would cover half the page: there the finger asks for it.
    if (window.matchMedia('(pointer: fine)').matches) field.current?.focus({ preventScroll: true });
  }, []);
  const begin = (figure: string) => {
    field.current?.focus();
    onText(value + figure);
  };
  useShortcuts(
    FIGURES.map((figure, i) => ({
      key: figure,
      shown: '0 … 9',
      label: 'Type the reading',
      unlisted: i > 0,
      run: () => begin(figure),
    })),
  );
  const onKeyDown = (event: KeyboardEvent) => {
    if (value === '') return; // the page's own keys
    if (event.key !== 'PageDown' && event.key !== 'PageUp') return;
    event.preventDefault();
    if (event.key === 'PageDown') onTake();
    else if (onUndo) onUndo();
  };
  return (
    <TextField
      ref={field}
      label={label}
      inputMode="decimal"
      data-keys="when-empty"
      value={value}
      error={error}
      onKeyDown={onKeyDown}
      onChange={(event) => onText(event.target.value)}
    />
  );
}
