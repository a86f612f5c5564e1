import type { BracingPlan } from '@nimble/core/bracing';
import { Column, DataType, Model, PrimaryKey, Table } from 'sequelize-typescript';

@Table({ tableName: 'bracing_plans', timestamps: false, underscored: true })
export class BracingPlanRecord extends Model {
  @PrimaryKey @Column(DataType.UUID) declare buildId: string;
  @Column(DataType.JSONB) declare plan: BracingPlan;
  @Column({ type: DataType.INTEGER, defaultValue: 1 }) declare revision: number;
  @Column(DataType.DATE) declare updatedAt: Date;
}
