/** What really came off between two surveys of a plate, and whether the scale agrees. SI. */
import { integrate, type ThicknessMap } from './thickness-map';

export interface Removal {
  /** Thickness before less thickness after, per cell [m], length nx * ny. */
  depth: Float64Array;
  /** Mean over the wood [m] and volume [m3]. */
  mean: number;
  volume: number;
  /**
   * Mean density of what came off by scale and volume [kg/m3]; null when either survey was not weighed or nothing came
   * off.
   */
  density: number | null;
}

/** Both maps on the same grid. @param masses of the plate at each survey [kg], null where it was not weighed */
export function removalBetween(
  before: ThicknessMap,
  after: ThicknessMap,
  masses: { before: number | null; after: number | null },
): Removal {
  const depth = before.thickness.map((h, cell) => h - after.thickness[cell]);
  const volume = integrate(after.grid, (cell) => depth[cell]);
  const weighed = masses.before !== null && masses.after !== null && volume > 0;
  return {
    depth,
    volume,
    mean: volume / integrate(after.grid, () => 1),
    density: weighed ? (masses.before! - masses.after!) / volume : null,
  };
}
