import type { PieceMark } from '@nimble/core/wood';
import { Column, CreatedAt, DataType, Model, PrimaryKey, Table, UpdatedAt } from 'sequelize-typescript';

/** A piece of a set; sizes of its own where it differs from the others [m]. */
export interface StoredPiece {
  mark: PieceMark;
  width?: number | null;
  thickness?: number | null;
  /** Where it was before it was traded. */
  home?: { setId: string; set: string; mark: PieceMark } | null;
  /** The trade that brought it here. */
  trade?: string | null;
}

/** Pieces of a plate, two halves mostly, or a billet of brace stock; sizes are of one piece [m], angles in radians. */
@Table({ tableName: 'wood_sets', underscored: true })
export class WoodSet extends Model {
  @PrimaryKey @Column(DataType.UUID) declare id: string;
  @Column(DataType.TEXT) declare name: string;
  @Column(DataType.TEXT) declare use: 'top' | 'back' | 'brace';
  @Column(DataType.TEXT) declare species: string;
  @Column(DataType.TEXT) declare cut: string;
  @Column(DataType.TEXT) declare worked: string;
  @Column(DataType.DOUBLE) declare length: number;
  @Column(DataType.DOUBLE) declare width: number;
  @Column(DataType.DOUBLE) declare thickness: number;
  /** From bass to treble; a billet is one. */
  @Column(DataType.JSONB) declare pieces: StoredPiece[];
  @Column(DataType.DOUBLE) declare grainLinesPerCm: number | null;
  /** Null where nobody looked [rad]. */
  @Column(DataType.DOUBLE) declare runout: number | null;
  @Column(DataType.DOUBLE) declare offQuarter: number;
  /** Toward which end the fibres rise to the outer face, half by half. */
  @Column(DataType.TEXT) declare risesBass: 'neck' | 'tail' | null;
  @Column(DataType.TEXT) declare risesTreble: 'neck' | 'tail' | null;
  @Column(DataType.TEXT) declare figure: string;
  @Column(DataType.TEXT) declare colour: string;
  @Column(DataType.TEXT) declare price: string;
  @Column(DataType.TEXT) declare place: string;
  @Column(DataType.TEXT) declare note: string;
  @Column(DataType.TEXT) declare rejected: string | null;
  @Column(DataType.BOOLEAN) declare demo: boolean;
  @Column(DataType.DATE) declare archivedAt: Date | null;
  @CreatedAt declare createdAt: Date;
  @UpdatedAt declare updatedAt: Date;
}
