import type { Family } from '../outline';
import { usualBridge } from './bridge-line';
import type { BracingPlan } from './bracing-plan';

/** Before anything is drawn: the family's bridge, and the dome its makers mostly give it. */
export function emptyPlan(family: Family, construction: 'flat' | 'domed' | 'carved' | 'sandwich'): BracingPlan {
  const archRadius = construction === 'carved' ? null : construction === 'domed' ? 7.62 : 8.5;
  return { braces: [], laps: [], patches: [], bridge: usualBridge(family), strings: null, archRadius, dishRadius: archRadius, rodThroughHole: family === 'steel-string' }; // prettier-ignore
}
