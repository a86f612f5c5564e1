import { MM } from './plate-paths';

/** The place on the plate under a pointer [m], or null while the drawing has no size. */
export function placeUnder(
  svg: SVGSVGElement | null,
  event: { clientX: number; clientY: number },
): { x: number; y: number } | null {
  const matrix = svg?.getScreenCTM();
  if (!matrix) return null;
  const point = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse());
  return { x: point.x / MM, y: point.y / MM };
}
