import { emptyPlan } from '@nimble/core/bracing';
import { groundOf, plateKnown, topOfBuild, type TopPlan } from '@nimble/core/top';
import { isMirrored } from '@nimble/core/graduation';
import { NO_BUILD_CHOICES } from '@nimble/core/project';
import { BracingPlanRecord } from './models/bracing-plan.model';
import type { Build } from './models/build.model';
import { stationsNow } from './plate-state';

/** A build's whole top as its records have it now. */
export async function topOfRecord(build: Build): Promise<TopPlan> {
  const [family, construction] = [build.family, build.construction];
  const plan = (await BracingPlanRecord.findByPk(build.id))?.plan ?? emptyPlan(family, construction);
  const stations = (await stationsNow(build))?.stations ?? [];
  const { outline, holes, scaleLength, wood } = build;
  const leftHanded = isMirrored(build);
  const choices = { ...NO_BUILD_CHOICES, ...build.choices };
  const known = plateKnown({ construction, choices }, stations);
  return topOfBuild(
    { family, construction, choices, wood, plate: build.plate },
    plan,
    groundOf({ family, outline, holes, scaleLength, leftHanded }),
    known,
  );
}
