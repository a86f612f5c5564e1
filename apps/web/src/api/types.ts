/** What the API sends. Dates are ISO text in UTC; quantities SI. */
import type {
  AssessmentSummary, BuildChoices, BuildWood, Construction, Estimate, Experience, Family, FlexForecast, Glue, HoleSpec, LedgerLine, LedgerSummary, OutlineSpec, PassTool, PlateRole,
  Reading, Stage, Station, StepSummary, TargetSpec, UnitChoice,
} from '@nimble/core'; // prettier-ignore

export interface Person {
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
  } | null;
}

export interface Survey {
  id: string;
  buildId: string;
  number: number;
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
}

export interface SurveyWithReadings extends Survey {
  readings: SurveyReading[];
}

export interface PassForecastView {
  id: string;
  surveyId: string;
  at: string;
  person: string;
  massNow: Estimate;
  massAfter: Estimate;
  meanNow: number;
  meanAfter: Estimate;
  flex: FlexForecast[];
  steps: StepSummary[];
}

export interface Ledger {
  passes: { forecastId: string; surveyId: string; settledBy: string; at: string; lines: LedgerLine[] }[];
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
