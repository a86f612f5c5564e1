import { ApiProperty, OmitType } from '@nestjs/swagger';
import type { BuildChoices, BuildWood, Construction, PlateRole, Stage } from '@nimble/core/project';
import type { Family, HoleSpec, OutlineSpec } from '@nimble/core/outline';
import type { PassTool } from '@nimble/core/verdict';
import type { Station } from '@nimble/core/survey';
import type { UnitChoice } from '@nimble/core/units';
import { ListOfCore, OfCore } from '../http/of-core';

export class WaitsForView {
  what: string;
  until: string | null;
}

/** A build as the record has it; lengths in metres. */
export class BuildView {
  @ApiProperty({ format: 'uuid' }) id: string;
  number: number;
  name: string;
  family: Family;
  construction: Construction;
  plate: PlateRole;
  leftHanded: boolean;
  scaleLength: number | null;
  @OfCore('project#BuildWood') wood: BuildWood;
  @OfCore('outline#OutlineSpec') outline: OutlineSpec;
  @ListOfCore('outline#HoleSpec') holes: HoleSpec[];
  @ListOfCore('survey#Station') stations: Station[];
  @OfCore('units#UnitChoice') units: UnitChoice;
  @OfCore('verdict#PassTool') tool: PassTool;
  stage: Stage;
  stagesDone: Stage[];
  waitsFor: WaitsForView | null;
  @OfCore('project#BuildChoices') choices: BuildChoices;
  demo: boolean;
  /** Counts its changes: what is sent names the one that it was made upon. */
  revision: number;
  archivedAt: Date | null;
  createdAt: Date;
  updatedAt: Date;
}

/** Of a voicing: the newest round, when it was last touched, and whether its shaving is still to be read. */
export class NewestRoundView {
  buildId: string;
  number: number;
  at: Date;
  shaved: boolean;
}

/** What the bench shows of a build beside its plate: where the newest survey stands in which anything was read. */
export class NewestSurveyView {
  buildId: string;
  number: number;
  at: Date;
  mean: number | null;
  headline: string | null;
  verdict: string | null;
  /** Passes taken since; then the verdict is of before them. */
  passesSince: number;
}

export class BuildSummaryView extends OmitType(BuildView, ['stations']) {
  newestRound: NewestRoundView | null;
  newestSurvey: NewestSurveyView | null;
}
