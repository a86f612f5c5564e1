/** Does the top hold its strings for years? Stress against what softwood bears for so long, with the doubt of both. */
import type { FactoredTop, TopStress } from '../shell';
import { durationFactor, softwoodStrength, strengthAtSlope } from '../wood';
import type { TopPlan } from './top-plan';

export interface Reserve {
  /**
   * Allowed over actual, the least of plate along, plate across and each brace; and where nine of ten such tops lie.
   */
  factor: number;
  low: number;
  high: number;
  weakest: { part: 'plate-along' | 'plate-across' } | { part: 'brace'; id: string; name: string };
  /** Stress there, and what is allowed there for years [Pa]. */
  stress: number;
  allowed: number;
  verdict: 'holds' | 'little-left' | 'too-light';
}

/** Strings stay on for so long [s]. */
const YEARS = 10 * 365.25 * 86_400;
/** A peak over less of the plate than this is the mesh's, not the wood's. */
const PEAK = 0.01;
/** Of the model's own stresses. */
const MODEL_SPREAD = 0.15;
const NINE_OF_TEN = 1.645;
const LITTLE = 1.1;

export function reserveOf({ model }: FactoredTop, { plan, wood }: TopPlan, stress: TopStress): Reserve {
  const years = durationFactor(YEARS);
  const strength = softwoodStrength(wood.rho);
  const areas = model.plate.facets.map(({ area }) => area);
  const parts: Omit<Reserve, 'verdict' | 'low' | 'high' | 'factor'>[] = [
    {
      weakest: { part: 'plate-along' },
      stress: peakOf(stress.along.map(Math.abs), areas),
      allowed: years * strength.along,
    },
    { weakest: { part: 'plate-across' }, stress: peakOf(stress.across, areas), allowed: years * strength.across },
    ...stress.braces.map((brace, i) => ({
      weakest: { part: 'brace' as const, id: plan.braces[i].id, name: plan.braces[i].name },
      stress: Math.abs(brace.stress),
      allowed: years * softwoodStrength(plan.braces[i].density).along * strengthAtSlope(plan.braces[i].grainSlope),
    })),
  ];
  const least = parts.reduce((worst, part) =>
    part.allowed / part.stress < worst.allowed / worst.stress ? part : worst,
  );
  const factor = least.allowed / least.stress;
  const spread = Math.hypot(
    MODEL_SPREAD,
    least.weakest.part === 'plate-across' ? strength.acrossSpread : strength.alongSpread,
  );
  const low = factor * Math.exp(-NINE_OF_TEN * spread);
  return {
    ...least,
    factor,
    low,
    high: factor * Math.exp(NINE_OF_TEN * spread),
    verdict: low < 1 ? 'too-light' : low < LITTLE ? 'little-left' : 'holds',
  };
}

/** What all but a hundredth of the area stays under. */
function peakOf(values: Float64Array, areas: readonly number[]): number {
  const order = areas.map((_, t) => t).sort((a, b) => values[b] - values[a]);
  const whole = areas.reduce((sum, area) => sum + area, 0);
  let over = 0;
  for (const t of order) {
    over += areas[t];
    if (over >= PEAK * whole) return Math.max(0, values[t]);
  }
  return 0;
}
