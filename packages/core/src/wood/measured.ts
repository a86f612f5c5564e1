/** A figure of a wood with how it is known. */
import type { Estimate } from '../estimate';

export type MeasuredBy = 'prior' | 'scale' | 'flex' | 'knock' | 'both';

export interface MeasuredQuantity extends Estimate {
  by: MeasuredBy;
}
