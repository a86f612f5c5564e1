/** The schools side by side, and the next passes over the whole plate with the line that is followed. */
import {
  followedBy,
  passTable,
  ringCurve,
  type HowThin,
  type ModelPlate,
  type PassTable,
} from '@nimble/core/graduation';
import { plateArea, type PlateShape } from '@nimble/core/outline';
import { woodEstimate } from '@nimble/core/project';
import { densityOf, type AssessmentSummary, type FollowedLine } from '@nimble/core/verdict';
import type { Estimate } from '@nimble/core/base';
import { useMemo } from 'react';
import type { Build } from '../../api/types';
import type { RuleFacts } from './use-rule-facts';

export interface HowThinView {
  /** Null until it was worked out. */
  thin: HowThin | null;
  followed: FollowedLine | null;
  summary: AssessmentSummary | null;
  table: PassTable | null;
  models: readonly ModelPlate[];
}

interface Asked {
  build: Build;
  shape: PlateShape;
  rules: RuleFacts;
  picture: { thin: HowThin; followed: FollowedLine; summary: AssessmentSummary | null } | null;
  removalSpread: number;
}

export function useHowThin({ build, shape, rules, picture, removalSpread }: Asked): HowThinView {
  const { checks, models } = rules;
  return useMemo(() => {
    const { thin = null, followed = null, summary = null } = picture ?? {};
    const table =
      summary &&
      passTable({
        thickness: meanOf(summary),
        mass: summary.forecast.massNow,
        rho: densityOf(summary, woodEstimate(build.wood)),
        area: plateArea(shape),
        depth: build.tool.depthPerPass,
        removalSpread,
        checks,
        ring: thin ? thin.ring : ringCurve([]),
        stop: summary.verdict.kind === 'none' ? null : stopMean(summary),
        followed: followedBy(build.choices.rules),
      });
    return { thin, followed, summary, table, models };
  }, [build, shape, checks, models, picture, removalSpread]);
}

function meanOf({ statistics: { mean, volume, volumeSd } }: AssessmentSummary): Estimate {
  return { value: mean, sd: (mean * volumeSd) / volume };
}

/** The mean at which the plate, planed evenly, meets the line as the leading rule sees it. */
function stopMean({ statistics, verdict: { level, followed } }: AssessmentSummary): Estimate {
  return { value: statistics.mean - (level.value - followed.line.value), sd: followed.line.sd };
}
