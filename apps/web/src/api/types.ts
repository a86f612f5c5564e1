/** What the API sends. Dates are ISO text in UTC; quantities SI. */
import type {
  AssessmentSummary,
  ExpectedState,
  PassForecast,
  PassTool,
  StepSummary,
  Taken,
} from '@nimble/core/verdict';
import type { BuildChoices, BuildWood, Construction, PlateRole, Stage } from '@nimble/core/project';
import type { CheckForecast, TargetSpec } from '@nimble/core/graduation';
import type { DoubtfulLine } from '@nimble/core/formats';
import type { Experience } from '@nimble/core/bracing';
import type { Family, HoleSpec, OutlineSpec } from '@nimble/core/outline';
import type { Glue } from '@nimble/core/glue';
import type { LedgerLine, LedgerSummary } from '@nimble/core/ledger';
import type { Reading, Station, StationReading } from '@nimble/core/survey';
import type { UnitChoice } from '@nimble/core/units';

interface Person {
  id: string;
  name: string;
  role: string;
  experience: Experience;
}

export interface Workshop {
  name: string;
  demo: boolean;
  people: Person[];
  glues: Glue[];
}

export interface Build {
  id: string;
  number: number;
  name: string;
  family: Family;
  construction: Construction;
  plate: PlateRole;
  leftHanded: boolean;
  scaleLength: number | null;
  wood: BuildWood;
  outline: OutlineSpec;
  holes: HoleSpec[];
  stations: Station[];
  units: UnitChoice;
  tool: PassTool;
  stage: Stage;
  stagesDone: Stage[];
  waitsFor: { what: string; until: string | null } | null;
  choices: BuildChoices;
  demo: boolean;
  /** Counts its changes: what is sent names the one that it was made upon. */
  revision: number;
  archivedAt: string | null;
  createdAt: string;
  updatedAt: string;
}

export interface BuildSummary extends Omit<Build, 'stations'> {
  newestRound: { number: number; at: string; shaved: boolean } | null;
  newestSurvey: {
    number: number;
    at: string;
    mean: number | null;
    headline: string | null;
    verdict: string | null;
    /** Passes taken since; then the verdict is of before them. */
    passesSince: number;
  } | null;
}

export interface Survey {
  id: string;
  buildId: string;
  number: number;
  /** A whole survey, a quick look at a few places, or the scale alone. */
  kind: 'full' | 'quick' | 'weight';
  person: string;
  startedAt: string;
  finishedAt: string | null;
  relativeHumidity: number | null;
  temperatureC: number | null;
  mass: number | null;
  typed: Record<string, string>;
  note: string;
  assessment: AssessmentSummary | null;
}

export interface SurveyReading extends Reading {
  typed: string;
  source: 'typed' | 'caliper' | 'csv';
  person: string;
  at: string;
  /** Readings that came in from one file. */
  batch?: string | null;
}

export interface SurveyWithReadings extends Survey {
  readings: SurveyReading[];
  /** What a quick look is laid upon; null for a whole survey. */
  expected: ExpectedState | null;
  /** The stations as a look leaves them; null for a whole survey, which stands by its readings. */
  standing?: StationReading[] | null;
}

export interface ImportAnswer extends SurveyWithReadings {
  imported: number;
  batch: string | null;
  /** Lines to be asked about; while there are any, nothing was kept. */
  doubtful: DoubtfulLine[];
}

/** Wood taken off after a survey. */
export interface PassView {
  id: string;
  surveyId: string;
  at: string;
  person: string;
  /** Null where it is not known what was taken. */
  tool: PassTool | null;
  taken: Taken | null;
  planned: StepSummary[];
  /** Of everything that came off since the survey; null until the server has made it. */
  forecast: (PassForecast & { meanNow: number; checks?: CheckForecast }) | null;
  supersedes: string | null;
  /** Neither taken back nor corrected since. */
  stands: boolean;
}

export interface Ledger {
  passes: { passId: string; surveyId: string; settledBy: string; at: string; lines: LedgerLine[] }[];
  summary: LedgerSummary;
  /** How unevenly this maker's tool takes off what was planned (1). */
  removalSpread: number;
}

export interface Note {
  id: string;
  kind: 'note' | 'stage';
  at: string;
  person: string;
  body: { stage?: Stage; text?: string };
}

export interface TargetTemplate {
  id: string;
  name: string;
  body: TargetSpec;
}
