import type { TargetSpec } from '@nimble/core/graduation';
import { Column, DataType, Model, PrimaryKey, Table } from 'sequelize-typescript';

@Table({ tableName: 'target_templates', timestamps: false })
export class TargetTemplate extends Model {
  @PrimaryKey @Column(DataType.UUID) declare id: string;
  @Column(DataType.TEXT) declare name: string;
  @Column(DataType.JSONB) declare body: TargetSpec;
}
