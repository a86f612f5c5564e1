/** The model's figures in the maker's units. */
import { CENTS, DEGREE, formatMassRemoved, formatQuantity, formatThickness, type UnitChoice } from '@nimble/core/units';

export const sign = (value: number) => (value > 0 ? '+' : value < 0 ? '−' : '±');

/** With its sign: "+0.20 mm". */
export function lengthChange(metres: number, units: UnitChoice): string {
  const { figure, symbol } = formatThickness(Math.abs(metres), units);
  return `${sign(metres)}${figure} ${symbol}`;
}

/** A sink under a weight is some hundredths of a millimetre: fractions of an inch are too coarse for it. */
const FINE: Partial<Record<UnitChoice['thickness'], string>> = { 'in-fraction': 'in' };
const FINE_DECIMALS = { mm: 3, in: 4, 'in-fraction': 4, thou: 1 } as const;

export function sinkWords(metres: number, units: UnitChoice): string {
  const unit = FINE[units.thickness] ?? units.thickness;
  const { figure, symbol } = formatQuantity(metres, 'length', unit, FINE_DECIMALS[units.thickness]);
  return `${figure} ${symbol}`;
}

export function massWords(kg: number, units: UnitChoice): string {
  const { figure, symbol } = formatMassRemoved(kg, units);
  return `${figure} ${symbol}`;
}

export const degreeWords = (radians: number, decimals = 2) => `${(radians / DEGREE).toFixed(decimals)}°`;

/** What the strings do: a glued bridge turns, a floating one sinks. */
export const movementWords = (movement: number, turns: boolean, units: UnitChoice) =>
  turns ? degreeWords(movement) : sinkWords(movement, units);

export const centsBetween = (from: number, to: number) => CENTS * Math.log(to / from);

/** A level under the loudest, with a true minus; the axis names the unit. */
export const decibels = (level: number) => (level < 0 ? `−${-level}` : String(level));
