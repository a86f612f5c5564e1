import { Injectable } from '@nestjs/common';
import { FIRST_REMOVAL_SPREAD } from '@nimble/core/verdict';
import { learnRemovalSpread, settlePass, summarize, type PassOutcome } from '@nimble/core/ledger';
import type { Estimate } from '@nimble/core/base';
import type { HandReach } from '@nimble/core/survey';
import { Op } from 'sequelize';
import { toPlateCheck } from '../build-records/check.mapper';
import { findBuild } from '../build-records/find-build';
import type { Build } from '../build-records/models/build.model';
import { PlateCheckRecord } from '../build-records/models/plate-check.model';
import type { PassRecord } from '../build-records/models/pass.model';
import { Survey } from '../build-records/models/survey.model';
import { standingPasses } from '../build-records/plate-state';
import { HandReachService } from './hand-reach.service';
import type { LedgerView, SettledPassView } from './ledger.view';

/** Puts what was foretold of the passes taken beside the look that came after them. */
@Injectable()
export class LedgerService {
  constructor(private readonly hands: HandReachService) {}

  async ofBuild(buildId: string): Promise<LedgerView> {
    const build = await findBuild(buildId);
    const newest = await Survey.findOne({ where: { buildId, retractedAt: null }, order: [['number', 'DESC']] });
    const [pairs, reach, checks] = await Promise.all([
      this.pairs(buildId),
      this.reach(build, newest),
      PlateCheckRecord.findAll({ where: { buildId, retractedAt: null }, order: [['at', 'ASC']] }),
    ]);
    const passes = pairs.map(({ pass, look }): SettledPassView => {
      const came = checks.filter(({ surveyId }) => surveyId === look.id).map(toPlateCheck);
      const lines = settlePass(
        { ...pass.forecast, checks: pass.forecast.checks ?? null },
        { ...outcomeOf(look), checks: came },
      );
      return { passId: pass.id, surveyId: pass.surveyId, settledBy: look.id, at: pass.at, lines };
    });
    return { passes, removalSpread: spreadOf(pairs), reach, summary: summarize(passes.flatMap(({ lines }) => lines)) };
  }

  /** How unevenly this build's tool takes off what it is set to (1). */
  async removalSpread(buildId: string): Promise<number> {
    return spreadOf(await this.pairs(buildId));
  }

  /** Of whoever takes wood off this plate by hand, as it was known when the survey was begun, its own look included. */
  async reach(build: Build, survey: Survey | null): Promise<HandReach | null> {
    return this.hands.of(build, new Date((survey?.startedAt.getTime() ?? Date.now()) + 1));
  }

  /**
   * The last pass after each survey, which tells all that came off since, with the next look that says something sure
   * of the plate. A pass of which it is not known what was taken is not scored, nor one that is looked at by readings
   * in doubt.
   */
  private async pairs(buildId: string): Promise<Pair[]> {
    const [passes, looks] = await Promise.all([
      standingPasses({ buildId }),
      Survey.findAll({
        where: { buildId, retractedAt: null, assessment: { [Op.ne]: null } },
        order: [['number', 'ASC']],
      }),
    ]);
    return looks.flatMap((survey, i) => {
      const taken = passes.filter(({ surveyId }) => surveyId === survey.id);
      const pass = taken.at(-1);
      const look = looks[i + 1];
      const known = pass && taken.every((one) => one.taken !== null);
      return known && look && isSure(look) ? [{ pass, look }] : [];
    });
  }
}

interface Pair {
  pass: PassRecord;
  look: Survey;
}

/** Not while a reading of it is in doubt, and not before enough was read. */
function isSure({ assessment }: Survey): boolean {
  return (
    assessment !== null &&
    !['few-readings', 'reading-questioned', 'readings-disagree'].includes(assessment.verdict.rule)
  );
}

function outcomeOf({ assessment, mass }: Survey): Omit<PassOutcome, 'checks'> {
  const { mean, volume, volumeSd } = assessment!.statistics;
  const isBelieved = assessment!.verdict.densityClash?.likelier !== 'weight';
  const thickness: Estimate = { value: mean, sd: (mean * volumeSd) / volume };
  return { mean: thickness, mass: isBelieved ? mass : null };
}

function spreadOf(pairs: readonly Pair[]): number {
  const removals = pairs.map(({ pass: { forecast }, look }) => ({
    planned: forecast.meanNow - forecast.meanAfter.value,
    removed: forecast.meanNow - look.assessment!.statistics.mean,
  }));
  return learnRemovalSpread(removals, FIRST_REMOVAL_SPREAD);
}
