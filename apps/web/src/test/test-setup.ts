import { deserialize, serialize } from 'node:v8';
import '@testing-library/jest-dom';
import { configure } from '@testing-library/react';
import { TextDecoder, TextEncoder } from 'node:util';
import { clearPlaces } from './test-idb';

// jsdom has no layout and no speech; the pages ask before they use either.
class NoResizeObserver {
  observe() {}
  unobserve() {}
  disconnect() {}
}
globalThis.ResizeObserver = NoResizeObserver;
Object.assign(globalThis, { TextEncoder, TextDecoder }); // the router asks for them; jsdom leaves them out

// Nor does it know pointers that are held or lists that scroll; an opened list asks for both.
Object.assign(Element.prototype, { hasPointerCapture: () => false, scrollIntoView: () => undefined });

// The page's document has it in every browser; the one that tests stand on has not.
globalThis.structuredClone ??= <T>(value: T): T => deserialize(serialize(value)) as T;

// What is awaited comes when it comes: a busy machine is no failure.
configure({ asyncUtilTimeout: 20_000 });

afterEach(clearPlaces);
