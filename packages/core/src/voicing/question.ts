/**
 * A reading that can hardly be of this top: the wrong unit, another plate, damp air, or something that broke. Asked
 * about, never refused.
 */
import { STANDARD_GRAVITY } from '../units';
import type { Estimate } from '../base';
import type { QuantityKey } from './voicing-model';

export type ReadingQuestion =
  /** As if it had been meant in another unit; `factor` mends it. */
  | { kind: 'unit'; factor: number }
  /** Heavier than before, though wood came off: damp air, or something was glued on. */
  | { kind: 'heavier'; by: number }
  /** Stiffer or higher than it was by more than a shaving explains: a repair, another jig, another plate? */
  | { kind: 'other-way' }
  /** Far softer or lower than foretold: look for a broken or loose brace before anything else is taken off. */
  | { kind: 'broken' }
  | { kind: 'far' };

/**
 * Slips of a decimal place or a unit, and what they are mended by: grams for ounces, inches for millimetres,
 * thousandths of an inch, pounds for newtons, kilograms for newtons, and the other way about.
 */
const SLIPS = [10, 100, 1000, 25.4, 28.3495, 39.37, 4.44822, STANDARD_GRAVITY].flatMap((f) => [f, 1 / f]);
const SLIP_WITHIN = 0.2;
const FAR = 4;
const BROKEN = 0.25;
/** A balance in steady air [log]. */
const HEAVIER = 0.003;

/** @param expected what was foretold, or read last where nothing was shaved since */
export function checkVoicedReading(key: QuantityKey, value: number, expected: Estimate): ReadingQuestion | null {
  const log = Math.log(value / expected.value);
  if (Math.abs(log) > Math.log(2)) {
    const off = (factor: number) => Math.abs(log + Math.log(factor));
    const slip = SLIPS.reduce((best, factor) => (off(factor) < off(best) ? factor : best));
    if (off(slip) < SLIP_WITHIN) return { kind: 'unit', factor: slip };
  }
  if (key === 'mass')
    return log > HEAVIER ? { kind: 'heavier', by: value - expected.value } : log < -0.2 ? { kind: 'far' } : null;
  if (Math.abs(log) < FAR * Math.max(expected.sd / expected.value, 0.01)) return null;
  const softer = key.startsWith('flex') ? log : -log;
  if (softer > BROKEN) return { kind: 'broken' };
  return softer < 0 ? { kind: 'other-way' } : { kind: 'far' };
}
