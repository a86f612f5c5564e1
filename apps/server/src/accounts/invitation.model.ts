import { BelongsTo, Column, DataType, Default, ForeignKey, Model, PrimaryKey, Table } from 'sequelize-typescript';
import { Person } from '../workshop/person.model';
import type { Role } from './account.model';

/** Lets one person in once; for somebody who has an account it sets a new password. */
@Table({ tableName: 'invitations', timestamps: true, updatedAt: false, underscored: true })
export class Invitation extends Model {
  @PrimaryKey @Default(DataType.UUIDV4) @Column(DataType.UUID) declare id: string;
  @Column(DataType.TEXT) declare codeHash: string;
  @Column(DataType.TEXT) declare role: Role;
  @ForeignKey(() => Person) @Column(DataType.UUID) declare personId: string | null;
  @BelongsTo(() => Person, 'personId') declare person: Person | null;
  @Column(DataType.DATE) declare expiresAt: Date;
  declare createdAt: Date;
}
