/** A value with its standard deviation, in the same unit. */
export interface Estimate {
  value: number;
  sd: number;
}

/** Standard deviations on either side that hold 90 % of a normal distribution. */
const NINETY_PERCENT = 1.645;

/** Half the width of the interval that should hold nine outcomes of ten. */
export function halfInterval({ sd }: Estimate): number {
  return NINETY_PERCENT * sd;
}

/** Did the outcome fall into the 90 % interval? `outcomeSd` is what the measurement of the outcome adds. */
export function holds(forecast: Estimate, outcome: Estimate): boolean {
  return Math.abs(outcome.value - forecast.value) <= NINETY_PERCENT * Math.hypot(forecast.sd, outcome.sd);
}
