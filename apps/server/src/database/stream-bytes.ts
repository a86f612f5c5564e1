/** Pictures and sounds out of the database piece by piece, so that a large one never stands in memory whole. */
import { QueryTypes, type Sequelize } from 'sequelize';
import { Readable } from 'node:stream';

const PIECE = 256 * 1024;

/** @param table and column are names of ours, never what a client sent */
export function streamBytes(
  sequelize: Sequelize,
  { table, column, id, size }: { table: string; column: string; id: string; size: number },
): Readable {
  async function* pieces() {
    for (let from = 0; from < size; from += PIECE) {
      const [row] = await sequelize.query<{ piece: Buffer }>(
        `select substring(${column} from :from for :count) as piece from ${table} where id = :id`,
        { type: QueryTypes.SELECT, replacements: { from: from + 1, count: PIECE, id } },
      );
      if (!row) return;
      yield row.piece;
    }
  }
  return Readable.from(pieces(), { objectMode: false });
}
