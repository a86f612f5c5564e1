import { ApiProperty } from '@nestjs/swagger';
import type {
  AssessmentSummary,
  ExpectedState,
  KeptPassForecast,
  PassTool,
  StepSummary,
  Taken,
} from '@nimble/core/verdict';
import type { DoubtfulLine } from '@nimble/core/formats';
import type { StationReading } from '@nimble/core/survey';
import { ListOfCore, OfCore } from '../http/of-core';

/** One going over of the plate with caliper and scale. */
export class SurveyView {
  @ApiProperty({ format: 'uuid' }) id: string;
  buildId: string;
  number: number;
  /** A whole survey, a quick look at a few places, or the scale alone. */
  kind: 'full' | 'quick' | 'weight';
  person: string;
  startedAt: Date;
  finishedAt: Date | null;
  relativeHumidity: number | null;
  temperatureC: number | null;
  mass: number | null;
  @ApiProperty({ type: 'object', additionalProperties: { type: 'string' } }) typed: Record<string, string>;
  note: string;
  @OfCore('verdict#AssessmentSummary') assessment: AssessmentSummary | null;
  /** False while what was written last has not been worked out: the assessment is then of before. */
  assessed: boolean;
}

export class ReadingView {
  @ApiProperty({ format: 'uuid' }) id: string;
  station: string;
  x: number;
  y: number;
  /** [m]; null takes the reading back that it supersedes */
  thickness: number | null;
  typed: string;
  source: 'typed' | 'caliper' | 'csv';
  kept: boolean;
  supersedes: string | null;
  person: string;
  at: Date;
  /** Readings that came in from one file. */
  batch: string | null;
}

export class SurveyWithReadingsView extends SurveyView {
  readings: ReadingView[];
  /** What a quick look is laid upon; null for a whole survey. */
  @OfCore('verdict#ExpectedState') expected: ExpectedState | null;
  /** The stations as a look leaves them; null for a whole survey, which stands by its readings. */
  @ListOfCore('survey#StationReading') standing: StationReading[] | null;
}

export class ReadingsKeptView {
  id: string;
  buildId: string;
  kept: string[];
}

export class ImportAnswerView extends SurveyWithReadingsView {
  imported: number;
  newStations: number;
  batch: string | null;
  /** Lines to be asked about; while there are any, nothing was kept. */
  @ListOfCore('formats#DoubtfulLine') doubtful: DoubtfulLine[];
}

/** Wood taken off after a survey. */
export class PassView {
  @ApiProperty({ format: 'uuid' }) id: string;
  surveyId: string;
  at: Date;
  person: string;
  /** Null where it is not known what was taken. */
  @OfCore('verdict#PassTool') tool: PassTool | null;
  @OfCore('verdict#Taken') taken: Taken | null;
  @ListOfCore('verdict#StepSummary') planned: StepSummary[];
  /** Of everything that came off since the survey; null until the server has made it. */
  @OfCore('verdict#KeptPassForecast') forecast: KeptPassForecast | null;
  supersedes: string | null;
  /** Neither taken back nor corrected since. */
  stands: boolean;
}
