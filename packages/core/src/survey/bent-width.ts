/**
 * How broad a plate is as a jig feels it: the even strip that would sag as much as the real outline, holes and waist
 * included. SI.
 */
import type { MapGrid } from './map-grid';
import { plateCompliance, type Direction } from './plate-compliance';

/**
 * 12 (span^3 / 48) / sag of a plate of unit thickness and modulus, supports evenly in from both ends.
 * @param size of the plate in that direction [m] @throws InvalidInput where a hole leaves no wood across it
 */
export function bentWidth(grid: MapGrid, direction: Direction, { span, size }: { span: number; size: number }): number {
  const thickness = new Float64Array(grid.wood.length).fill(1);
  return span ** 3 / 4 / plateCompliance({ grid, thickness }, direction, 1, Math.min(1, span / size));
}
