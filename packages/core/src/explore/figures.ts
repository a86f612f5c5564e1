import { followModes, type TopSummary } from '../whole-top';
import type { Figures } from './batch';

/** @param like the top whose modes are followed */
export function figuresLike(like: TopSummary, { modes, sink, movement, reserve, mass }: TopSummary): Figures {
  const found = followModes(like.modes, modes);
  return {
    frequencies: like.modes.map((_, m) => found[m]?.frequency ?? null),
    sink,
    movement,
    reserve: reserve?.factor ?? null,
    mass,
  };
}
