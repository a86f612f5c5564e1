import { trackModes, type TopSummary } from '../top';

/** What batches keep of each top: its modes followed by shape. */
export interface Figures {
  /** As many as those of the top the batch began with, in its order [Hz]; null where one was lost. */
  frequencies: (number | null)[];
  sink: number | null;
  movement: number | null;
  /** Of the neck's block [rad]; not there in what was kept before it was known. */
  neckTurn?: number | null;
  reserve: number | null;
  mass: number;
}

/** @param like the top whose modes are followed */
export function figuresLike(
  like: TopSummary,
  { modes, sink, movement, neckTurn = null, reserve, mass }: TopSummary,
): Figures {
  const found = trackModes(like.modes, modes);
  return {
    frequencies: like.modes.map((_, m) => found[m]?.frequency ?? null),
    sink,
    movement,
    neckTurn,
    reserve: reserve?.factor ?? null,
    mass,
  };
}
