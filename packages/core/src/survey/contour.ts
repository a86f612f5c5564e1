/**
 * Contour areas of any field on the map's grid, as polygons in plate axes, ready to be drawn and clipped to the
 * outline.
 */
import { contours } from 'd3-contour';
import type { GridFrame } from './scattered-surface';

export interface ContourArea {
  /** The area holds all places at or above this value. */
  level: number;
  /** Rings [m], flat as x0, y0, x1, y1 …; holes run the other way round. */
  rings: Float64Array[];
}

/** @param field length nx * ny @param levels rising @returns one area per level, each within the one before */
export function contourAreas(frame: GridFrame, field: Float64Array, levels: readonly number[]): ContourArea[] {
  const trace = contours().size([frame.nx, frame.ny]).smooth(true);
  const values = field as unknown as number[];
  return levels.map((level) => {
    const { coordinates } = trace.contour(values, level);
    return { level, rings: coordinates.flatMap((polygon) => polygon.map((ring) => toPlate(frame, ring))) };
  });
}

/** Round levels that cover the range: steps of 1, 2 or 5 times a power of ten, about `count` of them. */
export function roundLevels(low: number, high: number, count: number): number[] {
  const step = roundStep((high - low) / Math.max(1, count));
  if (!(step > 0)) return [];
  const first = Math.ceil(low / step - 1e-9);
  const last = Math.floor(high / step + 1e-9);
  return Array.from({ length: Math.max(0, last - first + 1) }, (_, i) => (first + i) * step);
}

function roundStep(step: number): number {
  const power = 10 ** Math.floor(Math.log10(step));
  const share = step / power;
  return power * (share > 5 ? 10 : share > 2 ? 5 : share > 1 ? 2 : 1);
}

/** d3-contour puts the centre of cell i at i + 0.5. */
function toPlate({ x0, y0, pitch }: GridFrame, ring: number[][]): Float64Array {
  const flat = new Float64Array(ring.length * 2);
  ring.forEach(([x, y], i) => {
    flat[2 * i] = x0 + (x - 0.5) * pitch;
    flat[2 * i + 1] = y0 + (y - 0.5) * pitch;
  });
  return flat;
}
