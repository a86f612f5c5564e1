import { changedTop, NO_CHANGE, sizeUpTop, withAmount, type TopChange, type TopPlan } from '@nimble/core';
import type { VariantBody } from '../variants/variant.model';

/** What was tried on a top and kept beside its plan, reckoned by the same model that the page has. */
export function demoVariants(top: TopPlan): { name: string; body: VariantBody }[] {
  const legs = top.plan.braces.filter(({ role }) => role === 'x-leg').map(({ id }) => id);
  const tried: [string, TopChange][] = [
    ['X legs 1.5 mm lower', withAmount(NO_CHANGE, { of: 'braces', ids: legs }, -1.5e-3)],
    ['Rim 0.2 mm thinner', withAmount(NO_CHANGE, { of: 'plate', parts: ['rim'] }, -2e-4)],
    ['X 8 mm to the tail', withAmount(NO_CHANGE, { of: 'crossing' }, 8e-3)],
  ];
  return tried.flatMap(([name, change]) => {
    const changed = changedTop(top, change);
    if (!changed) return [];
    const { modes, sink, movement, reserve, mass } = sizeUpTop(changed, { hold: 'glued' });
    const figures = { modes: modes.map(({ frequency, kind }) => ({ frequency, kind })), sink, movement, turns: changed.plan.bridge.kind !== 'floating', reserve: reserve?.factor ?? null, mass };
    return [{ name, body: { plan: changed.plan, thicker: changed.thicker ?? {}, hold: 'glued' as const, figures } }];
  });
} // prettier-ignore
