/**
 * A thickness survey judged: its map, what to take off where, what that will do, and the one verdict with its evidence.
 * SI.
 */
import type { TargetSpec, TrebleSign } from '../graduation';
import type { PlateShape } from '../outline';
import {
  asymmetry,
  integrate,
  mapStatistics,
  mapThickness,
  questionableReadings,
  reachBias,
  type Asymmetry,
  type HandReach,
  type Look,
  type MapGrid,
  type MapStatistics,
  type Question,
  type StationReading,
  type ThicknessMap,
} from '../survey';
import { densityClash, type DensityClash } from './density-clash';
import { judge, takesWoodOff, type ThicknessVerdict, type VerdictFacts } from './judge';
import { followLead, type FollowedLine, type Lead } from './lead';
import { forecastPasses, massAndDensity, type PassForecast } from './pass-forecast';
import type { WoodEstimate } from '../project';
import { passesToGo, planPasses, type PassPlan, type PassTool } from './pass-plan';
import { divideIntoZones, type ZoneMap } from './zones';

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
  /** What the leading rule says; null to go by the target alone. */
  lead: Lead | null;
  /** Why this construction is not judged by its thickness; null when it is. */
  notJudged?: string | null;
  /** Set when the readings are those of a survey before, moved to a few places or to the scale. */
  look?: Look | null;
  tool: PassTool;
  wood: WoodEstimate;
  mass: number | null;
  removalSpread: number;
  /** Of whoever takes it off by hand; null while that is not known. */
  reach?: HandReach | null;
}

export interface Assessment {
  /** What the scale said, unless it is in doubt itself: grams are then reckoned by density [kg]. */
  mass: number | null;
  map: ThicknessMap;
  statistics: MapStatistics;
  /** Wanted thickness by the line that is followed, and thickness less that, per cell [m]. */
  target: Float64Array;
  deviation: Float64Array;
  mirror: Asymmetry;
  followed: FollowedLine;
  /** Takes nothing off where the verdict says that nothing may come off. */
  plan: PassPlan;
  forecast: PassForecast;
  verdict: ThicknessVerdict;
}

/** A caliper's last digit: a reading this much under the limit is still at it [m]. */
const LIMIT_SLACK = 1e-5;

export function plateContext(shape: PlateShape, grid: MapGrid, treble: TrebleSign): PlateContext {
  return { shape, grid, treble, zones: divideIntoZones(grid, shape, treble) };
}

/** @throws InvalidInput without readings, or for a tool or wood that can't be right */
export function assessThickness(plate: PlateContext, input: SurveyInput): Assessment {
  const { grid } = plate;
  const questioned = questionableReadings(input.readings);
  const trusted = trustedReadings(input.readings, questioned);
  const map = mapThickness(grid, trusted);
  const statistics = withLook(mapStatistics(map, trusted), grid, input.look ?? null);
  const clash = clashOf(
    input,
    statistics,
    integrate(grid, () => 1),
  );
  const mass = clash?.likelier === 'weight' ? null : input.mass;
  const { followed, wanted, levelOf } = followLead(plate, input.target, input.lead);
  const advised = planTo(plate, input, map, wanted);
  const facts = gatherFacts(plate, input, {
    statistics,
    followed,
    level: levelOf(map.thickness),
    deviation: map.thickness.map((h, cell) => h - wanted[cell]),
    questioned,
    advised,
    clash,
    mass,
  });
  const { tolerance: _t, massNow: _m, judged: _j, ...shown } = facts.verdict;
  const given = judge(facts.verdict);
  const offered = takesWoodOff(given.kind);
  const plan = offered ? advised : withoutWork(advised, map);
  const verdict = { ...shown, ...given, ...(!offered && { passes: 0, massToGo: 0 }) };
  const forecast = forecastRemoval({ ...input, mass }, { grid, statistics, thickness: map.thickness }, plan.removal);
  return {
    mass,
    map,
    statistics,
    target: wanted,
    deviation: facts.deviation,
    mirror: asymmetry(map),
    followed,
    plan,
    forecast,
    verdict,
  };
}

/** What would become of the plate if this much came off, per cell [m]; length nx * ny. */
export function forecastRemoval(
  input: Pick<SurveyInput, 'wood' | 'mass' | 'removalSpread'>,
  plate: { grid: MapGrid; thickness: Float64Array; statistics: MapStatistics },
  removal: Float64Array,
): PassForecast {
  const { wood, mass, removalSpread } = input;
  return forecastPasses({ ...plate, wood, mass, removalSpread, removal });
}

/** What stands in doubt makes no map, unless nothing else was read. */
function trustedReadings(readings: readonly StationReading[], questioned: readonly { reading: StationReading }[]) {
  const doubted = new Set(questioned.map(({ reading }) => reading));
  const trusted = readings.filter((reading) => !doubted.has(reading));
  return trusted.length > 0 ? trusted : readings;
}

function withLook(statistics: MapStatistics, grid: MapGrid, look: Look | null): MapStatistics {
  if (!look) return statistics;
  return { ...statistics, volumeSd: Math.hypot(statistics.volumeSd, integrate(grid, () => 1) * look.lift.sd) };
}

function planTo({ grid, zones }: PlateContext, input: SurveyInput, map: ThicknessMap, target: Float64Array): PassPlan {
  const { tolerance, limit } = input.target;
  const { tool, removalSpread } = input;
  const bias = reachBias(grid, input.reach ?? null);
  return planPasses({ grid, zones, thickness: map.thickness, target, tolerance, limit, tool, removalSpread, bias });
}

function withoutWork(plan: PassPlan, map: ThicknessMap): PassPlan {
  return {
    ...plan,
    steps: [],
    removal: new Float64Array(plan.removal.length),
    after: Float64Array.from(map.thickness),
  };
}

interface Found {
  statistics: MapStatistics;
  followed: FollowedLine;
  level: number;
  deviation: Float64Array;
  questioned: { reading: StationReading; question: Question }[];
  advised: PassPlan;
  clash: DensityClash | null;
  /** What of the scale is believed [kg]. */
  mass: number | null;
}

function gatherFacts(
  { grid }: PlateContext,
  input: SurveyInput,
  found: Found,
): { verdict: VerdictFacts; deviation: Float64Array } {
  const { statistics, followed, level, deviation, questioned, advised, clash, mass } = found;
  const { tolerance, limit } = input.target;
  const area = integrate(grid, () => 1);
  const over = integrate(grid, (cell) => Number(deviation[cell] > tolerance)) / area;
  const under = integrate(grid, (cell) => Number(deviation[cell] < -tolerance)) / area;
  const { massNow, rho } = massAndDensity({ ...input, mass, statistics });
  const verdict: VerdictFacts = {
    share: { over, within: Math.max(0, 1 - over - under), under },
    read: input.look ? input.look.places : input.readings.length,
    wanted: Math.max(input.wanted, input.readings.length),
    questioned: questioned.map(({ reading: { station, thickness }, question }) => ({ station, thickness, question })),
    disputed: input.readings.filter(({ disputed }) => disputed).map(({ station }) => station),
    belowLimit: input.readings
      .filter(({ thickness, count }) => count > 0 && thickness < limit - LIMIT_SLACK)
      .map(({ station, thickness }) => ({ station, thickness })),
    passes: passesToGo(advised),
    massToGo: rho.value * integrate(grid, (cell) => advised.removal[cell]),
    densityClash: clash,
    followed,
    level: { value: level, sd: statistics.volumeSd / area },
    stiffness: (level / followed.line.value) ** 3,
    doubt: input.notJudged ?? input.lead?.doubt ?? null,
    look: input.look ?? null,
    tolerance,
    massNow: massNow.value,
    judged: !input.notJudged,
  };
  return { verdict, deviation };
}

function clashOf({ mass, wood }: SurveyInput, { volume, volumeSd }: MapStatistics, area: number): DensityClash | null {
  if (mass === null) return null;
  return densityClash({ mass, volume: { value: volume, sd: volumeSd }, area, rho: wood.rho });
}
