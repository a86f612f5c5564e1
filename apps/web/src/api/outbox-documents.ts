/** Waiting changes of one document. */
import type { Write } from './outbox';

export const isSameDocument = (a: Write, b: Write) => a.method === b.method && a.path === b.path;

/** Two changes of one document as one: a document sent whole holds all, of fields the later ones hold. */
export const joined = (first: Write, later: Write): Write =>
  later.method === 'PUT' ? later : { ...later, body: { ...(first.body as object), ...(later.body as object) } };
