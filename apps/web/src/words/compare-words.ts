/** What is compared between builds, in a maker's words and units. */
import { formatQuantity, type UnitChoice } from '@nimble/core/units';
import type { Preferences } from '../ui/preferences';
import { degreeWords } from './figure-words';
import { valueWords } from './round-words';

export const FIGURES: readonly (readonly [string, string])[] = [
  ['thickness', 'Plate, mean'],
  ['plateMass', 'Plate alone weighs'],
  ['mass', 'Braced plate weighs'],
  ['flex:along', 'Bend along'],
  ['flex:across', 'Bend across'],
  ['flex:edge-bass', 'Bass edge'],
  ['flex:edge-treble', 'Treble edge'],
  ['modulusAlong', 'Stiffness along'],
  ['modulusAcross', 'Stiffness across'],
  ['density', 'Density'],
  ['ring', 'Ring'],
  ['note', 'Loudest note, free'],
  ['air', 'Air note'],
  ['top', 'Top note'],
  ['turn', 'Bridge leans'],
];

const NAMES = new Map(FIGURES);
export const figureName = (key: string) => NAMES.get(key) ?? key;

const GIGA = 1e9;

export function figureWords(key: string, value: number, units: UnitChoice, choice: Preferences): string {
  switch (key) {
    case 'thickness': {
      const { figure, symbol } = formatQuantity(
        value,
        'length',
        units.thickness === 'in-fraction' ? 'in' : units.thickness,
      );
      return `${figure} ${symbol}`;
    }
    case 'modulusAlong':
      return `${(value / GIGA).toFixed(1)} GPa`;
    case 'modulusAcross':
      return `${(value / GIGA).toFixed(2)} GPa`;
    case 'density':
      return `${value.toFixed(0)} kg/m³`;
    case 'plateMass':
      return valueWords('mass', value, units, choice);
    case 'ring':
      return `${value.toFixed(2)} s`;
    case 'note':
    case 'air':
    case 'top':
      return `${value.toFixed(0)} Hz`;
    case 'turn':
      return degreeWords(value);
    default:
      return valueWords(key, value, units, choice);
  }
}
