import type { NextFunction, Request, Response } from 'express';

/** Names under which this machine alone reaches itself. */
const LOOPBACK = new Set(['127.0.0.1', 'localhost', '[::1]']);
/** What browsers say of a request that the bench's own pages made, or that was typed into the address. */
const OWN = new Set(['same-origin', 'none']);

/**
 * Other pages of the same browser must neither read nor write here: a page from elsewhere names itself in `Origin` or
 * is marked as cross-site, and a name that someone else's server gives this machine stands in `Host`.
 *
 * @param hosts further names that the program may be called by
 */
export function guardVisitors(hosts: readonly string[] = []) {
  const known = new Set([...LOOPBACK, ...hosts]);
  return (request: Request, response: Response, next: NextFunction): void => {
    const host = request.header('host') ?? '';
    if (!known.has(nameOf(host))) return refuse(response, 'The bench is not known by this name');
    if (!request.path.startsWith('/api/')) return next();
    const site = request.header('sec-fetch-site');
    const origin = request.header('origin');
    const isForeign = (site !== undefined && !OWN.has(site)) || (origin !== undefined && hostOf(origin) !== host);
    if (isForeign) return refuse(response, 'Only the bench’s own pages may do that');
    next();
  };
}

const nameOf = (host: string) => host.replace(/:\d+$/, '').toLowerCase();

function hostOf(origin: string): string | null {
  try {
    return new URL(origin).host;
  } catch {
    return null; // "null", as a sandboxed page calls itself
  }
}

function refuse(response: Response, title: string): void {
  response
    .status(403)
    .type('application/problem+json')
    .send(JSON.stringify({ type: 'about:blank', title, status: 403 }));
}
