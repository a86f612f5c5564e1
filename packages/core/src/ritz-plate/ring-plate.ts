/**
 * Sag of an orthotropic plate that lies on a ring with a weight in its middle, by Ritz on the disc inside the ring.
 *   w = (1 - r^2) sum c_ij x^2i y^2j,   2 U = int D_L w_xx^2 + 2 D_1 w_xx w_yy + D_C w_yy^2 + 4 D_k w_xy^2
 * The ring holds it down nowhere and turns with it (simply supported); what overhangs the ring is left out, which makes
 * it look a little softer. Thin plate, no shear.   Source: Timoshenko and Woinowsky-Krieger, art. 18 (isotropic limit),
 * Ritz as in art. 86.
 */
import { requirePositive } from '../base';
import { solveSymmetricInPlace } from '../linalg';
import type { FreePlate } from './free-plate';

export type PlateRigidity = Pick<FreePlate, 'D_L' | 'D_C' | 'D_1' | 'D_k'>;

/**
 * Highest power of r^2 in the sum; 8 comes within half a percent of the point under the weight, where the curvature is
 * infinite.
 */
const DEGREE = 8;

/** A polynomial in x and y as [coefficient, power of x, power of y]. */
type Term = readonly [number, number, number];

/** Sag under the weight per force [m/N]. */
export function ringCompliance(plate: PlateRigidity, radius: number): number {
  requirePositive('radius', radius);
  for (const field of ['D_L', 'D_C', 'D_k'] as const) requirePositive(field, plate[field]);
  const shapes = shapesOf(DEGREE);
  const bent = shapes.map((shape) => ({
    xx: derive(derive(shape, 1), 1),
    yy: derive(derive(shape, 2), 2),
    xy: derive(derive(shape, 1), 2),
  }));
  const n = shapes.length;
  const K = new Float64Array(n * n);
  for (let i = 0; i < n; i++) {
    for (let j = 0; j <= i; j++) {
      const [a, b] = [bent[i], bent[j]];
      K[i * n + j] =
        plate.D_L * integral(a.xx, b.xx) +
        plate.D_1 * (integral(a.xx, b.yy) + integral(a.yy, b.xx)) +
        plate.D_C * integral(a.yy, b.yy) +
        4 * plate.D_k * integral(a.xy, b.xy);
    }
  }
  const c = Float64Array.from({ length: n }, (_, i) => Number(i === 0)); // only the first shape moves in the middle
  solveSymmetricInPlace(K, c);
  return c[0] * radius ** 2;
}

/** (1 - r^2) x^2i y^2j for i + j up to the degree; the constant one first. */
function shapesOf(degree: number): Term[][] {
  const shapes: Term[][] = [];
  for (let sum = 0; sum <= degree; sum++) {
    for (let i = sum; i >= 0; i--) {
      const [p, q] = [2 * i, 2 * (sum - i)];
      shapes.push([
        [1, p, q],
        [-1, p + 2, q],
        [-1, p, q + 2],
      ]);
    }
  }
  return shapes;
}

/** @param axis 1 for x, 2 for y */
function derive(terms: readonly Term[], axis: 1 | 2): Term[] {
  return terms
    .filter((term) => term[axis] > 0)
    .map(([c, p, q]): Term => (axis === 1 ? [c * p, p - 1, q] : [c * q, p, q - 1]));
}

/** Integral of a product over the unit disc. */
function integral(a: readonly Term[], b: readonly Term[]): number {
  let sum = 0;
  for (const [c1, p1, q1] of a) for (const [c2, p2, q2] of b) sum += c1 * c2 * discMoment(p1 + p2, q1 + q2);
  return sum;
}

/** int x^p y^q dA = 2 pi (p-1)!! (q-1)!! / (p+q)!! / (p+q+2) for even p and q, else zero. */
function discMoment(p: number, q: number): number {
  if (p % 2 === 1 || q % 2 === 1) return 0;
  let value = (2 * Math.PI) / (p + q + 2);
  // (p-1)!! (q-1)!! / (p+q)!!, taken factor by factor so that nothing overflows.
  for (let k = 1; k <= p / 2; k++) value *= (2 * k - 1) / (2 * k);
  for (let k = 1; k <= q / 2; k++) value *= (2 * k - 1) / (p + 2 * k);
  return value;
}
