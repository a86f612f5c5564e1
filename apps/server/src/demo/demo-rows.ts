/** Rows of the made-up bench, from what is simulated of it. */
import { forecastCheck } from '@nimble/core/graduation';
import { layStations } from '@nimble/core/survey';
import { NO_BUILD_CHOICES, woodOfSet, type BuildChoices, type BuildWood, type RuleChoices } from '@nimble/core/project';
import type { Estimate } from '@nimble/core/base';
import { randomUUID } from 'node:crypto';
import { contextOf } from '../build-records/build.mapper';
import { plateCheckOf } from '../build-records/check.mapper';
import { WoodSet } from '../build-records/models/wood-set.model';
import { doneBefore, type DemoBuild } from './demo-builds';
import { LONG_JIG } from './demo-jigs';
import { demoRack } from './demo-rack';
import { simulateChecks, type SimulatedCheck } from './simulate-checks';
import { simulateThicknessing, type SimulatedSurvey } from './simulate-thicknessing';

export const DAY = 24 * 3_600_000;

/** The wood of each set of the demo's rack by name, as measured. */
export async function demoWoods(): Promise<Map<string, BuildWood>> {
  const rows = await WoodSet.findAll({ where: { demo: true }, attributes: ['id', 'name'] });
  const idOf = new Map(rows.map(({ id, name }) => [name, id]));
  return new Map(
    demoRack().map(({ set, properties }) => [set.name, woodOfSet({ ...set, id: idOf.get(set.name)! }, properties)]),
  );
}

/** Checks of the last survey of a build that is laid out already. */
export function lastChecks(demo: DemoBuild, wood: BuildWood): readonly SimulatedCheck[] {
  const context = contextOf({ ...demo, plate: 'top', leftHanded: false });
  const surveys = simulateThicknessing(demo, context, layStations(context.shape), wood);
  return simulateChecks(demo, context, wood, surveys.map(meanOf)).at(-1) ?? [];
}

export interface DoneSurvey {
  survey: SimulatedSurvey;
  index: number;
  checks: readonly SimulatedCheck[];
  at: Date;
  isLast: boolean;
}

export const readingRow = ({ station, x, y, thickness }: SimulatedSurvey['readings'][number]) => ({
  ...{ id: randomUUID(), station, x, y, thickness, typed: (thickness * 1000).toFixed(2) },
  ...{ source: 'caliper', kept: false, supersedes: null },
});

/** All that the plan said came off. */
export function passOf({ survey: { assessment, depths }, checks }: DoneSurvey) {
  const { forecast, statistics, steps } = assessment;
  const said = forecastCheck(checks.map(plateCheckOf), forecast.meanAfter, { jigId: LONG_JIG.id, pitch: null });
  return {
    taken: { kind: 'plan' },
    planned: steps,
    forecast: { ...forecast, meanNow: statistics.mean, checks: said },
    depths,
  };
}

export function meanOf({ assessment }: SimulatedSurvey): Estimate {
  const { mean, volume, volumeSd } = assessment.statistics;
  return { value: mean, sd: (mean * volumeSd) / volume };
}

export const choicesOf = ({ outcome, sandwich }: DemoBuild, rules: RuleChoices): { choices: BuildChoices } => ({
  choices: { ...NO_BUILD_CHOICES, rules, outcome: outcome ?? null, sandwich: sandwich ?? null },
});

/** Its columns, without wood, stations and choices. */
export function rowOf(demo: DemoBuild, now: Date) {
  const {
    species: _s,
    set: _w,
    follows: _f,
    ringPeak: _r,
    outcome: _o,
    sandwich: _c,
    bracing: _b,
    thicknessing: _t,
    notes: _n,
    finished: _d,
    weight: _g,
    waitsFor,
    daysOld,
    ...plan
  } = demo;
  const at = (days: number) => new Date(now.getTime() + days * DAY);
  return {
    ...plan,
    plate: 'top',
    leftHanded: false,
    stagesDone: doneBefore(demo.stage),
    waitsFor: waitsFor && { what: waitsFor.what, until: at(waitsFor.days).toISOString() },
    demo: true,
    createdAt: at(-daysOld),
    updatedAt: now,
  };
}
