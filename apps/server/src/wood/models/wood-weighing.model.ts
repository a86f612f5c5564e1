import type { PieceMark } from '@nimble/core/wood';
import { Column, DataType, Model, PrimaryKey, Table } from 'sequelize-typescript';

@Table({ tableName: 'wood_weighings', timestamps: false, underscored: true })
export class WoodWeighing extends Model {
  @PrimaryKey @Column(DataType.UUID) declare id: string;
  @Column(DataType.UUID) declare setId: string;
  @Column(DataType.TEXT) declare piece: PieceMark;
  @Column(DataType.DATE) declare at: Date;
  @Column(DataType.TEXT) declare person: string;
  @Column(DataType.DOUBLE) declare mass: number;
  @Column(DataType.DOUBLE) declare relativeHumidity: number | null;
  @Column({ type: DataType.DOUBLE, field: 'temperature_c' }) declare temperatureC: number | null;
  @Column(DataType.DATE) declare retractedAt: Date | null;
}
