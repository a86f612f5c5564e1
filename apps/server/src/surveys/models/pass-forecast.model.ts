import type { CheckForecast, Estimate, FlexForecast, StepSummary } from '@nimble/core';
import { Column, DataType, Model, PrimaryKey, Table } from 'sequelize-typescript';

/** What was said before a pass; the next survey settles it. */
export interface PassForecastBody {
  massNow: Estimate;
  massAfter: Estimate;
  meanNow: number;
  meanAfter: Estimate;
  flex: FlexForecast[];
  steps: StepSummary[];
  /** What jig and ear would say after it; none in forecasts made before checks were kept. */
  checks?: CheckForecast;
}

@Table({ tableName: 'pass_forecasts', timestamps: false, underscored: true })
export class PassForecastRecord extends Model {
  @PrimaryKey @Column(DataType.UUID) declare id: string;
  @Column(DataType.UUID) declare buildId: string;
  @Column(DataType.UUID) declare surveyId: string;
  @Column(DataType.DATE) declare at: Date;
  @Column(DataType.TEXT) declare person: string;
  @Column(DataType.JSONB) declare body: PassForecastBody;
}
