/**
 * What other wood on the same lines does to a top, from solutions that are there already: the energies of its elements
 * with the one wood and the other. Nothing is put together or solved anew. SI.
 */
import { fillPiece, PIECE_SIZE, type BracePiece } from './brace-elements';
import type { LayeredPlate } from './layered-plate';
import type { TopModel } from './model';
import { plateElements, type PlateElements } from './plate-elements';
import { piecesOf } from './top-model';
import type { TopInput } from './top-input';
import { FACET_SIZE, freedomsOf, placeFacet, quadratic, type SlopePair } from './wood-slopes';

/**
 * @param model of the top as it is
 * @returns of a top that differs by its materials alone: y' (dK - lambda dM) x of each pair
 */
export function otherWood(model: TopModel, pairs: readonly SlopePair[]): (other: TopInput) => number[] {
  const { mesh, z, position, plate } = model;
  const stiffness = facetEnergies(plate, position, pairs, 'K');
  const mass = facetEnergies(plate, position, pairs, 'M');
  const stiff = lazily(plate.count, (t) => stiffness(t, plate));
  const heavy = lazily(plate.count, (t) => mass(t, plate));
  const before = pieceEnergies(model.pieces, position, pairs);
  return (other) => {
    const next = plateElements(mesh, z, other);
    const change = pieceEnergies(piecesOf(mesh, z, next.nodeThickness, other), position, pairs).map(
      (energy, p) => energy - before[p],
    );
    const add = (now: readonly number[], was: readonly number[]) => {
      for (let p = 0; p < change.length; p++) change[p] += now[p] - was[p];
    };
    for (let t = 0; t < plate.count; t++) {
      const [was, is] = [plate.plate(t), next.plate(t)];
      if (!isAsStiff(was, is)) add(stiffness(t, next), stiff(t));
      if (!isAsHeavy(was, is)) add(mass(t, next), heavy(t));
    }
    return change;
  };
}

/** Of a facet, one for each pair: of its stiffness, or of its mass as the pair takes that. */
function facetEnergies(
  { nodes }: PlateElements,
  position: Int32Array,
  pairs: readonly SlopePair[],
  of: 'K' | 'M',
): (t: number, plate: PlateElements) => number[] {
  const matrices = { K: new Float64Array(FACET_SIZE ** 2), M: new Float64Array(FACET_SIZE ** 2) };
  const at = new Int32Array(FACET_SIZE);
  return (t, plate) => {
    const fill = of === 'K' ? plate.fillStiffness : plate.fillMass;
    fill(t, plate.plate(t), matrices[of]);
    placeFacet(nodes, position, t, at);
    return pairs.map((pair) => quadratic(pair, at, matrices));
  };
}

function pieceEnergies(
  pieces: readonly (readonly BracePiece[])[],
  position: Int32Array,
  pairs: readonly SlopePair[],
): number[] {
  const matrices = { K: new Float64Array(PIECE_SIZE ** 2), M: new Float64Array(PIECE_SIZE ** 2) };
  const sums = pairs.map(() => 0);
  for (const piece of pieces.flat()) {
    fillPiece(piece, matrices);
    const at = freedomsOf(position, piece);
    pairs.forEach((pair, p) => (sums[p] += quadratic(pair, at, matrices)));
  }
  return sums;
}

function lazily<T>(count: number, make: (t: number) => T): (t: number) => T {
  const made: T[] = Array.from({ length: count });
  return (t) => (made[t] ??= make(t));
}

const isSame = (a: Float64Array, b: Float64Array) => a.every((value, i) => value === b[i]);

const isAsStiff = (a: LayeredPlate, b: LayeredPlate) =>
  a.neutral === b.neutral && isSame(a.A, b.A) && isSame(a.B, b.B) && isSame(a.D, b.D) && isSame(a.H, b.H);

const isAsHeavy = (a: LayeredPlate, b: LayeredPlate) =>
  a.rhoH === b.rhoH && a.massAt === b.massAt && a.rotary === b.rotary;
