import type { Glue, GlueTimes } from '@nimble/core/glue';
import { Column, DataType, Model, PrimaryKey, Table } from 'sequelize-typescript';

export interface GlueUpBody {
  glue: Glue;
  pieces: { id: string; name: string }[];
  times: GlueTimes;
  /** What was looked at before the glue was opened. */
  checked: string[];
  relativeHumidity: number | null;
  temperatureC: number | null;
  note: string;
}

/** One spreading of glue and what became of it. */
@Table({ tableName: 'glue_ups', timestamps: false, underscored: true })
export class GlueUpRecord extends Model {
  @PrimaryKey @Column(DataType.UUID) declare id: string;
  @Column(DataType.UUID) declare buildId: string;
  @Column(DataType.DATE) declare at: Date;
  @Column(DataType.TEXT) declare person: string;
  @Column(DataType.JSONB) declare body: GlueUpBody;
  @Column(DataType.DATE) declare retractedAt: Date | null;
}
