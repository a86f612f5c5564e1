/**
 * Braces as a plate of a family usually has them, for practice and the demo: lines as shares of the plate's size,
 * heights as glued.
 */
import type { PlateShape } from '../outline';
import type { SimulatedBrace } from './braced-plate';

/**
 * Name, ends as shares of the length from the neck end and of the half width from the centre line, width and height
 * [mm].
 */
type Line = readonly [
  name: string,
  fromX: number,
  fromY: number,
  toX: number,
  toY: number,
  width: number,
  height: number,
];

const X_PATTERN: readonly Line[] = [
  ['upper bar', 0.13, -0.62, 0.13, 0.62, 9, 12],
  ['X, treble leg', 0.22, 0.6, 0.88, -0.66, 7.5, 13],
  ['X, bass leg', 0.22, -0.6, 0.88, 0.66, 7.5, 13],
  ['upper tone bar', 0.62, 0.16, 0.86, -0.36, 6.5, 9],
  ['lower tone bar', 0.76, 0.32, 0.92, -0.06, 6.5, 8.5],
];
const FAN: readonly Line[] = [
  ['harmonic bar', 0.2, -0.66, 0.2, 0.66, 7, 14],
  ['lower bar', 0.46, -0.56, 0.46, 0.56, 7, 13],
  ...[-0.36, -0.18, 0, 0.18, 0.36].map((y, i): Line => [`fan ${i + 1}`, 0.5, 0.6 * y, 0.92, 1.3 * y, 6, 5.5]),
];
const BARS: readonly Line[] = [
  ['treble bar', 0.22, -0.24, 0.9, -0.34, 7, 11],
  ['bass bar', 0.22, 0.24, 0.9, 0.34, 7, 11],
];
const MODULUS = 11.5e9;
const DENSITY = 410;

export function usualBraces(family: string, { bounds, length, width }: PlateShape): SimulatedBrace[] {
  const lines = family === 'steel-string' ? X_PATTERN : family === 'nylon-string' ? FAN : BARS;
  return lines.map(([name, fromX, fromY, toX, toY, breadth, height]) => ({
    name,
    from: [bounds.xMin + fromX * length, (fromY * width) / 2],
    to: [bounds.xMin + toX * length, (toY * width) / 2],
    width: breadth / 1000,
    height: height / 1000,
    modulus: MODULUS,
    density: DENSITY,
  }));
}
