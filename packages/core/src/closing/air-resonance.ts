/**
 * The air of a closed box as one resonator: its volume as a spring, the air in its holes as masses. SI.
 * Holds while the box is small against the wave in air: below about 250 Hz for a guitar.
 */
import { InvalidInput, requireWithin } from '../base';
import { signedArea, type Polygon } from '../outline';

/** Dry air at 20 C: speed of sound [m/s], density [kg/m3]. */
export const AIR = { speed: 343.2, density: 1.204 } as const;

/** Half axes of the ellipse that stands for a hole: as long as the hole, and of its area [m]. */
export interface Opening {
  a: number;
  b: number;
}

export function ellipseOf(hole: Polygon): Opening {
  let longest = 0;
  for (const [x, y] of hole) for (const [u, v] of hole) longest = Math.max(longest, Math.hypot(x - u, y - v));
  const a = longest / 2;
  return { a, b: Math.abs(signedArea(hole)) / (Math.PI * a) };
}

/** Wider all round by a depth [m]. */
export const widened = ({ a, b }: Opening, depth: number): Opening => ({ a: a + depth, b: b + depth });

/**
 * Conductivity of a hole in a plate: 1/C = h / S + 1 / C_0, with C_0 of an ellipse in a thin plate, pi a / K(e) = 2 a
 * agm(1, b/a); 2 a for a circle. [m]
 * @param thickness of the plate at the hole [m]   Source: Rayleigh, Theory of Sound, articles 304 to 306.
 */
export function holeConductivity({ a, b }: Opening, thickness: number): number {
  const thin = 2 * a * meanOf(1, b / a);
  return 1 / (thickness / (Math.PI * a * b) + 1 / thin);
}

const CLOSE = 1e-12;

/** Arithmetic-geometric mean. */
function meanOf(x: number, y: number): number {
  while (Math.abs(x - y) > CLOSE * x) [x, y] = [(x + y) / 2, Math.sqrt(x * y)];
  return x;
}

export interface AirBox {
  /** [m3] */
  volume: number;
  openings: readonly Opening[];
  /** Of the plate at its holes [m]. */
  thickness: number;
}

const VOLUMES = [5e-4, 0.08] as const;

/** f = c / 2 pi sqrt(sum C / V), with walls that stand still [Hz]. @throws InvalidInput naming the field */
export function airResonance({ volume, openings, thickness }: AirBox): number {
  requireWithin('volume', volume, ...VOLUMES);
  if (openings.length === 0) throw new InvalidInput('holes', 0, 'are none: a box without a hole has no air note');
  const conductivity = openings.reduce((sum, opening) => sum + holeConductivity(opening, thickness), 0);
  return (AIR.speed / (2 * Math.PI)) * Math.sqrt(conductivity / volume);
}
