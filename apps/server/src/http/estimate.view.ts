/** A figure with its standard deviation, in the figure's own unit. */
export class EstimateView {
  value: number;
  sd: number;
}
