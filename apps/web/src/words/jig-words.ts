/** A jig in a maker's words. Pure. */
import { formatPlanLength, inWords, type UnitChoice } from '@nimble/core/units';
import type { Jig } from '@nimble/core/wood';

export function jigWords(jig: Jig, units: UnitChoice): string {
  const length = (value: number) => inWords(formatPlanLength(value, units));
  if (jig.kind === 'ring') return `whole plate on a ring of ${length(jig.diameter)}, weight in its middle`;
  if (jig.kind === 'cantilever')
    return `clamped, ${length(jig.span)} free ${jig.direction} the grain, weight ${length(jig.loadAt)} out`;
  const middle = Math.abs(jig.loadAt - jig.span / 2) < 1e-4 && Math.abs(jig.dialAt - jig.span / 2) < 1e-4;
  return `two supports ${length(jig.span)} apart ${jig.direction} the grain, ${
    middle ? 'weight and dial in the middle' : `weight at ${length(jig.loadAt)}, dial at ${length(jig.dialAt)}`
  }`;
}
