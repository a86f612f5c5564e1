import type { Solved } from '@nimble/core/explore';
import { Column, DataType, Model, PrimaryKey, Table } from 'sequelize-typescript';

/** The answer to an exploration's n-th question. */
@Table({ tableName: 'exploration_answers', timestamps: false, underscored: true })
export class ExplorationAnswer extends Model {
  @PrimaryKey @Column(DataType.UUID) declare explorationId: string;
  @PrimaryKey @Column(DataType.INTEGER) declare number: number;
  @Column(DataType.JSONB) declare answer: Solved;
}
