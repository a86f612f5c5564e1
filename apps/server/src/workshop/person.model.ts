import type { Experience } from '@nimble/core/bracing';
import { Column, DataType, Model, PrimaryKey, Table } from 'sequelize-typescript';

@Table({ tableName: 'people', timestamps: false })
export class Person extends Model {
  @PrimaryKey @Column(DataType.UUID) declare id: string;
  @Column(DataType.TEXT) declare name: string;
  @Column(DataType.TEXT) declare role: string;
  @Column({ type: DataType.TEXT, defaultValue: 'some' }) declare experience: Experience;
}
