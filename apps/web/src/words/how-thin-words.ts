/** Figures of the schools as the maker reads them. Pure. */
import { formatMass, formatThickness, inWords, type UnitChoice } from '@nimble/core/units';
import { halfInterval, type Estimate } from '@nimble/core/base';

export function thicknessWords(estimate: Estimate, units: UnitChoice): string {
  return `${formatThickness(estimate.value, units).figure} ± ${inWords(formatThickness(halfInterval(estimate), units))}`;
}

export function massWords(estimate: Estimate, units: UnitChoice): string {
  return `${formatMass(estimate.value, units).figure} ± ${inWords(formatMass(halfInterval(estimate), units))}`;
}
