/** Everything that bears on how thin this plate should be: its own checks, other plates of the family, the maker's choices. */
import {
  followedBy, genericStringSet, howThin, leadVerdict, passTable, plateArea, plateShape, totalTension,
  type AssessmentSummary, type Estimate, type HowThin, type LeadVerdict, type ModelPlate, type PassTable, type PlateShape, type TargetSpec,
} from '@nimble/core'; // prettier-ignore
import { useMemo } from 'react';
import { toPlateCheck, useChecks } from '../../api/flex';
import { useBuilds } from '../../api/hooks';
import type { Build, BuildSummary } from '../../api/types';

export interface HowThinView {
  thin: HowThin;
  /** Null until the plate was read. */
  mean: Estimate | null;
  verdict: LeadVerdict | null;
  table: PassTable | null;
  models: readonly ModelPlate[];
}

interface Asked {
  build: Build;
  shape: PlateShape;
  target: TargetSpec;
  summary: AssessmentSummary | null;
  removalSpread: number;
}

export function useHowThin({ build, shape, target, summary, removalSpread }: Asked): HowThinView {
  const builds = useBuilds();
  const checks = useChecks(build.id);
  const models = useMemo(() => modelsFor(build, builds.data ?? []), [build, builds.data]);
  const counted = useMemo(
    () => (checks.data ?? []).filter(({ retracted }) => !retracted).map(toPlateCheck),
    [checks.data],
  );
  return useMemo(() => {
    const { family, plate, wood, scaleLength, choices, units, tool } = build;
    const thin = howThin({
      family, plate, wood, shape, scaleLength, limit: target.limit, choices: choices.rules, checks: counted, models, units,
    }); // prettier-ignore
    const mean = summary && meanOf(summary);
    const table =
      summary &&
      mean &&
      passTable({
        thickness: mean,
        mass: summary.forecast.massNow,
        rho: densityNow(summary, build),
        area: plateArea(shape),
        depth: tool.depthPerPass,
        removalSpread,
        checks: counted,
        stop: thin.stop,
        followed: followedBy(choices.rules),
      });
    return { thin, mean, table, models, verdict: mean && leadVerdict(thin, mean, target.tolerance) };
  }, [build, shape, target.limit, target.tolerance, counted, models, summary, removalSpread]);
}

/** Other plates of the family that were read: models to follow, or warnings. */
export function modelsFor(build: Build, builds: readonly BuildSummary[]): ModelPlate[] {
  return builds
    .filter(({ id, family, plate }) => id !== build.id && family === build.family && plate === build.plate)
    .flatMap(({ id, number, wood, newestSurvey, outline, holes, scaleLength, choices, family }) => {
      const thickness = newestSurvey?.mean;
      if (!thickness) return [];
      const strings = genericStringSet(family);
      const tension = choices.rules.tension ?? totalTension(strings, scaleLength ?? strings.scale);
      const shape = plateShape(outline, holes);
      return [{ id, name: `No. ${number}`, wood, thickness, shape, tension, outcome: choices.outcome }];
    });
}

function meanOf({ statistics: { mean, volume, volumeSd } }: AssessmentSummary): Estimate {
  return { value: mean, sd: (mean * volumeSd) / volume };
}

/** By scale and volume where it was weighed, else as its wood is known. */
function densityNow(
  { forecast: { massNow }, statistics: { volume, volumeSd } }: AssessmentSummary,
  { wood }: Build,
): Estimate {
  const weighed = massNow.sd < 0.001;
  const value = weighed ? massNow.value / volume : wood.rho;
  return { value, sd: weighed ? (value * volumeSd) / volume : wood.rho * wood.spread.rho };
}
