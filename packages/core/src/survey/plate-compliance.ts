/**
 * How far the plate as measured sags between two supports with a load in the middle, treated as a beam of varying width
 * and thickness.
 *   deflection / load = integral m(s)^2 / (E I(s)) ds,   I(s) = integral h^3 / 12 over the width,   m(s) = distance to the nearer support / 2
 * Beam theory: no shear, no bending across, so the figure itself is rough for a wide plate; what a shaving changes it
 * by is much better.
 * Source: Timoshenko, Strength of Materials, part I (unit-load theorem).
 */
import { InvalidInput } from '../base';
import type { ThicknessMap } from './thickness-map';

export type Direction = 'along' | 'across';

/** Supports sit as far in from the ends as this share of the plate, so that the thin ends carry nothing. */
export const DEFAULT_SPAN_SHARE = 0.8;

/**
 * @param modulus E_L for `along`, E_C for `across` [Pa] @param spanShare distance of the supports over the plate's size
 * in that direction
 * @returns deflection per load at mid-span [m/N]
 * @throws InvalidInput where nothing carries (a hole over the whole width) or the span is not within the plate
 */
export function plateCompliance(
  map: Pick<ThicknessMap, 'grid' | 'thickness'>,
  direction: Direction,
  modulus: number,
  spanShare = DEFAULT_SPAN_SHARE,
): number {
  if (!(spanShare > 0 && spanShare <= 1)) throw new InvalidInput('spanShare', spanShare, 'must lie between 0 and 1');
  const secondMoment = secondMoments(map, direction);
  const { pitch } = map.grid;
  const size = secondMoment.to - secondMoment.from;
  const span = size * spanShare;
  const start = secondMoment.from + (size - span) / 2;
  let sum = 0;
  for (let k = 0; k < secondMoment.I.length; k++) {
    const low = Math.max(0, k * pitch - start);
    const high = Math.min(span, (k + 1) * pitch - start);
    if (high <= low) continue;
    if (!(secondMoment.I[k] > 0)) throw new InvalidInput('holes', k, 'leave no wood across the plate to carry a load');
    sum += squaredMoment(low, high, span) / secondMoment.I[k];
  }
  return sum / modulus;
}

/** Integral of (distance to the nearer support / 2)^2 from a to b. */
function squaredMoment(a: number, b: number, span: number): number {
  const upTo = (s: number) => (s <= span / 2 ? s ** 3 / 12 : span ** 3 / 48 - (span - s) ** 3 / 12);
  return upTo(b) - upTo(a);
}

/** Second moments of strips one cell wide. [from, to] is the wood's true extent, end cells counted by their share. */
function secondMoments({ grid, thickness }: Pick<ThicknessMap, 'grid' | 'thickness'>, direction: Direction) {
  const { nx, ny, pitch, wood } = grid;
  const count = direction === 'along' ? nx : ny;
  const I = new Float64Array(count);
  const cover = new Float64Array(count);
  for (let cell = 0; cell < wood.length; cell++) {
    const strip = direction === 'along' ? cell % nx : Math.floor(cell / nx);
    I[strip] += (wood[cell] * thickness[cell] ** 3 * pitch) / 12;
    cover[strip] = Math.max(cover[strip], wood[cell]);
  }
  const first = I.findIndex((value) => value > 0);
  const last = I.findLastIndex((value) => value > 0);
  return { I, from: (first + 1 - Math.min(1, cover[first])) * pitch, to: (last + Math.min(1, cover[last])) * pitch };
}
