import type { BatchResult, BatchSpec } from '@nimble/core/explore';
import type { TopHold, TopPlan } from '@nimble/core/top';
import { Column, DataType, Model, PrimaryKey, Table } from 'sequelize-typescript';

export type ExplorationState = 'waiting' | 'running' | 'done' | 'failed' | 'cancelled';
export const UNDER_WAY: ExplorationState[] = ['waiting', 'running'];

/** Work on many tops; `top` is exactly what it started from. */
@Table({ tableName: 'explorations', timestamps: false, underscored: true })
export class Exploration extends Model {
  @PrimaryKey @Column(DataType.UUID) declare id: string;
  @Column(DataType.UUID) declare buildId: string;
  @Column(DataType.DATE) declare at: Date;
  @Column(DataType.TEXT) declare person: string;
  @Column(DataType.JSONB) declare spec: BatchSpec;
  @Column(DataType.TEXT) declare hold: TopHold;
  @Column(DataType.JSONB) declare top: TopPlan;
  @Column(DataType.TEXT) declare state: ExplorationState;
  @Column(DataType.INTEGER) declare total: number;
  @Column(DataType.JSONB) declare result: BatchResult | null;
  @Column(DataType.TEXT) declare problem: string | null;
  @Column(DataType.DATE) declare finishedAt: Date | null;
}
