/** Where two plans of the same plate part. */
import type { BracingPlan } from './bracing-plan';

export interface PlanDifferences {
  /** Names of braces and patches that stand in both but not alike. */
  changed: string[];
  onlyFirst: string[];
  onlySecond: string[];
  /** Laps, bridge, strings, arch or dish that are not alike. */
  parts: ('laps' | 'bridge' | 'strings' | 'arch' | 'dish' | 'rod')[];
}

export function planDifferences(first: BracingPlan, second: BracingPlan): PlanDifferences {
  const a = pieces(first);
  const b = pieces(second);
  const names = (ids: Iterable<string>, of: ReadonlyMap<string, Piece>) => [...ids].map((id) => of.get(id)!.name);
  const missing = (from: ReadonlyMap<string, Piece>, in_: ReadonlyMap<string, Piece>) =>
    [...from.keys()].filter((id) => !in_.has(id));
  const both = [...a.keys()].filter((id) => b.has(id));
  const pairs: [PlanDifferences['parts'][number], unknown, unknown][] = [
    ['laps', first.laps, second.laps],
    ['bridge', first.bridge, second.bridge],
    ['strings', first.strings, second.strings],
    ['arch', first.archRadius, second.archRadius],
    ['dish', first.dishRadius, second.dishRadius],
    ['rod', first.rodThroughHole, second.rodThroughHole],
  ];
  return {
    changed: names(
      both.filter((id) => !alike(a.get(id), b.get(id))),
      a,
    ),
    onlyFirst: names(missing(a, b), a),
    onlySecond: names(missing(b, a), b),
    parts: pairs.filter(([, one, other]) => !alike(one, other)).map(([part]) => part),
  };
}

/** Nothing is drawn otherwise, as {@link planDifferences} tells it. */
export const isSamePlan = (first: BracingPlan, second: BracingPlan): boolean =>
  Object.values(planDifferences(first, second)).every((list: string[]) => list.length === 0);

type Piece = { id: string; name: string };

const pieces = ({ braces, patches }: BracingPlan): Map<string, Piece> =>
  new Map([...braces, ...patches].map((piece) => [piece.id, piece]));

/** As documents: the order of keys doesn't matter, and what is not set is null. */
function alike(a: unknown, b: unknown): boolean {
  if ((a ?? null) === (b ?? null)) return true;
  if (typeof a !== 'object' || typeof b !== 'object' || !a || !b) return false;
  const keys = new Set([...Object.keys(a), ...Object.keys(b)]);
  return [...keys].every((key) => alike(a[key as keyof typeof a], b[key as keyof typeof b]));
}
