/**
 * Stiffness and modulus of a strip or plate bent on a jig: a line through several loads and dial readings.
 *   k = F / delta,  E = k c / I,  I = width thickness^3 / 12,  c = span^3 / 48 with load and dial in the middle of two supports
 * Beam theory; where the modulus of rigidity along the grain is known, its share of the sag is taken off:
 *   sag = F (c / (E I) + g / (5/6 G A)),  g = b x / L on two supports, the lesser of both places at a clamp
 * Without it spans should be above 25 thicknesses along the grain; shear is warned of below. SI.
 */
import { type Estimate, InvalidInput, requirePositive } from '../base';
import { middleOfSpan, jigFactor, shearFactor, type BeamJig } from './jig';

export interface FlexPoint {
  /** [N], in the order they were put on. */
  load: number;
  /** Dial reading [m]; its zero does not matter. */
  deflection: number;
}

export interface FlexTest {
  span: number;
  width: number;
  thickness: number;
  direction: 'along' | 'across';
  points: readonly FlexPoint[];
  /** Where it lies, is loaded and read; two supports with load and dial in the middle of the span where left out. */
  jig?: BeamJig;
  /** Modulus of rigidity of a bend along the grain [Pa]; without it shear counts as bending. */
  shear?: Estimate;
  /** Standard deviations of what was measured; the usual ones of a careful bench where left out [m]. */
  doubt?: Partial<FlexDoubt>;
}

export interface FlexDoubt {
  span: number;
  width: number;
  thickness: number;
  deflection: number;
}

export type FlexWarningCode =
  'slack' | 'hysteresis' | 'zero-drift' | 'creep' | 'too-little' | 'too-much' | 'short-span' | 'not-straight';

export interface FlexWarning {
  code: FlexWarningCode;
  message: string;
}

export interface FlexResult {
  /** [N/m] */
  stiffness: Estimate;
  /** [Pa] */
  modulus: Estimate;
  /** E h^3 / 12 [N m]: known without the thickness, so far surer than the modulus. */
  rigidityPerWidth: Estimate;
  /** Dial reading of the line at no load [m]. */
  intercept: number;
  /** Share of the readings' variation that the line explains (0..1). */
  rSquared: number;
  /** Share of the sag that was shear (1); 0 where it was not reckoned with. */
  shearShare: number;
  /** Which measurement the modulus' doubt comes from most. */
  limitedBy: 'thickness' | 'span' | 'width' | 'slope' | 'shear';
  warnings: FlexWarning[];
}

/** Ruler, caliper and a dial reading hundredths [m]. */
export const USUAL_DOUBT: FlexDoubt = { span: 5e-4, width: 5e-4, thickness: 2e-5, deflection: 5e-6 };

const LEAST_SAG = 1e-4;
const MOST_SAG_OF_SPAN = 0.03;
const LEAST_SPAN_OF_THICKNESS = { along: 25, across: 15 };
/** Of the sag (1): said, and beyond belief. */
const MUCH_SHEAR = 0.1;
const MOST_SHEAR = 0.6;
const LOOP_SHARE = 0.04;
const CREEP_SHARE = 0.03;
const STRAIGHT_SHARE = 0.03;
const SLACK_SHARE = 0.05;
const DRIFT_SHARE = 0.03;

/**
 * @throws InvalidInput for one load only, equal loads, or sizes that can't be; `points[2].load` and the like in the
 * field
 */
export function testFlex(test: FlexTest): FlexResult {
  checkTest(test);
  const doubt = { ...USUAL_DOUBT, ...test.doubt };
  const line = fitLine(test.points, doubt.deflection);
  if (!(line.slope > 0))
    throw new InvalidInput('points', line.slope, 'go the wrong way: more load must give more deflection');
  const k = 1 / line.slope;
  const relative = line.slopeSd / line.slope;
  const { c, relativeSd } = jigFactor(test.jig ?? middleOfSpan(test.span, test.direction), doubt.span);
  const shear = shearOf(test, k);
  const perWidth = (k * c) / test.width / (1 - shear.share);
  const E = (12 * perWidth) / test.thickness ** 3;
  const shares = {
    slope: relative,
    span: relativeSd,
    width: doubt.width / test.width,
    thickness: (3 * doubt.thickness) / test.thickness,
    shear: shear.sd,
  };
  const parts = Object.entries(shares) as [FlexResult['limitedBy'], number][];
  return {
    stiffness: { value: k, sd: k * relative },
    modulus: { value: E, sd: E * Math.hypot(...parts.map(([, share]) => share)) },
    rigidityPerWidth: {
      value: perWidth,
      sd: perWidth * Math.hypot(shares.slope, shares.span, shares.width, shares.shear),
    },
    shearShare: shear.share,
    intercept: line.intercept,
    rSquared: line.rSquared,
    limitedBy: parts.reduce((worst, part) => (part[1] > worst[1] ? part : worst))[0],
    warnings: flexWarnings(test, line, shear.share),
  };
}

/** What of the sag is shear, and the relative doubt that it leaves in the modulus (1). */
function shearOf({ shear, direction, jig, span, width, thickness }: FlexTest, k: number) {
  if (!shear || direction !== 'along') return { share: 0, sd: 0 };
  const share = (k * shearFactor(jig ?? middleOfSpan(span, direction))) / ((5 / 6) * shear.value * width * thickness);
  // More can't be shear: a slip of the loads or sizes, that others ask about.
  if (share > MOST_SHEAR) return { share: 0, sd: 0 };
  return { share, sd: ((share / (1 - share)) * shear.sd) / shear.value };
}

function checkTest({ span, width, thickness, points }: FlexTest): void {
  requirePositive('span', span);
  requirePositive('width', width);
  requirePositive('thickness', thickness);
  if (thickness > span / 5)
    throw new InvalidInput('thickness', thickness, 'is more than a fifth of the span: check the units');
  points.forEach(({ load, deflection }, i) => {
    if (!Number.isFinite(load) || load < 0)
      throw new InvalidInput(`points[${i}].load`, load, 'must be a force of zero or more');
    if (!Number.isFinite(deflection)) throw new InvalidInput(`points[${i}].deflection`, deflection, 'must be a number');
    if (Math.abs(deflection) > span)
      throw new InvalidInput(`points[${i}].deflection`, deflection, 'is more than the span: check the unit');
  });
  if (points.length < 2) throw new InvalidInput('points', points.length, 'needs two loads or more');
  const loads = points.map((point) => point.load);
  if (Math.max(...loads) - Math.min(...loads) < 1e-9 * Math.max(...loads)) {
    throw new InvalidInput('points', loads[0], 'has only equal loads: add or take off weight between readings');
  }
}

interface Line {
  slope: number;
  slopeSd: number;
  intercept: number;
  rSquared: number;
  residuals: number[];
}

/** Least squares of deflection on load. With two points the dial's own doubt stands in for the scatter. */
function fitLine(points: readonly FlexPoint[], dialSd: number): Line {
  const n = points.length;
  const meanLoad = points.reduce((sum, p) => sum + p.load, 0) / n;
  const mean = points.reduce((sum, p) => sum + p.deflection, 0) / n;
  let sxx = 0;
  let sxy = 0;
  let syy = 0;
  for (const { load, deflection } of points) {
    sxx += (load - meanLoad) ** 2;
    sxy += (load - meanLoad) * (deflection - mean);
    syy += (deflection - mean) ** 2;
  }
  const slope = sxy / sxx;
  const intercept = mean - slope * meanLoad;
  const residuals = points.map((p) => p.deflection - intercept - slope * p.load);
  const scatter2 = n > 2 ? residuals.reduce((sum, r) => sum + r * r, 0) / (n - 2) : 0;
  return {
    slope,
    slopeSd: Math.sqrt(Math.max(scatter2, dialSd ** 2) / sxx),
    intercept,
    rSquared: syy > 0 ? (sxy * sxy) / (sxx * syy) : 1,
    residuals,
  };
}

function shortSpan({ span, thickness, direction }: FlexTest, shearShare: number): string | null {
  if (shearShare > MUCH_SHEAR)
    return `The span is short for this thickness: ${Math.round(100 * shearShare)} % of the sag is shear. It is reckoned with, but a longer span tells the stiffness better.`;
  const isShort = shearShare === 0 && span < LEAST_SPAN_OF_THICKNESS[direction] * thickness;
  return isShort ? 'The span is short for this thickness: shear makes it look softer.' : null;
}

function flexWarnings(test: FlexTest, line: Line, shearShare: number): FlexWarning[] {
  const { points, span } = test;
  const deflections = points.map((p) => p.deflection);
  const sag = Math.max(...deflections) - Math.min(...deflections);
  const warnings: FlexWarning[] = [];
  const warn = (code: FlexWarningCode, message: string) => warnings.push({ code, message });
  if (sag < LEAST_SAG) warn('too-little', 'The dial moved less than 0.1 mm: use more load, or a longer span.');
  if (sag > MOST_SAG_OF_SPAN * span) warn('too-much', 'It sagged more than 3 % of the span: use less load.');
  const short = shortSpan(test, shearShare);
  if (short) warn('short-span', short);
  const unloaded = points.find((p) => p.load === 0);
  const offset = unloaded ? line.intercept - unloaded.deflection : 0;
  if (unloaded && points.length > 2 && Math.abs(offset) > SLACK_SHARE * sag) {
    warn('slack', 'The first load moved it more or less than the others: seat the plate, start from a small load.');
  }
  const loop = loopOf(points, line);
  if (loop !== null && Math.abs(loop) > LOOP_SHARE * sag) {
    warn('hysteresis', 'Going down and coming back do not agree: look for friction at the supports, or let it rest.');
  }
  const drift = zeroDrift(points);
  if (Math.abs(drift) > DRIFT_SHARE * sag && Math.abs(drift) > 2 * USUAL_DOUBT.deflection)
    warn(
      'zero-drift',
      `Without load the dial did not come back to where it began (${(drift * 1000).toFixed(2)} mm off): it slipped, or the wood has not sprung back yet.`,
    );
  const creep = creepOf(points);
  if (creep > CREEP_SHARE * sag)
    warn('creep', 'It went on sagging under the same load: read at the same moment after each load.');
  const worst = Math.max(...line.residuals.map(Math.abs));
  if (
    points.length > 2 &&
    loop === null &&
    creep === 0 &&
    drift === 0 &&
    !warnings.some((w) => w.code === 'slack') &&
    worst > STRAIGHT_SHARE * sag
  ) {
    warn('not-straight', 'The readings do not lie on one line: read again, or look for a loose support.');
  }
  return warnings;
}

/** Mean residual on the way back less on the way up [m]; null unless loads went up and came down again. */
function loopOf(points: readonly FlexPoint[], { residuals }: Line): number | null {
  const top = points.reduce((best, p, i) => (p.load > points[best].load ? i : best), 0);
  const mean = (values: number[]) => values.reduce((sum, v) => sum + v, 0) / values.length;
  if (top === 0 || top === points.length - 1) return null;
  return mean(residuals.slice(top + 1)) - mean(residuals.slice(0, top));
}

/** Last unloaded reading less the first [m]; 0 unless it was unloaded twice. */
function zeroDrift(points: readonly FlexPoint[]): number {
  const zeros = points.filter((p) => p.load === 0);
  return zeros.length < 2 ? 0 : zeros[zeros.length - 1].deflection - zeros[0].deflection;
}

/** Largest growth between two readings in a row under one load [m]. */
function creepOf(points: readonly FlexPoint[]): number {
  let most = 0;
  for (let i = 1; i < points.length; i++) {
    if (points[i].load === points[i - 1].load && points[i].load > 0)
      most = Math.max(most, points[i].deflection - points[i - 1].deflection);
  }
  return most;
}
