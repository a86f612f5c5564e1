/** What lies on a plate in a flex test: a force, or a weight that gravity turns into one. */
import { InvalidInput } from '../invalid-input';
import { parseQuantity } from './parse-quantity';
import { FORCE_UNITS } from './unit-table';

/** "500 g", "2 lb", "4.9 N", "1 kgf"; a bare figure is kilograms laid on. @returns [N] */
export function parseLoad(field: string, text: string): { value: number; typed: string } {
  const unit = /[a-z]+\s*$/i.exec(text.trim())?.[0].toLowerCase() ?? '';
  const isForce = Object.values(FORCE_UNITS).some(({ spellings }) => (spellings as readonly string[]).includes(unit));
  const { value, typed } = isForce
    ? parseQuantity(field, text, 'force', 'N')
    : parseQuantity(field, text, 'mass', 'kg');
  const force = isForce ? value : value * FORCE_UNITS.kgf.si;
  if (force < 0) throw new InvalidInput(field, text, 'must be zero or more');
  return { value: force, typed };
}
