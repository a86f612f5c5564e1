/** Surveys, and what came off between them, along the bottom. Pure. */
import { formatMass, formatThickness, formatThicknessChange, inWords, type UnitChoice } from '@nimble/core/units';
import type { PassView, Survey } from '../api/types';
import type { TimelineItem } from './Timeline';

const LOOK_WORDS = { full: 'Survey', quick: 'Quick look', weight: 'Weighing' } as const;

/** The build's history in time order: surveys, and between them what came off. */
export function ribbonItems(
  surveys: readonly Survey[],
  passes: readonly PassView[],
  units: UnitChoice,
): TimelineItem[] {
  return surveys.flatMap((survey, i): TimelineItem[] => {
    const mean = survey.assessment?.statistics.mean;
    const node: TimelineItem = {
      kind: 'survey',
      id: survey.id,
      title: `${LOOK_WORDS[survey.kind]} ${survey.number}`,
      figure: mean === undefined ? 'no readings' : inWords(formatThickness(mean, units)),
      at: survey.startedAt,
    };
    const next = surveys[i + 1];
    return next ? [node, shaving(survey, next, passes, units)] : [node];
  });
}

/** By the scale where both surveys were weighed, else by the mean thickness. */
function shaving(before: Survey, after: Survey, passes: readonly PassView[], units: UnitChoice): TimelineItem {
  const planned = passes.some(({ surveyId, stands }) => stands && surveyId === before.id);
  const title = planned ? 'Planed' : 'Wood off';
  const [thick, thin] = [before.assessment?.statistics.mean, after.assessment?.statistics.mean];
  const share = thick && thin ? (thick - thin) / thick : 0;
  const size = Math.max(0.45, Math.min(1, share * 8));
  if (before.mass !== null && after.mass !== null) {
    const { figure, symbol } = formatMass(before.mass - after.mass, units);
    return {
      kind: 'shaving',
      id: `${before.id}-shaving`,
      title,
      figure: `−${figure} ${symbol}`.replace('−−', '+'),
      size,
    };
  }
  const change = thick && thin ? inWords(formatThicknessChange(thin - thick, units)) : '';
  return { kind: 'shaving', id: `${before.id}-shaving`, title, figure: change, size };
}
