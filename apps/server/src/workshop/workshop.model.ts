import { Column, DataType, Model, PrimaryKey, Table } from 'sequelize-typescript';

@Table({ tableName: 'workshops', timestamps: false })
export class Workshop extends Model {
  @PrimaryKey @Column(DataType.INTEGER) declare id: number;
  @Column(DataType.TEXT) declare name: string;
  @Column(DataType.BOOLEAN) declare demo: boolean;
}
