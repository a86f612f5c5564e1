import type { Family } from '../outline';
import { usualBridge } from './bridge-line';
import type { BracingPlan } from './bracing-plan';

/**
 * Radius of the dome that makers mostly give a construction [m]; none where it is flat by name, or has an arch of its
 * own.
 */
const DOMES = { flat: null, carved: null, domed: 7.62, sandwich: 8.5 } as const;

/** Before anything is drawn: the family's bridge, and the construction's dome. */
export function emptyPlan(family: Family, construction: 'flat' | 'domed' | 'carved' | 'sandwich'): BracingPlan {
  const archRadius = DOMES[construction];
  return {
    braces: [],
    laps: [],
    patches: [],
    bridge: usualBridge(family),
    strings: null,
    archRadius,
    dishRadius: archRadius,
    rodThroughHole: family === 'steel-string',
  };
}
