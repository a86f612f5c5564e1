/** How a slip of what was typed is mended: the record once more as it was meant, and the wrong one taken back. Pure. */
import type { Slip } from '@nimble/core/wood';
import { scaled } from '../../flex/scaled';
import type { WoodSet } from '../../api/wood';

export interface Mending {
  /** What to send, and what to take back, below the set's own path. */
  path: string;
  body: Record<string, unknown>;
  wrong: string;
}

/** One for each record that stands and carries the slip. @param person who mends it */
export function mendings(set: WoodSet, slip: Slip, person: string): Mending[] {
  if (slip.of === 'weight') {
    const last = set.weighings.findLast(({ retracted }) => !retracted);
    if (!last) return [];
    const { mass, relativeHumidity, temperatureC } = last;
    const body = { id: crypto.randomUUID(), person, mass: mass * slip.factor, relativeHumidity, temperatureC };
    return [{ path: `/${set.id}/weighings`, body, wrong: `/${set.id}/weighings/${last.id}/retract` }];
  }
  return set.tests
    .filter(({ kind, retracted }) => kind === 'flex' && !retracted)
    .map(({ id, jigId, feel, input: { points = [], span, direction } }) => {
      const place = jigId ? { jigId } : { span, direction };
      const body = {
        id: crypto.randomUUID(),
        person,
        feel,
        ...place,
        points: scaled(points, slip),
      };
      return { path: `/${set.id}/flex-tests`, body, wrong: `/${set.id}/tests/${id}/retract` };
    });
}
