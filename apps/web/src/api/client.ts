/** Talks to the server. Every failure is one of two: it can't be reached, or it refused with a problem that names fields. */

export interface FieldError {
  field: string;
  message: string;
}

export class Unreachable extends Error {
  constructor() {
    super('The server can’t be reached. What you entered is kept and sent when it is back.');
  }
}

export class Refused extends Error {
  constructor(
    readonly status: number,
    title: string,
    readonly errors: FieldError[] = [],
  ) {
    super(title);
  }

  /** What the server says of one field, if anything. */
  at(field: string): string | undefined {
    return this.errors.find((error) => error.field === field)?.message;
  }
}

export async function request<T>(method: string, path: string, body?: unknown): Promise<T> {
  const headers = body === undefined ? undefined : { 'content-type': 'application/json' };
  return answerOf<T>(
    await send(path, { method, headers, body: body === undefined ? undefined : JSON.stringify(body) }),
  );
}

/** A file from the server. */
export async function bytesOf(path: string, method: 'GET' | 'POST' = 'GET', body?: unknown): Promise<ArrayBuffer> {
  const headers = body === undefined ? undefined : { 'content-type': 'application/json' };
  const response = await send(path, { method, headers, body: body === undefined ? undefined : JSON.stringify(body) });
  if (!response.ok) throw await toRefused(response);
  return response.arrayBuffer();
}

/** Sends a file with its form. */
export async function upload<T>(path: string, form: FormData, signal?: AbortSignal): Promise<T> {
  return answerOf<T>(await send(path, { method: 'POST', body: form, signal }));
}

async function answerOf<T>(response: Response): Promise<T> {
  if (response.ok) return (await response.json()) as T;
  if (response.status >= 502 && response.status <= 504) throw new Unreachable();
  throw await toRefused(response);
}

export const get = <T>(path: string) => request<T>('GET', path);

async function send(path: string, init: RequestInit): Promise<Response> {
  try {
    return await fetch(`/api/v1${path}`, init);
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
  };
  return new Refused(response.status, problem.title ?? `The server answered ${response.status}.`, problem.errors);
}
