/**
 * Reads what a person types or a caliper sends: "2.8", "2,8 mm", "0.110in", "7/64", "1 7/64 in", "110 thou", "+02.81
 * mm". A bare fraction is in inches, as no one writes millimetres that way. A decimal comma is taken; a thousands comma
 * is refused.
 */
import { InvalidInput } from '../base';
import { UNITS, type Quantity, type Unit } from './unit-table';

export interface ParsedQuantity {
  /** In SI (temperatures in degrees Celsius). */
  value: number;
  /** Key of the unit it was written in, or the default's. */
  unit: string;
  /** Exactly what was typed, trimmed. */
  typed: string;
}

const NUMBER_AND_UNIT =
  /^([+-]?)\s*(?:(\d+)[\s-]+)?(?:(\d+)\s*\/\s*(\d+)|(\d*(?:[.,]\d*)?(?:e[+-]?\d+)?))\s*([^\d\s.,/+-].*)?$/i;

/**
 * @param field named in the error @param defaultUnit key in the quantity's unit table, for a number without a unit
 * @throws InvalidInput for anything that is not one number with at most one known unit
 */
export function parseQuantity(field: string, text: string, quantity: Quantity, defaultUnit: string): ParsedQuantity {
  const typed = text.trim();
  if (typed === '') throw new InvalidInput(field, text, 'is empty: type a figure');
  const match = NUMBER_AND_UNIT.exec(typed);
  const number = match && readNumber(match);
  if (!match || number === null || !Number.isFinite(number)) {
    throw new InvalidInput(field, text, `can't be read as a figure: type something like ${exampleFor(quantity)}`);
  }
  const isFraction = match[3] !== undefined;
  const unitKey = match[6]
    ? findUnit(field, match[6], quantity)
    : isFraction && quantity === 'length'
      ? 'in'
      : defaultUnit;
  const unit = unitOf(quantity, unitKey);
  return { value: number * unit.si + (unit.offset ?? 0), unit: unitKey, typed };
}

/** The unit of that key. @throws InvalidInput for an unknown one */
export function unitOf(quantity: Quantity, key: string): Unit {
  const unit = UNITS[quantity][key];
  if (!unit) throw new InvalidInput('unit', key, `is not a unit of ${quantity}`);
  return unit;
}

function readNumber(match: RegExpExecArray): number | null {
  const [, sign, whole, numerator, denominator, decimal] = match;
  const factor = sign === '-' ? -1 : 1;
  if (numerator !== undefined) return factor * (Number(whole ?? 0) + Number(numerator) / Number(denominator));
  if (whole !== undefined && decimal) return null;
  const plain = whole ?? decimal;
  if (!plain || plain === '.' || plain === ',') return null;
  return factor * Number(plain.replace(',', '.'));
}

function findUnit(field: string, word: string, quantity: Quantity): string {
  const wanted = word.trim().toLowerCase();
  for (const [key, unit] of Object.entries(UNITS[quantity])) if (unit.spellings.includes(wanted)) return key;
  const known = Object.values(UNITS[quantity]).map((unit) => unit.symbol);
  throw new InvalidInput(field, word, `"${word.trim()}" is not a unit of ${quantity} here: use ${known.join(', ')}`);
}

function exampleFor(quantity: Quantity): string {
  const examples: Record<Quantity, string> = {
    length: '2.8, 0.110 in, 7/64 or 110 thou',
    area: '120 cm² or 18 in²',
    volume: '480 cm³ or 29 in³',
    mass: '214 g or 7.5 oz',
    force: '9.8 N, 1 kgf or 2.2 lbf',
    density: '420 kg/m³ or 0.42 g/cm³',
    modulus: '11.5 GPa',
    ratio: '46 %',
    temperature: '21 °C or 70 °F',
    angle: '98°',
    pressure: '150 kPa or 22 psi',
    duration: '5 min or 300 s',
    'line-mass': '5.7 g/m',
    'second-moment': '2040 mm⁴',
  };
  return examples[quantity];
}
