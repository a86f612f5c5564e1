/** The schools' names and figures as the maker reads them. Pure. */
import {
  formatMass, formatThickness, halfInterval, inWords,
  type Estimate, type LeadVerdict, type ThicknessRule, type UnitChoice,
} from '@nimble/core'; // prettier-ignore

export const RULE_WORDS: Record<ThicknessRule, string> = {
  stiffness: 'Target stiffness',
  flex: 'Same flex',
  pitch: 'Pitch',
  ring: 'Ring',
  number: 'Number',
  weight: 'Weight',
};

export const VERDICT_WORDS: Record<LeadVerdict['kind'], string> = {
  'go-on': 'Go on',
  nearly: 'Nearly',
  stop: 'Stop here',
  past: 'Past it',
  unknown: 'Not yet known',
};

export function thicknessWords(estimate: Estimate, units: UnitChoice): string {
  return `${formatThickness(estimate.value, units).figure} ± ${inWords(formatThickness(halfInterval(estimate), units))}`;
}

export function massWords(estimate: Estimate, units: UnitChoice): string {
  return `${formatMass(estimate.value, units).figure} ± ${inWords(formatMass(halfInterval(estimate), units))}`;
}
