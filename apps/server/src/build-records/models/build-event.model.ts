import type { Stage } from '@nimble/core/project';
import { Column, DataType, Model, PrimaryKey, Table } from 'sequelize-typescript';

/** Something that happened to a build and is not a reading: a note, a stage begun or done. Only ever added. */
@Table({ tableName: 'build_events', timestamps: false, underscored: true })
export class BuildEvent extends Model {
  @PrimaryKey @Column(DataType.UUID) declare id: string;
  @Column(DataType.UUID) declare buildId: string;
  @Column(DataType.TEXT) declare kind: 'note' | 'stage';
  @Column(DataType.DATE) declare at: Date;
  @Column(DataType.TEXT) declare person: string;
  @Column(DataType.JSONB) declare body: { stage?: Stage; text?: string; done?: boolean };
}
