import type { FlexPoint, Slip } from '@nimble/core/wood';

/** Loads or dial readings as they were meant. */
export function scaled(points: readonly FlexPoint[], slip: Slip | null): FlexPoint[] {
  if (slip?.of === 'loads') return points.map((point) => ({ ...point, load: point.load * slip.factor }));
  if (slip?.of === 'dial') return points.map((point) => ({ ...point, deflection: point.deflection * slip.factor }));
  return [...points];
}
