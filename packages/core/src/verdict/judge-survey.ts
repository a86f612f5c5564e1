/**
 * A survey judged with all that bears on it: the build's wood, target and rules, what was bent and heard, plates of the
 * family, and what was foretold where only a quick look was taken. The one way to a verdict, for the server, the page
 * and the demo. SI.
 */
import type { ShopFacts, TargetSpec, HowThin, ModelPlate, PlateCheck } from '../graduation';
import type { Family } from '../outline';
import {
  integrate,
  mapStatistics,
  mapThickness,
  moveByLook,
  moveByWeight,
  type HandReach,
  type Look,
  type StationReading,
} from '../survey';
import { assessThickness, type Assessment, type PlateContext } from './assess-thickness';
import { summarizeAssessment, type AssessmentSummary } from './summary';
import type { PassTool } from './pass-plan';
import type { UnitChoice } from '../units';
import { woodEstimate, type BuildWood, type Construction, type PlateRole } from '../project';
import type { RuleChoices } from '../project';
import { leadFor, notJudgedWords } from './lead-of';

export interface JudgedBuild {
  family: Family;
  plate: PlateRole;
  construction: Construction;
  wood: BuildWood;
  scaleLength: number | null;
  rules: RuleChoices;
  units: UnitChoice;
  tool: PassTool;
}

/**
 * What a quick look is laid upon: every station as it should be after the pass, and what the plate weighed before and
 * should weigh now [kg].
 */
export interface ExpectedState {
  readings: StationReading[];
  mass: { before: number; after: number } | null;
}

export interface SurveyFacts {
  build: JudgedBuild;
  /** Of the places read in this survey. */
  readings: readonly StationReading[];
  /** How many stations a whole survey has. */
  wanted: number;
  target: TargetSpec;
  mass: number | null;
  removalSpread: number;
  /** Of whoever takes it off by hand; null while that is not known. */
  reach: HandReach | null;
  /** Of this plate, oldest first; those taken back left out. */
  checks: readonly PlateCheck[];
  models: readonly ModelPlate[];
  shop: ShopFacts;
  /** Null for a whole survey, which stands by itself. */
  expected: ExpectedState | null;
}

export interface JudgedSurvey {
  thin: HowThin;
  assessment: Assessment;
  summary: AssessmentSummary;
  /** The stations that the map was made from: read, or moved by a look. */
  stations: StationReading[];
}

/** Rules and their leader, whether or not anything was read yet. */
export function rulesFor(
  plate: Pick<PlateContext, 'shape'>,
  facts: Pick<SurveyFacts, 'build' | 'target' | 'checks' | 'models' | 'shop'>,
) {
  const { build, target, checks, models, shop } = facts;
  const { rules: choices, ...rest } = build;
  return leadFor({ ...rest, shape: plate.shape, choices, target, checks, models, shop });
}

/** Null while nothing was read. @throws InvalidInput for a tool or wood that can't be right */
export function judgeSurvey(plate: PlateContext, facts: SurveyFacts): JudgedSurvey | null {
  const stood = stationsOf(plate, facts);
  if (!stood) return null;
  const { build, target, wanted, mass, removalSpread, reach } = facts;
  const { thin, lead } = rulesFor(plate, facts);
  const assessment = assessThickness(plate, {
    readings: stood.readings,
    look: stood.look,
    notJudged: notJudgedWords(build.construction),
    wood: woodEstimate(build.wood),
    tool: build.tool,
    wanted,
    target,
    lead,
    mass,
    removalSpread,
    reach,
  });
  const summary = {
    ...summarizeAssessment(assessment, plate, target, build.units),
    reach: build.tool.kind === 'sander' ? null : reach,
  };
  return { thin, assessment, summary, stations: stood.readings };
}

/** The plate's stations as this survey leaves them; null while it tells nothing. */
export function stationsOf(
  { grid }: Pick<PlateContext, 'grid'>,
  { readings, expected, mass }: Pick<SurveyFacts, 'readings' | 'expected' | 'mass'>,
): { readings: StationReading[]; look: Look | null } | null {
  if (!expected || expected.readings.length === 0)
    return readings.length > 0 ? { readings: [...readings], look: null } : null;
  if (readings.length > 0) return moveByLook(expected.readings, readings);
  if (mass === null || !expected.mass) return null;
  const { before, after } = expected.mass;
  const map = mapThickness(grid, expected.readings);
  const { volume, volumeSd } = mapStatistics(map, expected.readings);
  const rho = { value: after / volume, sd: (after / volume) * (volumeSd / volume) };
  const area = integrate(grid, () => 1);
  return moveByWeight(expected.readings, { before, after: mass, expectedLoss: before - after, rho, area });
}

/** Stations less what a pass took off there; depth by station [m]. */
export function afterPass(
  readings: readonly StationReading[],
  depths: Readonly<Record<string, number>>,
): StationReading[] {
  return readings.map((reading) => ({ ...reading, thickness: reading.thickness - (depths[reading.station] ?? 0) }));
}
