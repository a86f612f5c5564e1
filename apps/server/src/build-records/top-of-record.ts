import { emptyPlan } from '@nimble/core/bracing';
import { groundOf, plateKnown, topOfBuild, type TopPlan } from '@nimble/core/top';
import { isMirrored } from '@nimble/core/graduation';
import { NO_BUILD_CHOICES, type Construction, type PlateRole } from '@nimble/core/project';
import type { Family } from '@nimble/core/outline';
import { BracingPlanRecord } from './models/bracing-plan.model';
import type { Build } from './models/build.model';
import { stationsNow } from './plate-state';

/** A build's whole top as its records have it now. */
export async function topOfRecord(build: Build): Promise<TopPlan> {
  const [family, construction] = [build.family as Family, build.construction as Construction];
  const plan = (await BracingPlanRecord.findByPk(build.id))?.plan ?? emptyPlan(family, construction);
  const stations = (await stationsNow(build))?.stations ?? [];
  const { outline, holes, scaleLength, wood } = build;
  const leftHanded = isMirrored(build);
  const choices = { ...NO_BUILD_CHOICES, ...build.choices };
  const known = plateKnown({ construction, choices }, stations);
  return topOfBuild(
    { family, construction, choices, wood, plate: build.plate as PlateRole },
    plan,
    groundOf({ family, outline, holes, scaleLength, leftHanded }),
    known,
  );
}
