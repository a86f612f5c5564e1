/**
 * Has a board come to rest with the air of the shop? Its weights over time, beside the moisture that wood comes to in
 * that air. SI; times in days. The newest weight is taken to be at rest only when it hardly differs from the one
 * before; the dry mass follows from there.
 */

export interface DryingPoint {
  /** Days since the first weighing. */
  day: number;
  /** [kg] */
  mass: number;
  /** What the air of that day would bring it to (0..1); null where the air was not measured. */
  equilibrium: number | null;
}

export type DryingState = 'too-few' | 'drying' | 'taking-up' | 'settled';

export interface DryingCurve {
  state: DryingState;
  /** Change of mass over the last interval [1/day]. */
  rate: number;
  /** Moisture content at each weighing (0..1), parallel to the points; null before anything is known of it. */
  moisture: number[] | null;
}

/** Slower than a thousandth of its mass in a week is rest: a bench scale hardly sees it [1/day]. */
const REST_RATE = 0.001 / 7;
/** Weighings closer than this tell nothing of drying [days]. */
const LEAST_DAYS = 2;

/** @param points oldest first */
export function dryingCurve(points: readonly DryingPoint[]): DryingCurve {
  const moisture = moistureOf(points);
  const last = points[points.length - 1];
  const before = points.findLast((point) => last !== undefined && last.day - point.day >= LEAST_DAYS);
  if (!before) return { state: 'too-few', rate: 0, moisture };
  const change = last.mass / before.mass - 1;
  const rate = change / (last.day - before.day);
  if (Math.abs(rate) <= REST_RATE) return { state: 'settled', rate, moisture };
  return { state: change < 0 ? 'drying' : 'taking-up', rate, moisture };
}

/** The newest weighing with measured air gives the dry mass: m_dry = m / (1 + M). */
function moistureOf(points: readonly DryingPoint[]): number[] | null {
  const known = points.findLast(({ equilibrium }) => equilibrium !== null);
  if (!known) return null;
  const dry = known.mass / (1 + known.equilibrium!);
  return points.map(({ mass }) => mass / dry - 1);
}
