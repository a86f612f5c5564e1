import { Injectable } from '@nestjs/common';
import type { PieceMark } from '@nimble/core/wood';
import type { Transaction } from 'sequelize';
import { Sequelize } from 'sequelize-typescript';
import { WoodSet, type StoredPiece } from '../build-records/models/wood-set.model';
import { WoodTest } from '../build-records/models/wood-test.model';
import { invalid, notFound } from '../http/problem';
import { WoodWeighing } from './models/wood-weighing.model';
import { pieceOf, sizeOf } from './set-facts';
import type { TradeDto } from './wood.dto';

/** Pieces that change from one set to another, with all that was measured on them. */
@Injectable()
export class PieceTrades {
  constructor(private readonly sequelize: Sequelize) {}

  /** The same trade sent twice is made once; a second one takes it back. @throws 404, or 400 naming what does not fit */
  async trade(id: string, { id: tradeId, mine, with: otherId, theirs }: TradeDto): Promise<void> {
    if (otherId === id) throw invalid([{ field: 'with', message: 'is this set: swap its sides instead' }]);
    await this.sequelize.transaction(async (transaction) => {
      const sets = await WoodSet.findAll({
        where: { id: [id, otherId] },
        order: ['id'],
        lock: transaction.LOCK.UPDATE,
        transaction,
      });
      const [set, other] = [sets.find((one) => one.id === id), sets.find((one) => one.id === otherId)];
      if (!set || !other) throw notFound('set of wood');
      if (set.pieces.some(({ trade }) => trade === tradeId)) return;
      if (set.use !== other.use || set.species !== other.species)
        throw invalid([{ field: 'with', message: 'is of another species, or kept for another use' }]);
      const [give, take] = [pieceOf(set, mine), pieceOf(other, theirs)];
      await exchangeRecords([set, give.mark], [other, take.mark], transaction);
      const [given, taken] = [arrived(give, set, { in: other, as: take }), arrived(take, other, { in: set, as: give })];
      await set.update(changed(set, give.mark, { ...taken, trade: tradeId }), { transaction });
      await other.update(changed(other, take.mark, { ...given, trade: tradeId }), { transaction });
    });
  }
}

/** A piece as it lies in another set, in the place of the one that left: sizes its own, and where it came from. */
function arrived(piece: StoredPiece, from: WoodSet, to: { in: WoodSet; as: StoredPiece }): StoredPiece {
  const { width, thickness } = sizeOf(from, piece);
  const home = piece.home ?? { setId: from.id, set: from.name, mark: piece.mark };
  const isHome = home.setId === to.in.id && home.mark === to.as.mark;
  return {
    mark: to.as.mark,
    width: width === to.in.width ? null : width,
    thickness: thickness === to.in.thickness ? null : thickness,
    home: isHome ? null : home,
  };
}

/** Which way the fibres of a strange half rise was not looked for as it lies here. */
function changed(set: WoodSet, mark: PieceMark, piece: StoredPiece): Partial<WoodSet> {
  const place = set.pieces.findIndex((one) => one.mark === mark);
  const side = place < set.pieces.length / 2 ? 'risesBass' : 'risesTreble';
  return { pieces: set.pieces.map((one) => (one.mark === mark ? piece : one)), [side]: null };
}

async function exchangeRecords(
  [set, mark]: [WoodSet, PieceMark],
  [other, otherMark]: [WoodSet, PieceMark],
  transaction: Transaction,
): Promise<void> {
  for (const table of [WoodWeighing.tableName, WoodTest.tableName])
    await set.sequelize.query(
      `update ${table} set (set_id, piece) = (
         select set_id, piece from (values ($1::uuid, $2, $3::uuid, $4), ($3, $4, $1, $2)) as moves (was, of, set_id, piece)
          where was = ${table}.set_id and of = ${table}.piece)
        where (set_id, piece) in (($1, $2), ($3, $4))`,
      { bind: [set.id, mark, other.id, otherMark], transaction },
    );
}
