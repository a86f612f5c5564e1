/** What the pieces of a set are called, and how far they differ, in words. Pure. */
import { formatThickness, inWords, type UnitChoice } from '@nimble/core/units';
import { halfInterval } from '@nimble/core/base';
import {
  pieceDifferences,
  thinnerToBendAlike,
  type PieceDifference,
  type PieceMark,
  type SetProperties,
} from '@nimble/core/wood';
import type { WoodPiece, WoodSet } from '../api/wood';

/** "half" of two, "piece" of any other number. */
export const pieceNoun = ({ pieces }: Pick<WoodSet, 'pieces'>): 'half' | 'piece' =>
  pieces.length === 2 ? 'half' : 'piece';

/** "Half B". */
export function pieceWords(set: Pick<WoodSet, 'pieces'>, mark: PieceMark): string {
  return `${pieceNoun(set) === 'half' ? 'Half' : 'Piece'} ${mark}`;
}

/** "Half B, treble": with the side that it lies on. */
export function lyingWords(set: Pick<WoodSet, 'pieces'>, mark: PieceMark): string {
  const place = set.pieces.findIndex((piece) => piece.mark === mark);
  const side = place < set.pieces.length / 2 ? 'bass' : 'treble';
  return `${pieceWords(set, mark)}, ${side}`;
}

const QUANTITY: Record<PieceDifference['quantity'], readonly [more: string, less: string]> = {
  density: ['denser', 'lighter'],
  modulusAlong: ['stiffer along', 'softer along'],
  modulusAcross: ['stiffer across', 'softer across'],
  shearModulus: ['stiffer in shear', 'softer in shear'],
};

export const measuredOf = ({ density, modulusAlong, modulusAcross }: SetProperties): boolean =>
  [density, modulusAlong, modulusAcross].some(({ by }) => by !== 'prior');

/** Below this nobody would plane for it [m]. */
const WORTH_PLANING = 2e-5;

/** How the second piece differs from the first, as far as their tests can tell it. */
export function differenceWords(set: Pick<WoodSet, 'pieces'>, one: WoodPiece, other: WoodPiece): string {
  const unseen = [one, other].filter(({ properties }) => !measuredOf(properties));
  if (unseen.length === 2) return 'Neither was measured yet.';
  if (unseen.length === 1)
    return `${pieceWords(set, unseen[0]!.mark)} was not measured: it is taken to be like the other, within what neighbours in a log differ by.`;
  const differences = pieceDifferences(one.properties, other.properties);
  if (differences.length === 0) return 'Not measured for the same yet: weigh, knock or flex both.';
  const told = differences.filter((difference) => difference.told);
  if (told.length === 0) return `No difference that these tests can tell: ${plusMinus(differences)}.`;
  const list = told.map(({ quantity, by }) => {
    const percent = `${Math.abs(100 * by.value).toFixed(0)} ± ${(100 * halfInterval(by)).toFixed(0)} %`;
    return `${percent} ${QUANTITY[quantity][by.value > 0 ? 0 : 1]}`;
  });
  return `${pieceWords(set, other.mark)} is ${list.join(', ')} than ${one.mark}.`;
}

function plusMinus(differences: readonly PieceDifference[]): string {
  return differences
    .map(
      ({ quantity, by }) =>
        `${QUANTITY[quantity][0]} by ${(100 * by.value).toFixed(0)} ± ${(100 * halfInterval(by)).toFixed(0)} %`,
    )
    .join(', ')
    .replaceAll('-', '−');
}

/** How much thinner the stiffer of two is planed to bend as the other does; null where the tests can't tell. */
export function planedAlikeWords(
  set: Pick<WoodSet, 'pieces'>,
  [one, other]: readonly [WoodPiece, WoodPiece],
  { thickness, units }: { thickness: number; units: UnitChoice },
): string | null {
  const along = pieceDifferences(one.properties, other.properties).find(({ quantity }) => quantity === 'modulusAlong');
  if (!along?.told) return null;
  const [stiff, soft] = along.by.value > 0 ? [other, one] : [one, other];
  const share = thinnerToBendAlike(soft.properties, stiff.properties);
  const depth = share.value * thickness;
  if (depth < WORTH_PLANING) return null;
  const by = formatThickness(depth, units).figure;
  const doubt = inWords(formatThickness(halfInterval(share) * thickness, units));
  const from = inWords(formatThickness(thickness, units));
  return `To bend alike along, ${pieceNoun(set)} ${stiff.mark} is ${by} ± ${doubt} thinner where the other has ${from}.`;
}
