/** The plate as its records have it: the last whole survey, less what was taken since, moved to each quick look. */
import { afterPass, stationsOf, type ExpectedState, type JudgedBuild } from '@nimble/core/verdict';
import { mapStatistics, mapThickness, type StationReading } from '@nimble/core/survey';
import { NO_BUILD_CHOICES } from '@nimble/core/project';
import type { Estimate } from '@nimble/core/base';
import { Op, type Transaction } from 'sequelize';
import { contextOf } from './build.mapper';
import { Build } from './models/build.model';
import { PassRecord } from './models/pass.model';
import { ReadingRecord } from './models/reading.model';
import { Survey } from './models/survey.model';
import { toStationReadings } from './survey.mapper';

export function judgedBuild(build: Build): JudgedBuild {
  const { wood, scaleLength, units, tool } = build;
  const [family, plate, construction] = [build.family, build.plate, build.construction];
  const { rules } = { ...NO_BUILD_CHOICES, ...build.choices };
  return { family, plate, construction, wood, scaleLength, units, tool, rules };
}

export async function readingsOf(surveyId: string): Promise<StationReading[]> {
  return toStationReadings(await ReadingRecord.findAll({ where: { surveyId }, order: ['sequence'], raw: true }));
}

/** The passes that stand after a survey, oldest first: not taken back, not corrected by a later entry. */
export async function standingPasses(where: { surveyId?: string; buildId?: string }, transaction?: Transaction) {
  const passes = await PassRecord.findAll({ where, order: [['at', 'ASC']], transaction });
  const superseded = new Set(passes.map(({ supersedes }) => supersedes));
  return passes.filter(({ id, retractedAt }) => retractedAt === null && !superseded.has(id));
}

/** What a quick look is laid upon; null for a whole survey, and where nothing was read before. */
export async function expectedFor(survey: Survey, build: Build): Promise<ExpectedState | null> {
  if (survey.kind === 'full') return null;
  const before = await stationsNow(build, survey.number);
  if (!before) return null;
  const last = (await standingPasses({ surveyId: before.survey.id })).at(-1);
  const massBefore = before.survey.mass;
  const loss = last ? last.forecast.massNow.value - last.forecast.massAfter.value : 0;
  return {
    readings: last?.depths ? afterPass(before.stations, last.depths) : before.stations,
    mass: massBefore === null ? null : { before: massBefore, after: massBefore - loss },
  };
}

/**
 * The newest survey that tells something, and the plate's stations as it left them.
 * @param before only surveys of a lower number
 */
export async function stationsNow(
  build: Build,
  before = Infinity,
): Promise<{ survey: Survey; stations: StationReading[] } | null> {
  const number = before === Infinity ? {} : { number: { [Op.lt]: before } };
  const surveys = await Survey.findAll({
    where: { buildId: build.id, retractedAt: null, ...number },
    order: [['number', 'DESC']],
  });
  for (const survey of surveys) {
    const readings = await readingsOf(survey.id);
    const expected = await expectedFor(survey, build);
    const stood = stationsOf(contextOf(build), { readings, expected, mass: survey.mass });
    if (stood) return { survey, stations: stood.readings };
  }
  return null;
}

/** The plate's mean thickness as it was last read. */
export async function plateNow(
  build: Build,
): Promise<{ survey: Survey; stations: StationReading[]; thickness: Estimate } | null> {
  const now = await stationsNow(build);
  if (!now) return null;
  const { mean, volume, volumeSd } = mapStatistics(mapThickness(contextOf(build).grid, now.stations), now.stations);
  return { ...now, thickness: { value: mean, sd: (mean * volumeSd) / volume } };
}
