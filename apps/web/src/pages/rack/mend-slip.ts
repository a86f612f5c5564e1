/** How a slip of what was typed is mended: the record once more as it was meant, and the wrong one taken back. Pure. */
import type { PieceMark, Slip } from '@nimble/core/wood';
import { scaled } from '../../flex/scaled';
import type { WoodSet } from '../../api/wood';

export interface Mending {
  /** What to send, and what to take back, below the set's own path. */
  path: string;
  body: Record<string, unknown>;
  wrong: string;
}

/** A slip that would explain a doubt, and of which piece, where there are more. */
interface Slipped {
  piece?: PieceMark;
  slip: Slip;
}

/** One for each record that stands and carries the slip. @param person who mends it */
export function mendings(set: WoodSet, { piece, slip }: Slipped, person: string): Mending[] {
  const stands = (record: { piece: PieceMark; retracted: boolean }) =>
    !record.retracted && (piece === undefined || record.piece === piece);
  if (slip.of === 'weight') {
    const last = set.weighings.findLast(stands);
    if (!last) return [];
    const { mass, relativeHumidity, temperatureC } = last;
    const body = {
      id: crypto.randomUUID(),
      piece: last.piece,
      person,
      mass: mass * slip.factor,
      relativeHumidity,
      temperatureC,
    };
    return [{ path: `/${set.id}/weighings`, body, wrong: `/${set.id}/weighings/${last.id}/retract` }];
  }
  return set.tests
    .filter((test) => test.kind === 'flex' && stands(test))
    .map(({ id, piece: of, jigId, feel, input: { points = [], span, direction } }) => {
      const place = jigId ? { jigId } : { span, direction };
      const body = {
        id: crypto.randomUUID(),
        piece: of,
        person,
        feel,
        ...place,
        points: scaled(points, slip),
      };
      return { path: `/${set.id}/flex-tests`, body, wrong: `/${set.id}/tests/${id}/retract` };
    });
}
