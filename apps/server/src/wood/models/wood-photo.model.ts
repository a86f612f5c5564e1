import { Column, DataType, Model, PrimaryKey, Table } from 'sequelize-typescript';

/** The picture itself is only fetched when it is shown: see `streamBytes`. */
@Table({ tableName: 'wood_photos', timestamps: false, underscored: true })
export class WoodPhoto extends Model {
  @PrimaryKey @Column(DataType.UUID) declare id: string;
  @Column(DataType.UUID) declare setId: string;
  @Column(DataType.DATE) declare at: Date;
  @Column(DataType.TEXT) declare person: string;
  @Column(DataType.TEXT) declare caption: string;
  @Column(DataType.TEXT) declare type: string;
  @Column(DataType.INTEGER) declare size: number;
  @Column(DataType.BLOB) declare bytes: Buffer;
  @Column(DataType.DATE) declare retractedAt: Date | null;
}
