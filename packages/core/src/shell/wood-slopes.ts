/**
 * What a little wood more, anywhere, does to a top: eigen-derivatives of its modes and adjoints of its deflections, all
 * from solutions that are there already. Each element's own matrices are differenced by its thickness or height, a part
 * in ten thousand either way; the top is not solved again. SI.
 * Source: Haftka and Guerdal, Elements of Structural Optimization, ch. 7.
 */
import { BLOCK } from '../linalg';
import { fillPiece, OWN, PIECE_SIZE, raised, type BracePiece } from './brace-elements';
import { stationsAround, type Rise } from './brace-sections';
import type { TopModel } from './model';
import type { TopBrace } from './top-input';

/** Freedoms of a node. */
const NODE = BLOCK;

/** y' (dK - lambda dM) x is wanted of each. */
export interface SlopePair {
  x: Float64Array;
  y: Float64Array;
  lambda: number;
  /** Of the mass alone. */
  massOnly?: boolean;
}

export interface WoodSlopes {
  /** By the thickness at each mesh node, straight between them [per m]. */
  thickness: Float64Array;
  /** By the height at each station of each brace [per m]. */
  heights: Float64Array[];
}

const STEP = 1e-4;

export function woodSlopes(model: TopModel, braces: readonly TopBrace[], pairs: readonly SlopePair[]): WoodSlopes[] {
  const slopes = pairs.map((): WoodSlopes => ({
    thickness: new Float64Array(model.mesh.x.length),
    heights: braces.map(({ stations }) => new Float64Array(stations.length)),
  }));
  addPlate(model, pairs, slopes);
  model.pieces.forEach((pieces, b) => {
    const around = stationsAround(braces[b].stations);
    for (const piece of pieces)
      addPiece(model, piece, pairs, (p, byThickness, byHeights) => {
        for (const node of piece.nodes) slopes[p].thickness[node] += byThickness / 2;
        piece.places.forEach((place, i) => {
          const { low, high, share } = around(place);
          slopes[p].heights[b][low] += (1 - share) * byHeights[i];
          slopes[p].heights[b][high] += share * byHeights[i];
        });
      });
  });
  return slopes;
}

interface Matrices {
  K: Float64Array;
  M: Float64Array;
}

interface Sides {
  more: Matrices;
  less: Matrices;
}

const sidesOf = (size: number): Sides => {
  const matrices = () => ({ K: new Float64Array(size * size), M: new Float64Array(size * size) });
  return { more: matrices(), less: matrices() };
};

function addPlate({ plate, position }: TopModel, pairs: readonly SlopePair[], slopes: WoodSlopes[]): void {
  const sides = sidesOf(FACET_SIZE);
  const at = new Int32Array(FACET_SIZE);
  for (let t = 0; t < plate.count; t++) {
    const h = plate.thickness(t);
    plate.fill(t, h * (1 + STEP), sides.more);
    plate.fill(t, h * (1 - STEP), sides.less);
    subtract(sides);
    placeFacet(plate.nodes, position, t, at);
    pairs.forEach((pair, p) => {
      const slope = quadratic(pair, at, sides.more) / (2 * STEP * h);
      for (let c = 0; c < 3; c++) slopes[p].thickness[plate.nodes[3 * t + c]] += slope / 3;
    });
  }
}

const pieceSides = sidesOf(PIECE_SIZE);

function addPiece(
  { position }: TopModel,
  piece: BracePiece,
  pairs: readonly SlopePair[],
  take: (pair: number, byThickness: number, byHeights: readonly number[]) => void,
): void {
  const at = freedomsOf(position, piece);
  const rise = STEP * raised(piece).section.height;
  const thicken = STEP * piece.plateThickness;
  const slopesBy = ([first, second]: Rise, thickness: number, step: number) => {
    fillPiece(piece, pieceSides.more, [first, second], thickness);
    fillPiece(piece, pieceSides.less, [-first, -second], -thickness);
    subtract(pieceSides);
    return pairs.map((pair) => quadratic(pair, at, pieceSides.more) / (2 * step));
  };
  const byHeights = [slopesBy([rise, 0], 0, rise), slopesBy([0, rise], 0, rise)];
  const byThickness = slopesBy([0, 0], thicken, thicken);
  pairs.forEach((_, p) => take(p, byThickness[p], [byHeights[0][p], byHeights[1][p]]));
}

/** Of a triangle: three nodes of six. */
export const FACET_SIZE = 3 * NODE;

/** Places of a triangle's freedoms in a solution. */
export function placeFacet(nodes: Int32Array, position: Int32Array, t: number, at: Int32Array): void {
  for (let i = 0; i < FACET_SIZE; i++) at[i] = NODE * position[nodes[3 * t + Math.floor(i / NODE)]] + (i % NODE);
}

/** Places of a piece's freedoms in a solution. */
export function freedomsOf(position: Int32Array, { nodes, own }: BracePiece): Int32Array {
  const at = new Int32Array(PIECE_SIZE);
  for (let i = 0; i < 12; i++) at[i] = NODE * position[nodes[Math.floor(i / 6)]] + (i % 6);
  for (let i = 0; i < 2 * OWN; i++) at[12 + i] = NODE * position[own[Math.floor(i / OWN)]] + (i % OWN);
  return at;
}

/** What it is more on one side than on the other, in the place of that side. */
function subtract({ more, less }: Sides): void {
  for (let i = 0; i < more.K.length; i++) {
    more.K[i] -= less.K[i];
    more.M[i] -= less.M[i];
  }
}

/** y' (K - lambda M) x over an element. */
export function quadratic({ x, y, lambda, massOnly }: SlopePair, at: Int32Array, { K, M }: Matrices): number {
  const size = at.length;
  const stiffer = massOnly ? 0 : 1;
  let sum = 0;
  for (let r = 0; r < size; r++) {
    const left = y[at[r]];
    if (left === 0) continue;
    let row = 0;
    for (let c = 0, i = size * r; c < size; c++, i++) row += (stiffer * K[i] - lambda * M[i]) * x[at[c]];
    sum += left * row;
  }
  return sum;
}
