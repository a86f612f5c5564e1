import { Column, DataType, Model, PrimaryKey, Table } from 'sequelize-typescript';

/** A sound lies in the database in pieces, so that it goes in and out without ever standing in memory whole. */
@Table({ tableName: 'sound_pieces', timestamps: false, underscored: true })
export class SoundPiece extends Model {
  @PrimaryKey @Column(DataType.UUID) declare knockId: string;
  @PrimaryKey @Column(DataType.INTEGER) declare number: number;
  @Column(DataType.BLOB) declare bytes: Buffer;
}
