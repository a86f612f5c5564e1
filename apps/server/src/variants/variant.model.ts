import type { BracingPlan } from '@nimble/core/bracing';
import type { KeptFigures, Thicker, TopHold } from '@nimble/core/top';
import { Column, DataType, Model, PrimaryKey, Table } from 'sequelize-typescript';

export interface VariantBody {
  plan: BracingPlan;
  thicker: Thicker;
  hold: TopHold;
  /** As the model had them when it was kept. */
  figures: KeptFigures;
}

/** A top that was tried and kept beside the plan. */
@Table({ tableName: 'top_variants', timestamps: false, underscored: true })
export class TopVariant extends Model {
  @PrimaryKey @Column(DataType.UUID) declare id: string;
  @Column(DataType.UUID) declare buildId: string;
  @Column(DataType.DATE) declare at: Date;
  @Column(DataType.TEXT) declare person: string;
  @Column(DataType.TEXT) declare name: string;
  @Column(DataType.JSONB) declare body: VariantBody;
  @Column(DataType.DATE) declare retractedAt: Date | null;
}
