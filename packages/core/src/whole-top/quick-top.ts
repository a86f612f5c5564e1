/**
 * Figures that follow the hand: the top's modes and loaded shapes stay, only how they combine is reckoned anew for the changed wood.
 * By Rayleigh's principle the error is of the second order in the change of shape. SI.
 */
import { BLOCK, generalisedEigen, multiplyBlocks, solveBlocks, solveSymmetricInPlace } from '../linalg';
import { fillPiece, freedomsOf, PIECE_SIZE, stationsAround, type TopModeKind } from '../top';
import type { OpenedTop } from './examine-top';
import { stringsSize, TEST_FORCE } from './top-of-plan';

export interface QuickChange {
  /** New heights of braces by their number in the plan, as many as before [m]. */
  heights?: ReadonlyMap<number, readonly number[]>;
  /** What is added to the plate's thickness at a place [m]. */
  thicker?: (x: number, y: number) => number;
}

export interface QuickFigures {
  /** In the order of the examined modes, followed by shape. */
  modes: { frequency: number; kind: TopModeKind }[];
  sink: number | null;
  movement: number | null;
  mass: number;
}

/** What each brace being lower by this share does to a shape is part of what shapes can combine from. */
const LOWER = 0.1;
/** Modes whose change of shape is followed. */
const FOLLOWED = 2;
/** What adds less than this share of itself is in the basis already. */
const NEW = 1e-5;

export class QuickTop {
  /** v' M v = 1, all square to each other. The examined modes come first. */
  private readonly basis: Float64Array[] = [];
  private readonly K: Float64Array;
  private readonly M: Float64Array;

  constructor(private readonly opened: OpenedTop) {
    const { vectors, factored } = opened;
    const { model } = factored;
    const loaded = [vectors.weight, vectors.strings].filter((v): v is Float64Array => v !== null);
    [...vectors.modes, ...loaded].forEach((v) => this.adopt(v));
    for (const shape of [...vectors.modes.slice(0, FOLLOWED), ...loaded])
      model.pieces.forEach((_, b) => {
        const moved = this.forceOfLower(b, shape);
        solveBlocks(model.plan, factored.L, moved);
        this.adopt(moved);
      });
    const image = new Float64Array(model.position.length * BLOCK);
    const reduced = (A: Float64Array) => {
      const out = new Float64Array(this.basis.length ** 2);
      this.basis.forEach((v, i) => {
        multiplyBlocks(model.plan.matrix, A, v, image);
        this.basis.forEach((u, j) => (out[i * this.basis.length + j] = dot(u, image)));
      });
      return out;
    };
    this.K = reduced(model.K);
    this.M = reduced(model.M);
  }

  private adopt(vector: Float64Array): void {
    const { model } = this.opened.factored;
    const v = vector.slice();
    const image = new Float64Array(v.length);
    const size = () => {
      multiplyBlocks(model.plan.matrix, model.M, v, image);
      return Math.sqrt(Math.max(0, dot(v, image)));
    };
    const before = size();
    for (let pass = 0; pass < 2; pass++) {
      size();
      const shares = this.basis.map((u) => dot(u, image));
      this.basis.forEach((u, k) => u.forEach((value, i) => (v[i] -= shares[k] * value)));
    }
    const after = size();
    if (after > NEW * before) this.basis.push(v.map((value) => value / after));
  }

  /** What a shape would push with, were a brace a little lower. */
  private forceOfLower(brace: number, shape: Float64Array): Float64Array {
    const { model } = this.opened.factored;
    const force = new Float64Array(shape.length);
    const [now, then] = [matricesOf(PIECE_SIZE), matricesOf(PIECE_SIZE)];
    for (const piece of model.pieces[brace]) {
      fillPiece(piece, now);
      fillPiece(piece, then, -LOWER * piece.section(0).height);
      const at = freedomsOf(model.position, piece);
      for (let r = 0; r < PIECE_SIZE; r++) {
        if (model.held[at[r]]) continue;
        for (let c = 0; c < PIECE_SIZE; c++)
          force[at[r]] += (then.K[PIECE_SIZE * r + c] - now.K[PIECE_SIZE * r + c]) * shape[at[c]];
      }
    }
    return force;
  }

  figures(change: QuickChange): QuickFigures {
    const K = this.K.slice();
    const M = this.M.slice();
    const mass = this.opened.examined.mass + this.addBraces(change, K, M) + this.addPlate(change, K, M);
    return { ...this.modes(K, M), ...this.loads(K), mass };
  }

  /** @returns the mass that is added [kg] */
  private addBraces({ heights, thicker }: QuickChange, K: Float64Array, M: Float64Array): number {
    const { factored: { model, top } } = this.opened;
    const [now, then] = [matricesOf(PIECE_SIZE), matricesOf(PIECE_SIZE)];
    let mass = 0;
    model.pieces.forEach((pieces, b) => {
      const wanted = heights?.get(b);
      if (!wanted && !thicker) return;
      const { stations } = top.braces![b];
      const around = stationsAround(stations);
      for (const piece of pieces) {
        const { low, high, share } = around((piece.from + piece.to) / 2);
        const more = (i: number) => (wanted ? wanted[i] - stations[i].height : 0);
        const extra = (1 - share) * more(low) + share * more(high);
        const [x, y] = [0, 1].map((axis) => (axis === 0 ? model.mesh.x : model.mesh.y)).map((of) => (of[piece.nodes[0]] + of[piece.nodes[1]]) / 2);
        const plateExtra = thicker?.(x, y) ?? 0;
        if (extra === 0 && plateExtra === 0) continue;
        const before = fillPiece(piece, now);
        const after = fillPiece(piece, then, extra, plateExtra);
        mass += piece.material.density * piece.length * (after.area - before.area);
        this.addDifference(freedomsOf(model.position, piece), now, then, K, M);
      }
    });
    return mass;
  } // prettier-ignore

  private addPlate({ thicker }: QuickChange, K: Float64Array, M: Float64Array): number {
    if (!thicker) return 0;
    const { plate, position, mesh } = this.opened.factored.model;
    const [now, then] = [matricesOf(18), matricesOf(18)];
    const at = new Int32Array(18);
    let mass = 0;
    for (let t = 0; t < plate.count; t++) {
      const corners = [0, 1, 2].map((c) => plate.nodes[3 * t + c]);
      const extra = corners.reduce((sum, n) => sum + thicker(mesh.x[n], mesh.y[n]), 0) / 3;
      if (extra === 0) continue;
      const h = plate.thickness(t);
      const before = plate.fill(t, h, now);
      const after = plate.fill(t, h + extra, then);
      mass += (after.rhoH - before.rhoH) * plate.facets[t].area;
      for (let i = 0; i < 18; i++) at[i] = BLOCK * position[corners[Math.floor(i / 6)]] + (i % 6);
      this.addDifference(at, now, then, K, M);
    }
    return mass;
  }

  private addDifference(at: Int32Array, now: Matrices, then: Matrices, K: Float64Array, M: Float64Array): void {
    const size = at.length;
    const p = this.basis.length;
    const left = new Float64Array(size);
    const massLeft = new Float64Array(size);
    for (let i = 0; i < p; i++) {
      const v = this.basis[i];
      left.fill(0);
      massLeft.fill(0);
      for (let r = 0; r < size; r++) {
        const value = v[at[r]];
        if (value === 0) continue;
        for (let c = 0; c < size; c++) {
          left[c] += value * (then.K[size * r + c] - now.K[size * r + c]);
          massLeft[c] += value * (then.M[size * r + c] - now.M[size * r + c]);
        }
      }
      for (let j = 0; j < p; j++) {
        const u = this.basis[j];
        for (let c = 0; c < size; c++) {
          K[i * p + j] += left[c] * u[at[c]];
          M[i * p + j] += massLeft[c] * u[at[c]];
        }
      }
    }
  }

  /** Each mode is followed by the new one that holds most of its old shape. */
  private modes(K: Float64Array, M: Float64Array): Pick<QuickFigures, 'modes'> {
    const { modes } = this.opened.examined;
    const { lambda, vectors } = generalisedEigen(K, M, this.basis.length);
    const taken = new Set<number>();
    return {
      modes: modes.map(({ kind }, m) => {
        let best = -1;
        vectors.forEach((v, k) => {
          if (!taken.has(k) && (best < 0 || Math.abs(v[m]) > Math.abs(vectors[best][m]))) best = k;
        });
        taken.add(best);
        return { kind, frequency: Math.sqrt(Math.max(0, lambda[best])) / (2 * Math.PI) };
      }),
    };
  }

  private loads(K: Float64Array): Pick<QuickFigures, 'sink' | 'movement'> {
    const { forces, plan } = this.opened;
    const compliance = (force: Float64Array | null) => {
      if (!force) return null;
      const reduced = this.basis.map((v) => dot(v, force));
      const answer = Float64Array.from(reduced);
      solveSymmetricInPlace(K.slice(), answer);
      return reduced.reduce((sum, value, i) => sum + value * answer[i], 0);
    };
    const size = stringsSize(plan);
    const [weight, strings] = [compliance(forces.weight), compliance(forces.strings)];
    return { sink: weight === null ? null : weight / TEST_FORCE, movement: strings === null ? null : strings / size };
  }
}

interface Matrices {
  K: Float64Array;
  M: Float64Array;
}

const matricesOf = (size: number): Matrices => ({ K: new Float64Array(size * size), M: new Float64Array(size * size) });

function dot(a: Float64Array, b: Float64Array): number {
  let sum = 0;
  for (let i = 0; i < a.length; i++) sum += a[i] * b[i];
  return sum;
}
