/**
 * The model of a top fitted to what was measured on it: factors of its wood that agree best with the readings and with
 * what was known before, and what is still unsure. Regularised least squares in logarithms, Gauss and Newton. Source:
 * Tarantola, Inverse Problem Theory, ch. 3.
 */
import type { Estimate } from '../base';
import { factorSymmetricInPlace, solveFactoredInPlace } from '../linalg';
import type { TopPlan } from '../top';
import { AS_TAKEN, WOOD_FACTORS, type WoodFactor, type WoodFactors } from './wood-factors';
import {
  openVoicingModel,
  type QuantityKey,
  type VoicedQuantity,
  type VoicingModel,
  type VoicingSettings,
} from './voicing-model';

export interface VoicingReading {
  key: QuantityKey;
  /** [Hz], [m/N] or [kg] */
  value: Estimate;
}

export interface FittedReading {
  key: QuantityKey;
  measured: Estimate;
  /** Of the model with the wood as taken, and fitted. */
  before: number;
  fitted: number;
  /** What is left, in standard deviations of what it may be (1). */
  off: number;
}

export interface Calibration {
  model: VoicingModel;
  /** With the standard deviations of their logarithms. */
  factors: Record<WoodFactor, Estimate>;
  /** What was known before [log], in the same order. */
  prior: WoodFactors;
  readings: FittedReading[];
  /** Root mean square of what is left, in standard deviations (1); null without readings. */
  misfit: number | null;
  /** Of the logarithms of the factors, 6 x 6. */
  covariance: Float64Array;
}

/** What even the fitted model errs by: mesh, glue lines, wood that is not the same all over [log]. */
const MODEL_DOUBT: Record<'mode' | 'flex' | 'mass', number> = { mode: 0.02, flex: 0.04, mass: 0.01 };
export const doubtOf = (key: QuantityKey) => MODEL_DOUBT[key.split(':')[0] as keyof typeof MODEL_DOUBT];
/** Two steps: the second only mends what is not straight in the first. */
const STEPS = 2;

/** @param onStep share done; throwing in it gives up @throws InvalidInput naming the field that can't be */
export function fitModel(
  top: TopPlan,
  readings: (model: VoicingModel) => readonly VoicingReading[],
  {
    prior,
    settings,
    onStep = () => undefined,
  }: { prior: WoodFactors; settings: VoicingSettings; onStep?: (done: number) => void },
): Calibration {
  const first = modelAsTaken(top, settings);
  onStep(1 / STEPS);
  // Found once: over eight noisy tops another step with effects found anew moved no factor by more than 0.04 of its
  // standard deviation, and no reading by more than 2e-4.
  const byWood = (key: QuantityKey) => quantityOf(first, key).byWood;
  const again = { ...settings, named: settings.named ?? first.modes, byWood };
  // Named once, on the wood as taken: a fit can't change which note is which.
  const taken = readings(first).filter(({ key }) => first.quantities.some((quantity) => quantity.key === key));
  const step = leastSquares(
    first,
    taken,
    prior,
    WOOD_FACTORS.map(() => 0),
  );
  const model = taken.length === 0 ? first : openVoicingModel(top, factorsOf(step.logs), again);
  onStep(1);
  const last = taken.length === 0 ? step : leastSquares(model, taken, prior, step.logs);
  const moved = last.logs.map((log, p) => log - step.logs[p]);
  const fitted = taken.map(({ key, value }): FittedReading => {
    const now = quantityOf(model, key);
    const there = now.value * Math.exp(now.byWood.reduce((sum, slope, p) => sum + slope * moved[p], 0));
    return {
      key,
      measured: value,
      before: quantityOf(first, key).value,
      fitted: there,
      off: Math.log(value.value / there) / spreadOf({ key, value }),
    };
  });
  return {
    model,
    prior,
    readings: fitted,
    covariance: last.covariance,
    factors: Object.fromEntries(
      WOOD_FACTORS.map((name, p) => [
        name,
        { value: Math.exp(last.logs[p]), sd: Math.sqrt(last.covariance[p * WOOD_FACTORS.length + p]) },
      ]),
    ) as Calibration['factors'],
    misfit: fitted.length === 0 ? null : Math.sqrt(fitted.reduce((sum, { off }) => sum + off * off, 0) / fitted.length),
  };
}

/** The last one stays at hand: one reading more on the same top changes nothing of it. */
let lastAsTaken: { of: string; named: VoicingSettings['named']; model: VoicingModel } | null = null;

function modelAsTaken(top: TopPlan, settings: VoicingSettings): VoicingModel {
  const { named, byWood, ...plain } = settings;
  if (byWood) return openVoicingModel(top, AS_TAKEN, settings);
  const of = JSON.stringify([top, plain]);
  if (lastAsTaken?.of === of && lastAsTaken.named === named) return lastAsTaken.model;
  const model = openVoicingModel(top, AS_TAKEN, settings);
  lastAsTaken = { of, named, model };
  return model;
}

const factorsOf = (logs: readonly number[]) =>
  Object.fromEntries(WOOD_FACTORS.map((name, p) => [name, Math.exp(logs[p])])) as Record<WoodFactor, number>;

export function quantityOf({ quantities }: Pick<VoicingModel, 'quantities'>, key: QuantityKey): VoicedQuantity {
  const found = quantities.find((quantity) => quantity.key === key);
  if (!found) throw new RangeError(`the model has no ${key}`);
  return found;
}

const spreadOf = ({ key, value }: VoicingReading) => Math.hypot(value.sd / value.value, doubtOf(key));

/** Best logarithms of the factors about where the model stands, and their covariance. */
function leastSquares(
  model: VoicingModel,
  readings: readonly VoicingReading[],
  prior: WoodFactors,
  at: readonly number[],
): { logs: number[]; covariance: Float64Array } {
  const n = WOOD_FACTORS.length;
  const A = new Float64Array(n * n);
  const b = new Float64Array(n);
  WOOD_FACTORS.forEach((name, p) => (A[p * n + p] = 1 / prior[name] ** 2));
  for (const reading of readings) {
    const { value, byWood } = quantityOf(model, reading.key);
    const weight = 1 / spreadOf(reading) ** 2;
    const wanted = Math.log(reading.value.value / value) + byWood.reduce((sum, slope, p) => sum + slope * at[p], 0);
    for (let p = 0; p < n; p++) {
      b[p] += weight * byWood[p] * wanted;
      for (let q = 0; q < n; q++) A[p * n + q] += weight * byWood[p] * byWood[q];
    }
  }
  factorSymmetricInPlace(A, n);
  const covariance = new Float64Array(n * n);
  for (let p = 0; p < n; p++) {
    const unit = new Float64Array(n);
    unit[p] = 1;
    solveFactoredInPlace(A, unit);
    covariance.set(unit, p * n);
  }
  solveFactoredInPlace(A, b);
  return { logs: [...b], covariance };
}

/** Variance of a quantity's logarithm that the wood leaves open. */
export function leftOpen({ covariance }: Pick<Calibration, 'covariance'>, byWood: readonly number[]): number {
  const n = byWood.length;
  return byWood.reduce((sum, a, p) => sum + byWood.reduce((row, b, q) => row + a * b * covariance[p * n + q], 0), 0);
}

export interface WorthReading {
  key: QuantityKey;
  /** By how much it would narrow what is open about the wood, as a share of that doubt (0..1). */
  narrows: number;
}

/**
 * Which further reading would teach most about this top, the best first.
 * @param sd of the logarithm of such a reading
 */
export function informativeReadings(
  { model, covariance }: Calibration,
  sd: (key: QuantityKey) => number,
): WorthReading[] {
  const n = WOOD_FACTORS.length;
  const whole = WOOD_FACTORS.reduce((sum, _, p) => sum + covariance[p * n + p], 0);
  return model.quantities
    .map(({ key, byWood }): WorthReading => {
      const gain = WOOD_FACTORS.map((_, p) => byWood.reduce((sum, slope, q) => sum + covariance[p * n + q] * slope, 0));
      const variance = leftOpen({ covariance }, byWood) + sd(key) ** 2 + doubtOf(key) ** 2;
      return { key, narrows: gain.reduce((sum, g) => sum + g * g, 0) / variance / whole };
    })
    .sort((a, b) => b.narrows - a.narrows);
}
