/** What every room stands on: an estimate with its doubt, and the refusal of what can't be. */
export { halfInterval, holds, type Estimate } from './estimate';
export { mean, median, nthSmallest } from './statistics';
export { InvalidInput, requirePositive, requireWithin } from './invalid-input';
