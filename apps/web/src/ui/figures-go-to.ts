import { useEffect, type RefObject } from 'react';

/** A figure typed anywhere on the page goes to this field, while it is the one. */
export function useFiguresGoTo(field: RefObject<HTMLInputElement | null>, isTheOne = true): void {
  useEffect(() => {
    if (!isTheOne) return;
    const onKey = (event: KeyboardEvent) => {
      const inField = (event.target as HTMLElement | null)?.matches('input, textarea, select');
      if (!inField && /^[\d.,+]$/.test(event.key)) field.current?.focus({ preventScroll: true });
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [field, isTheOne]);
}
