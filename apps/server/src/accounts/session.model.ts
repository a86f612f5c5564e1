import { BelongsTo, Column, DataType, Default, ForeignKey, Model, PrimaryKey, Table } from 'sequelize-typescript';
import { Account } from './account.model';

/** One device that somebody is signed in on. */
@Table({ tableName: 'sessions', timestamps: true, updatedAt: 'seenAt', underscored: true })
export class Session extends Model {
  @PrimaryKey @Default(DataType.UUIDV4) @Column(DataType.UUID) declare id: string;
  @Column(DataType.TEXT) declare tokenHash: string;
  @ForeignKey(() => Account) @Column(DataType.UUID) declare accountId: string;
  @BelongsTo(() => Account, 'accountId') declare account: Account;
  /** As the browser calls itself, in short. */
  @Column(DataType.TEXT) declare device: string;
  /** The shop's own tablet: whoever stands at it says by name who he is. */
  @Column(DataType.BOOLEAN) declare shared: boolean;
  declare createdAt: Date;
  declare seenAt: Date;
}
