import { changedTop, keptFigures, NO_CHANGE, sizeUpTop, type TopChange, type TopPlan } from '@nimble/core/top';
import { withAmount } from '@nimble/core/explore';
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
    const figures = keptFigures(sizeUpTop(changed, { hold: 'glued' }), changed.plan.bridge.kind !== 'floating');
    return [{ name, body: { plan: changed.plan, thicker: changed.thicker ?? {}, hold: 'glued' as const, figures } }];
  });
}
