/** A field on the mesh brought onto the grid that maps are drawn from. */
import type { GridFrame } from '../survey';
import type { ExaminedTop } from './examine-top';

type Mesh = Pick<ExaminedTop, 'x' | 'y' | 'triangles'>;

/**
 * @returns a function from values at the mesh's nodes to values in the grid's cells; beyond the wood the nearest values
 * go on
 */
export function gridSampler({ x, y, triangles }: Mesh, frame: GridFrame): (field: ArrayLike<number>) => Float64Array {
  const { nx, ny, x0, y0, pitch } = frame;
  const triangle = new Int32Array(nx * ny).fill(-1);
  const shares = new Float64Array(3 * nx * ny);
  for (let t = 0; t < triangles.length; t += 3) {
    const [a, b, c] = [triangles[t], triangles[t + 1], triangles[t + 2]];
    const twice = (x[b] - x[a]) * (y[c] - y[a]) - (x[c] - x[a]) * (y[b] - y[a]);
    const columns = rangeOf([x[a], x[b], x[c]], x0, pitch, nx);
    const rows = rangeOf([y[a], y[b], y[c]], y0, pitch, ny);
    for (let j = rows[0]; j <= rows[1]; j++)
      for (let i = columns[0]; i <= columns[1]; i++) {
        const [px, py] = [x0 + i * pitch, y0 + j * pitch];
        const sb = ((px - x[a]) * (y[c] - y[a]) - (x[c] - x[a]) * (py - y[a])) / twice;
        const sc = ((x[b] - x[a]) * (py - y[a]) - (px - x[a]) * (y[b] - y[a])) / twice;
        if (Math.min(sb, sc, 1 - sb - sc) < -1e-9) continue;
        triangle[j * nx + i] = t;
        shares.set([1 - sb - sc, sb, sc], 3 * (j * nx + i));
      }
  }
  const source = nearestFilled(triangle, nx, ny);
  return (field) =>
    Float64Array.from(source, (cell) => {
      if (cell < 0) return 0;
      const t = triangle[cell];
      return (
        shares[3 * cell] * field[triangles[t]] +
        shares[3 * cell + 1] * field[triangles[t + 1]] +
        shares[3 * cell + 2] * field[triangles[t + 2]]
      );
    });
}

/** First and last grid line within the span. */
function rangeOf(values: readonly number[], origin: number, pitch: number, count: number): [number, number] {
  const first = Math.ceil((Math.min(...values) - origin) / pitch - 1e-9);
  const last = Math.floor((Math.max(...values) - origin) / pitch + 1e-9);
  return [Math.max(0, first), Math.min(count - 1, last)];
}

/** For every cell the nearest one that lies in a triangle, found by spreading out from those. */
function nearestFilled(triangle: Int32Array, nx: number, ny: number): Int32Array {
  const source = triangle.map((t, cell) => (t < 0 ? -1 : cell));
  let front = [...source].filter((cell) => cell >= 0);
  while (front.length > 0) {
    const next: number[] = [];
    for (const cell of front) {
      const [i, j] = [cell % nx, Math.floor(cell / nx)];
      for (const [di, dj] of [
        [1, 0],
        [-1, 0],
        [0, 1],
        [0, -1],
      ] as const) {
        const [ni, nj] = [i + di, j + dj];
        const other = nj * nx + ni;
        if (ni < 0 || nj < 0 || ni >= nx || nj >= ny || source[other] >= 0) continue;
        source[other] = source[cell];
        next.push(other);
      }
    }
    front = next;
  }
  return source;
}
