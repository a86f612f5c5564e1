import type { Estimate } from '@nimble/core/base';
import type { FlexTest, FlexWarning, IdentifyWarning, KnockTest, PieceMark } from '@nimble/core/wood';
import { Column, DataType, Model, PrimaryKey, Table } from 'sequelize-typescript';

/** What a flex or a knock test found; moduli it says nothing of are left out. */
export interface WoodTestResult {
  modulusAlong?: Estimate;
  modulusAcross?: Estimate;
  shearModulus?: Estimate;
  stiffness?: Estimate;
  rigidityPerWidth?: Estimate;
  /** Notes fitted against notes heard, in the order twist, across, along (1). */
  residuals?: number[];
  quality?: Partial<Record<'twist' | 'across' | 'along', number>>;
  limitedBy?: string;
  /** What of a flex's sag was shear, taken off (1); none of flexes before it was reckoned with. */
  shearShare?: number;
  warnings: (FlexWarning | IdentifyWarning)[];
}

/** A billet knocked as a bar [m, kg, Hz]. */
export interface StickInput {
  length: number;
  width: number;
  thickness: number;
  mass: number;
  along: number;
  /** The size that it bent over. */
  over: 'thickness' | 'width';
}

@Table({ tableName: 'wood_tests', timestamps: false, underscored: true })
export class WoodTest extends Model {
  @PrimaryKey @Column(DataType.UUID) declare id: string;
  @Column(DataType.UUID) declare setId: string;
  @Column(DataType.TEXT) declare piece: PieceMark;
  @Column(DataType.TEXT) declare kind: 'flex' | 'knock';
  @Column(DataType.DATE) declare at: Date;
  @Column(DataType.TEXT) declare person: string;
  /** How stiff it felt in the hands, 1 soft to 9 stiff. */
  @Column(DataType.INTEGER) declare feel: number | null;
  @Column(DataType.UUID) declare jigId: string | null;
  @Column(DataType.DATE) declare retractedAt: Date | null;
  @Column(DataType.JSONB) declare input: (FlexTest | KnockTest | StickInput) & {
    ring?: Partial<Record<'twist' | 'across' | 'along', number>>;
  };
  @Column(DataType.JSONB) declare result: WoodTestResult;
}
