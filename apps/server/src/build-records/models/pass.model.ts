import type { KeptPassForecast, PassTool, StepSummary, Taken } from '@nimble/core/verdict';
import { Column, DataType, Default, Model, PrimaryKey, Table } from 'sequelize-typescript';
import { deviceOff } from '../../http/device-clock';

/**
 * Wood taken off after a survey. Only ever added: a correction supersedes, a pass that was never made is taken back.
 */
@Table({ tableName: 'passes', timestamps: false, underscored: true })
export class PassRecord extends Model {
  @PrimaryKey @Column(DataType.UUID) declare id: string;
  @Column(DataType.UUID) declare buildId: string;
  /** The survey that it followed. */
  @Column(DataType.UUID) declare surveyId: string;
  @Column(DataType.DATE) declare at: Date;
  @Column(DataType.TEXT) declare person: string;
  /** Null where it is not known what was taken: then nothing is scored. */
  @Column(DataType.JSONB) declare tool: PassTool | null;
  @Column(DataType.JSONB) declare taken: Taken | null;
  /** As it was advised. */
  @Column(DataType.JSONB) declare planned: StepSummary[];
  @Column(DataType.JSONB) declare forecast: KeptPassForecast;
  /** Depth that should be gone by station since the survey [m]. */
  @Column(DataType.JSONB) declare depths: Record<string, number> | null;
  @Column(DataType.UUID) declare supersedes: string | null;
  @Column(DataType.DATE) declare retractedAt: Date | null;
  /** What was added to its moment, where the device's clock was off [ms]. */
  @Default(deviceOff) @Column(DataType.INTEGER) declare deviceOff: number | null;
}
