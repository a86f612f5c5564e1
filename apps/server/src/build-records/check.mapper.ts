import type { Estimate } from '@nimble/core/base';
import type { PlateCheck } from '@nimble/core/graduation';
import type { PlateCheckRecord } from './models/plate-check.model';

/** What the core takes of a check, stored or just simulated. */
export function plateCheckOf({
  jigId,
  thickness,
  input,
  result,
  person,
  feel,
}: Pick<PlateCheckRecord, 'jigId' | 'input' | 'result'> & {
  thickness: Estimate;
  person?: string;
  feel?: number | null;
}): PlateCheck {
  return {
    thickness,
    ...(jigId &&
      result.compliance && {
        flex: { jigId, compliance: result.compliance, ...(result.width !== undefined && { width: result.width }) },
      }),
    ...(input.notes && { notes: input.notes }),
    ...(input.clear && { clear: input.clear }),
    ...(input.ring && { ring: input.ring }),
    ...(typeof feel === 'number' && { feel: { person: person ?? '', score: feel } }),
  };
}

export function toPlateCheck({
  jigId,
  thickness,
  thicknessSd,
  input,
  result,
  person,
  feel,
}: PlateCheckRecord): PlateCheck {
  return plateCheckOf({ jigId, input, result, person, feel, thickness: { value: thickness, sd: thicknessSd } });
}
