import type { BuildChoices, BuildWood, Construction, PlateRole, Stage } from '@nimble/core/project';
import type { Family, HoleSpec, OutlineSpec } from '@nimble/core/outline';
import type { PassTool } from '@nimble/core/verdict';
import type { Station } from '@nimble/core/survey';
import type { UnitChoice } from '@nimble/core/units';
import { BeforeUpdate, Column, CreatedAt, DataType, Model, PrimaryKey, Table, UpdatedAt } from 'sequelize-typescript';

export interface WaitsFor {
  what: string;
  until: string | null;
}

@Table({ tableName: 'builds', underscored: true })
export class Build extends Model {
  @PrimaryKey @Column(DataType.UUID) declare id: string;
  @Column(DataType.INTEGER) declare number: number;
  @Column(DataType.TEXT) declare name: string;
  @Column(DataType.TEXT) declare family: Family;
  @Column(DataType.TEXT) declare construction: Construction;
  @Column(DataType.TEXT) declare plate: PlateRole;
  @Column(DataType.BOOLEAN) declare leftHanded: boolean;
  @Column(DataType.DOUBLE) declare scaleLength: number | null;
  @Column(DataType.JSONB) declare wood: BuildWood;
  @Column(DataType.JSONB) declare outline: OutlineSpec;
  @Column(DataType.JSONB) declare holes: HoleSpec[];
  @Column(DataType.JSONB) declare stations: Station[];
  @Column(DataType.JSONB) declare units: UnitChoice;
  @Column(DataType.JSONB) declare tool: PassTool;
  @Column(DataType.TEXT) declare stage: Stage;
  @Column(DataType.JSONB) declare stagesDone: Stage[];
  @Column(DataType.JSONB) declare waitsFor: WaitsFor | null;
  @Column({ type: DataType.JSONB, defaultValue: {} }) declare choices: Partial<BuildChoices>;
  @Column(DataType.BOOLEAN) declare demo: boolean;
  @Column(DataType.DATE) declare archivedAt: Date | null;
  @Column({ type: DataType.INTEGER, defaultValue: 1 }) declare revision: number;
  /** The revision in which each field last changed; one that is not named has stood since the first. */
  @Column({ type: DataType.JSONB, defaultValue: {} }) declare fieldRevisions: Record<string, number>;
  @CreatedAt declare createdAt: Date;
  @UpdatedAt declare updatedAt: Date;

  /** Any change counts. Load the row with a lock in the same transaction, else two changes count as one. */
  @BeforeUpdate
  static countChange(build: Build): void {
    build.revision += 1;
    const fields = (build.changed() || []).filter((field) => !['updatedAt', 'revision'].includes(field));
    build.fieldRevisions = {
      ...build.fieldRevisions,
      ...Object.fromEntries(fields.map((field) => [field, build.revision])),
    };
  }
}
