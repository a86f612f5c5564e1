/** Chooses in a list or types into a field, as a user of either would see it done. */
import { act, fireEvent, within } from '@testing-library/react';

/** @param value as typed; of a list, the value of its option */
export function choose(field: HTMLElement, value: string): void {
  if (field.getAttribute('role') !== 'combobox') {
    fireEvent.change(field, { target: { value } });
    return;
  }
  const wanted = openList(field).find((option) => option.dataset.value === value);
  if (!wanted) throw new Error(`no option ${value}`);
  fireEvent.click(wanted);
}

/** The words of a list's options; it is closed again. */
export function optionsOf(field: HTMLElement): string[] {
  const words = openList(field).map((option) => option.textContent ?? '');
  fireEvent.keyDown(document.activeElement ?? document.body, { key: 'Escape' });
  return words;
}

/**
 * Looks into a list again and again until these are its options, or some of them; opening it changes the page, so that
 * no observer of it may do the waiting.
 */
export async function untilOffered(field: () => HTMLElement, wanted: readonly string[]): Promise<string[]> {
  for (let tries = 0; tries < 100; tries++) {
    const words = optionsOf(field());
    if (wanted.every((one) => words.includes(one))) return words;
    await act(() => new Promise((go) => setTimeout(go, 20)));
  }
  throw new Error(`never offered: ${wanted.join(', ')}`);
}

function openList(field: HTMLElement): HTMLElement[] {
  fireEvent.keyDown(field, { key: 'Enter' });
  return within(document.body).getAllByRole('option');
}
