/** Files on the disk, read piece by piece into one buffer. */
import type { ByteSource } from '@nimble/core/sound';
import { closeSync, fstatSync, openSync, readSync } from 'node:fs';

export function openBytes(path: string): { source: ByteSource; close: () => void } {
  const file = openSync(path, 'r');
  let buffer = new Uint8Array(0);
  const read = (at: number, count: number) => {
    if (buffer.length < count) buffer = new Uint8Array(count);
    return buffer.subarray(0, readSync(file, buffer, 0, count, at));
  };
  return { source: { size: fstatSync(file).size, read }, close: () => closeSync(file) };
}

export function withFile<T>(path: string, use: (source: ByteSource) => T): T {
  const { source, close } = openBytes(path);
  try {
    return use(source);
  } finally {
    close();
  }
}
