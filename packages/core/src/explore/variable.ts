/** One thing of a top that is varied by an amount: heights of braces, thickness of parts of the plate, the X. SI. */
import { xOf, type BraceRole, type BracingPlan } from '../bracing';
import { InvalidInput } from '../base';
import { TOP_PARTS, type TopChange, type TopPart } from '../top';

export type Variable =
  | { of: 'braces'; ids: readonly string[] }
  | { of: 'plate'; parts: readonly TopPart[] }
  | { of: 'crossing' }
  | { of: 'opening' };

/** Adds an amount [m], of an opening [rad]. */
export function withAmount(change: TopChange, variable: Variable, amount: number): TopChange {
  if (variable.of === 'crossing') return { ...change, crossing: change.crossing + amount };
  if (variable.of === 'opening') return { ...change, opening: change.opening + amount };
  const added = <K extends string>(to: Readonly<Partial<Record<K, number>>>, keys: readonly K[]) => ({
    ...to,
    ...Object.fromEntries(keys.map((key) => [key, (to[key] ?? 0) + amount])),
  });
  if (variable.of === 'braces') return { ...change, taller: added(change.taller, variable.ids) };
  return { ...change, thicker: added(change.thicker, variable.parts) };
}

export type Group = BraceRole | 'plate' | 'crossing' | 'opening';

/** What may sensibly be varied of a plan: braces of one role together, the plate as a whole, the X if there is one. */
export function variablesOf({ braces }: BracingPlan): { group: Group; variable: Variable }[] {
  const roles = [...new Set(braces.map(({ role }) => role))];
  const byRole = roles.map((role) => ({
    group: role,
    variable: { of: 'braces' as const, ids: braces.filter((brace) => brace.role === role).map(({ id }) => id) },
  }));
  const x = xOf(braces)
    ? [
        { group: 'crossing' as const, variable: { of: 'crossing' as const } },
        { group: 'opening' as const, variable: { of: 'opening' as const } },
      ]
    : [];
  return [...byRole, { group: 'plate', variable: { of: 'plate', parts: TOP_PARTS } }, ...x];
}

/** @throws InvalidInput naming the field */
export function checkVariable(variable: Variable, { braces }: BracingPlan, field: string): void {
  if (variable.of === 'braces') {
    if (variable.ids.length === 0) throw new InvalidInput(`${field}.ids`, [], 'names no brace');
    const unknown = variable.ids.find((id) => !braces.some((brace) => brace.id === id));
    if (unknown !== undefined) throw new InvalidInput(`${field}.ids`, unknown, 'is no brace of the plan');
  }
  if (variable.of === 'plate' && variable.parts.length === 0)
    throw new InvalidInput(`${field}.parts`, [], 'names no part of the plate');
  if ((variable.of === 'crossing' || variable.of === 'opening') && !xOf(braces))
    throw new InvalidInput(`${field}.of`, variable.of, 'the plan has no X');
}

/** How tall the tallest of some braces is [m]. */
export function tallestOf({ braces }: BracingPlan, ids: readonly string[]): number {
  return Math.max(...braces.filter(({ id }) => ids.includes(id)).flatMap(({ heights }) => heights));
}
