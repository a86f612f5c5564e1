/** Sounds into the database and out of it, piece by piece. */
import { isKeptAsItIs, repackedWav, wavLayout } from '@nimble/core/sound';
import { QueryTypes, type Sequelize, type Transaction } from 'sequelize';
import { createReadStream, createWriteStream } from 'node:fs';
import { rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { randomUUID } from 'node:crypto';
import { openBytes, withFile } from '../compute/byte-file';

const PIECE = 256 * 1024;

/**
 * Writes a file as it is kept: 16 and 24 bit integers byte for byte, all else as 24 bits.
 * @returns bytes kept
 */
export async function storeSound(
  sequelize: Sequelize,
  { knockId, path }: { knockId: string; path: string },
  transaction: Transaction,
): Promise<number> {
  const pieces = withFile(path, (source) => isKeptAsItIs(wavLayout(source)))
    ? createReadStream(path, { highWaterMark: PIECE })
    : repacked(path);
  let [number, size] = [0, 0];
  for await (const piece of pieces) {
    await insertPiece(sequelize, { knockId, number, bytes: piece as Buffer }, transaction);
    number += 1;
    size += (piece as Buffer).length;
  }
  return size;
}

/** The same of a sound that stands in memory already. */
export async function storeBytes(
  sequelize: Sequelize,
  { knockId, bytes }: { knockId: string; bytes: Buffer },
  transaction: Transaction,
): Promise<void> {
  for (let at = 0; at < bytes.length; at += PIECE) {
    const piece = { knockId, number: at / PIECE, bytes: bytes.subarray(at, at + PIECE) };
    await insertPiece(sequelize, piece, transaction);
  }
}

export function openSound(sequelize: Sequelize, knockId: string): Readable {
  async function* pieces() {
    for (let number = 0; ; number++) {
      const [row] = await sequelize.query<{ bytes: Buffer }>(
        'select bytes from sound_pieces where knock_id = $1 and number = $2',
        { type: QueryTypes.SELECT, bind: [knockId, number] },
      );
      if (!row) return;
      yield row.bytes;
    }
  }
  return Readable.from(pieces(), { objectMode: false });
}

/** For what has to read it from the disk. */
export async function withSoundFile<T>(
  sequelize: Sequelize,
  knockId: string,
  use: (path: string) => Promise<T>,
): Promise<T> {
  const path = join(tmpdir(), `nimble-spruce-${randomUUID()}.wav`);
  try {
    await pipeline(openSound(sequelize, knockId), createWriteStream(path));
    return await use(path);
  } finally {
    await rm(path, { force: true });
  }
}

async function insertPiece(
  sequelize: Sequelize,
  { knockId, number, bytes }: { knockId: string; number: number; bytes: Buffer },
  transaction: Transaction,
): Promise<void> {
  const statement = 'insert into sound_pieces (knock_id, number, bytes) values ($1, $2, $3)';
  await sequelize.query(statement, { bind: [knockId, number, bytes], transaction });
}

function* repacked(path: string): Generator<Buffer> {
  const { source, close } = openBytes(path);
  try {
    for (const piece of repackedWav(source, wavLayout(source)))
      yield Buffer.from(piece.buffer, piece.byteOffset, piece.byteLength);
  } finally {
    close();
  }
}
