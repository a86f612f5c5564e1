import type { TargetSpec } from '@nimble/core/graduation';
import { Column, DataType, Model, PrimaryKey, Table } from 'sequelize-typescript';

/** Every target a build ever had; the newest counts. */
@Table({ tableName: 'targets', timestamps: false, underscored: true })
export class Target extends Model {
  @PrimaryKey @Column(DataType.UUID) declare id: string;
  @Column(DataType.UUID) declare buildId: string;
  @Column(DataType.DATE) declare at: Date;
  @Column(DataType.TEXT) declare person: string;
  @Column(DataType.JSONB) declare body: TargetSpec;
}
