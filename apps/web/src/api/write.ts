/** What waits to be sent. */
import type { FieldError } from './client';

export interface Write {
  id: string;
  method: 'POST' | 'PUT' | 'PATCH';
  path: string;
  body: unknown;
  /** A sound that goes with it: then the body's fields are a form's. */
  file?: Uint8Array;
  /** The record as the page shows it until the server has it. */
  shown?: unknown;
  buildId: string;
  /** What it is, for the person: "reading I3". */
  label: string;
  /** Where it stands among the others; set when it is added. */
  place?: string;
  /** The bench that it was written for: no other gets it. */
  bench?: string;
  /** The revision of the document that it was made upon. */
  upon?: number;
  /** Set where the document was changed meanwhile: the fields that both changed. It waits for a word of the person. */
  outdated?: readonly string[];
  /** Set where the server would not take it: it waits for a word of the person, and the others go on. */
  aside?: Aside;
}

export interface Aside {
  words: string;
  errors: readonly FieldError[];
}

export const isSameDocument = (a: Write, b: Write) => a.method === b.method && a.path === b.path;

/** Two changes of one document as one: a document sent whole holds all, of fields the later ones hold. */
export const joined = (first: Write, later: Write): Write =>
  later.method === 'PUT' ? later : { ...later, body: { ...(first.body as object), ...(later.body as object) } };
