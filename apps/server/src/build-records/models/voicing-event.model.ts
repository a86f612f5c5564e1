import type { ShavingForecast, VoicingBodies, VoicingKind } from '@nimble/core/voicing';
import { Column, DataType, Default, Model, PrimaryKey, Table } from 'sequelize-typescript';
import { deviceOff } from '../../http/device-clock';

export interface KeptForecast extends ShavingForecast {
  /** Why the record can make none: then what the page sent stands. */
  unforetold?: string;
}

/** Only ever added; a wrong one is taken back and stays. */
@Table({ tableName: 'voicing_events', timestamps: false, underscored: true })
export class VoicingEvent extends Model {
  @PrimaryKey @Column(DataType.UUID) declare id: string;
  @Column(DataType.UUID) declare buildId: string;
  @Column(DataType.INTEGER) declare round: number;
  @Column(DataType.TEXT) declare kind: VoicingKind;
  @Column(DataType.DATE) declare at: Date;
  @Column(DataType.TEXT) declare person: string;
  @Column(DataType.JSONB) declare body: VoicingBodies[VoicingKind];
  /** Of a shaving: what the record itself foretells of it; null until that is made. */
  @Column(DataType.JSONB) declare forecast: KeptForecast | null;
  @Column(DataType.DATE) declare retractedAt: Date | null;
  /** What was added to its moment, where the device's clock was off [ms]. */
  @Default(deviceOff) @Column(DataType.INTEGER) declare deviceOff: number | null;
}
