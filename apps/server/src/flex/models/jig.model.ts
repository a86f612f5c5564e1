import type { Jig as JigBody } from '@nimble/core/wood';
import { Column, DataType, Model, PrimaryKey, Table } from 'sequelize-typescript';

/** A flex jig of the workshop. One that was used is put away, never deleted or changed: readings rest on it. */
@Table({ tableName: 'jigs', timestamps: false, underscored: true })
export class Jig extends Model {
  @PrimaryKey @Column(DataType.UUID) declare id: string;
  @Column(DataType.TEXT) declare name: string;
  @Column(DataType.JSONB) declare body: JigBody;
  @Column(DataType.BOOLEAN) declare demo: boolean;
  @Column(DataType.DATE) declare archivedAt: Date | null;
  @Column(DataType.DATE) declare createdAt: Date;
}
