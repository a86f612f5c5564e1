/**
 * The grid a plate's map is kept on: how much of each cell is wood, and how far it is from the rim and from a hole. SI.
 */
import { contains, distanceToLine, type PlateShape, type Point, type Polygon } from '../outline';
import type { GridFrame } from './scattered-surface';

/**
 * All arrays have length nx * ny, x fastest. The grid is symmetric about the centre line, so that row j mirrors row ny
 * - 1 - j.
 */
export interface MapGrid extends GridFrame {
  /** Share of the cell that is wood, 0..1, exact for the polygons given. */
  wood: Float64Array;
  /** Distance of the cell's centre from the outline [m], positive inside. */
  rimDistance: Float64Array;
  /** Distance from the nearest hole's line [m]; Infinity without holes. */
  holeDistance: Float64Array;
}

const CELLS_ALONG = 120;
/** Cells beyond the outline, so that contours run off the plate instead of ending at its edge. */
const MARGIN_CELLS = 2;

/** @param pitch side of a cell [m]; by default a 120th of the plate's length */
export function createMapGrid(shape: PlateShape, pitch = shape.length / CELLS_ALONG): MapGrid {
  const reach = Math.max(Math.abs(shape.bounds.yMin), Math.abs(shape.bounds.yMax));
  const nx = Math.ceil(shape.length / pitch - 1e-9) + 2 * MARGIN_CELLS;
  const ny = 2 * (Math.ceil(reach / pitch - 1e-9) + MARGIN_CELLS);
  const frame: GridFrame = {
    nx,
    ny,
    x0: shape.bounds.xMin + (0.5 - MARGIN_CELLS) * pitch,
    y0: (0.5 - ny / 2) * pitch,
    pitch,
  };
  const grid: MapGrid = {
    ...frame,
    wood: new Float64Array(nx * ny),
    rimDistance: new Float64Array(nx * ny),
    holeDistance: new Float64Array(nx * ny).fill(Infinity),
  };
  for (let cell = 0; cell < nx * ny; cell++) describeCell(grid, shape, cell);
  return grid;
}

/** Cell centre [m]. */
export function gridX(grid: GridFrame, cell: number): number {
  return grid.x0 + (cell % grid.nx) * grid.pitch;
}

export function gridY(grid: GridFrame, cell: number): number {
  return grid.y0 + Math.floor(cell / grid.nx) * grid.pitch;
}

/** The cell a place falls into, or -1 outside the grid. */
export function cellAt(grid: GridFrame, x: number, y: number): number {
  const column = Math.round((x - grid.x0) / grid.pitch);
  const row = Math.round((y - grid.y0) / grid.pitch);
  const inside = column >= 0 && column < grid.nx && row >= 0 && row < grid.ny;
  return inside ? row * grid.nx + column : -1;
}

function describeCell(grid: MapGrid, shape: PlateShape, cell: number): void {
  const x = gridX(grid, cell);
  const y = gridY(grid, cell);
  const halfDiagonal = grid.pitch * Math.SQRT1_2;
  const share = (polygon: Polygon, distance: number, inside: boolean) =>
    distance > halfDiagonal ? Number(inside) : clippedArea(polygon, x, y, grid.pitch) / grid.pitch ** 2;
  const toRim = distanceToLine(shape.outline, x, y);
  const within = contains(shape.outline, x, y);
  let wood = share(shape.outline, toRim, within);
  for (const hole of shape.holes) {
    const toHole = distanceToLine(hole, x, y);
    grid.holeDistance[cell] = Math.min(grid.holeDistance[cell], toHole);
    wood -= share(hole, toHole, contains(hole, x, y));
  }
  grid.rimDistance[cell] = within ? toRim : -toRim;
  grid.wood[cell] = Math.max(0, wood);
}

/**
 * Area of a polygon within the square cell around (x, y): four half-plane cuts (Sutherland and Hodgman), then the
 * shoelace.
 */
function clippedArea(polygon: Polygon, x: number, y: number, side: number): number {
  const half = side / 2;
  let corners: Point[] = polygon as Point[];
  corners = cut(corners, 0, x - half, 1);
  corners = cut(corners, 0, x + half, -1);
  corners = cut(corners, 1, y - half, 1);
  corners = cut(corners, 1, y + half, -1);
  let twice = 0;
  for (let i = 0, j = corners.length - 1; i < corners.length; j = i++) {
    twice += corners[j][0] * corners[i][1] - corners[i][0] * corners[j][1];
  }
  return Math.abs(twice) / 2;
}

/** Keeps what lies on the positive side of a line parallel to an axis. */
function cut(corners: Point[], axis: 0 | 1, at: number, sign: 1 | -1): Point[] {
  const kept: Point[] = [];
  for (let i = 0, j = corners.length - 1; i < corners.length; j = i++) {
    const from = sign * (corners[j][axis] - at);
    const to = sign * (corners[i][axis] - at);
    if (from >= 0 !== to >= 0) {
      const t = from / (from - to);
      kept.push([
        corners[j][0] + t * (corners[i][0] - corners[j][0]),
        corners[j][1] + t * (corners[i][1] - corners[j][1]),
      ]);
    }
    if (to >= 0) kept.push(corners[i]);
  }
  return kept;
}
