import type { VoicingBodies, VoicingKind } from '@nimble/core';
import { Column, DataType, Model, PrimaryKey, Table } from 'sequelize-typescript';

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
  @Column(DataType.DATE) declare retractedAt: Date | null;
}
