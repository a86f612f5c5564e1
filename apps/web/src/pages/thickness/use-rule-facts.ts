/** What bears on how thin a plate should be beside its own readings: its checks and other plates of the family. */
import { modelPlates } from '@nimble/core/verdict';
import type { ModelPlate, PlateCheck, ShopFacts } from '@nimble/core/graduation';
import { useMemo } from 'react';
import { toPlateCheck, useChecks, useFeel } from '../../api/flex';
import { useBuilds, useWorkshop } from '../../api/hooks';
import type { Build } from '../../api/types';

export interface RuleFacts {
  checks: readonly PlateCheck[];
  models: readonly ModelPlate[];
  shop: ShopFacts;
  /** Nothing is judged before all are here, or known not to come. */
  ready: boolean;
}

/** The same object while it says the same: the plate's picture is asked for anew when it changes. */
export function useRuleFacts(build: Build): RuleFacts {
  const builds = useBuilds();
  const checks = useChecks(build.id);
  const feel = useFeel();
  const workshop = useWorkshop();
  const models = useMemo(
    () =>
      modelPlates(
        build,
        (builds.data ?? []).map(({ newestSurvey, ...other }) => ({ ...other, mean: newestSurvey?.mean ?? null })),
      ),
    [build, builds.data],
  );
  const counted = useMemo(
    () => (checks.data ?? []).filter(({ retracted }) => !retracted).map(toPlateCheck),
    [checks.data],
  );
  const shop = useMemo(
    () => ({
      hands: (feel.data ?? []).map(({ person, record }) => ({ person, record })),
      bands: workshop.data?.bands ?? [],
    }),
    [feel.data, workshop.data],
  );
  const ready = [builds, checks, feel, workshop].every(({ isLoading }) => !isLoading);
  return useMemo(() => ({ checks: counted, models, shop, ready }), [counted, models, shop, ready]);
}
