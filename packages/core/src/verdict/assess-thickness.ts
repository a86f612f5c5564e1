/** The verdict on a thickness survey: go on, nearly, stop, too thin here, or look again; with its evidence and the rule that gave it. */
import { fillTarget, type TargetSpec, type TrebleSign } from '../graduation';
import type { PlateShape } from '../outline';
import {
  asymmetry, integrate, mapStatistics, mapThickness, questionableReadings,
  type Asymmetry, type MapGrid, type MapStatistics, type Question, type StationReading, type ThicknessMap,
} from '../survey'; // prettier-ignore
import { forecastPasses, massAndDensity, type PassForecast, type WoodEstimate } from './pass-forecast';
import { planPasses, type PassPlan, type PassTool } from './pass-plan';
import { divideIntoZones, type ZoneMap } from './zones';

export type VerdictKind = 'go-on' | 'nearly' | 'stop' | 'too-thin' | 'look-again';

/** The rule that gave the verdict. */
export type VerdictRule =
  'few-readings' | 'reading-questioned' | 'below-limit' | 'within-band' | 'one-light-pass' | 'over-band';

export interface ThicknessVerdict {
  kind: VerdictKind;
  rule: VerdictRule;
  /** Shares of the wood's area over, within and under the band (0..1). */
  share: { over: number; within: number; under: number };
  /** Stations read, and wanted. */
  read: number;
  wanted: number;
  questioned: { station: string; thickness: number; question: Question }[];
  belowLimit: { station: string; thickness: number }[];
  /** Passes and mass still to take off [kg]. */
  passes: number;
  massToGo: number;
  /** Density from scale and volume against the wood's [kg/m3]; null when it was not weighed or they agree. */
  densityClash: { weighed: number; expected: number } | null;
}

/** What belongs to the plate and not to the readings; made once. */
export interface PlateContext {
  shape: PlateShape;
  grid: MapGrid;
  zones: ZoneMap;
  treble: TrebleSign;
}

export interface SurveyInput {
  readings: readonly StationReading[];
  /** How many stations are to be read. */
  wanted: number;
  target: TargetSpec;
  tool: PassTool;
  wood: WoodEstimate;
  mass: number | null;
  removalSpread: number;
}

export interface Assessment {
  map: ThicknessMap;
  statistics: MapStatistics;
  /** Wanted thickness and thickness less that, per cell [m]. */
  target: Float64Array;
  deviation: Float64Array;
  mirror: Asymmetry;
  plan: PassPlan;
  forecast: PassForecast;
  verdict: ThicknessVerdict;
}

/** Below this share of the stations there is no verdict. */
const ENOUGH_READ = 0.6;
/** So little of the plate over its band is a plate within it. */
const STRAY_SHARE = 0.02;
const LIGHT_SHARE = 0.03;
/** A density is doubted beyond this many standard deviations. */
const DENSITY_DEVIATIONS = 3;
/** A caliper's last digit: a reading this much under the limit is still at it [m]. */
const LIMIT_SLACK = 1e-5;

export function plateContext(shape: PlateShape, grid: MapGrid, treble: TrebleSign): PlateContext {
  return { shape, grid, treble, zones: divideIntoZones(grid, shape, treble) };
}

/** @throws InvalidInput without readings, or for a tool or wood that can't be right */
export function assessThickness(plate: PlateContext, input: SurveyInput): Assessment {
  const { grid } = plate;
  const map = mapThickness(grid, input.readings);
  const statistics = mapStatistics(map, input.readings);
  const target = new Float64Array(map.thickness.length);
  fillTarget(input.target, plate, target);
  const plan = planPasses({
    grid,
    zones: plate.zones,
    thickness: map.thickness,
    target,
    tolerance: input.target.tolerance,
    limit: input.target.limit,
    tool: input.tool,
  });
  const forecast = forecastPasses({ ...input, grid, thickness: map.thickness, removal: plan.removal, statistics });
  const deviation = map.thickness.map((h, cell) => h - target[cell]);
  const partial = { map, statistics, target, deviation, mirror: asymmetry(map), plan, forecast };
  return { ...partial, verdict: judge(grid, input, partial) };
}

function judge(
  grid: MapGrid,
  input: SurveyInput,
  { deviation, plan, forecast, statistics }: Omit<Assessment, 'verdict'>,
): ThicknessVerdict {
  const { tolerance, limit } = input.target;
  const area = integrate(grid, () => 1);
  const over = integrate(grid, (cell) => Number(deviation[cell] > tolerance)) / area;
  const under = integrate(grid, (cell) => Number(deviation[cell] < -tolerance)) / area;
  const facts = {
    share: { over, within: 1 - over - under, under },
    read: input.readings.length,
    wanted: Math.max(input.wanted, input.readings.length),
    questioned: questionableReadings(input.readings).map(({ reading, question }) => ({
      station: reading.station,
      thickness: reading.thickness,
      question,
    })),
    belowLimit: input.readings
      .filter((reading) => reading.thickness < limit - LIMIT_SLACK)
      .map(({ station, thickness }) => ({ station, thickness })),
    passes: Math.max(0, ...plan.steps.map((step) => step.passes)),
    massToGo: forecast.massNow.value - forecast.massAfter.value,
    densityClash: densityClash(input, statistics),
  };
  return { ...facts, ...rule(facts, forecast) };
}

type Facts = Omit<ThicknessVerdict, 'kind' | 'rule'>;

function rule(facts: Facts, forecast: PassForecast): { kind: VerdictKind; rule: VerdictRule } {
  const unconfirmedLow = facts.belowLimit.filter(({ station }) => !facts.questioned.some((q) => q.station === station));
  if (unconfirmedLow.length > 0) return { kind: 'too-thin', rule: 'below-limit' };
  if (facts.questioned.length > 0) return { kind: 'look-again', rule: 'reading-questioned' };
  if (facts.read < ENOUGH_READ * facts.wanted) return { kind: 'look-again', rule: 'few-readings' };
  if (facts.share.over < STRAY_SHARE || facts.passes === 0) return { kind: 'stop', rule: 'within-band' };
  const isLight = facts.passes <= 1 || facts.massToGo < LIGHT_SHARE * forecast.massNow.value;
  return isLight ? { kind: 'nearly', rule: 'one-light-pass' } : { kind: 'go-on', rule: 'over-band' };
}

function densityClash({ mass, wood }: SurveyInput, statistics: MapStatistics): ThicknessVerdict['densityClash'] {
  if (mass === null) return null;
  const { rho } = massAndDensity({ mass, statistics, wood });
  const doubt = Math.hypot(rho.sd, wood.rho.sd);
  const clashes = Math.abs(rho.value - wood.rho.value) > DENSITY_DEVIATIONS * doubt;
  return clashes ? { weighed: rho.value, expected: wood.rho.value } : null;
}
