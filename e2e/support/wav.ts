/** 16-bit mono WAV of a sound given sample by sample [-1..1]. */
export function wav(samples: (n: number) => number, seconds: number, rate: number): Buffer {
  const count = Math.round(seconds * rate);
  const bytes = Buffer.alloc(44 + 2 * count);
  bytes.write('RIFF', 0);
  bytes.writeUInt32LE(36 + 2 * count, 4);
  bytes.write('WAVEfmt ', 8);
  bytes.writeUInt32LE(16, 16);
  bytes.writeUInt16LE(1, 20);
  bytes.writeUInt16LE(1, 22);
  bytes.writeUInt32LE(rate, 24);
  bytes.writeUInt32LE(2 * rate, 28);
  bytes.writeUInt16LE(2, 32);
  bytes.writeUInt16LE(16, 34);
  bytes.write('data', 36);
  bytes.writeUInt32LE(2 * count, 40);
  for (let n = 0; n < count; n++) bytes.writeInt16LE(Math.round(32_767 * samples(n)), 44 + 2 * n);
  return bytes;
}
