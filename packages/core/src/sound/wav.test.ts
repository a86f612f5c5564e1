import {
  hearFile,
  isKeptAsItIs,
  keptWav,
  readWav,
  repackedWav,
  sourceOf,
  toOneChannel,
  wavLayout,
  writeWav,
  type ByteSource,
} from '.';

type Put = (view: DataView, at: number, value: number) => void;

/** A WAV written by hand: chunks, format, interleaved samples. */
function wav(
  channels: readonly (readonly number[])[],
  {
    code = 1,
    bits = 16,
    rate = 44_100,
    put,
    before = [],
    promise,
  }: { code?: number; bits?: number; rate?: number; put: Put; before?: readonly [string, number][]; promise?: number },
): Uint8Array {
  const step = bits / 8;
  const size = channels.length * channels[0].length * step;
  const extra = before.reduce((sum, [, length]) => sum + 8 + length + (length % 2), 0);
  const bytes = new Uint8Array(44 + extra + size);
  const view = new DataView(bytes.buffer);
  const tag = (at: number, text: string) => [...text].forEach((c, i) => view.setUint8(at + i, c.charCodeAt(0)));
  tag(0, 'RIFF');
  tag(8, 'WAVE');
  tag(12, 'fmt ');
  view.setUint32(16, 16, true);
  view.setUint16(20, code, true);
  view.setUint16(22, channels.length, true);
  view.setUint32(24, rate, true);
  view.setUint16(32, channels.length * step, true);
  view.setUint16(34, bits, true);
  let at = 36;
  for (const [name, length] of before) {
    tag(at, name);
    view.setUint32(at + 4, length, true);
    at += 8 + length + (length % 2);
  }
  tag(at, 'data');
  view.setUint32(at + 4, promise ?? size, true);
  channels[0].forEach((_, i) =>
    channels.forEach((channel, c) => put(view, at + 8 + (i * channels.length + c) * step, channel[i])),
  );
  return bytes;
}

const values = [0, 0.5, -0.25, -1, 0.125];
const int16: Put = (view, at, v) => view.setInt16(at, v * 0x8000, true);

describe('WAV files', () => {
  it.each<[string, number, number, Put]>([
    ['8 bit, which has no sign', 1, 8, (view, at, v) => view.setUint8(at, 128 + v * 128)],
    ['16 bit', 1, 16, int16],
    [
      '24 bit',
      1,
      24,
      (view, at, v) => {
        view.setUint16(at, (v * 0x80_0000) & 0xffff, true);
        view.setInt8(at + 2, (v * 0x80_0000) >> 16);
      },
    ],
    ['32 bit', 1, 32, (view, at, v) => view.setInt32(at, v * 0x8000_0000, true)],
    ['float', 3, 32, (view, at, v) => view.setFloat32(at, v, true)],
    ['double', 3, 64, (view, at, v) => view.setFloat64(at, v, true)],
  ])('reads %s', (_, code, bits, put) => {
    const sound = readWav(wav([values, values.map((v) => -v * 0.5)], { code, bits, put }));
    expect(sound.rate).toBe(44_100);
    expect([...sound.channels[0]]).toEqual(values);
    expect([...sound.channels[1]].map(Math.abs)).toEqual(values.map((v) => Math.abs(v) / 2));
  });
  it('steps over chunks it does not know, odd ones too', () =>
    expect([
      ...readWav(
        wav([values], {
          put: int16,
          before: [
            ['LIST', 13],
            ['bext', 602],
          ],
        }),
      ).channels[0],
    ]).toEqual(values));
  it('gives what a file that breaks off still holds, and says so', () => {
    const whole = wav([values], { put: int16 });
    const sound = readWav(whole.subarray(0, whole.length - 4));
    expect([...sound.channels[0]]).toEqual(values.slice(0, 3));
    expect(toOneChannel(sound).warnings).toContain('truncated');
    expect(readWav(wav([values], { put: int16, promise: 0xffff_fff0 })).truncated).toBe(true);
  });
  it.each<[string, Uint8Array, RegExp]>([
    ['nothing', new Uint8Array(0), /is empty/],
    ['a text', new TextEncoder().encode('just some words, no sound at all'), /is not a WAV/],
    ['a head without a body', wav([values], { put: int16 }).subarray(0, 36), /breaks off before its sound/],
    ['a packed format', wav([values], { code: 17, bits: 16, put: int16 }), /packed in a way/],
    ['a telephone', wav([values], { rate: 4000, put: int16 }), /4000 samples a second/],
  ])('refuses %s in plain words', (_, bytes, words) => expect(() => readWav(bytes)).toThrow(words));
  it('writes 24 bits and reads them back within half a step', () => {
    const back = readWav(writeWav([Float64Array.from([0.1, -0.7, 1.4])], 96_000));
    expect(back.rate).toBe(96_000);
    [0.1, -0.7, 1].forEach((v, i) => expect(Math.abs(back.channels[0][i] - v)).toBeLessThanOrEqual(2 ** -23));
  });
});

describe('channels', () => {
  const tone = Float64Array.from({ length: 4800 }, (_, n) => 0.4 * Math.sin(n / 20));
  const sound = (...channels: Float64Array[]) => ({ rate: 48_000, channels, truncated: false, fullScale: 1 });
  it('leaves a dead one out, turns an opposite one back, and hears silence', () => {
    const dead = toOneChannel(sound(tone, new Float64Array(4800)));
    expect(dead.warnings).toEqual(['dead-channel']);
    expect(dead.samples[100]).toBeCloseTo(tone[100], 2);
    const turned = toOneChannel(
      sound(
        tone,
        tone.map((v) => -0.9 * v),
      ),
    );
    expect(turned.warnings).toEqual(['opposite-channels']);
    expect(Math.abs(turned.samples[33])).toBeCloseTo(0.95 * Math.abs(tone[33]), 2);
    expect(toOneChannel(sound(new Float64Array(4800))).warnings).toContain('silent');
  });
  it('sees flat tops wherever the chain gave up, but not a peak', () => {
    const flat = tone.map((v) => Math.max(-0.85, Math.min(0.85, 4 * v)));
    expect(toOneChannel(sound(flat)).warnings).toEqual(['clipped']);
    expect(toOneChannel(sound(tone.map((v) => 2.4 * v))).warnings).toEqual([]);
  });
});

describe('a long file, heard piece by piece', () => {
  /** Gives what is asked for in a buffer that it uses again, as a file does. */
  function fileOf(bytes: Uint8Array): ByteSource & { most: number } {
    const buffer = new Uint8Array(bytes.length);
    const source = {
      size: bytes.length,
      most: 0,
      read(at: number, count: number) {
        const piece = bytes.subarray(at, at + count);
        buffer.fill(99).set(piece);
        source.most = Math.max(source.most, piece.length);
        return buffer.subarray(0, piece.length);
      },
    };
    return source;
  }
  const tone = (sign: number, gain: number) =>
    Float64Array.from(
      { length: 50_000 },
      (_, i) => Math.max(-0.8, Math.min(0.8, sign * gain * Math.sin(i / 20))) + 0.01,
    );
  const channels = [tone(1, 0.9), tone(-1, 0.5), new Float64Array(50_000)];
  const stereo = writeWav(channels, 48_000);

  it('is the same channel with the same warnings as of a file that is read whole', () => {
    const file = fileOf(stereo);
    const piecewise = hearFile(file);
    const whole = toOneChannel(readWav(stereo));
    expect(piecewise.warnings).toEqual(['dead-channel', 'opposite-channels', 'clipped']);
    expect(piecewise.warnings).toEqual(whole.warnings);
    expect(piecewise.clipped).toEqual(whole.clipped);
    expect(piecewise.rate).toBe(48_000);
    // Single precision holds 24 bits.
    expect(piecewise.samples.every((value, i) => Math.abs(value - whole.samples[i]) < 2 ** -24)).toBe(true);
    expect(file.most).toBeLessThan(stereo.length / 2);
  });
  it('is repacked piece by piece as it is whole, and kept as it is where it may be', () => {
    const floats = wav([values.map((v) => 2 * v)], {
      code: 3,
      bits: 32,
      put: (view, at, v) => view.setFloat32(at, v, true),
    });
    const file = fileOf(floats);
    const repacked = [...repackedWav(file, wavLayout(file))].flatMap((piece) => [...piece]);
    expect(repacked).toEqual([...keptWav(floats)]);
    expect([...readWav(Uint8Array.from(repacked)).channels[0]]).toEqual(values.map((v) => expect.closeTo(v, 6)));
    expect([floats, stereo].map((bytes) => isKeptAsItIs(wavLayout(sourceOf(bytes))))).toEqual([false, true]);
  });
});
