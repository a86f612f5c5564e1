/**
 * Damped sinusoids fitted to a sound's spectrum by weighted least squares (Levenberg and Marquardt): the closed form of
 * each mode's spectrum, its mirror at negative frequency, and a smooth complex background for what lies beyond the
 * band. With weights of one over the noise this is the maximum likelihood for Gaussian noise, and the inverse of the
 * normal matrix gives the standard errors.
 */
import { factorSymmetricInPlace, solveFactoredInPlace, solveSymmetricInPlace } from '../linalg';
import { addDamped, fillPoleSpectrum, type Bins } from './damped-spectrum';

/** x(t) = Re(a e^{(-decay + j omega) t}) from the first sample on. */
export interface Mode {
  omega: number;
  decay: number;
  re: number;
  im: number;
  /** Mains hum: it was there before and does not die, so its decay stays nothing. */
  steady?: boolean;
}

export interface FittedMode extends Mode {
  /** Standard errors of omega [rad/s] and decay [1/s], and of the amplitude (in its own unit). */
  omegaSd: number;
  decaySd: number;
  amplitudeSd: number;
}

export interface ModeFit {
  modes: FittedMode[];
  status: 'converged' | 'stopped';
  /** Data less model, parallel to the bins. */
  residualRe: Float64Array;
  residualIm: Float64Array;
}

export interface FitProblem {
  bins: Bins;
  re: Float64Array;
  im: Float64Array;
  /** Expected |noise|^2 per bin. */
  noise: Float64Array;
  /** How many bins share one independent piece of noise: 1 without zero padding (1). */
  overlap: number;
  /** Columns of the fits before: what follows fills them anew. */
  columns?: Float64Array[][];
}

/** Limits of a mode of wood: less or more damped is something else (1). */
const Q_RANGE = [4, 600] as const;
/** Bins whose slopes steer a mode: within this of it [Hz], or so many of its own widths. */
const REACH_HZ = 60;
const REACH_WIDTHS = 10;
const SETTLED = 1e-6;

/** Value and derivative by its pole, re and im. */
type PoleSpectrum = [Float64Array, Float64Array, Float64Array, Float64Array];

interface Workspace {
  /** Per mode: the columns by re, im, decay, omega as re/im pairs. */
  columns: Float64Array[][];
  windows: [number, number][];
  steady: boolean[];
  scratch: PoleSpectrum;
  mirror: PoleSpectrum;
  /** One over the noise. */
  weight: Float64Array;
  /** The background's share of the normal matrix, row by row: it stays through a fit. */
  smoothSquares: Float64Array;
  modelRe: Float64Array;
  modelIm: Float64Array;
}

export function fitModes(problem: FitProblem, start: readonly Mode[], mostSteps: number): ModeFit {
  const { bins } = problem;
  const work = createWorkspace(problem, start);
  let state = start.map((mode) => ({ ...mode }));
  let smooth = new Float64Array(2 * bins.smooth.length);
  let cost = evaluate(problem, work, state, smooth);
  let damping = 1e-3;
  let status: ModeFit['status'] = 'stopped';
  // The workspace holds what was tried last, which was no way down.
  let isOff = false;
  for (let step = 0; step < mostSteps && status === 'stopped'; step++) {
    fillColumns(problem, work, state);
    const normal = normalEquations(problem, work, state.length);
    for (let attempt = 0; attempt < 6; attempt++) {
      const change = solveDamped(normal, damping);
      const trial = change && applied(state, smooth, change);
      const next = trial ? evaluate(problem, work, trial.modes, trial.smooth) : Infinity;
      isOff = !(trial && next <= cost);
      if (trial && !isOff) {
        if (cost - next <= SETTLED * cost) status = 'converged';
        [state, smooth, cost] = [trial.modes, trial.smooth, next];
        damping = Math.max(damping / 8, 1e-9);
        break;
      }
      damping *= 6;
      if (attempt === 5) status = 'converged'; // no way down any more
    }
  }
  if (isOff) evaluate(problem, work, state, smooth);
  fillColumns(problem, work, state);
  const errors = standardErrors(problem, normalEquations(problem, work, state.length), state.length);
  const residualRe = less(problem.re, work.modelRe);
  const residualIm = less(problem.im, work.modelIm);
  return { modes: state.map((mode, i) => ({ ...mode, ...errors[i] })), status, residualRe, residualIm };
}

function createWorkspace(problem: FitProblem, modes: readonly Mode[]): Workspace {
  const { bins, noise } = problem;
  const array = () => new Float64Array(bins.count);
  const four = (): PoleSpectrum => [array(), array(), array(), array()];
  const weight = mapped(noise, (value) => 1 / value);
  const columns = (problem.columns ??= []);
  while (columns.length < modes.length) columns.push([...four(), ...four()]);
  return {
    columns,
    windows: modes.map(() => [0, 0]),
    steady: modes.map(({ steady }) => steady ?? false),
    scratch: four(),
    mirror: four(),
    weight,
    smoothSquares: squaresOf(bins.smooth, weight),
    modelRe: array(),
    modelIm: array(),
  };
}

function squaresOf(columns: readonly Float64Array[], weight: Float64Array): Float64Array {
  const size = columns.length;
  const squares = new Float64Array(size * size);
  const weighed = new Float64Array(weight.length);
  columns.forEach((column, i) => {
    weigh(weight, column, weighed, 0, weight.length);
    columns.forEach((other, j) => (squares[size * i + j] = dotOne(weighed, other, 0, weight.length)));
  });
  return squares;
}

/** Fills the model and gives the weighted sum of squared residuals. */
function evaluate({ bins, re, im }: FitProblem, work: Workspace, modes: readonly Mode[], smooth: Float64Array): number {
  const { modelRe, modelIm } = work;
  modelRe.fill(0);
  modelIm.fill(0);
  bins.smooth.forEach((basis, n) => addShare(basis, smooth[2 * n], smooth[2 * n + 1], modelRe, modelIm));
  for (const mode of modes) addDamped(bins, mode, [modelRe, modelIm]);
  return weightedSquares(re, modelRe, work.weight) + weightedSquares(im, modelIm, work.weight);
}

// Loops over bins are functions of their own: inside one that also loops over modes they are compiled on the way, and
// thrown away again at each call.

function addShare(basis: Float64Array, re: number, im: number, outRe: Float64Array, outIm: Float64Array): void {
  if (re === 0 && im === 0) return;
  for (let k = 0; k < basis.length; k++) {
    outRe[k] += re * basis[k];
    outIm[k] += im * basis[k];
  }
}

function weightedSquares(data: Float64Array, model: Float64Array, weight: Float64Array): number {
  let sum = 0;
  for (let k = 0; k < model.length; k++) {
    const off = data[k] - model[k];
    sum += off * off * weight[k];
  }
  return sum;
}

/** Bins near a mode: from, up to, not with. */
function windowOf(bins: Bins, { decay, omega }: Mode): [number, number] {
  const width = Math.max(REACH_HZ, (REACH_WIDTHS * decay) / Math.PI);
  const centre = omega / (2 * Math.PI);
  const from = Math.floor((centre - width - bins.first) / bins.spacing);
  const to = Math.ceil((centre + width - bins.first) / bins.spacing) + 1;
  return [clamp(from, 0, bins.count), clamp(to, 0, bins.count)];
}

/** Slopes of the model by each mode's four unknowns, near its pole. */
function fillColumns({ bins }: FitProblem, work: Workspace, modes: readonly Mode[]): void {
  const { scratch, mirror } = work;
  modes.forEach((mode, m) => {
    const [from, to] = windowOf(bins, mode);
    work.windows[m] = [from, to];
    fillPoleSpectrum(bins, mode.decay, mode.omega, from, to, scratch);
    fillPoleSpectrum(bins, mode.decay, -mode.omega, from, to, mirror);
    fillSlopes(mode, work, work.columns[m], [from, to]);
  });
}

function fillSlopes(
  { re: a, im: b }: Mode,
  { scratch, mirror }: Workspace,
  columns: readonly Float64Array[],
  [from, to]: readonly [number, number],
): void {
  const [pRe, pIm, dpRe, dpIm] = scratch;
  const [mRe, mIm, dmRe, dmIm] = mirror;
  const [aRe, aIm, bRe, bIm, decayRe, decayIm, omegaRe, omegaIm] = columns;
  for (let k = from; k < to; k++) {
    aRe[k] = 0.5 * (pRe[k] + mRe[k]);
    aIm[k] = 0.5 * (pIm[k] + mIm[k]);
    bRe[k] = -0.5 * (pIm[k] - mIm[k]);
    bIm[k] = 0.5 * (pRe[k] - mRe[k]);
    // a G+' and conj(a) G-'
    const xRe = a * dpRe[k] - b * dpIm[k];
    const xIm = a * dpIm[k] + b * dpRe[k];
    const yRe = a * dmRe[k] + b * dmIm[k];
    const yIm = a * dmIm[k] - b * dmRe[k];
    decayRe[k] = -0.5 * (xRe + yRe);
    decayIm[k] = -0.5 * (xIm + yIm);
    omegaRe[k] = -0.5 * (xIm - yIm);
    omegaIm[k] = 0.5 * (xRe - yRe);
  }
}

interface Normal {
  size: number;
  /** Row by row. */
  matrix: Float64Array;
  right: Float64Array;
}

/** J' W J and J' W r, with the slopes cut off at their windows. */
function normalEquations({ bins, re, im }: FitProblem, work: Workspace, count: number): Normal {
  const size = 4 * count + 2 * bins.smooth.length;
  const normal: Normal = { size, matrix: new Float64Array(size * size), right: new Float64Array(size) };
  const residual = { re: less(re, work.modelRe), im: less(im, work.modelIm), smooth: bins.smooth };
  for (let m = 0; m < count; m++)
    for (let c = 0; c < 4; c++) putSlope(normal, work, residual, { mode: m, slope: c, count });
  for (let m = 0; m < count; m++) if (work.steady[m]) holdStill(normal, 4 * m + 2);
  putBackground(normal, work, residual, 4 * count);
  return normal;
}

interface Residual {
  /** Data less model. */
  re: Float64Array;
  im: Float64Array;
  smooth: Bins['smooth'];
}

function put({ size, matrix }: Normal, i: number, j: number, value: number): void {
  matrix[i * size + j] = value;
  matrix[j * size + i] = value;
}

/** One unknown of a mode against itself, those before it, and the background. */
function putSlope(
  normal: Normal,
  { columns, windows, weight, scratch: [wRe, wIm] }: Workspace,
  residual: Residual,
  { mode, slope, count }: { mode: number; slope: number; count: number },
): void {
  const [from, to] = windows[mode];
  const row = 4 * mode + slope;
  weigh(weight, columns[mode][2 * slope], wRe, from, to);
  weigh(weight, columns[mode][2 * slope + 1], wIm, from, to);
  normal.right[row] = dot(wRe, wIm, residual.re, residual.im, from, to);
  for (let other = 0; other <= mode; other++) {
    const low = Math.max(from, windows[other][0]);
    const high = Math.min(to, windows[other][1]);
    if (low < high) putDots(normal, { row, at: 4 * other }, [wRe, wIm], columns[other], [low, high]);
  }
  for (let n = 0; n < residual.smooth.length; n++)
    putDotPair(normal, { row, at: 4 * count + 2 * n }, [wRe, wIm], residual.smooth[n], [from, to]);
}

/** What one weighed slope shares with a term of the background. */
function putDotPair(
  normal: Normal,
  { row, at }: { row: number; at: number },
  [wRe, wIm]: readonly [Float64Array, Float64Array],
  basis: Float64Array,
  [from, to]: readonly [number, number],
): void {
  let re = 0;
  let im = 0;
  for (let k = from; k < to; k++) {
    re += wRe[k] * basis[k];
    im += wIm[k] * basis[k];
  }
  put(normal, row, at, re);
  put(normal, row, at + 1, im);
}

/** What one weighed slope shares with the four of a mode, in one go: each bin is fetched once. */
function putDots(
  normal: Normal,
  { row, at }: { row: number; at: number },
  [wRe, wIm]: readonly [Float64Array, Float64Array],
  [aRe, aIm, bRe, bIm, decayRe, decayIm, omegaRe, omegaIm]: readonly Float64Array[],
  [from, to]: readonly [number, number],
): void {
  let a = 0;
  let b = 0;
  let decay = 0;
  let omega = 0;
  for (let k = from; k < to; k++) {
    const re = wRe[k];
    const im = wIm[k];
    a += re * aRe[k] + im * aIm[k];
    b += re * bRe[k] + im * bIm[k];
    decay += re * decayRe[k] + im * decayIm[k];
    omega += re * omegaRe[k] + im * omegaIm[k];
  }
  put(normal, row, at, a);
  put(normal, row, at + 1, b);
  put(normal, row, at + 2, decay);
  put(normal, row, at + 3, omega);
}

/** Its decay stays what it is. */
function holdStill(normal: Normal, row: number): void {
  for (let j = 0; j < normal.size; j++) put(normal, row, j, 0);
  put(normal, row, row, 1);
  normal.right[row] = 0;
}

function putBackground(normal: Normal, work: Workspace, { re, im, smooth }: Residual, from: number): void {
  const { weight, smoothSquares, scratch } = work;
  const size = smooth.length;
  const [weighed] = scratch;
  smooth.forEach((basis, n) => {
    weigh(weight, basis, weighed, 0, weight.length);
    normal.right[from + 2 * n] = dotOne(weighed, re, 0, weight.length);
    normal.right[from + 2 * n + 1] = dotOne(weighed, im, 0, weight.length);
    for (let l = 0; l <= n; l++) {
      put(normal, from + 2 * n, from + 2 * l, smoothSquares[size * n + l]);
      put(normal, from + 2 * n + 1, from + 2 * l + 1, smoothSquares[size * n + l]);
    }
  });
}

function mapped(values: Float64Array, of: (value: number) => number): Float64Array {
  const out = new Float64Array(values.length);
  for (let k = 0; k < out.length; k++) out[k] = of(values[k]);
  return out;
}

function less(data: Float64Array, model: Float64Array): Float64Array {
  const out = new Float64Array(model.length);
  for (let k = 0; k < out.length; k++) out[k] = data[k] - model[k];
  return out;
}

function weigh(weight: Float64Array, column: Float64Array, out: Float64Array, from: number, to: number): void {
  for (let k = from; k < to; k++) out[k] = weight[k] * column[k];
}

function dotOne(a: Float64Array, b: Float64Array, from: number, to: number): number {
  let sum = 0;
  for (let k = from; k < to; k++) sum += a[k] * b[k];
  return sum;
}

function dot(
  aRe: Float64Array,
  aIm: Float64Array,
  bRe: Float64Array,
  bIm: Float64Array,
  from: number,
  to: number,
): number {
  let sum = 0;
  for (let k = from; k < to; k++) sum += aRe[k] * bRe[k] + aIm[k] * bIm[k];
  return sum;
}

/** Marquardt's step, or null where even the damped matrix can't be factored. */
function solveDamped({ size, matrix, right }: Normal, damping: number): Float64Array | null {
  const scale = Float64Array.from({ length: size }, (_, i) => 1 / Math.sqrt(matrix[i * size + i] || 1));
  const damped = new Float64Array(size * size);
  for (let i = 0; i < size; i++) {
    for (let j = 0; j <= i; j++) damped[i * size + j] = matrix[i * size + j] * scale[i] * scale[j];
    damped[i * size + i] += damping;
  }
  const step = right.map((value, i) => value * scale[i]);
  if (solveSymmetricInPlace(damped, step).status !== 'solved') return null;
  return step.map((value, i) => value * scale[i]);
}

/** A step taken, modes kept within what wood does. */
function applied(modes: readonly Mode[], smooth: Float64Array, change: Float64Array) {
  const moved = modes.map(({ re, im, decay, omega, steady }, m): Mode => {
    const at = 4 * m;
    if (steady)
      return {
        re: re + change[at],
        im: im + change[at + 1],
        decay,
        omega: omega + clamp(change[at + 3], -2, 2),
        steady,
      };
    // No further than its own width in one step: beyond, the slopes say nothing.
    const reach = Math.max(decay, 4);
    const turned = omega + clamp(change[at + 3], -2 * reach, 2 * reach);
    const damped = decay * clamp(1 + change[at + 2] / decay, 0.4, 2.5);
    return {
      re: re + change[at],
      im: im + change[at + 1],
      decay: clamp(damped, turned / (2 * Q_RANGE[1]), turned / (2 * Q_RANGE[0])),
      omega: turned,
    };
  });
  return { modes: moved, smooth: smooth.map((value, n) => value + change[4 * modes.length + n]) };
}

function standardErrors({ overlap }: FitProblem, { size, matrix }: Normal, count: number) {
  const factor = Float64Array.from(matrix);
  const solved = factorSymmetricInPlace(factor, size).status === 'solved';
  const unit = new Float64Array(size);
  const variance = (at: number) => {
    if (!solved) return Infinity;
    unit.fill(0);
    unit[at] = 1;
    solveFactoredInPlace(factor, unit);
    // Real and imaginary parts share the noise of a bin, and padded bins share it among themselves.
    return (unit[at] * overlap) / 2;
  };
  return Array.from({ length: count }, (_, m) => ({
    omegaSd: Math.sqrt(variance(4 * m + 3)),
    decaySd: Math.sqrt(variance(4 * m + 2)),
    amplitudeSd: Math.sqrt(variance(4 * m) + variance(4 * m + 1)) / Math.SQRT2,
  }));
}

function clamp(value: number, low: number, high: number): number {
  return Math.min(high, Math.max(low, value));
}
