/**
 * A smooth surface through values at scattered places: a modified Shepard blend of local planes.
 * Each place carries a plane through its own value with the slope that fits its neighbours best; the planes are blended
 * by Franke-Little weights ((R - d) / (R d))^2, which grow without bound at the place itself and end smoothly at its
 * radius R. So the surface passes through every value, has no kinks, and gives back a linear field exactly, also a
 * little outside the places.
 * Source: Renka 1988, ACM TOMS algorithm 660, with linear nodal functions (quadratic ones overshoot at a rim).
 */

export interface SurfacePlan {
  /** Places [m], length n. */
  x: Float64Array;
  y: Float64Array;
  /** Radius of influence of each place [m], length n. */
  radius: Float64Array;
  /** Neighbours of place i are neighbour[i * reach] up to, not with, neighbour[(i + 1) * reach]. */
  neighbour: Int32Array;
  /** Slope stencils, parallel to `neighbour`: dz/dx = sum slopeX (z_j - z_i). */
  slopeX: Float64Array;
  slopeY: Float64Array;
  reach: number;
}

export interface Surface {
  plan: SurfacePlan;
  /** Values and slopes at the places, length n. */
  value: Float64Array;
  gradientX: Float64Array;
  gradientY: Float64Array;
}

const NEIGHBOURS = 10;
/** Directions whose share of the neighbours' spread is below this carry no slope: places on one line can't tell it. */
const LEAST_SPREAD = 1e-3;

/** Everything that depends on the places alone; `fitSurface` may then be run for many sets of values. Cost n^2. */
export function planSurface(x: Float64Array, y: Float64Array): SurfacePlan {
  const count = x.length;
  const reach = Math.max(0, Math.min(NEIGHBOURS, count - 1));
  const plan: SurfacePlan = {
    x,
    y,
    radius: new Float64Array(count),
    neighbour: new Int32Array(count * reach),
    slopeX: new Float64Array(count * reach),
    slopeY: new Float64Array(count * reach),
    reach,
  };
  const nearest = { index: new Int32Array(reach + 1), distance2: new Float64Array(reach + 1) };
  for (let i = 0; i < count; i++) {
    findNearest(plan, i, nearest);
    setStencil(plan, i, Math.sqrt(nearest.distance2[Math.max(0, reach - 1)]));
  }
  return plan;
}

/** @param value one per place [any unit], length n; kept, not copied */
export function fitSurface(plan: SurfacePlan, value: Float64Array): Surface {
  const count = plan.x.length;
  const gradientX = new Float64Array(count);
  const gradientY = new Float64Array(count);
  const { reach, neighbour, slopeX, slopeY } = plan;
  for (let i = 0; i < count; i++) {
    for (let k = i * reach; k < (i + 1) * reach; k++) {
      const rise = value[neighbour[k]] - value[i];
      gradientX[i] += slopeX[k] * rise;
      gradientY[i] += slopeY[k] * rise;
    }
  }
  return { plan, value, gradientX, gradientY };
}

/** A regular grid to fill: cell centres at x0 + i pitch, y0 + j pitch. */
export interface GridFrame {
  nx: number;
  ny: number;
  x0: number;
  y0: number;
  pitch: number;
}

/**
 * Writes the surface at every grid point, x fastest.
 * @param out length nx * ny @param unread set to 1 where no place reaches (the value there is carried on from the
 * nearest ones), else 0
 */
export function fillSurface(surface: Surface, frame: GridFrame, out: Float64Array, unread: Uint8Array): void {
  const weights = new Float64Array(out.length);
  out.fill(0);
  for (let i = 0; i < surface.value.length; i++) addPlace(surface, i, frame, { out, weights });
  for (let cell = 0; cell < out.length; cell++) {
    unread[cell] = weights[cell] > 0 ? 0 : 1;
    out[cell] = weights[cell] > 0 ? out[cell] / weights[cell] : carriedOn(surface, ...cellCentre(frame, cell));
  }
}

/** The surface at one place. */
export function surfaceAt(surface: Surface, x: number, y: number): number {
  const frame = { nx: 1, ny: 1, x0: x, y0: y, pitch: 1 };
  const out = new Float64Array(1);
  fillSurface(surface, frame, out, new Uint8Array(1));
  return out[0];
}

/**
 * What its neighbours say each value should be: a weighted plane through them, the place itself left out. Length n.
 * Null with fewer than three neighbours.
 */
export function predictFromNeighbours(surface: Surface): Float64Array | null {
  const { plan, value, gradientX, gradientY } = surface;
  const { reach, neighbour, radius, x, y } = plan;
  if (reach < 3) return null;
  return value.map((_, i) => {
    let sum = 0;
    let weights = 0;
    for (let k = i * reach; k < (i + 1) * reach; k++) {
      const j = neighbour[k];
      const dx = x[i] - x[j];
      const dy = y[i] - y[j];
      const w = (1 - Math.min(1, (dx * dx + dy * dy) / (radius[i] * radius[i]))) ** 2;
      sum += w * (value[j] + gradientX[i] * dx + gradientY[i] * dy);
      weights += w;
    }
    return weights > 0 ? sum / weights : value[i];
  });
}

interface Nearest {
  index: Int32Array;
  distance2: Float64Array;
}

/** Keeps the `reach` nearest of place i by insertion into a short sorted list. */
function findNearest(plan: SurfacePlan, i: number, { index, distance2 }: Nearest): void {
  const { x, y, reach, neighbour } = plan;
  let kept = 0;
  for (let j = 0; j < x.length; j++) {
    if (j === i) continue;
    const d2 = (x[j] - x[i]) ** 2 + (y[j] - y[i]) ** 2;
    if (kept === reach && d2 >= distance2[kept - 1]) continue;
    let k = kept < reach ? kept++ : kept - 1;
    for (; k > 0 && distance2[k - 1] > d2; k--) {
      distance2[k] = distance2[k - 1];
      index[k] = index[k - 1];
    }
    distance2[k] = d2;
    index[k] = j;
  }
  neighbour.set(index.subarray(0, reach), i * reach);
}

/** Weighted least-squares slope as a linear form of the neighbours' rises, by the eigenvectors of the 2 x 2 spread. */
function setStencil(plan: SurfacePlan, i: number, farthest: number): void {
  const { x, y, reach, neighbour, slopeX, slopeY, radius } = plan;
  radius[i] = reach === 0 ? 1 : farthest * 1.05;
  let xx = 0;
  let xy = 0;
  let yy = 0;
  const weightOf = (dx: number, dy: number) => (1 - Math.min(1, (dx * dx + dy * dy) / (radius[i] * radius[i]))) ** 2;
  for (let k = i * reach; k < (i + 1) * reach; k++) {
    const dx = x[neighbour[k]] - x[i];
    const dy = y[neighbour[k]] - y[i];
    const w = weightOf(dx, dy);
    xx += w * dx * dx;
    xy += w * dx * dy;
    yy += w * dy * dy;
  }
  const inverse = pseudoInverse(xx, xy, yy);
  for (let k = i * reach; k < (i + 1) * reach; k++) {
    const dx = x[neighbour[k]] - x[i];
    const dy = y[neighbour[k]] - y[i];
    const w = weightOf(dx, dy);
    slopeX[k] = w * (inverse.xx * dx + inverse.xy * dy);
    slopeY[k] = w * (inverse.xy * dx + inverse.yy * dy);
  }
}

function pseudoInverse(xx: number, xy: number, yy: number): { xx: number; xy: number; yy: number } {
  const mean = (xx + yy) / 2;
  const half = Math.hypot((xx - yy) / 2, xy);
  const angle = Math.atan2(2 * xy, xx - yy) / 2;
  const c = Math.cos(angle);
  const s = Math.sin(angle);
  const inverted = (eigenvalue: number) =>
    eigenvalue > LEAST_SPREAD * (mean + half) && eigenvalue > 0 ? 1 / eigenvalue : 0;
  const large = inverted(mean + half);
  const small = inverted(mean - half);
  return { xx: large * c * c + small * s * s, xy: (large - small) * c * s, yy: large * s * s + small * c * c };
}

/** Adds one place's weighted plane to all grid points within its radius. */
function addPlace(
  surface: Surface,
  i: number,
  frame: GridFrame,
  { out, weights }: { out: Float64Array; weights: Float64Array },
): void {
  const { nx, ny, x0, y0, pitch } = frame;
  const px = surface.plan.x[i];
  const py = surface.plan.y[i];
  const R = surface.plan.radius[i];
  const z = surface.value[i];
  const gx = surface.gradientX[i];
  const gy = surface.gradientY[i];
  const floor2 = (1e-6 * R) ** 2;
  const iFrom = Math.max(0, Math.ceil((px - R - x0) / pitch));
  const iTo = Math.min(nx - 1, Math.floor((px + R - x0) / pitch));
  const jFrom = Math.max(0, Math.ceil((py - R - y0) / pitch));
  const jTo = Math.min(ny - 1, Math.floor((py + R - y0) / pitch));
  for (let row = jFrom; row <= jTo; row++) {
    const dy = y0 + row * pitch - py;
    for (let column = iFrom; column <= iTo; column++) {
      const dx = x0 + column * pitch - px;
      const d2 = Math.max(floor2, dx * dx + dy * dy);
      const d = Math.sqrt(d2);
      if (d >= R) continue;
      const w = (R - d) ** 2 / (R * R * d2);
      const cell = row * nx + column;
      out[cell] += w * (z + gx * dx + gy * dy);
      weights[cell] += w;
    }
  }
}

/** Beyond every radius: planes followed no farther than their radius, weighted by 1/d^4, so that nothing runs away. */
function carriedOn(surface: Surface, x: number, y: number): number {
  const { plan, value, gradientX, gradientY } = surface;
  let sum = 0;
  let weights = 0;
  for (let i = 0; i < value.length; i++) {
    const dx = x - plan.x[i];
    const dy = y - plan.y[i];
    const d2 = dx * dx + dy * dy || Number.MIN_VALUE;
    const share = Math.min(1, plan.radius[i] / Math.sqrt(d2));
    const w = 1 / (d2 * d2);
    sum += w * (value[i] + share * (gradientX[i] * dx + gradientY[i] * dy));
    weights += w;
  }
  return weights > 0 ? sum / weights : 0;
}

function cellCentre({ nx, x0, y0, pitch }: GridFrame, cell: number): [number, number] {
  return [x0 + (cell % nx) * pitch, y0 + Math.floor(cell / nx) * pitch];
}
