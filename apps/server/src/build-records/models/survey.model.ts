import type { AssessmentSummary } from '@nimble/core/verdict';
import { Column, DataType, Default, Model, PrimaryKey, Table } from 'sequelize-typescript';
import { deviceOff } from '../../http/device-clock';

@Table({ tableName: 'surveys', timestamps: false, underscored: true })
export class Survey extends Model {
  @PrimaryKey @Column(DataType.UUID) declare id: string;
  @Column(DataType.UUID) declare buildId: string;
  @Column(DataType.INTEGER) declare number: number;
  /** A whole survey, a quick look at a few places, or the scale alone. */
  @Column(DataType.TEXT) declare kind: 'full' | 'quick' | 'weight';
  @Column(DataType.TEXT) declare person: string;
  @Column(DataType.DATE) declare startedAt: Date;
  @Column(DataType.DATE) declare finishedAt: Date | null;
  @Column(DataType.DOUBLE) declare relativeHumidity: number | null;
  @Column({ type: DataType.DOUBLE, field: 'temperature_c' }) declare temperatureC: number | null;
  @Column(DataType.DOUBLE) declare mass: number | null;
  /** What was typed for each of the conditions, by field. */
  @Column(DataType.JSONB) declare typed: Record<string, string>;
  @Column(DataType.TEXT) declare note: string;
  @Column(DataType.JSONB) declare assessment: AssessmentSummary | null;
  /** Counts what the assessment rests on, and up to where it was worked out: a copy that may be old. */
  @Column(DataType.INTEGER) declare revision: number;
  @Column(DataType.INTEGER) declare assessedRevision: number;
  @Column(DataType.DATE) declare retractedAt: Date | null;
  /** What was added to its moment, where the device's clock was off [ms]. */
  @Default(deviceOff) @Column(DataType.INTEGER) declare deviceOff: number | null;
}
