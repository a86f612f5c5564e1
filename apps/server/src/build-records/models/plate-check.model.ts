import type { Estimate } from '@nimble/core/base';
import type { FlexPoint, FlexWarning } from '@nimble/core/wood';
import type { NoteKind } from '@nimble/core/project';
import { Column, DataType, Model, PrimaryKey, Table } from 'sequelize-typescript';

export interface CheckInput {
  points?: FlexPoint[];
  notes?: Partial<Record<NoteKind, number>>;
  clear?: number[];
  ring?: { time: number; level: number | null };
}

export interface CheckResult {
  /** Sag per load [m/N]. */
  compliance?: Estimate;
  /** Only from a ring jig [Pa]. */
  modulusAlong?: Estimate;
  rigidityPerWidth?: Estimate;
  /** As the jig felt it [m]; none of checks made before widths were kept. */
  width?: number;
  warnings: FlexWarning[];
}

/** What was bent or heard on the whole plate of a build. Only ever added; a wrong one is taken back and stays. */
@Table({ tableName: 'plate_checks', timestamps: false, underscored: true })
export class PlateCheckRecord extends Model {
  @PrimaryKey @Column(DataType.UUID) declare id: string;
  @Column(DataType.UUID) declare buildId: string;
  @Column(DataType.UUID) declare surveyId: string | null;
  @Column(DataType.UUID) declare jigId: string | null;
  @Column(DataType.TEXT) declare kind: 'flex' | 'knock' | 'feel';
  @Column(DataType.DATE) declare at: Date;
  @Column(DataType.TEXT) declare person: string;
  @Column(DataType.INTEGER) declare feel: number | null;
  /** Mean of the plate when it was done [m], and how surely that is known. */
  @Column(DataType.DOUBLE) declare thickness: number;
  @Column(DataType.DOUBLE) declare thicknessSd: number;
  @Column(DataType.JSONB) declare input: CheckInput;
  @Column(DataType.JSONB) declare result: CheckResult;
  @Column(DataType.DATE) declare retractedAt: Date | null;
}
