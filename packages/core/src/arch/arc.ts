/** Arcs of circles from span and rise, and what a bent batten really draws. SI [m]. */
import { InvalidInput, requirePositive } from '../base';

export interface Arc {
  span: number;
  rise: number;
  radius: number;
}

/** R = c^2 / (8 s) + s / 2. @throws InvalidInput where the rise is more than half the span: more than half a circle */
export function arcOfRise(span: number, rise: number): Arc {
  requirePositive('span', span);
  requirePositive('rise', rise);
  if (rise > span / 2) throw new InvalidInput('rise', rise, 'is more than half the span: that is past a half circle');
  return { span, rise, radius: span ** 2 / (8 * rise) + rise / 2 };
}

/** Rise (sagitta) of a chord. @throws InvalidInput where the radius is less than half the span */
export function arcOfRadius(span: number, radius: number): Arc {
  requirePositive('span', span);
  requirePositive('radius', radius);
  if (radius < span / 2) throw new InvalidInput('radius', radius, 'is less than half the span: no such arc reaches');
  const half = span / 2;
  // Written so that a flat arc keeps its digits.
  return { span, radius, rise: half ** 2 / (radius + Math.sqrt(radius ** 2 - half ** 2)) };
}

/** Height of an arc over its chord at a distance from the middle [m]. */
export function arcHeight({ radius, rise }: Arc, fromMiddle: number): number {
  return rise - fromMiddle ** 2 / (radius + Math.sqrt(radius ** 2 - fromMiddle ** 2));
}

export interface BattenShape {
  /** Places from one end [m] and heights over the chord [m], up to the middle. */
  x: Float64Array;
  y: Float64Array;
}

const STEPS = 400;
const NEWTON_STEPS = 30;

/**
 * A thin even batten on two supports on which it can slide, pushed at its middle until it rises so far (the elastica,
 * no small angles): theta' = -k x, x' = cos theta, y' = sin theta, from the end, where it carries no moment, to the
 * middle, where it is level.
 */
export function bentBatten({ span, rise }: Pick<Arc, 'span' | 'rise'>): BattenShape {
  const half = span / 2;
  // Small angles: y = rise (3 u - 4 u^3) with u = x / span.
  let slope = (3 * rise) / span;
  let k = (2 * slope) / half ** 2;
  for (let step = 0; step < NEWTON_STEPS; step++) {
    const here = miss(slope, k, half, rise);
    if (Math.hypot(here[0], here[1]) < 1e-13 * span) break;
    const [ds, dk] = [1e-6 * slope, 1e-6 * k];
    const bySlope = miss(slope + ds, k, half, rise).map((value, i) => (value - here[i]) / ds);
    const byK = miss(slope, k + dk, half, rise).map((value, i) => (value - here[i]) / dk);
    const det = bySlope[0] * byK[1] - bySlope[1] * byK[0];
    slope -= (here[0] * byK[1] - here[1] * byK[0]) / det;
    k -= (bySlope[0] * here[1] - bySlope[1] * here[0]) / det;
  }
  return drawn(slope, k, half);
}

/** How far the batten misses being level in the middle, and the rise there; both as lengths [m]. */
function miss(slope: number, k: number, half: number, rise: number): [number, number] {
  const { theta, y } = walk(slope, k, half, () => undefined);
  return [theta * half, y - rise];
}

/** Along x rather than the arc's length: dtheta/dx = -k x / cos theta, dy/dx = tan theta (Runge and Kutta). */
function walk(slope: number, k: number, half: number, at: (i: number, x: number, y: number) => void) {
  let theta = Math.atan(slope);
  let y = 0;
  const dx = half / STEPS;
  const turn = (x: number, angle: number) => (-k * x) / Math.cos(angle);
  at(0, 0, 0);
  for (let i = 0; i < STEPS; i++) {
    const x = i * dx;
    const a1 = turn(x, theta);
    const a2 = turn(x + dx / 2, theta + (dx / 2) * a1);
    const a3 = turn(x + dx / 2, theta + (dx / 2) * a2);
    const a4 = turn(x + dx, theta + dx * a3);
    const [b1, b2, b3, b4] = [theta, theta + (dx / 2) * a1, theta + (dx / 2) * a2, theta + dx * a3].map(Math.tan);
    theta += (dx / 6) * (a1 + 2 * a2 + 2 * a3 + a4);
    y += (dx / 6) * (b1 + 2 * b2 + 2 * b3 + b4);
    at(i + 1, x + dx, y);
  }
  return { theta, y };
}

function drawn(slope: number, k: number, half: number): BattenShape {
  const shape = { x: new Float64Array(STEPS + 1), y: new Float64Array(STEPS + 1) };
  walk(slope, k, half, (i, x, y) => {
    shape.x[i] = x;
    shape.y[i] = y;
  });
  return shape;
}

/** The largest height between a bent batten and the true arc of the same span and rise [m]. */
export function battenDeviation(arc: Arc): number {
  const { x, y } = bentBatten(arc);
  return x.reduce((most, place, i) => Math.max(most, Math.abs(y[i] - arcHeight(arc, arc.span / 2 - place))), 0);
}
