/** What lies on a plate in a flex test: a force, or a weight that gravity turns into one. */
import { InvalidInput } from '../base';
import { parseQuantity } from './parse-quantity';
import { FORCE_UNITS } from './unit-table';

/** Units that a bare figure may be meant in. */
export const LOAD_UNITS = ['kg', 'g', 'N', 'lb', 'oz'] as const;
export type LoadUnit = (typeof LOAD_UNITS)[number];

/** "500 g", "2 lb", "4.9 N", "1 kgf"; a bare figure is of the given unit. @returns [N] */
export function parseLoad(field: string, text: string, bare: LoadUnit = 'kg'): { value: number; typed: string } {
  const unit = (/[a-z]+\s*$/i.exec(text.trim())?.[0] ?? bare).toLowerCase();
  const isForce = Object.values(FORCE_UNITS).some(({ spellings }) => (spellings as readonly string[]).includes(unit));
  const { value, typed } = isForce
    ? parseQuantity(field, text, 'force', 'N')
    : parseQuantity(field, text, 'mass', bare === 'N' ? 'kg' : bare);
  const force = isForce ? value : value * FORCE_UNITS.kgf.si;
  if (force < 0) throw new InvalidInput(field, text, 'must be zero or more');
  return { value: force, typed };
}
