import type { Estimate, FlexPlace, QuantityKey, Shaving, ShavingOutcome, VoicingGoal } from '@nimble/core';
import { Column, DataType, Model, PrimaryKey, Table } from 'sequelize-typescript';

export interface VoicingBodies {
  goal: VoicingGoal;
  /** Load [N] and deflection [m], or how it felt from 1, soft, to 9, stiff; `said` is what was typed. */
  flex: { place: FlexPlace; load: number | null; deflection: number | null; feel: number | null; closed: boolean; said: string };
  /** [kg] */
  mass: { mass: number; said: string };
  shaving: {
    shavings: Shaving[];
    said: string;
    tool: string;
    /** As the program proposed it, or of the maker's own. */
    proposed: boolean;
    /** Of all quantities, with everything that was shaved in this round. */
    forecast: Partial<Record<QuantityKey, Estimate>>;
    /** What came of the round before. */
    settled: ShavingOutcome[];
  };
  reduction: { reduction: string };
  repair: { brace: string; what: 'glued-back' | 'capped' | 'replaced'; note: string };
  /** Left alone until a day. */
  park: { until: string; why: string };
  /** Which of two knocks played blind was liked, and what it was. */
  'second-look': { liked: 'before' | 'now' | 'same'; note: string };
  /** How it turned out, in the maker's own words, with marks from 1 to 9 under names of their own. */
  outcome: { words: string; again: string; differently: string; marks: { name: string; mark: number }[] };
} // prettier-ignore

export type VoicingKind = keyof VoicingBodies;

/** Only ever added; a wrong one is taken back and stays. */
@Table({ tableName: 'voicing_events', timestamps: false, underscored: true })
export class VoicingEvent extends Model {
  @PrimaryKey @Column(DataType.UUID) declare id: string;
  @Column(DataType.UUID) declare buildId: string;
  @Column(DataType.INTEGER) declare round: number;
  @Column(DataType.TEXT) declare kind: VoicingKind;
  @Column(DataType.DATE) declare at: Date;
  @Column(DataType.TEXT) declare person: string;
  @Column(DataType.JSONB) declare body: VoicingBodies[VoicingKind];
  @Column(DataType.DATE) declare retractedAt: Date | null;
}
