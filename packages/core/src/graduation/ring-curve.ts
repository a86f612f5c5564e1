/** The ring school's rule: how long a plate rings, pass by pass, and where the peak of it lies. SI. */
import { type Estimate, InvalidInput, requirePositive } from '../base';

export interface RingPoint {
  /**
   * What was left of the plate when it was knocked: its mean thickness [m], or its weight [kg]; and how long it rang
   * [s].
   */
  left: number;
  ring: number;
}

export type RingState = 'too-few' | 'rising' | 'at-peak' | 'past-peak' | 'unclear';

export interface RingCurve {
  state: RingState;
  /** Where the fitted curve has its peak [m] or [kg], when it has one within reach of the data. */
  peak: Estimate | null;
  /** How far the newest pass lies beyond the peak [m] or [kg]; below zero before it. Null without a peak. */
  past: Estimate | null;
  fit: RingFit | null;
}

interface RingFit {
  /** ring = a + b (left - centre) + c (left - centre)^2, with the scatter of one ring about it [s]. */
  centre: number;
  a: number;
  b: number;
  c: number;
  scatter: number;
  /** The same in orthogonal terms, whose doubts are apart: 1, d, d^2 - mean2 - skew d, with d = left - centre. */
  mean2: number;
  skew: number;
  sdMean: number;
  sdLinear: number;
  sdC: number;
}

const LEAST_PASSES = 4;
/** Doubts beyond which a slope or a bend is believed. */
const SURE = 2;
/** One-sided, nine in ten: so sure one should be to go on; beyond it the peak is behind. */
const BEHIND = 1.28;
/**
 * A few rings say little of their own scatter: what a ring timed twice may differ by, as a share of it (1), counts like
 * so many of them. Both are taken, not measured: no plate of ours was timed again and again.
 */
const USUAL_SCATTER = 0.03;
const USUAL_COUNTS = 3;

/**
 * The ring rule: stop where the ring is longest. A parabola through ring time against thickness or weight says only
 * what the data can carry: whether it still rises as wood comes off, is at its peak, or is past it.
 * @param passes in order of planing, thickest first
 */
export function ringCurve(passes: readonly RingPoint[]): RingCurve {
  passes.forEach(({ left, ring }, i) => {
    requirePositive(`passes[${i}].left`, left);
    requirePositive(`passes[${i}].ring`, ring);
  });
  if (passes.length < LEAST_PASSES) return { state: 'too-few', peak: null, past: null, fit: null };
  const fit = fitParabola(passes);
  const last = passes[passes.length - 1].left;
  // In the orthogonal terms the doubts are apart: d ring / d left = linear + c (2 (left - centre) - skew).
  const lever = 2 * (last - fit.centre) - fit.skew;
  const slope = fit.linear + fit.c * lever;
  const slopeSd = Math.hypot(fit.sdLinear, fit.sdC * lever);
  const bends = fit.c < 0 && -fit.c > SURE * fit.sdC;
  const peak = {
    value: fit.centre + fit.skew / 2 - fit.linear / (2 * fit.c),
    sd: Math.hypot(fit.sdLinear / (2 * fit.c), (fit.linear * fit.sdC) / (2 * fit.c * fit.c)),
  };
  const { linear: _linear, ...shown } = fit;
  const past = bends ? { value: peak.value - last, sd: peak.sd } : null;
  return { state: ringState(slope, slopeSd, bends), peak: bends ? peak : null, past, fit: shown };
}

/** How long it should ring with so much left, with the scatter of one ring. Null where nothing is known of it. */
export function ringAt({ state, fit }: RingCurve, left: number): Estimate | null {
  if (!fit || state === 'unclear') return null;
  const d = left - fit.centre;
  const value = fit.a + fit.b * d + fit.c * d * d;
  const bend = fit.sdC * (d * d - fit.mean2 - fit.skew * d);
  return value > 0 ? { value, sd: Math.hypot(fit.scatter, fit.sdMean, fit.sdLinear * d, bend) } : null;
}

/**
 * `slope` is the change of ring with what is left at the newest pass: negative while it still rises as wood comes off.
 */
function ringState(slope: number, slopeSd: number, bends: boolean): RingState {
  if (slope < -SURE * slopeSd) return 'rising';
  if (slope > (bends ? BEHIND : SURE) * slopeSd) return 'past-peak';
  return bends ? 'at-peak' : 'unclear';
}

/**
 * Least squares about the mean of what was left, solved by orthogonal polynomials so that the three terms' doubts are
 * apart.
 */
function fitParabola(points: readonly RingPoint[]) {
  const n = points.length;
  const centre = points.reduce((sum, p) => sum + p.left, 0) / n;
  const x = points.map((p) => p.left - centre);
  const x2 = x.map((v) => v * v);
  const mean2 = x2.reduce((sum, v) => sum + v, 0) / n;
  const sxx = mean2 * n;
  if (!(sxx > 0))
    throw new InvalidInput(
      'passes',
      points[0].left,
      'are all of one thickness or weight: take some off between knocks',
    );
  const skew = x.reduce((sum, v, i) => sum + v * x2[i], 0) / sxx;
  const q = x2.map((v, i) => v - mean2 - skew * x[i]);
  const sqq = q.reduce((sum, v) => sum + v * v, 0);
  const meanRing = points.reduce((sum, p) => sum + p.ring, 0) / n;
  const along = (basis: readonly number[], size: number) =>
    points.reduce((sum, p, i) => sum + basis[i] * p.ring, 0) / size;
  const linear = along(x, sxx);
  const c = sqq > 0 ? along(q, sqq) : 0;
  const residual2 = points.reduce((sum, p, i) => sum + (p.ring - meanRing - linear * x[i] - c * q[i]) ** 2, 0);
  const usual = USUAL_COUNTS * (USUAL_SCATTER * meanRing) ** 2;
  const scatter = Math.sqrt((residual2 + usual) / (n - 3 + USUAL_COUNTS));
  const sdC = sqq > 0 ? scatter / Math.sqrt(sqq) : Infinity;
  return {
    centre,
    a: meanRing - c * mean2,
    b: linear - c * skew,
    c,
    scatter,
    linear,
    mean2,
    skew,
    sdMean: scatter / Math.sqrt(n),
    sdLinear: scatter / Math.sqrt(sxx),
    sdC,
  };
}
