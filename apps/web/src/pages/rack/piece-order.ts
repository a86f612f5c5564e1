/** What is told of pieces when they change places. Pure. */
import type { End, PieceMark } from '@nimble/core/wood';
import type { WoodSet } from '../../api/wood';

/** A piece as it is: only its place is another. */
export function stays({ pieces }: Pick<WoodSet, 'pieces'>, mark: PieceMark) {
  const piece = pieces.find((one) => one.mark === mark);
  return { mark, width: piece?.ownWidth ?? null, thickness: piece?.ownThickness ?? null };
}

const turned = (end: End | null): End | null => (end === null ? null : end === 'neck' ? 'tail' : 'neck');

/**
 * Which way the fibres rise on either side once all have changed sides: a piece comes to the other side end for end, or
 * its other face up; either way they rise the other way then. Any other order: nobody looked at it so.
 */
export function ownEnds(
  { risesBass, risesTreble }: Pick<WoodSet, 'risesBass' | 'risesTreble'>,
  from: readonly PieceMark[],
  to: readonly PieceMark[],
): { risesBass: End | null; risesTreble: End | null } {
  if ([...from].reverse().join() !== to.join()) return { risesBass: null, risesTreble: null };
  return { risesBass: turned(risesTreble), risesTreble: turned(risesBass) };
}
