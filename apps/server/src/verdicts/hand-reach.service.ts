import { Injectable } from '@nestjs/common';
import type { Estimate } from '@nimble/core/base';
import { plateShape, type HoleSpec, type OutlineSpec } from '@nimble/core/outline';
import { cellAt, createMapGrid, learnReach, reachOfPass, reachShape, type HandReach } from '@nimble/core/survey';
import { Op } from 'sequelize';
import { Build } from '../build-records/models/build.model';
import { PassRecord } from '../build-records/models/pass.model';
import { Survey } from '../build-records/models/survey.model';
import { readingsOf } from '../build-records/plate-state';

/** Cells along a plate: where a place lies between rim and middle needs no finer ones. */
const CELLS = 40;
/** A hand changes: older work says little of today's. Of more passes than are learned from some have no second look. */
const NEWEST = 8;
const LOOKED_THROUGH = 40;
const BY_HAND = ['plane', 'scraper'];
/** What was worked out once is kept for so many passes and plates: a verdict is asked for at each reading. */
const KEPT = 400;

interface Between {
  pass: PassRecord;
  first: Survey;
  second: Survey;
}

/** How evenly hands take wood off, learned from what lies between two whole surveys. */
@Injectable()
export class HandReachService {
  private readonly told = new Map<string, Estimate | null>();
  private readonly shapes = new Map<string, (place: { x: number; y: number }) => number>();

  /**
   * The reach of whoever takes wood off this plate by hand, from whole surveys before and after passes with the same
   * kind of tool, on this plate and others, begun before a moment: so it stays what it was when a survey was judged.
   */
  async of(build: Build, before: Date): Promise<HandReach | null> {
    const { kind } = build.tool;
    if (!BY_HAND.includes(kind)) return null;
    const person = await handOf(build.id, kind, before);
    if (person === null) return null;
    const passes = await PassRecord.findAll({
      where: { person, retractedAt: null, depths: { [Op.ne]: null }, 'tool.kind': kind, at: { [Op.lt]: before } },
      attributes: ['id', 'buildId', 'surveyId', 'supersedes'],
      order: [['at', 'DESC']],
      limit: LOOKED_THROUGH,
    });
    const between = (await looksAt(lastAfterEachSurvey(passes), before)).slice(0, NEWEST);
    const told = await Promise.all(between.map((one) => this.tellOf(one)));
    return learnReach(told.filter((one) => one !== null));
  }

  /** Worked out anew only where one of its two surveys was changed since. */
  private async tellOf(between: Between): Promise<Estimate | null> {
    const { pass, first, second } = between;
    const key = [pass.id, first.revision, second.revision].join(' ');
    const known = this.told.get(key);
    if (known !== undefined) return known;
    const told = await this.workOut(between);
    keep(this.told, key, told);
    return told;
  }

  private async workOut({ pass: { id }, first, second }: Between): Promise<Estimate | null> {
    const [pass, build, before, after] = await Promise.all([
      PassRecord.findByPk(id, { attributes: ['depths', 'forecast'], rejectOnEmpty: true }),
      Build.findByPk(first.buildId, { attributes: ['outline', 'holes'], rejectOnEmpty: true }),
      readingsOf(first.id),
      readingsOf(second.id),
    ]);
    const shapeAt = this.shapeOf(build.outline, build.holes);
    const left = new Map(after.map(({ station, thickness }) => [station, thickness]));
    const stations = before.flatMap(({ station, x, y, thickness }) => {
      const then = left.get(station);
      if (then === undefined) return [];
      const shape = shapeAt({ x, y });
      // As it was meant: without the reach that was reckoned with already.
      const meant = (pass.depths?.[station] ?? 0) / (1 + (pass.forecast.reach ?? 0) * shape);
      return [{ shape, meant, removed: thickness - then }];
    });
    return reachOfPass(stations);
  }

  private shapeOf(outline: OutlineSpec, holes: HoleSpec[]) {
    const key = JSON.stringify([outline, holes]);
    const known = this.shapes.get(key);
    if (known) return known;
    const shape = plateShape(outline, holes);
    const grid = createMapGrid(shape, shape.length / CELLS);
    const field = reachShape(grid);
    const at = ({ x, y }: { x: number; y: number }) => field[Math.max(0, cellAt(grid, x, y))]!;
    keep(this.shapes, key, at);
    return at;
  }
}

function keep<T>(kept: Map<string, T>, key: string, value: T): void {
  kept.set(key, value);
  if (kept.size > KEPT) kept.delete(kept.keys().next().value!);
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

/** Passes that lie between two whole surveys. */
async function looksAt(passes: readonly PassRecord[], before: Date): Promise<Between[]> {
  const surveys = await Survey.findAll({
    where: { buildId: [...new Set(passes.map(({ buildId }) => buildId))], retractedAt: null },
    attributes: ['id', 'buildId', 'number', 'kind', 'startedAt', 'revision'],
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
