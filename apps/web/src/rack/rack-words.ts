/** The rack's figures as the maker reads them. Pure. */
import {
  formatQuantity,
  halfInterval,
  speciesPrior,
  type Estimate,
  type MeasuredBy,
  type Quantity,
} from '@nimble/core';
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

export function degreesWords(radians: number): string {
  return `${((radians * 180) / Math.PI).toFixed(1)}°`;
}

/** Half a top's figures that are compared side by side. */
export function comparison(set: WoodSet): [name: string, value: string][] {
  const { density, modulusAlong, modulusAcross, shearModulus, figures, ratio } = set.properties;
  return [
    ['Density', `${Math.round(density.value)} kg/m³`],
    ['Stiffness along', estimateWords(modulusAlong, 'modulus', 'GPa', 1)],
    ['Stiffness across', estimateWords(modulusAcross, 'modulus', 'GPa', 2)],
    ['Shear', estimateWords(shearModulus, 'modulus', 'GPa', 2)],
    ['Across / along', `${(100 * ratio).toFixed(1)} %`],
    ['Speed along', `${Math.round(figures.speed)} m/s`],
    ['Radiation ratio', `${figures.radiationRatio.toFixed(1)} m⁴/kg s`],
    ['Runout', degreesWords(set.runout)],
  ];
}

/** The usual reasons when a flex and a knock of one board tell different stiffnesses. */
export const CLASH_CAUSES =
  'Usual causes: the thickness was read elsewhere than it bends, the board was not seated or was held off its nodes, a note was misnamed, or the board is cupped.';
