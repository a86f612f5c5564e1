/** Written on the pieces of a set; a piece keeps its mark wherever it lies. */
export const PIECE_MARKS = ['A', 'B', 'C', 'D'] as const;
export type PieceMark = (typeof PIECE_MARKS)[number];
