import type { ThicknessBand } from '@nimble/core/graduation';
import type { Glue } from '@nimble/core/glue';
import { Column, DataType, Model, PrimaryKey, Table } from 'sequelize-typescript';

@Table({ tableName: 'workshops', timestamps: false })
export class Workshop extends Model {
  @PrimaryKey @Column(DataType.INTEGER) declare id: number;
  @Column(DataType.TEXT) declare name: string;
  @Column(DataType.BOOLEAN) declare demo: boolean;
  /** The workshop's own table; null for the generic one. */
  @Column(DataType.JSONB) declare glues: Glue[] | null;
  /** Bands of thickness that it wrote over the shipped ones; null for none. */
  @Column(DataType.JSONB) declare bands: ThicknessBand[] | null;
}
