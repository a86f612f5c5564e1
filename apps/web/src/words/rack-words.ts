/** The rack's figures as the maker reads them. Pure. */
import { formatQuantity, formatThickness, type Quantity, type UnitChoice } from '@nimble/core/units';
import { halfInterval, type Estimate } from '@nimble/core/base';
import { runoutInWords, speciesPrior, type BraceFigures, type MeasuredBy } from '@nimble/core/wood';
import type { WoodSet } from '../api/wood';

const BY_WORDS: Record<MeasuredBy, string> = {
  prior: 'species’ mean',
  scale: 'by scale',
  flex: 'by flex',
  knock: 'by knock',
  both: 'flex and knock',
};

/** "11.2 ± 0.4 GPa": the ± holds nine in ten. */
export function estimateWords(estimate: Estimate, quantity: Quantity, unit: string, decimals?: number): string {
  const value = formatQuantity(estimate.value, quantity, unit, decimals);
  return `${value.figure} ± ${formatQuantity(halfInterval(estimate), quantity, unit, decimals).figure} ${value.symbol}`;
}

export function byWords(by: MeasuredBy): string {
  return BY_WORDS[by];
}

export function speciesName(set: Pick<WoodSet, 'species'>): string {
  return speciesPrior(set.species)?.name ?? set.species;
}

export interface Compared {
  name: string;
  value: string;
  unit: string;
}

/** "11.2 ± 0.4", its unit apart. */
function plusMinus(estimate: Estimate, unit: string, decimals: number): string {
  return estimateWords(estimate, 'modulus', unit, decimals).replace(` ${unit}`, '');
}

const row = (name: string, value: string, unit: string): Compared => ({ name, value, unit });
/** Straight grain that nobody looked at is no straight grain. */
const leftWords = (share: number | null) => (share === null ? '–' : percent(share));

export const runoutWords = ({ runout }: Pick<WoodSet, 'runout'>): string =>
  runout === null ? 'not looked at' : runoutInWords(runout);

const percent = (share: number, decimals = 0) => (100 * share).toFixed(decimals);

/** The figures of a set that are compared side by side. */
export function comparison(set: WoodSet, units: UnitChoice): Compared[] {
  const { density, modulusAlong } = set.properties;
  const wood = [
    row('Density', String(Math.round(density.value)), 'kg/m³'),
    row('Stiffness along', plusMinus(modulusAlong, 'GPa', 1), 'GPa'),
  ];
  return [...wood, ...(set.brace ? ofBrace(set.brace) : ofPlate(set, units)), row('Runout', runoutWords(set), '')];
}

function ofBrace({ specificStiffness, height, massPerLength, stiffnessLeft, strengthLeft }: BraceFigures): Compared[] {
  return [
    row('Stiffness for weight', (specificStiffness / 1e6).toFixed(1), 'MN m/kg'),
    row('Height for a stiff 8 × 14', formatQuantity(height, 'length', 'mm', 1).figure, 'mm, 8 wide'),
    row('that weighs', (1000 * massPerLength).toFixed(0), 'g per metre'),
    row('Stiffness the slope leaves', leftWords(stiffnessLeft), '%'),
    row('Strength the slope leaves', leftWords(strengthLeft), '%'),
  ];
}

function ofPlate({ properties, thickness }: WoodSet, units: UnitChoice): Compared[] {
  const { modulusAcross, shearModulus, figures, ratio, damping } = properties;
  const loss = damping?.along ?? null;
  const now = formatThickness(thickness, units);
  return [
    row('Stiffness across', plusMinus(modulusAcross, 'GPa', 2), 'GPa'),
    row('Shear', plusMinus(shearModulus, 'GPa', 2), 'GPa'),
    row('Across / along', percent(ratio, 1), '%'),
    row('Speed along', String(Math.round(figures.speed)), 'm/s'),
    row('Radiation ratio', figures.radiationRatio.toFixed(1), 'm⁴/kg s'),
    loss === null
      ? row('Damping along', 'not timed', '')
      : row('Damping along', `${percent(loss, 2)} %, Q ${Math.round(1 / loss)}`, ''),
    row('Thickness now', now.figure, now.symbol),
  ];
}

/** The usual reasons when a flex and a knock of one board tell different stiffnesses. */
export const CLASH_CAUSES =
  'Usual causes: the thickness was read elsewhere than it bends, the board was not seated or was held off its nodes, a note was misnamed, or the board is cupped.';
