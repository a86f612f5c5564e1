/** Every factor between what people say and SI, written once. `si` is what one of the unit is in the base unit. */

import { DEGREE, STANDARD_GRAVITY } from './factors';

export type Quantity =
  | 'length'
  | 'area'
  | 'volume'
  | 'mass'
  | 'force'
  | 'density'
  | 'modulus'
  | 'ratio'
  | 'temperature'
  | 'angle'
  | 'pressure'
  | 'duration'
  | 'line-mass'
  | 'second-moment';

export interface Unit {
  /** The name shown after a figure. */
  readonly symbol: string;
  /** All the ways people write it, lower case. */
  readonly spellings: readonly string[];
  readonly si: number;
  /** Added after scaling; only temperatures have one. */
  readonly offset?: number;
}

const METRES_PER_INCH = 0.0254;
const KILOGRAMS_PER_POUND = 0.45359237;

const LENGTH_UNITS = {
  mm: { symbol: 'mm', spellings: ['mm', 'millimetre', 'millimetres', 'millimeter', 'millimeters'], si: 1e-3 },
  cm: { symbol: 'cm', spellings: ['cm'], si: 1e-2 },
  m: { symbol: 'm', spellings: ['m', 'metre', 'metres', 'meter', 'meters'], si: 1 },
  in: { symbol: 'in', spellings: ['in', 'inch', 'inches', '"', '″', '”'], si: METRES_PER_INCH },
  thou: { symbol: 'thou', spellings: ['thou', 'mil', 'mils', 'th'], si: METRES_PER_INCH / 1000 },
  ft: { symbol: 'ft', spellings: ['ft', 'foot', 'feet', "'", '′'], si: 12 * METRES_PER_INCH },
} as const satisfies Record<string, Unit>;

const AREA_UNITS = {
  'cm²': { symbol: 'cm²', spellings: ['cm²', 'cm2'], si: 1e-4 },
  'in²': { symbol: 'in²', spellings: ['in²', 'in2'], si: METRES_PER_INCH ** 2 },
} as const satisfies Record<string, Unit>;

const VOLUME_UNITS = {
  'cm³': { symbol: 'cm³', spellings: ['cm³', 'cm3', 'cc'], si: 1e-6 },
  'in³': { symbol: 'in³', spellings: ['in³', 'in3'], si: METRES_PER_INCH ** 3 },
} as const satisfies Record<string, Unit>;

const MASS_UNITS = {
  g: { symbol: 'g', spellings: ['g', 'gr', 'gram', 'grams'], si: 1e-3 },
  kg: { symbol: 'kg', spellings: ['kg', 'kilogram', 'kilograms'], si: 1 },
  oz: { symbol: 'oz', spellings: ['oz', 'ounce', 'ounces'], si: KILOGRAMS_PER_POUND / 16 },
  lb: { symbol: 'lb', spellings: ['lb', 'lbs', 'pound', 'pounds'], si: KILOGRAMS_PER_POUND },
} as const satisfies Record<string, Unit>;

export const FORCE_UNITS = {
  N: { symbol: 'N', spellings: ['n', 'newton', 'newtons'], si: 1 },
  kgf: { symbol: 'kgf', spellings: ['kgf', 'kp'], si: STANDARD_GRAVITY },
  lbf: { symbol: 'lbf', spellings: ['lbf'], si: KILOGRAMS_PER_POUND * STANDARD_GRAVITY },
} as const satisfies Record<string, Unit>;

const DENSITY_UNITS = {
  'kg/m³': { symbol: 'kg/m³', spellings: ['kg/m³', 'kg/m3'], si: 1 },
  'g/cm³': { symbol: 'g/cm³', spellings: ['g/cm³', 'g/cm3', 'g/cc'], si: 1000 },
} as const satisfies Record<string, Unit>;

const MODULUS_UNITS = {
  GPa: { symbol: 'GPa', spellings: ['gpa'], si: 1e9 },
  MPa: { symbol: 'MPa', spellings: ['mpa', 'n/mm²', 'n/mm2'], si: 1e6 },
} as const satisfies Record<string, Unit>;

const RATIO_UNITS = {
  '%': { symbol: '%', spellings: ['%', 'percent', '% rh', 'rh'], si: 1e-2 },
} as const satisfies Record<string, Unit>;

/** The base is the degree Celsius: nothing here needs absolute temperature. */
const TEMPERATURE_UNITS = {
  '°C': { symbol: '°C', spellings: ['°c', 'c', 'deg c'], si: 1 },
  '°F': { symbol: '°F', spellings: ['°f', 'f', 'deg f'], si: 5 / 9, offset: -160 / 9 },
} as const satisfies Record<string, Unit>;

const ANGLE_UNITS = {
  '°': { symbol: '°', spellings: ['°', 'deg', 'degree', 'degrees'], si: DEGREE },
} as const satisfies Record<string, Unit>;

const PRESSURE_UNITS = {
  kPa: { symbol: 'kPa', spellings: ['kpa'], si: 1e3 },
  MPa: { symbol: 'MPa', spellings: ['mpa', 'n/mm²', 'n/mm2'], si: 1e6 },
  psi: { symbol: 'psi', spellings: ['psi'], si: (KILOGRAMS_PER_POUND * STANDARD_GRAVITY) / METRES_PER_INCH ** 2 },
} as const satisfies Record<string, Unit>;

const DURATION_UNITS = {
  s: { symbol: 's', spellings: ['s', 'sec', 'second', 'seconds'], si: 1 },
  min: { symbol: 'min', spellings: ['min', 'minute', 'minutes'], si: 60 },
  h: { symbol: 'h', spellings: ['h', 'hour', 'hours'], si: 3600 },
} as const satisfies Record<string, Unit>;

const SECOND_MOMENT_UNITS = {
  'mm⁴': { symbol: 'mm⁴', spellings: ['mm⁴', 'mm4'], si: 1e-12 },
} as const satisfies Record<string, Unit>;

const LINE_MASS_UNITS = {
  'g/m': { symbol: 'g/m', spellings: ['g/m'], si: 1e-3 },
} as const satisfies Record<string, Unit>;

/** A point of printing is 1/72 inch. */
export const POINTS_PER_METRE = 72 / METRES_PER_INCH;

export const UNITS: Record<Quantity, Readonly<Record<string, Unit>>> = {
  length: LENGTH_UNITS,
  area: AREA_UNITS,
  volume: VOLUME_UNITS,
  mass: MASS_UNITS,
  force: FORCE_UNITS,
  density: DENSITY_UNITS,
  modulus: MODULUS_UNITS,
  ratio: RATIO_UNITS,
  temperature: TEMPERATURE_UNITS,
  angle: ANGLE_UNITS,
  pressure: PRESSURE_UNITS,
  duration: DURATION_UNITS,
  'line-mass': LINE_MASS_UNITS,
  'second-moment': SECOND_MOMENT_UNITS,
};
