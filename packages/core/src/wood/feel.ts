/**
 * How well a person's feel for stiffness tracks the dial: hand scores from 1, soft, to 9, stiff, against measured
 * rigidity. SI.
 */
import { mean } from '../base';

export interface FeltFlex {
  /** 1 to 9. */
  score: number;
  /** Rigidity per width [N m], as measured. */
  rigidity: number;
}

export interface FeelRecord {
  count: number;
  /** Spearman's rank correlation of score and rigidity (-1..1); null with fewer than four, or all alike. */
  agreement: number | null;
  /** The same over the older and the newer half, when there are eight or more. */
  earlier: number | null;
  later: number | null;
  /** What one step of the score is worth: rigidity goes up by this factor (1); null while it can't be told. */
  perStep: number | null;
  /** Typical miss of the score once the line is drawn [steps]. */
  scatter: number | null;
  /** How surely the worth of a step is known: standard deviation of its logarithm, over that logarithm (1). */
  perStepDoubt: number | null;
}

/** Nothing is known of what this person's marks are worth yet. */
const UNTOLD = { perStep: null, scatter: null, perStepDoubt: null };

const ENOUGH = 4;

/** @param flexes oldest first, of one person */
export function feelRecord(flexes: readonly FeltFlex[]): FeelRecord {
  const count = flexes.length;
  const half = Math.floor(count / 2);
  return {
    count,
    agreement: rankCorrelation(flexes),
    earlier: count >= 2 * ENOUGH ? rankCorrelation(flexes.slice(0, half)) : null,
    later: count >= 2 * ENOUGH ? rankCorrelation(flexes.slice(half)) : null,
    ...lineOf(flexes),
  };
}

/** A line is drawn only where its slope is so many times its doubt, and a step of the nine means no more than this (1). */
const SURE = 2;
const WIDEST_STEP = 3;

/** Score against the logarithm of rigidity, so that a step means a factor. */
function lineOf(flexes: readonly FeltFlex[]): Pick<FeelRecord, keyof typeof UNTOLD> {
  if (flexes.length < ENOUGH) return UNTOLD;
  const x = flexes.map(({ rigidity }) => Math.log(rigidity));
  const y = flexes.map(({ score }) => score);
  const { slope, sxx, residual2 } = regression(x, y);
  if (!(sxx > 0) || !(slope > 0)) return UNTOLD;
  const scatter = Math.sqrt(residual2 / (flexes.length - 2));
  const perStep = Math.exp(1 / slope);
  const perStepDoubt = scatter / Math.sqrt(sxx) / slope;
  return SURE * perStepDoubt < 1 && perStep < WIDEST_STEP ? { perStep, scatter, perStepDoubt } : UNTOLD;
}

function rankCorrelation(flexes: readonly FeltFlex[]): number | null {
  if (flexes.length < ENOUGH) return null;
  const x = ranks(flexes.map(({ rigidity }) => rigidity));
  const y = ranks(flexes.map(({ score }) => score));
  const { sxx, syy, sxy } = regression(x, y);
  return sxx > 0 && syy > 0 ? sxy / Math.sqrt(sxx * syy) : null;
}

/** Ties share the mean of their ranks. */
function ranks(values: readonly number[]): number[] {
  return values.map((v) => {
    const below = values.filter((other) => other < v).length;
    const alike = values.filter((other) => other === v).length;
    return below + (alike + 1) / 2;
  });
}

function regression(x: readonly number[], y: readonly number[]) {
  const [mx, my] = [mean(x), mean(y)];
  let [sxx, syy, sxy] = [0, 0, 0];
  x.forEach((v, i) => {
    sxx += (v - mx) ** 2;
    syy += (y[i] - my) ** 2;
    sxy += (v - mx) * (y[i] - my);
  });
  const slope = sxx > 0 ? sxy / sxx : 0;
  return { sxx, syy, sxy, slope, residual2: Math.max(0, syy - slope * sxy) };
}
