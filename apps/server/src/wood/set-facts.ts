/** What counts of a set and of each of its pieces, as the core takes it. */
import type { PieceMark, SetFacts, WoodFinding } from '@nimble/core/wood';
import type { StoredPiece, WoodSet } from '../build-records/models/wood-set.model';
import type { WoodTest } from '../build-records/models/wood-test.model';
import { invalid } from '../http/problem';
import type { WoodWeighing } from './models/wood-weighing.model';

export interface SetRecords {
  weighings: readonly WoodWeighing[];
  tests: readonly WoodTest[];
}

/** From bass to treble; a billet is one piece. */
export const piecesOf = ({ use, pieces }: WoodSet): readonly StoredPiece[] =>
  use === 'brace' ? [firstOf(pieces)] : pieces;

/** Sizes of one piece [m]. */
export const sizeOf = (set: WoodSet, piece: StoredPiece) => ({
  length: set.length,
  width: piece.width ?? set.width,
  thickness: piece.thickness ?? set.thickness,
});

/** Its first one where none is named. @throws 400 for one that it does not have */
export function pieceOf(set: WoodSet, mark?: PieceMark): StoredPiece {
  const pieces = piecesOf(set);
  const piece = mark === undefined ? firstOf(pieces) : pieces.find((one) => one.mark === mark);
  if (!piece) throw invalid([{ field: 'piece', message: `is not of this set: it has ${marksOf(pieces)}` }]);
  return piece;
}

/** By its mark, not by where it lies: what is written without a mark stays of one piece when they change places. */
const firstOf = (pieces: readonly StoredPiece[]) => pieces.reduce((a, b) => (b.mark < a.mark ? b : a));
const marksOf = (pieces: readonly StoredPiece[]) =>
  pieces
    .map(({ mark }) => mark)
    .sort()
    .join(', ');

export function recordsOf({ weighings, tests }: SetRecords, { mark }: StoredPiece): SetRecords {
  return {
    weighings: weighings.filter(({ piece }) => piece === mark),
    tests: tests.filter(({ piece }) => piece === mark),
  };
}

/** @param records of this piece that count, oldest first */
export function pieceFacts(set: WoodSet, piece: StoredPiece, { weighings, tests }: SetRecords): SetFacts {
  const { use, species, runout, offQuarter } = set;
  const findings = tests.map(({ kind, result }): WoodFinding => ({ kind, ...result }));
  const named = piecesOf(set).length > 1 && { piece: piece.mark };
  const mass = weighings.at(-1)?.mass ?? null;
  return { use, species, ...named, ...sizeOf(set, piece), runout, offQuarter, mass, findings };
}
