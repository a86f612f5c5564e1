/** Fields of a write that the server refused, in words, and the write with them mended. Pure. */
import type { Write } from '../api/outbox';

export interface Mendable {
  /** Its path in what was sent: `readings[0].thickness`. */
  field: string;
  label: string;
  unit: string | undefined;
  value: string;
  message: string;
}

type Leaf = string | number | boolean | null;

const UNITS: Record<string, string> = {
  thickness: 'm',
  depth: 'm',
  deflection: 'm',
  x: 'm',
  y: 'm',
  mass: 'kg',
  load: 'N',
  frequency: 'Hz',
  air: 'Hz',
  top: 'Hz',
};

/** Plain fields that were named; a whole document or a sound is not mended by hand. */
export function mendable({ body, aside, file }: Write): Mendable[] {
  if (file) return [];
  return (aside?.errors ?? []).flatMap(({ field, message }) => {
    const value = leafAt(body, field);
    if (value === undefined) return [];
    const name = field.split(/[.[\]]+/).findLast((part) => part !== '' && !/^\d+$/.test(part)) ?? field;
    return [{ field, label: wordsOf(name), unit: UNITS[name], value: value === null ? '' : String(value), message }];
  });
}

/** @returns the body as mended, or the field that must be a figure and is none */
export function mended(write: Write, fields: readonly Mendable[], text: Readonly<Record<string, string>>): unknown {
  const body = structuredClone(write.body);
  for (const { field } of fields) {
    const typed = text[field];
    if (typed === undefined) continue;
    const isFigure = typeof leafAt(body, field) === 'number';
    const value = isFigure ? Number(typed.replace(',', '.')) : typed;
    if (isFigure && (typed.trim() === '' || !Number.isFinite(value))) return field;
    putAt(body, field, value);
  }
  return body;
}

const partsOf = (field: string) => field.split(/[.[\]]+/).filter((part) => part !== '');

function leafAt(body: unknown, field: string): Leaf | undefined {
  const value = partsOf(field).reduce<unknown>((node, part) => (node as Record<string, unknown> | null)?.[part], body);
  return value === null || ['string', 'number', 'boolean'].includes(typeof value) ? (value as Leaf) : undefined;
}

function putAt(body: unknown, field: string, value: Leaf): void {
  const parts = partsOf(field);
  const last = parts.pop()!;
  (parts.reduce<unknown>((node, part) => (node as Record<string, unknown>)[part], body) as Record<string, Leaf>)[last] =
    value;
}

/** `relativeHumidity` as "Relative humidity". */
function wordsOf(name: string): string {
  const words = name.replace(/([A-Z])/g, ' $1').toLowerCase();
  return words[0]!.toUpperCase() + words.slice(1);
}
