/** A target that was found in one wood, as stiff in another. SI. */
import type { Estimate } from '../base';
import type { PlateShape } from '../outline';
import type { BuildWood } from '../project';
import { effectiveEllipse } from './carrying-factor';
import { checkTarget, type TargetSpec } from './target';
import { pumpingStiffness } from './thickness-rules';

export interface TargetInOtherWood {
  /** Thickness here over thickness there (1). */
  ratio: Estimate;
  /** As stiff against pumping everywhere; its limit stays. */
  target: TargetSpec;
}

/** Woods that differ by less in thickness are one wood (1). */
const SAME = 0.005;

/**
 * S h^3 stays what it was: h = h0 (S0 / S)^(1/3), with S of the part that pumps.
 * @returns null where the number is the same in both
 * @throws InvalidInput where the thickness would come below the target's limit
 */
export function targetInOtherWood(
  target: TargetSpec,
  from: BuildWood,
  to: BuildWood,
  shape: Pick<PlateShape, 'length' | 'width'>,
): TargetInOtherWood | null {
  const area = effectiveEllipse(shape);
  const value = Math.cbrt(pumpingStiffness(from, area) / pumpingStiffness(to, area));
  if (Math.abs(value - 1) < SAME) return null;
  const { base, rim } = target;
  const scaled: TargetSpec = {
    ...target,
    base:
      base.kind === 'even'
        ? { ...base, thickness: value * base.thickness }
        : base.kind === 'graded'
          ? { ...base, treble: value * base.treble, bass: value * base.bass }
          : { ...base, points: base.points.map((point) => ({ ...point, thickness: value * point.thickness })) },
    rim: rim && { ...rim, thinnerBy: value * rim.thinnerBy },
  };
  checkTarget(scaled);
  return { ratio: { value, sd: (value * Math.hypot(from.spread.E, to.spread.E)) / 3 }, target: scaled };
}
