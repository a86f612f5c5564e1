import type { BracePlan, ShapingForecast, ShapingOutcome } from '@nimble/core/bracing';
import { Column, DataType, Model, PrimaryKey, Table } from 'sequelize-typescript';

/**
 * A step of shaping with its forecast. Only ever added; its outcome is told once, a wrong one is taken back and stays.
 */
@Table({ tableName: 'shapings', timestamps: false, underscored: true })
export class ShapingRecord extends Model {
  @PrimaryKey @Column(DataType.UUID) declare id: string;
  @Column(DataType.UUID) declare buildId: string;
  @Column(DataType.TEXT) declare braceId: string;
  @Column(DataType.TEXT) declare name: string;
  @Column(DataType.DATE) declare at: Date;
  @Column(DataType.TEXT) declare person: string;
  @Column(DataType.DOUBLE) declare heardBefore: number | null;
  @Column(DataType.JSONB) declare before: BracePlan;
  @Column(DataType.JSONB) declare after: BracePlan;
  @Column(DataType.JSONB) declare forecast: ShapingForecast;
  @Column(DataType.JSONB) declare outcome: ShapingOutcome | null;
  @Column(DataType.DATE) declare outcomeAt: Date | null;
  @Column(DataType.DATE) declare retractedAt: Date | null;
}
