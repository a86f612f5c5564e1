/**
 * Figures that follow the hand: the top's modes and loaded shapes stay, only how they combine is reckoned anew for the
 * changed wood. By Rayleigh's principle the error is of the second order in the change of shape. SI.
 */
import { dot } from '../linalg';
import { BLOCK, generalisedEigen, multiplyBlocks, solveBlocks, solveSymmetricInPlace } from '../linalg';
import { fillPiece, freedomsOf, PIECE_SIZE, raised, stationsAround, type TopModeKind } from '../shell';
import type { OpenedTop } from './examine-top';
import { addReduced, noDifference, polynomialThrough, type ReducedMatrices } from './reduced-polynomial';
import { stringsSize, TEST_FORCE } from './strings-loads';
import { partOfPlace, TOP_PARTS, type Thicker, type TopPart } from './top-parts';

export interface QuickChange {
  /** New heights of braces by their number in the plan, as many as before [m]. */
  heights?: ReadonlyMap<number, readonly number[]>;
  thicker?: Thicker;
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
/**
 * Amounts at which a part of the plate is reckoned, as shares of its mean thickness: beyond them a forecast is a guess.
 */
const THICKER_AT = [-0.3, -0.15, 0.25] as const;

export class TopReanalysis {
  /** v' M v = 1, all square to each other. The examined modes come first. */
  private readonly basis: Float64Array[] = [];
  private readonly K: Float64Array;
  private readonly M: Float64Array;
  private nodeParts: TopPart[] | null = null;
  private readonly byPart = new Map<TopPart, (amount: number, out: ReducedMatrices) => void>();

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

  /** Shapes in the basis. */
  get size(): number {
    return this.basis.length;
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
      const lower = -LOWER * raised(piece).section.height;
      fillPiece(piece, then, [lower, lower]);
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
    return this.figuresOf(this.difference(change));
  }

  /** What a change adds to the small matrices. */
  difference({ heights, thicker = {} }: QuickChange): ReducedMatrices {
    const out = noDifference(this.basis.length);
    if (heights) this.addBraces(heights, out);
    for (const part of TOP_PARTS) {
      const amount = thicker[part] ?? 0;
      if (amount !== 0) this.partOf(part)(amount, out);
    }
    return out;
  }

  /** @param difference of one change, or the sum of several */
  figuresOf({ K, M, mass }: ReducedMatrices): QuickFigures {
    const sum = noDifference(this.basis.length);
    addReduced(sum, { K: this.K, M: this.M, mass: this.opened.examined.mass });
    addReduced(sum, { K, M, mass });
    return { ...this.modes(sum.K, sum.M), ...this.loads(sum.K), mass: sum.mass };
  }

  private partOf(part: TopPart): (amount: number, out: ReducedMatrices) => void {
    const known = this.byPart.get(part);
    if (known) return known;
    const { nodeThickness } = this.opened.examined;
    const mean = nodeThickness.reduce((sum, value) => sum + value, 0) / nodeThickness.length;
    const [a, b, c] = THICKER_AT.map((share) => share * mean);
    const made = polynomialThrough([a, b, c], (amount) => this.thickened(part, amount));
    this.byPart.set(part, made);
    return made;
  }

  private addBraces(heights: ReadonlyMap<number, readonly number[]>, out: ReducedMatrices): void {
    const {
      factored: { model, top },
    } = this.opened;
    const [now, then] = [matricesOf(PIECE_SIZE), matricesOf(PIECE_SIZE)];
    heights.forEach((wanted, b) => {
      const { stations } = top.braces![b];
      const around = stationsAround(stations);
      for (const piece of model.pieces[b]) {
        const more = (i: number) => wanted[i] - stations[i].height;
        const [first, second] = piece.places.map((place) => {
          const { low, high, share } = around(place);
          return (1 - share) * more(low) + share * more(high);
        });
        if (first === 0 && second === 0) continue;
        const before = fillPiece(piece, now);
        const after = fillPiece(piece, then, [first, second]);
        out.mass += piece.material.density * piece.length * (after.area - before.area);
        this.addDifference(freedomsOf(model.position, piece), now, then, out);
      }
    });
  }

  /** Triangles and the braces above them, whose distance from the plate's middle grows with it. */
  private thickened(part: TopPart, amount: number): ReducedMatrices {
    const out = noDifference(this.basis.length);
    const {
      plan,
      factored: { model },
    } = this.opened;
    const { plate, position, mesh } = model;
    const parts = (this.nodeParts ??= Array.from(mesh.x, (x, n) =>
      partOfPlace(plan.shape, plan.trebleSign, x, mesh.y[n]),
    ));
    const extras = Float64Array.from(parts, (own) => (own === part ? amount : 0));
    const [now, then] = [matricesOf(18), matricesOf(18)];
    const at = new Int32Array(18);
    for (let t = 0; t < plate.count; t++) {
      const extra = (extras[plate.nodes[3 * t]] + extras[plate.nodes[3 * t + 1]] + extras[plate.nodes[3 * t + 2]]) / 3;
      if (extra === 0) continue;
      const h = plate.thickness(t);
      const before = plate.fill(t, h, now);
      const after = plate.fill(t, h + extra, then);
      out.mass += (after.rhoH - before.rhoH) * plate.facets[t].area;
      for (let i = 0; i < 18; i++) at[i] = BLOCK * position[plate.nodes[3 * t + Math.floor(i / 6)]] + (i % 6);
      this.addDifference(at, now, then, out);
    }
    const [lower, higher] = [matricesOf(PIECE_SIZE), matricesOf(PIECE_SIZE)];
    for (const piece of model.pieces.flat()) {
      const extra = (extras[piece.nodes[0]] + extras[piece.nodes[1]]) / 2;
      if (extra === 0) continue;
      fillPiece(piece, lower);
      fillPiece(piece, higher, [0, 0], extra);
      this.addDifference(freedomsOf(position, piece), lower, higher, out);
    }
    return out;
  }

  /**
   * An element's part over the basis: its rows of the basis first, so that what follows runs through memory in order.
   */
  private addDifference(at: Int32Array, now: Matrices, then: Matrices, out: ReducedMatrices): void {
    const size = at.length;
    const p = this.basis.length;
    const rows = new Float64Array(p * size);
    for (let i = 0; i < p; i++) for (let r = 0; r < size; r++) rows[i * size + r] = this.basis[i][at[r]];
    const [dK, dM] = [then.K.map((k, i) => k - now.K[i]), then.M.map((m, i) => m - now.M[i])];
    const [left, massLeft] = [new Float64Array(size), new Float64Array(size)];
    for (let i = 0; i < p; i++) {
      for (let c = 0; c < size; c++) {
        let [k, m] = [0, 0];
        for (let r = 0; r < size; r++) {
          k += rows[i * size + r] * dK[size * r + c];
          m += rows[i * size + r] * dM[size * r + c];
        }
        left[c] = k;
        massLeft[c] = m;
      }
      for (let j = 0; j <= i; j++) {
        let [k, m] = [0, 0];
        for (let c = 0; c < size; c++) {
          k += left[c] * rows[j * size + c];
          m += massLeft[c] * rows[j * size + c];
        }
        out.K[i * p + j] += k;
        out.M[i * p + j] += m;
        if (j === i) continue;
        out.K[j * p + i] += k;
        out.M[j * p + i] += m;
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
