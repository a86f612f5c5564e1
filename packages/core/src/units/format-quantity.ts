/**
 * Turns SI values into what the maker reads. Decimals follow the instrument: a caliper reads 0.01 mm, a bench scale 1
 * g.
 */
import { unitOf } from './parse-quantity';
import type { Quantity } from './unit-table';

/** How a maker likes to read figures. `thickness` is for caliper readings, `length` for plans. */
export interface UnitChoice {
  thickness: 'mm' | 'in' | 'in-fraction' | 'thou';
  length: 'mm' | 'in';
  mass: 'g' | 'oz';
  temperature: '°C' | '°F';
}

export const METRIC: UnitChoice = { thickness: 'mm', length: 'mm', mass: 'g', temperature: '°C' };

export interface FormattedQuantity {
  /** The figure alone, with a true minus sign. */
  figure: string;
  symbol: string;
}

const DECIMALS: Record<string, number> = {
  mm: 2,
  in: 3,
  thou: 0,
  cm: 1,
  m: 3,
  ft: 2,
  g: 0,
  oz: 1,
  kg: 3,
  lb: 2,
  N: 1,
  kgf: 2,
  lbf: 2,
  'cm²': 0,
  'in²': 1,
  'cm³': 0,
  'in³': 1,
  'kg/m³': 0,
  'g/cm³': 3,
  GPa: 2,
  MPa: 0,
  '%': 0,
  '°C': 1,
  '°F': 0,
};

const FRACTION_PARTS = 64;

/** @param value in SI @param decimals overrides the unit's own */
export function formatQuantity(
  value: number,
  quantity: Quantity,
  unitKey: string,
  decimals?: number,
): FormattedQuantity {
  if (unitKey === 'in-fraction') return formatFraction(value);
  const unit = unitOf(quantity, unitKey);
  const figure = ((value - (unit.offset ?? 0)) / unit.si).toFixed(decimals ?? DECIMALS[unitKey] ?? 2);
  return { figure: trueMinus(figure), symbol: unit.symbol };
}

/** A thickness as the maker reads calipers. */
export function formatThickness(value: number, units: UnitChoice): FormattedQuantity {
  return formatQuantity(value, 'length', units.thickness);
}

/** A signed change of thickness, always with its sign: "+0.17", "−0.05". */
export function formatThicknessChange(value: number, units: UnitChoice): FormattedQuantity {
  const { figure, symbol } = formatThickness(value, units);
  const isZero = !/[1-9]/.test(figure);
  return { figure: value > 0 && !isZero ? `+${figure}` : isZero ? figure.replace('−', '') : figure, symbol };
}

/** A length of the plan (no hundredths of a millimetre). */
export function formatPlanLength(value: number, units: UnitChoice): FormattedQuantity {
  return formatQuantity(value, 'length', units.length, units.length === 'mm' ? 0 : 2);
}

/** A radius of an arch: metres or feet. */
export function formatRadius(value: number, units: UnitChoice): FormattedQuantity {
  return formatQuantity(value, 'length', units.length === 'mm' ? 'm' : 'ft', units.length === 'mm' ? 2 : 1);
}

export function formatMass(value: number, units: UnitChoice): FormattedQuantity {
  return formatQuantity(value, 'mass', units.mass);
}

/** A mass that comes off: tenths of a gram matter there. */
export function formatMassRemoved(value: number, units: UnitChoice): FormattedQuantity {
  return formatQuantity(value, 'mass', units.mass, units.mass === 'g' ? 1 : 2);
}

export function formatArea(value: number, units: UnitChoice): FormattedQuantity {
  return formatQuantity(value, 'area', units.length === 'mm' ? 'cm²' : 'in²');
}

export function formatVolume(value: number, units: UnitChoice): FormattedQuantity {
  return formatQuantity(value, 'volume', units.length === 'mm' ? 'cm³' : 'in³');
}

/**
 * How far a plate gives on a jig: per kilogram or per pound of weight, as the maker measures lengths.
 * @param compliance [m/N]
 */
export function formatSag(compliance: number, units: UnitChoice): FormattedQuantity {
  const metric = units.length === 'mm';
  const weight = unitOf('force', metric ? 'kgf' : 'lbf').si;
  const { figure, symbol } = formatQuantity(compliance * weight, 'length', units.length, metric ? 3 : 4);
  return { figure, symbol: `${symbol}/${metric ? 'kg' : 'lb'}` };
}

/** The words "2.81 mm" of a formatted quantity. */
export function inWords(formatted: FormattedQuantity): string {
  return `${formatted.figure} ${formatted.symbol}`;
}

/** What a thickness differs by that matters [thousandths of an inch]. */
const THOU = 1000;

/**
 * Nearest 64th of an inch, reduced, and what it is off by in thousandths: 7/64, 1/8+.007, 1 3/32-.002. A 64th alone
 * would hide what a shaving does; what is smaller than one, or below zero, is written in thousandths.
 */
function formatFraction(value: number): FormattedQuantity {
  const inches = value / unitOf('length', 'in').si;
  const parts = Math.round(Math.abs(inches) * FRACTION_PARTS);
  const off = Math.round(THOU * (Math.abs(inches) - parts / FRACTION_PARTS));
  if (off !== 0 && (parts === 0 || value < 0)) return formatQuantity(value, 'length', 'in');
  const rest = off === 0 ? '' : `${off > 0 ? '+' : '−'}.${String(Math.abs(off)).padStart(3, '0')}`;
  return { figure: (value < 0 && parts > 0 ? '−' : '') + wordsOfParts(parts) + rest, symbol: 'in' };
}

function wordsOfParts(parts: number): string {
  const whole = Math.floor(parts / FRACTION_PARTS);
  const rest = parts % FRACTION_PARTS;
  if (rest === 0) return String(whole);
  const divisor = greatestCommonDivisor(rest, FRACTION_PARTS);
  const fraction = `${rest / divisor}/${FRACTION_PARTS / divisor}`;
  return whole ? `${whole} ${fraction}` : fraction;
}

function greatestCommonDivisor(a: number, b: number): number {
  return b === 0 ? a : greatestCommonDivisor(b, a % b);
}

function trueMinus(figure: string): string {
  const negativeZero = /^-0(\.0*)?$/.test(figure);
  return negativeZero ? figure.slice(1) : figure.replace('-', '−');
}
