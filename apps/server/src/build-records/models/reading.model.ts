import { Column, DataType, Default, Model, PrimaryKey, Table } from 'sequelize-typescript';
import { deviceOff } from '../../http/device-clock';

/** Only ever added. A correction supersedes, a retraction supersedes without a thickness. */
@Table({ tableName: 'readings', timestamps: false, underscored: true })
export class ReadingRecord extends Model {
  @PrimaryKey @Column(DataType.UUID) declare id: string;
  @Column(DataType.UUID) declare surveyId: string;
  @Column(DataType.TEXT) declare station: string;
  @Column(DataType.DOUBLE) declare x: number;
  @Column(DataType.DOUBLE) declare y: number;
  @Column(DataType.DOUBLE) declare thickness: number | null;
  @Column(DataType.TEXT) declare typed: string;
  @Column(DataType.TEXT) declare source: 'typed' | 'caliper' | 'csv';
  @Column(DataType.BOOLEAN) declare kept: boolean;
  @Column(DataType.UUID) declare supersedes: string | null;
  @Column(DataType.TEXT) declare person: string;
  @Column(DataType.DATE) declare at: Date;
  /** Readings that came in from one file. */
  @Column(DataType.UUID) declare batch: string | null;
  /** What was added to its moment, where the device's clock was off [ms]. */
  @Default(deviceOff) @Column(DataType.INTEGER) declare deviceOff: number | null;
}
