/** Where a quick look after a pass reads: both sides of both bouts and the middle of the lower one. SI. */
import type { Station } from './station';

/**
 * Along the plate from the neck end and across it from the centre line, as shares of its length and of half its width.
 */
const ANCHORS = [
  [0.24, -0.5],
  [0.24, 0.5],
  [0.74, 0.55],
  [0.64, 0],
  [0.74, -0.55],
] as const;

/** The station nearest to each place, in walking order; each once. @param stations that are read at all */
export function quickPlaces<S extends Pick<Station, 'x' | 'y'>>(stations: readonly S[]): S[] {
  if (stations.length === 0) return [];
  const xs = stations.map(({ x }) => x);
  const [least, most] = [Math.min(...xs), Math.max(...xs)];
  const half = Math.max(...stations.map(({ y }) => Math.abs(y)));
  const nearest = ANCHORS.map(([u, v]) => {
    const distance = ({ x, y }: S) => Math.hypot(x - (least + u * (most - least)), y - v * half);
    return stations.reduce((best, station) => (distance(station) < distance(best) ? station : best));
  });
  return [...new Set(nearest)];
}
