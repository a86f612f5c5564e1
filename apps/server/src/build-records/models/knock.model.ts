import type { KeptAnalysis, KnockOptions, PlayedAnalysis } from '@nimble/core/sound';
import { Column, DataType, Default, Model, PrimaryKey, Table } from 'sequelize-typescript';
import { deviceOff } from '../../http/device-clock';

export interface StruckPlace {
  /** Name and place of the station, or of the bar. */
  name?: string;
  x?: number;
  y?: number;
  /** Where it was held. */
  held?: { x: number; y: number };
  /** Of a played recording: what it is, and the range that counts. */
  title?: string;
  lowest?: number;
  highest?: number;
}

/** The sound itself lies beside it in pieces: see `sound-store`. */
@Table({ tableName: 'knocks', timestamps: false, underscored: true })
export class KnockRecord extends Model {
  @PrimaryKey @Column(DataType.UUID) declare id: string;
  @Column(DataType.UUID) declare buildId: string;
  @Column(DataType.TEXT) declare about: 'plate' | 'station' | 'bar' | 'played';
  @Column(DataType.INTEGER) declare round: number;
  @Column(DataType.JSONB) declare place: StruckPlace;
  @Column(DataType.DATE) declare at: Date;
  @Column(DataType.TEXT) declare person: string;
  @Column(DataType.TEXT) declare source: 'microphone' | 'file' | 'simulated';
  @Column(DataType.JSONB) declare options: Partial<KnockOptions>;
  @Column(DataType.JSONB) declare analysis: KeptAnalysis | PlayedAnalysis;
  @Column(DataType.INTEGER) declare size: number;
  @Column(DataType.DATE) declare retractedAt: Date | null;
  /** What was added to its moment, where the device's clock was off [ms]. */
  @Default(deviceOff) @Column(DataType.INTEGER) declare deviceOff: number | null;
}
