import { BelongsTo, Column, DataType, Default, ForeignKey, Model, PrimaryKey, Table } from 'sequelize-typescript';
import { Person } from '../workshop/person.model';

/** An owner lets people in and out; a helper works at the bench. */
export const ROLES = ['owner', 'helper'] as const;
export type Role = (typeof ROLES)[number];

@Table({ tableName: 'accounts', timestamps: true, updatedAt: false, underscored: true })
export class Account extends Model {
  @PrimaryKey @Default(DataType.UUIDV4) @Column(DataType.UUID) declare id: string;
  @ForeignKey(() => Person) @Column(DataType.UUID) declare personId: string;
  @BelongsTo(() => Person, 'personId') declare person: Person;
  @Column(DataType.TEXT) declare role: Role;
  @Column(DataType.TEXT) declare passwordHash: string;
  declare createdAt: Date;
}
