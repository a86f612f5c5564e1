/**
 * Sound files: RIFF/WAVE in 8, 16, 24 or 32 bit integers or 32 or 64 bit floats, any rate from 8 to 192 kHz, any channels, any further chunks.
 * Read here and not by a library because a file that breaks off must still give what it holds, and say so.
 */
import { InvalidInput } from '../invalid-input';

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

/** @throws InvalidInput (field `file`) for what is no such sound, saying what it is */
export function readWav(bytes: Uint8Array): Sound {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const refuse = (reason: string) => new InvalidInput('file', bytes.byteLength, reason);
  if (bytes.byteLength === 0) throw refuse('is empty');
  if (bytes.byteLength < 12 || tag(view, 0) !== 'RIFF' || tag(view, 8) !== 'WAVE')
    throw refuse(
      tag(view, 0) === 'RF64' || tag(view, 0) === 'RIFX'
        ? 'is a kind of WAV that is not read here: save it as an ordinary WAV under 2 GB'
        : 'is not a WAV sound, whatever its name says',
    );
  let format: Format | null = null;
  for (let at = 12; at + 8 <= bytes.byteLength;) {
    const id = tag(view, at);
    const size = view.getUint32(at + 4, true);
    const body = at + 8;
    if (id === 'fmt ') format = readFormat(view, body, refuse);
    if (id === 'data') {
      if (!format) throw refuse('has its sound before its format: it is broken');
      const held = Math.min(size, bytes.byteLength - body);
      return { ...decode(view, body, held, format), rate: format.rate, truncated: held < size };
    }
    at = body + size + (size % 2);
  }
  throw refuse(format ? 'breaks off before its sound begins' : 'has no format: it is broken');
}

interface Format {
  code: number;
  channels: number;
  rate: number;
  bits: number;
  /** Bytes of one sample of all channels. */
  block: number;
}

function readFormat(view: DataView, at: number, refuse: (reason: string) => InvalidInput): Format {
  if (at + 16 > view.byteLength) throw refuse('breaks off within its format');
  const code = view.getUint16(at, true);
  const channels = view.getUint16(at + 2, true);
  const rate = view.getUint32(at + 4, true);
  const block = view.getUint16(at + 12, true);
  const bits = view.getUint16(at + 14, true);
  const real = code === EXTENSIBLE && at + 26 <= view.byteLength ? view.getUint16(at + 24, true) : code;
  const known = (real === PCM && [8, 16, 24, 32].includes(bits)) || (real === FLOAT && [32, 64].includes(bits));
  if (!known) throw refuse('is packed in a way that is not read here: save it as plain PCM');
  if (rate < LEAST_RATE || rate > MOST_RATE)
    throw refuse(`has ${rate} samples a second: between 8000 and 192000 are read`);
  if (channels < 1 || channels > MOST_CHANNELS) throw refuse(`says it has ${channels} channels`);
  if (block !== (channels * bits) / 8) throw refuse('contradicts itself in its format: it is broken');
  return { code: real, channels, rate, bits, block };
}

function decode(view: DataView, at: number, size: number, { code, channels, bits, block }: Format) {
  const count = Math.floor(size / block);
  const read = readerOf(view, code, bits);
  const step = bits / 8;
  const out = Array.from({ length: channels }, () => new Float64Array(count));
  out.forEach((channel, c) => {
    for (let i = 0; i < count; i++) {
      const value = read(at + i * block + c * step);
      channel[i] = Number.isFinite(value) ? value : 0;
    }
  });
  return { channels: out, fullScale: code === FLOAT ? null : 1 - 2 ** (1 - bits) };
}

function readerOf(view: DataView, code: number, bits: number): (at: number) => number {
  if (code === FLOAT) return bits === 32 ? (at) => view.getFloat32(at, true) : (at) => view.getFloat64(at, true);
  if (bits === 8) return (at) => (view.getUint8(at) - 128) / 128;
  if (bits === 16) return (at) => view.getInt16(at, true) / 0x8000;
  if (bits === 24) return (at) => (view.getUint16(at, true) | (view.getInt8(at + 2) << 16)) / 0x80_0000;
  return (at) => view.getInt32(at, true) / 0x8000_0000;
}

function tag(view: DataView, at: number): string {
  if (at + 4 > view.byteLength) return '';
  return String.fromCharCode(...[0, 1, 2, 3].map((i) => view.getUint8(at + i)));
}

/** Channels of one length as a 24-bit WAV; louder than full scale is cut off. */
export function writeWav(channels: readonly ArrayLike<number>[], rate: number): Uint8Array {
  const count = channels[0]?.length ?? 0;
  const block = 3 * channels.length;
  const size = count * block;
  const bytes = new Uint8Array(44 + size);
  const view = new DataView(bytes.buffer);
  const write = (at: number, text: string) => [...text].forEach((c, i) => view.setUint8(at + i, c.charCodeAt(0)));
  write(0, 'RIFF');
  view.setUint32(4, 36 + size, true);
  write(8, 'WAVEfmt ');
  view.setUint32(16, 16, true);
  view.setUint16(20, PCM, true);
  view.setUint16(22, channels.length, true);
  view.setUint32(24, rate, true);
  view.setUint32(28, rate * block, true);
  view.setUint16(32, block, true);
  view.setUint16(34, 24, true);
  write(36, 'data');
  view.setUint32(40, size, true);
  channels.forEach((samples, c) => {
    for (let i = 0; i < count; i++) {
      const value = Math.max(-0x80_0000, Math.min(0x7f_ffff, Math.round(samples[i] * 0x80_0000)));
      const at = 44 + i * block + 3 * c;
      view.setUint16(at, value & 0xffff, true);
      view.setInt8(at + 2, value >> 16);
    }
  });
  return bytes;
}

/**
 * A sound as it is kept: files of 16 or 24 bit integers byte for byte, all others as 24 bits, floats above full scale brought down to it.
 * @throws InvalidInput (field `file`) for what is no such sound
 */
export function keptWav(bytes: Uint8Array): Uint8Array {
  const { channels, fullScale, rate } = readWav(bytes);
  if (fullScale === 1 - 2 ** -15 || fullScale === 1 - 2 ** -23) return bytes;
  const peak = channels.reduce((most, samples) => samples.reduce((a, v) => Math.max(a, Math.abs(v)), most), 1);
  return writeWav(peak > 1 ? channels.map((samples) => samples.map((v) => v / peak)) : channels, rate);
}
