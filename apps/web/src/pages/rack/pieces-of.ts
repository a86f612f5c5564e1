/** Which piece of a set the page is about. Pure. */
import type { WoodPiece, WoodSet } from '../../api/wood';

/** As the address says it, else its first. */
export function pieceAt(set: WoodSet, wanted: string | null): WoodPiece {
  const found = set.pieces.find(({ mark }) => mark === wanted);
  return found ?? set.pieces.reduce((a, b) => (b.mark < a.mark ? b : a));
}
