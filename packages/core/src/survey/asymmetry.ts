/** Left against right: the plate less its own mirror image about the centre line. */
import { integrate, type ThicknessMap } from './thickness-map';

export interface Asymmetry {
  /** Thickness here less thickness at the mirrored place [m], length nx * ny; zero where either is not wood. */
  difference: Float64Array;
  /** Root mean square over the wood [m]. */
  rms: number;
  /** Mean of the +y half less mean of the -y half [m]. */
  halves: number;
}

export function asymmetry(map: ThicknessMap): Asymmetry {
  const { grid, thickness } = map;
  const { nx, ny, wood } = grid;
  const difference = new Float64Array(thickness.length);
  for (let row = 0; row < ny; row++) {
    for (let column = 0; column < nx; column++) {
      const here = row * nx + column;
      const there = (ny - 1 - row) * nx + column;
      if (wood[here] > 0 && wood[there] > 0) difference[here] = thickness[here] - thickness[there];
    }
  }
  const area = integrate(grid, () => 1);
  const upperHalf = (nx * ny) / 2;
  return {
    difference,
    rms: Math.sqrt(integrate(grid, (cell) => difference[cell] ** 2) / area),
    halves: integrate(grid, (cell) => (cell >= upperHalf ? difference[cell] : 0)) / (area / 2),
  };
}
