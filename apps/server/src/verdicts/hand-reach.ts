import { plateShape } from '@nimble/core/outline';
import {
  cellAt,
  createMapGrid,
  learnReach,
  reachShape,
  type HandReach,
  type MapGrid,
  type ReachPass,
} from '@nimble/core/survey';
import { Op } from 'sequelize';
import { Build } from '../build-records/models/build.model';
import { PassRecord } from '../build-records/models/pass.model';
import { ReadingRecord } from '../build-records/models/reading.model';
import { Survey } from '../build-records/models/survey.model';
import { toStationReadings } from '../build-records/survey.mapper';

/** Cells along a plate: where a place lies between rim and middle needs no finer ones. */
const CELLS = 40;
/** A hand changes: older work says little of today's. Of more passes than are learned from some have no second look. */
const NEWEST = 8;
const LOOKED_THROUGH = 40;
const BY_HAND = ['plane', 'scraper'];

/**
 * The reach of whoever takes wood off this plate by hand, from whole surveys before and after passes with the same
 * kind of tool, on this plate and others, looked at before a moment: so it stays what it was when a survey was judged.
 */
export async function handReach(build: Build, before: Date): Promise<HandReach | null> {
  const { kind } = build.tool;
  if (!BY_HAND.includes(kind)) return null;
  const person = await handOf(build.id, kind, before);
  if (person === null) return null;
  const passes = await PassRecord.findAll({
    where: { person, retractedAt: null, depths: { [Op.ne]: null }, 'tool.kind': kind, at: { [Op.lt]: before } },
    order: [['at', 'DESC']],
    limit: LOOKED_THROUGH,
  });
  const between = await looksAt(lastAfterEachSurvey(passes), before);
  return learnReach(await stationsOf(between.slice(0, NEWEST)));
}

/** Who took wood off this plate last, else off any. */
async function handOf(buildId: string, kind: string, before: Date): Promise<string | null> {
  const where = { 'tool.kind': kind, retractedAt: null, at: { [Op.lt]: before } };
  const newest = { attributes: ['person'], order: [['at', 'DESC'] as [string, string]] };
  const own = await PassRecord.findOne({ where: { ...where, buildId }, ...newest });
  return (own ?? (await PassRecord.findOne({ where, ...newest })))?.person ?? null;
}

/** The newest after each survey tells all that came off since. @param passes newest first */
function lastAfterEachSurvey(passes: readonly PassRecord[]): PassRecord[] {
  const superseded = new Set(passes.map(({ supersedes }) => supersedes));
  const standing = passes.filter(({ id }) => !superseded.has(id));
  return standing.filter(({ surveyId }, i) => standing.findIndex((other) => other.surveyId === surveyId) === i);
}

interface Between {
  pass: PassRecord;
  first: Survey;
  second: Survey;
}

/** Passes that lie between two whole surveys. */
async function looksAt(passes: readonly PassRecord[], before: Date): Promise<Between[]> {
  const surveys = await Survey.findAll({
    where: { buildId: [...new Set(passes.map(({ buildId }) => buildId))], retractedAt: null },
    attributes: ['id', 'buildId', 'number', 'kind', 'startedAt'],
    order: ['number'],
  });
  return passes.flatMap((pass) => {
    const own = surveys.filter(({ buildId }) => buildId === pass.buildId);
    const at = own.findIndex(({ id }) => id === pass.surveyId);
    const [first, second] = [own[at], own[at + 1]];
    const isWhole = first?.kind === 'full' && second?.kind === 'full' && second.startedAt < before;
    return isWhole ? [{ pass, first, second }] : [];
  });
}

async function stationsOf(between: readonly Between[]): Promise<ReachPass[]> {
  const ids = between.flatMap(({ first, second }) => [first.id, second.id]);
  const [rows, builds] = await Promise.all([
    ReadingRecord.findAll({ where: { surveyId: ids }, order: ['sequence'], raw: true }),
    Build.findAll({
      where: { id: between.map(({ pass }) => pass.buildId) },
      attributes: ['id', 'outline', 'holes'],
    }),
  ]);
  const readings = (surveyId: string) => toStationReadings(rows.filter((row) => row.surveyId === surveyId));
  return between.map(({ pass, first, second }) => {
    const grid = gridOf(builds.find(({ id }) => id === pass.buildId)!);
    const left = new Map(readings(second.id).map(({ station, thickness }) => [station, thickness]));
    const shape = reachShape(grid);
    const stations = readings(first.id).flatMap(({ station, x, y, thickness }) => {
      const after = left.get(station);
      if (after === undefined) return [];
      // As it was meant: without the reach that was reckoned with already.
      const reckoned = 1 + (pass.forecast.reach ?? 0) * (shape[Math.max(0, cellAt(grid, x, y))] ?? 0);
      return [{ x, y, meant: (pass.depths?.[station] ?? 0) / reckoned, removed: thickness - after }];
    });
    return { grid, stations };
  });
}

function gridOf({ outline, holes }: Build): MapGrid {
  const shape = plateShape(outline, holes);
  return createMapGrid(shape, shape.length / CELLS);
}
