/** Heads of the ids that the demo's records have in the code; on a bench they begin as its own id does. */
const IN_THE_CODE = /^6f1d7a10(?=-)/;
const HEAD_LENGTH = 8;

/**
 * Whoever knows the program does not know the ids of a bench's demo.
 *
 * @returns replaces the ids in records and documents
 */
export function ownIds(bench: string): <T>(made: T) => T {
  const head = bench.slice(0, HEAD_LENGTH);
  const own = (value: unknown): unknown => {
    if (typeof value === 'string') return value.replace(IN_THE_CODE, head);
    if (Array.isArray(value)) return value.map(own);
    if (value === null || typeof value !== 'object' || Object.getPrototypeOf(value) !== Object.prototype) return value;
    return Object.fromEntries(Object.entries(value).map(([name, part]) => [name, own(part)]));
  };
  return own as <T>(made: T) => T;
}
