/** A figure of a wood with how it is known. */
import type { Estimate } from '../base';

export type MeasuredBy = 'prior' | 'scale' | 'flex' | 'knock' | 'both';

export interface MeasuredQuantity extends Estimate {
  by: MeasuredBy;
}
