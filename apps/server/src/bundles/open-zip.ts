/** A zip on the disk, entry by entry; nothing is taken for granted of what a foreign one holds. */
import { promisify } from 'node:util';
import type { Readable } from 'node:stream';
import { open, type Entry, type ZipFile } from 'yauzl';
import { invalid } from '../http/problem';

const MOST_ENTRIES = 200_000;
/** What is joined is joined once, however long the text. */
const PIECE = 2 ** 20;
const broken = () =>
  invalid([{ field: 'file', message: 'is no whole zip' }], 'The file is no whole zip. Nothing was read in');

export class OpenZip {
  private constructor(
    private readonly file: ZipFile,
    private readonly entries: ReadonlyMap<string, Entry>,
  ) {}

  /** @throws ProblemException for what is no zip */
  static async of(path: string): Promise<OpenZip> {
    const opened = await promisify<string, object, ZipFile>(open)(path, { lazyEntries: true, autoClose: false }).catch(
      () => null,
    );
    if (!opened || opened.entryCount > MOST_ENTRIES) throw broken();
    return new OpenZip(opened, await entriesOf(opened));
  }

  close(): void {
    this.file.close();
  }

  /** @returns null where there is no such entry @throws ProblemException for what is no JSON, or too long */
  async json(name: string, most: number): Promise<unknown> {
    const entry = this.entries.get(name);
    if (!entry) return null;
    if (entry.uncompressedSize > most) throw broken();
    const pieces: Buffer[] = [];
    for await (const piece of this.pieces(name, PIECE)) pieces.push(piece);
    try {
      return JSON.parse(Buffer.concat(pieces).toString('utf8')) as unknown;
    } catch {
      throw invalid([{ field: 'file', message: `holds ${name}, which is no JSON` }]);
    }
  }

  /** Bytes of an entry in pieces of this size but the last; none where there is no such entry. */
  async *pieces(name: string, size: number): AsyncGenerator<Buffer> {
    const entry = this.entries.get(name);
    if (!entry) return;
    const stream = await promisify<Entry, Readable>(this.file.openReadStream.bind(this.file))(entry).catch(() => {
      throw broken();
    });
    let held = Buffer.alloc(0);
    try {
      for await (const piece of stream) {
        held = Buffer.concat([held, piece as Buffer]);
        for (; held.length >= size; held = held.subarray(size)) yield held.subarray(0, size);
      }
    } catch {
      throw broken();
    }
    if (held.length > 0) yield held;
  }
}

function entriesOf(file: ZipFile): Promise<Map<string, Entry>> {
  return new Promise((accept, refuse) => {
    const entries = new Map<string, Entry>();
    file.on('entry', (entry: Entry) => {
      entries.set(entry.fileName, entry);
      file.readEntry();
    });
    file.on('end', () => accept(entries));
    file.on('error', () => refuse(broken()));
    file.readEntry();
  });
}
