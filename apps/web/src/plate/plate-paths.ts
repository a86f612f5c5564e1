/**
 * SVG path data of a plate, in millimetres, x right from the neck end, y down towards the bass side as seen from
 * outside.
 */
import type { PlateShape, Polygon } from '@nimble/core/outline';

export const MM = 1000;

export function polygonPath(polygon: Polygon): string {
  return `M${polygon.map(([x, y]) => `${(x * MM).toFixed(2)} ${(y * MM).toFixed(2)}`).join('L')}Z`;
}

/** Outline and holes in one path, for fill-rule evenodd. */
export function woodPath(shape: PlateShape): string {
  return [shape.outline, ...shape.holes].map(polygonPath).join('');
}

/** Rings of a contour area: x0, y0, x1, y1 … in metres. */
export function ringsPath(rings: readonly Float64Array[]): string {
  let path = '';
  for (const ring of rings) {
    for (let i = 0; i < ring.length; i += 2)
      path += `${i === 0 ? 'M' : 'L'}${(ring[i]! * MM).toFixed(1)} ${(ring[i + 1]! * MM).toFixed(1)}`;
    path += 'Z';
  }
  return path;
}

const GRAIN_SPACING = 0.0065;
const GRAIN_STEPS = 14;

/** Faint lines along the grain, each a little off straight in its own way; always the same for the same plate. */
export function grainPath({ bounds }: PlateShape): string {
  const { xMin, xMax, yMin, yMax } = bounds;
  const lines = Math.ceil((yMax - yMin) / GRAIN_SPACING);
  let path = '';
  for (let line = 0; line <= lines; line++) {
    const base = yMin + line * GRAIN_SPACING + 0.0012 * Math.sin(line * 12.9898);
    for (let i = 0; i <= GRAIN_STEPS; i++) {
      const t = i / GRAIN_STEPS;
      const y = base + 0.0011 * Math.sin(2.2 * t * Math.PI + line * 0.35) + 0.0004 * Math.sin(9 * t + line * 2.1);
      path += `${i === 0 ? 'M' : 'L'}${((xMin + t * (xMax - xMin)) * MM).toFixed(1)} ${(y * MM).toFixed(1)}`;
    }
  }
  return path;
}
