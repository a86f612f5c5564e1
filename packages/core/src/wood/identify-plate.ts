/**
 * Elastic constants of a free rectangular plate from the notes it gives when held at its nodes and knocked.
 * Gauss-Newton in the logarithms of E_L, E_C and G_LC on the logarithms of the frequencies of a Rayleigh-Ritz plate, so
 * that the coupling of along and across through Poisson's ratio, which the simple formulas leave out, is in. SI.
 * Sources: Hearmon 1946; Caldersmith 1984; McIntyre and Woodhouse 1988.
 */
import { type Estimate, InvalidInput, requirePositive, requireWithin } from '../base';
import { freePlateModesNamed, type FreePlate, type FreePlateMode, type ModeName } from '../ritz-plate';

export interface NamedPartial {
  /** Half waves along and across: (1,1) twist, (0,2) across, (2,0) along. */
  name: ModeName;
  /** [Hz] */
  frequency: number;
}

export interface KnockTest {
  length: number;
  width: number;
  thickness: number;
  mass: number;
  twist: number;
  across: number;
  along: number;
  /** Further partials, if their shapes are known. */
  more?: readonly NamedPartial[];
  /** Strain across caused by stress along (1). */
  poisson?: number;
  doubt?: Partial<KnockDoubt>;
}

export interface KnockDoubt {
  length: number;
  width: number;
  thickness: number;
  mass: number;
  /** Relative (1): what a held plate's note is worth. */
  frequency: number;
}

export type IdentifyWarningCode = 'misnamed' | 'residual' | 'unusual' | 'not-converged' | 'alike';

export interface IdentifyWarning {
  code: IdentifyWarningCode;
  message: string;
}

export interface IdentifiedPlate {
  status: 'converged' | 'stopped';
  iterations: number;
  density: Estimate;
  modulusAlong: Estimate;
  modulusAcross: Estimate;
  shearModulus: Estimate;
  /** Measured over fitted less one, in the order twist, across, along, more (1). */
  residuals: number[];
  /** Correlation of the doubts of along, across and shear: row by row, 3 x 3. */
  correlation: Float64Array;
  warnings: IdentifyWarning[];
}

export const DEFAULT_POISSON = 0.37;
export const USUAL_KNOCK_DOUBT: KnockDoubt = {
  length: 5e-4,
  width: 5e-4,
  thickness: 2e-5,
  mass: 5e-4,
  frequency: 3e-3,
};

const TWIST: ModeName = [1, 1];
const ACROSS: ModeName = [0, 2];
const ALONG: ModeName = [2, 0];
const NAMES = ['twist', 'across', 'along'] as const;

const MOST_ITERATIONS = 40;
const LONGEST_STEP = 0.5;
/** Below this change of a logarithm further steps only move round-off. */
const SETTLED = 1e-10;
const DENSITY_RANGE = [80, 1500] as const;

/** Modes by name of a plate of given rigidities: frequency and d(omega^2) / d rigidity, in the order of the names. */
export type PlateModel = (
  plate: FreePlate,
  names: readonly ModeName[],
) => Pick<FreePlateMode, 'frequency' | 'sensitivity'>[];

/**
 * @param model what turns rigidities into notes: a free rectangle, or any other model of the same plate (length and
 * width then span its outline)
 * @throws InvalidInput for sizes, masses or notes that can't be, naming what they would imply
 */
export function identifyPlate(test: KnockTest, model: PlateModel = freePlateModesNamed): IdentifiedPlate {
  checkTest(test);
  const doubt = { ...USUAL_KNOCK_DOUBT, ...test.doubt };
  const fit = fitConstants(test, partialsOf(test), model);
  const covariance = covarianceOf(test, fit, doubt);
  const sd = [0, 4, 8].map((k) => Math.sqrt(covariance[k]));
  const [E_L, E_C, G] = fit.logs.map(Math.exp);
  const rho = densityOf(test);
  return {
    status: fit.status,
    iterations: fit.iterations,
    density: {
      value: rho,
      sd:
        rho *
        Math.hypot(
          doubt.mass / test.mass,
          doubt.length / test.length,
          doubt.width / test.width,
          doubt.thickness / test.thickness,
        ),
    },
    modulusAlong: { value: E_L, sd: E_L * sd[0] },
    modulusAcross: { value: E_C, sd: E_C * sd[1] },
    shearModulus: { value: G, sd: G * sd[2] },
    residuals: fit.residuals.map((r) => Math.exp(r) - 1),
    correlation: covariance.map((c, k) => c / (sd[Math.floor(k / 3)] * sd[k % 3])),
    warnings: warningsOf(test, fit, doubt, model),
  };
}

function densityOf({ mass, length, width, thickness }: KnockTest): number {
  return mass / (length * width * thickness);
}

function checkTest(test: KnockTest): void {
  for (const field of ['length', 'width', 'thickness', 'mass', ...NAMES] as const)
    requirePositive(
      field === 'twist' || field === 'across' || field === 'along' ? `partials.${field}` : field,
      test[field],
    );
  if (test.thickness > test.width / 5)
    throw new InvalidInput('thickness', test.thickness, 'is more than a fifth of the width: check the units');
  const rho = densityOf(test);
  if (rho < DENSITY_RANGE[0] || rho > DENSITY_RANGE[1]) {
    throw new InvalidInput(
      'mass',
      test.mass,
      `would make the wood ${rho.toPrecision(3)} kg/m³: check grams against kilograms, and the sizes`,
    );
  }
  requireWithin('poisson', test.poisson ?? DEFAULT_POISSON, 0, 1);
  for (const name of NAMES) requireWithin(`partials.${name}`, test[name], 5, 5000);
  test.more?.forEach(({ frequency }, i) => requireWithin(`partials.more[${i}].frequency`, frequency, 5, 10_000));
}

function partialsOf({ twist, across, along, more = [] }: KnockTest): NamedPartial[] {
  return [
    { name: TWIST, frequency: twist },
    { name: ACROSS, frequency: across },
    { name: ALONG, frequency: along },
    ...more,
  ];
}

interface Fit {
  status: IdentifiedPlate['status'];
  iterations: number;
  /** ln of E_L, E_C, G_LC. */
  logs: number[];
  /** ln measured less ln fitted, parallel to the partials. */
  residuals: number[];
  /** d ln f / d ln (E_L, E_C, G_LC), one row a partial. */
  jacobian: number[][];
  /** d ln f / d ln (length, width), one row a partial. */
  bySize: [number, number][];
}

function fitConstants(test: KnockTest, partials: readonly NamedPartial[], model: PlateModel): Fit {
  const logs = firstGuess(test);
  for (let iteration = 1; ; iteration++) {
    const state = linearise(test, partials, logs, model);
    const step = leastSquares(state.jacobian, state.residuals);
    const size = Math.max(...step.map(Math.abs));
    const settled = size < SETTLED;
    if (settled || iteration >= MOST_ITERATIONS)
      return { ...state, logs, iterations: iteration, status: settled ? 'converged' : 'stopped' };
    const share = Math.min(1, LONGEST_STEP / size);
    step.forEach((s, k) => (logs[k] += share * s));
  }
}

/** Slender-beam and pure-twist formulas: f = 1.0279 (h / L^2) sqrt(E / rho), f = 1.10 (h / L W) sqrt(G / rho). */
function firstGuess(test: KnockTest): number[] {
  const { length, width, thickness, along, across, twist } = test;
  const rho = densityOf(test);
  const beam = (f: number, span: number) => rho * ((f * span * span) / (1.0279 * thickness)) ** 2;
  return [beam(along, length), beam(across, width), rho * ((twist * length * width) / (1.1 * thickness)) ** 2].map(
    Math.log,
  );
}

/** The plate of three moduli, with rigidities as in `FreePlate`. */
function plateOf(
  { length, width, thickness, mass, poisson = DEFAULT_POISSON }: KnockTest,
  logs: readonly number[],
): FreePlate {
  const [E_L, E_C, G] = logs.map(Math.exp);
  const nu_CL = (poisson * E_C) / E_L;
  const cube = thickness ** 3 / 12;
  const perWidth = cube / Math.max(0.05, 1 - poisson * nu_CL);
  return {
    length,
    width,
    D_L: E_L * perWidth,
    D_C: E_C * perWidth,
    D_1: nu_CL * E_L * perWidth,
    D_k: G * cube,
    rhoH: mass / (length * width),
  };
}

function linearise(test: KnockTest, partials: readonly NamedPartial[], logs: readonly number[], model: PlateModel) {
  const plate = plateOf(test, logs);
  const residuals: number[] = [];
  const jacobian: number[][] = [];
  const bySize: [number, number][] = [];
  const modes = model(
    plate,
    partials.map(({ name }) => name),
  );
  partials.forEach(({ frequency }, i) => {
    const mode = modes[i];
    const omega2 = (2 * Math.PI * mode.frequency) ** 2;
    const [s_L, s_C, s_1, s_k] = mode.sensitivity;
    // Shares of the strain energy; they add up to one.
    const [e_L, e_C, e_1, e_k] = [s_L * plate.D_L, s_C * plate.D_C, s_1 * plate.D_1, s_k * plate.D_k].map(
      (part) => part / omega2,
    );
    residuals.push(Math.log(frequency / mode.frequency));
    jacobian.push([e_L / 2, (e_C + e_1) / 2, e_k / 2]);
    bySize.push([(1 - 4 * e_L - 2 * (e_1 + e_k)) / 2, (1 - 4 * e_C - 2 * (e_1 + e_k)) / 2]);
  });
  return { residuals, jacobian, bySize };
}

/** Solves the 3 x 3 normal equations. */
function leastSquares(jacobian: readonly number[][], residuals: readonly number[]): number[] {
  const inverse = invert3(normalMatrix(jacobian));
  const right = [0, 1, 2].map((k) => jacobian.reduce((sum, row, i) => sum + row[k] * residuals[i], 0));
  return [0, 1, 2].map((k) => right.reduce((sum, r, l) => sum + inverse[3 * k + l] * r, 0));
}

function normalMatrix(jacobian: readonly number[][]): Float64Array {
  const N = new Float64Array(9);
  for (const row of jacobian) for (let k = 0; k < 3; k++) for (let l = 0; l < 3; l++) N[3 * k + l] += row[k] * row[l];
  return N;
}

/** By cofactors. @throws InvalidInput when two partials tell the same thing */
function invert3(m: Float64Array): Float64Array {
  const cofactor = (a: number, b: number, c: number, d: number) => m[a] * m[d] - m[b] * m[c];
  const adjugate = Float64Array.of(
    cofactor(4, 5, 7, 8),
    -cofactor(1, 2, 7, 8),
    cofactor(1, 2, 4, 5),
    -cofactor(3, 5, 6, 8),
    cofactor(0, 2, 6, 8),
    -cofactor(0, 2, 3, 5),
    cofactor(3, 4, 6, 7),
    -cofactor(0, 1, 6, 7),
    cofactor(0, 1, 3, 4),
  );
  const determinant = m[0] * adjugate[0] + m[1] * adjugate[3] + m[2] * adjugate[6];
  if (!(Math.abs(determinant) > 1e-12 * Math.abs(m[0] * m[4] * m[8]))) {
    throw new InvalidInput(
      'partials',
      'alike',
      'do not tell along, across and twist apart on this plate: check their names',
    );
  }
  return adjugate.map((value) => value / determinant);
}

/**
 * Of the logarithms of E_L, E_C, G_LC: what notes, sizes and mass are worth, carried through the fit. Row by row, 3 x
 * 3.
 */
function covarianceOf(test: KnockTest, { jacobian, bySize }: Fit, doubt: KnockDoubt): Float64Array {
  const inverse = invert3(normalMatrix(jacobian));
  const covariance = inverse.map((value) => value * doubt.frequency ** 2);
  const sources = [
    { relative: doubt.length / test.length, effect: bySize.map(([length]) => length) },
    { relative: doubt.width / test.width, effect: bySize.map(([, width]) => width) },
    { relative: doubt.thickness / test.thickness, effect: bySize.map(() => 1.5) }, // D ~ h^3, mass as weighed
    { relative: doubt.mass / test.mass, effect: bySize.map(() => -0.5) },
  ];
  for (const { relative, effect } of sources) {
    const shift = leastSquares(
      jacobian,
      effect.map((e) => -e * relative),
    );
    for (let k = 0; k < 3; k++) for (let l = 0; l < 3; l++) covariance[3 * k + l] += shift[k] * shift[l];
  }
  return covariance;
}

/** What woods usually have: ln of E_L [Pa], E_C / E_L, G / E_L, with wide spreads. */
const USUAL = {
  E_L: Math.log(11e9),
  across: Math.log(0.075),
  shear: Math.log(0.075),
  spread: [0.4, 0.55, 0.45],
} as const;
const STRANGE = 12;
const CLEARLY_BETTER = 8;
const LARGE_RESIDUAL = 3;

/** How far constants lie from any usual wood: a sum of squares in standard deviations. */
function strangeness([E_L, E_C, G]: readonly number[]): number {
  const { spread } = USUAL;
  return (
    ((E_L - USUAL.E_L) / spread[0]) ** 2 +
    ((E_C - E_L - USUAL.across) / spread[1]) ** 2 +
    ((G - E_L - USUAL.shear) / spread[2]) ** 2
  );
}

function warningsOf(test: KnockTest, fit: Fit, doubt: KnockDoubt, model: PlateModel): IdentifyWarning[] {
  const warnings: IdentifyWarning[] = [];
  if (fit.status === 'stopped')
    warnings.push({ code: 'not-converged', message: 'The fit did not settle: check the names of the notes.' });
  const strange = strangeness(fit.logs);
  const other = strange > STRANGE ? betterNaming(test, strange, model) : null;
  if (other) warnings.push({ code: 'misnamed', message: `The notes look misnamed: ${other}.` });
  else if (strange > STRANGE)
    warnings.push({ code: 'unusual', message: 'Hardly any wood has these constants: check sizes, weight and notes.' });
  const worst = fit.residuals.reduce((best, r, i) => (Math.abs(r) > Math.abs(fit.residuals[best]) ? i : best), 0);
  if (Math.abs(fit.residuals[worst]) > LARGE_RESIDUAL * doubt.frequency) {
    const name = NAMES[worst] ?? `note ${worst + 1}`;
    const percent = Math.abs(100 * fit.residuals[worst]).toFixed(1);
    warnings.push({
      code: 'residual',
      message: `The notes do not fit one plate: ${name} is off by ${percent} %; it may be misnamed or misread.`,
    });
  }
  return warnings;
}

/** What the three notes may be besides what they were called: higher notes of the plate, each told in words. */
const OTHER_NAMES: readonly { name: ModeName; words: string }[] = [
  { name: [3, 0], words: 'the second note along' },
  { name: [0, 3], words: 'the second note across' },
  { name: [1, 2], words: 'a note of twist and across together' },
  { name: [2, 1], words: 'a note of along and twist together' },
];
const AS_TYPED: readonly ModeName[] = [TWIST, ACROSS, ALONG];
/** Other orders of the three names, each by where the names went. */
const ORDERS = [
  [[1, 0, 2], 'your twist and across look swapped'],
  [[2, 1, 0], 'your twist and along look swapped'],
  [[0, 2, 1], 'your across and along look swapped'],
  [[1, 2, 0], 'your three notes look named in another order'],
  [[2, 0, 1], 'your three notes look named in another order'],
] as const;

/** Another naming, if any, that makes an ordinary wood of it: the one that mends the fit best, and only if it does. */
function betterNaming(test: KnockTest, strange: number, model: PlateModel): string | null {
  const notes = NAMES.map((name) => test[name]);
  const orders = ORDERS.map(([order, words]) => ({ names: order.map((k) => AS_TYPED[k]), words }));
  const higher = NAMES.flatMap((typed, k) =>
    OTHER_NAMES.map(({ name, words }) => ({
      names: AS_TYPED.map((own, i) => (i === k ? name : own)),
      words: `your ${typed} looks like ${words}`,
    })),
  );
  const tried = [...orders, ...higher].map(({ names, words }) => {
    const partials = names.map((name, i) => ({ name, frequency: notes[i] }));
    return { words, strange: strangenessOf(test, partials, model) };
  });
  const best = tried.reduce((least, one) => (one.strange < least.strange ? one : least));
  return best.strange < Math.min(STRANGE, strange - CLEARLY_BETTER) ? best.words : null;
}

/** Infinite where these names can't tell the three stiffnesses apart, or no constants give such notes. */
function strangenessOf(test: KnockTest, partials: readonly NamedPartial[], model: PlateModel): number {
  try {
    const { logs, residuals } = fitConstants(test, partials, model);
    return residuals.some((r) => Math.abs(r) > 0.02) ? Infinity : strangeness(logs);
  } catch (error) {
    if (error instanceof InvalidInput) return Infinity;
    throw error;
  }
}
