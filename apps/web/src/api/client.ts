/**
 * Talks to the server. Every failure is one of two: it can't be reached, or it refused with a problem that names
 * fields.
 */

import type { Answers } from './contract';
import { noteAway } from './away';
import { keepAnswer, keptAnswer } from './kept-answers';
import type { Slip } from '@nimble/core/wood';
import { noteRevision } from './revisions';

export interface FieldError {
  field: string;
  message: string;
}

export class Unreachable extends Error {
  constructor() {
    super('The server can’t be reached. What you entered is kept and sent when it is back.');
  }
}

/** What can hardly be, asked about before it is kept; what was probably meant. */
export interface Doubt {
  message: string;
  slip: Slip | null;
}

export class Refused extends Error {
  constructor(
    readonly status: number,
    title: string,
    readonly errors: FieldError[] = [],
    readonly doubt: Doubt | null = null,
  ) {
    super(title);
  }

  /** Somebody has to sign in first. */
  get isSignedOut(): boolean {
    return this.status === SIGNED_OUT;
  }

  /** What it was made upon no longer stands: another page changed it. */
  get isOutdated(): boolean {
    return this.status === 412;
  }

  /** What the server says of one field, if anything. */
  at(field: string): string | undefined {
    return this.errors.find((error) => error.field === field)?.message;
  }
}

interface Meant {
  /** The revision that the change was made upon; the server refuses it (412) where that no longer stands. */
  upon?: number;
  /** The bench that it was written for; another one refuses it (421). */
  bench?: string;
}

const meantHeaders = ({ upon, bench }: Meant) => ({
  ...(upon !== undefined && { 'if-match': `"${upon}"` }),
  ...(bench && { 'x-bench': bench }),
});

export async function request<T>(method: string, path: string, body?: unknown, meant: Meant = {}): Promise<T> {
  const headers = { ...(body !== undefined && JSON_BODY), ...meantHeaders(meant) };
  return answerOf<T>(
    await send(path, { method, headers, body: body === undefined ? undefined : JSON.stringify(body) }),
  );
}

const JSON_BODY = { 'content-type': 'application/json' };

/** A file from the server. */
export async function bytesOf(path: string, method: 'GET' | 'POST' = 'GET', body?: unknown): Promise<ArrayBuffer> {
  const headers = body === undefined ? undefined : JSON_BODY;
  const response = await send(path, { method, headers, body: body === undefined ? undefined : JSON.stringify(body) });
  if (!response.ok) throw await toRefused(response);
  return response.arrayBuffer();
}

/** Sends a file with its form. */
export async function upload<T>(
  path: string,
  form: FormData,
  { signal, ...meant }: Meant & { signal?: AbortSignal } = {},
): Promise<T> {
  return answerOf<T>(await send(path, { method: 'POST', body: form, signal, headers: meantHeaders(meant) }));
}

const NOTHING = 204;
const SIGNED_OUT = 401;
let signedOut: () => void = () => undefined;

/** @param listener called where the server no longer knows who this is */
export function hearSignedOut(listener: () => void): void {
  signedOut = listener;
}

async function answerOf<T>(response: Response): Promise<T> {
  if (response.ok) return (response.status === NOTHING ? null : await response.json()) as T;
  if (response.status >= 502 && response.status <= 504) throw new Unreachable();
  throw await toRefused(response);
}

type Named<Route> = Route extends `${string}{${infer Name}}${infer Rest}` ? Name | Named<Rest> : never;
type Given<Route> = Record<Named<Route>, string> & Record<string, string | boolean>;
type Where<Route> = [Named<Route>] extends [never] ? [given?: Given<Route>] : [given: Given<Route>];

/**
 * As the server has it; away from it, as this device saw it last.
 *
 * @param given what the route names in braces; all else is asked for behind the question mark
 * @throws Unreachable where this device never saw it
 */
export async function get<Route extends keyof Answers>(route: Route, ...[given = {} as Given<Route>]: Where<Route>) {
  const address = addressOf(route, given);
  try {
    const answer = await request<Answers[Route]>('GET', address);
    noteAway(null);
    keepAnswer(address, answer);
    return answer;
  } catch (failure) {
    const kept = failure instanceof Unreachable && (await keptAnswer(address));
    if (!kept) throw failure;
    noteAway(kept.at);
    return kept.answer as Answers[Route];
  }
}

/** As the server has it now, or not at all. */
export const freshly = <Route extends keyof Answers>(route: Route, ...[given = {} as Given<Route>]: Where<Route>) =>
  request<Answers[Route]>('GET', addressOf(route, given));

function addressOf(route: string, given: Record<string, string | boolean>): string {
  const query = new URLSearchParams();
  let path = route;
  for (const [name, value] of Object.entries(given)) {
    const filled = path.replace(`{${name}}`, encodeURIComponent(value));
    if (filled === path) query.set(name, `${value}`);
    path = filled;
  }
  return query.size > 0 ? `${path}?${query}` : path;
}

async function send(path: string, init: RequestInit): Promise<Response> {
  try {
    const headers = { ...init.headers, ...(init.method !== 'GET' && { 'x-device-time': new Date().toISOString() }) };
    const response = await fetch(`/api/v1${path}`, { ...init, headers });
    noteRevision(path, response.headers.get('etag'));
    return response;
  } catch (failure) {
    if ((failure as Error).name === 'AbortError') throw failure;
    throw new Unreachable();
  }
}

async function toRefused(response: Response): Promise<Refused> {
  const problem = (await response.json().catch(() => ({}))) as {
    title?: string;
    detail?: string;
    errors?: FieldError[];
    doubt?: Doubt;
  };
  if (response.status === SIGNED_OUT) signedOut();
  return new Refused(
    response.status,
    problem.title ?? `The server answered ${response.status}.`,
    problem.errors,
    problem.doubt,
  );
}
