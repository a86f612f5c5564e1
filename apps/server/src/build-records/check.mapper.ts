import type { Estimate } from '@nimble/core/base';
import type { PlateCheck } from '@nimble/core/graduation';
import type { PlateCheckRecord } from './models/plate-check.model';

/** What the core takes of a check, stored or just simulated. */
export function plateCheckOf({
  jigId,
  thickness,
  input,
  result,
}: Pick<PlateCheckRecord, 'jigId' | 'input' | 'result'> & { thickness: Estimate }): PlateCheck {
  return {
    thickness,
    ...(jigId &&
      result.compliance && {
        flex: { jigId, compliance: result.compliance, ...(result.width !== undefined && { width: result.width }) },
      }),
    ...(input.notes && { notes: input.notes }),
    ...(input.ring && { ring: input.ring }),
  };
}

export function toPlateCheck({ jigId, thickness, thicknessSd, input, result }: PlateCheckRecord): PlateCheck {
  return plateCheckOf({ jigId, input, result, thickness: { value: thickness, sd: thicknessSd } });
}
