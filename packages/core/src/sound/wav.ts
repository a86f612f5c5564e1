/**
 * Sound files: RIFF/WAVE in 8, 16, 24 or 32 bit integers or 32 or 64 bit floats, any rate from 8 to 192 kHz, any
 * channels, any further chunks. Read here and not by a library because a file that breaks off must still give what it
 * holds, and say so.
 */
import { InvalidInput } from '../base';

export interface Sound {
  rate: number;
  /** One array a channel, full scale 1. */
  channels: Float64Array[];
  /** The file promised more than it holds. */
  truncated: boolean;
  /** Value that a full-scale sample has: just under 1 for integers; null for floats, which have no such limit. */
  fullScale: number | null;
}

const LEAST_RATE = 8000;
const MOST_RATE = 192_000;
const MOST_CHANNELS = 32;
const PCM = 1;
const FLOAT = 3;
const EXTENSIBLE = 0xfffe;

/** A file that is read piece by piece, so that a long one never stands in memory whole. */
export interface ByteSource {
  size: number;
  /** Fewer where it ends. Good until the next call. */
  read(at: number, count: number): Uint8Array;
}

export const sourceOf = (bytes: Uint8Array): ByteSource => ({
  size: bytes.byteLength,
  read: (at, count) => bytes.subarray(at, at + count),
});

/** How a WAV's samples are packed and where they lie. */
export interface WavLayout {
  code: number;
  channels: number;
  rate: number;
  bits: number;
  /** Bytes of one sample of all channels. */
  block: number;
  /** First byte of the sound, and how many samples a channel it holds. */
  at: number;
  length: number;
  truncated: boolean;
  fullScale: number | null;
}

/** @throws InvalidInput (field `file`) for what is no such sound, saying what it is */
export function wavLayout(source: ByteSource): WavLayout {
  const { size } = source;
  const refuse = (reason: string) => new InvalidInput('file', size, reason);
  if (size === 0) throw refuse('is empty');
  const head = viewOf(source, 0, 12);
  if (size < 12 || tag(head, 0) !== 'RIFF' || tag(head, 8) !== 'WAVE')
    throw refuse(
      tag(head, 0) === 'RF64' || tag(head, 0) === 'RIFX'
        ? 'is a kind of WAV that is not read here: save it as an ordinary WAV under 2 GB'
        : 'is not a WAV sound, whatever its name says',
    );
  let format: Format | null = null;
  for (let at = 12; at + 8 <= size;) {
    const chunk = viewOf(source, at, 8);
    const [id, promised] = [tag(chunk, 0), chunk.getUint32(4, true)];
    const body = at + 8;
    if (id === 'fmt ') format = readFormat(viewOf(source, body, FORMAT_BYTES), refuse);
    if (id === 'data') {
      if (!format) throw refuse('has its sound before its format: it is broken');
      const held = Math.min(promised, size - body);
      return { ...format, at: body, length: Math.floor(held / format.block), truncated: held < promised };
    }
    at = body + promised + (promised % 2);
  }
  throw refuse(format ? 'breaks off before its sound begins' : 'has no format: it is broken');
}

/** @throws InvalidInput (field `file`) for what is no such sound, saying what it is */
export function readWav(bytes: Uint8Array): Sound {
  const source = sourceOf(bytes);
  const layout = wavLayout(source);
  const channels = Array.from({ length: layout.channels }, () => new Float64Array(layout.length));
  let from = 0;
  for (const block of wavBlocks(source, layout)) {
    block.forEach((samples, c) => channels[c].set(samples, from));
    from += block[0].length;
  }
  const { rate, truncated, fullScale } = layout;
  return { rate, channels, truncated, fullScale };
}

/** Samples of all channels that are decoded at once. */
const BLOCK = 16_384;

/** The sound block by block, one array a channel: good until the next one is asked for. */
export function* wavBlocks(source: ByteSource, layout: WavLayout): Generator<readonly Float64Array[]> {
  const { at, length, block, channels, code, bits } = layout;
  const out = Array.from({ length: channels }, () => new Float64Array(Math.min(BLOCK, length)));
  const step = bits / 8;
  for (let from = 0; from < length; from += BLOCK) {
    const count = Math.min(BLOCK, length - from);
    const view = viewOf(source, at + from * block, count * block);
    const read = readerOf(view, code, bits);
    out.forEach((channel, c) => {
      for (let i = 0; i < count; i++) {
        const value = read(i * block + c * step);
        channel[i] = Number.isFinite(value) ? value : 0;
      }
    });
    yield count === BLOCK ? out : out.map((channel) => channel.subarray(0, count));
  }
}

type Format = Pick<WavLayout, 'code' | 'channels' | 'rate' | 'bits' | 'block' | 'fullScale'>;

/** Of an extensible format: its real code lies there. */
const FORMAT_BYTES = 26;

function readFormat(view: DataView, refuse: (reason: string) => InvalidInput): Format {
  if (view.byteLength < 16) throw refuse('breaks off within its format');
  const code = view.getUint16(0, true);
  const channels = view.getUint16(2, true);
  const rate = view.getUint32(4, true);
  const block = view.getUint16(12, true);
  const bits = view.getUint16(14, true);
  const real = code === EXTENSIBLE && view.byteLength >= FORMAT_BYTES ? view.getUint16(24, true) : code;
  const known = (real === PCM && [8, 16, 24, 32].includes(bits)) || (real === FLOAT && [32, 64].includes(bits));
  if (!known) throw refuse('is packed in a way that is not read here: save it as plain PCM');
  if (rate < LEAST_RATE || rate > MOST_RATE)
    throw refuse(`has ${rate} samples a second: between 8000 and 192000 are read`);
  if (channels < 1 || channels > MOST_CHANNELS) throw refuse(`says it has ${channels} channels`);
  if (block !== (channels * bits) / 8) throw refuse('contradicts itself in its format: it is broken');
  return { code: real, channels, rate, bits, block, fullScale: real === FLOAT ? null : 1 - 2 ** (1 - bits) };
}

function readerOf(view: DataView, code: number, bits: number): (at: number) => number {
  if (code === FLOAT) return bits === 32 ? (at) => view.getFloat32(at, true) : (at) => view.getFloat64(at, true);
  if (bits === 8) return (at) => (view.getUint8(at) - 128) / 128;
  if (bits === 16) return (at) => view.getInt16(at, true) / 0x8000;
  if (bits === 24) return (at) => (view.getUint16(at, true) | (view.getInt8(at + 2) << 16)) / 0x80_0000;
  return (at) => view.getInt32(at, true) / 0x8000_0000;
}

function viewOf(source: ByteSource, at: number, count: number): DataView {
  const { buffer, byteOffset, byteLength } = source.read(at, count);
  return new DataView(buffer, byteOffset, byteLength);
}

function tag(view: DataView, at: number): string {
  if (at + 4 > view.byteLength) return '';
  return String.fromCharCode(...[0, 1, 2, 3].map((i) => view.getUint8(at + i)));
}

/** Channels of one length as a 24-bit WAV; louder than full scale is cut off. */
export function writeWav(channels: readonly ArrayLike<number>[], rate: number): Uint8Array {
  const length = channels[0]?.length ?? 0;
  return joined([wavHead(channels.length, length, rate), packed(channels, 1)]);
}

const HEAD_BYTES = 44;

function wavHead(channels: number, length: number, rate: number): Uint8Array {
  const block = 3 * channels;
  const bytes = new Uint8Array(HEAD_BYTES);
  const view = new DataView(bytes.buffer);
  const write = (at: number, text: string) => [...text].forEach((c, i) => view.setUint8(at + i, c.charCodeAt(0)));
  write(0, 'RIFF');
  view.setUint32(4, HEAD_BYTES - 8 + length * block, true);
  write(8, 'WAVEfmt ');
  view.setUint32(16, 16, true);
  view.setUint16(20, PCM, true);
  view.setUint16(22, channels, true);
  view.setUint32(24, rate, true);
  view.setUint32(28, rate * block, true);
  view.setUint16(32, block, true);
  view.setUint16(34, 24, true);
  write(36, 'data');
  view.setUint32(40, length * block, true);
  return bytes;
}

/** Samples as 24 bits, channel beside channel. */
function packed(channels: readonly ArrayLike<number>[], gain: number): Uint8Array {
  const count = channels[0]?.length ?? 0;
  const block = 3 * channels.length;
  const bytes = new Uint8Array(count * block);
  const view = new DataView(bytes.buffer);
  channels.forEach((samples, c) => {
    for (let i = 0; i < count; i++) {
      const value = Math.max(-0x80_0000, Math.min(0x7f_ffff, Math.round(samples[i] * gain * 0x80_0000)));
      const at = i * block + 3 * c;
      view.setUint16(at, value & 0xffff, true);
      view.setInt8(at + 2, value >> 16);
    }
  });
  return bytes;
}

/** Files of 16 or 24 bit integers are kept byte for byte. */
export const isKeptAsItIs = ({ code, bits }: WavLayout): boolean => code === PCM && (bits === 16 || bits === 24);

/** Any other file as 24 bits, piece by piece; floats above full scale are brought down to it. */
export function* repackedWav(source: ByteSource, layout: WavLayout): Generator<Uint8Array> {
  let peak = 1;
  for (const block of wavBlocks(source, layout))
    for (const samples of block) peak = samples.reduce((most, value) => Math.max(most, Math.abs(value)), peak);
  yield wavHead(layout.channels, layout.length, layout.rate);
  for (const block of wavBlocks(source, layout)) yield packed(block, 1 / peak);
}

/**
 * A sound as it is kept.
 * @throws InvalidInput (field `file`) for what is no such sound
 */
export function keptWav(bytes: Uint8Array): Uint8Array {
  const source = sourceOf(bytes);
  const layout = wavLayout(source);
  return isKeptAsItIs(layout) ? bytes : joined([...repackedWav(source, layout)]);
}

function joined(pieces: readonly Uint8Array[]): Uint8Array {
  const bytes = new Uint8Array(pieces.reduce((sum, { length }) => sum + length, 0));
  let at = 0;
  for (const piece of pieces) {
    bytes.set(piece, at);
    at += piece.length;
  }
  return bytes;
}
