import { Column, DataType, Model, PrimaryKey, Table } from 'sequelize-typescript';

/** One row: which bench this is. It goes with a backup. */
@Table({ tableName: 'bench', timestamps: false, underscored: true })
export class Bench extends Model {
  @PrimaryKey @Column(DataType.UUID) declare id: string;
  /** Parts of the demo that are still to be laid out; null where none are. */
  @Column(DataType.JSONB) declare demoLeft: string[] | null;

  static theOne(): Promise<Bench> {
    return Bench.findOne({ rejectOnEmpty: true });
  }
}
