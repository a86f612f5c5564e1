import type { NextFunction, Request, Response } from 'express';

/** Deeper than anything that is sent here, shallow enough for whatever reads it. */
const MOST = 40;

/** Refuses bodies that are nested beyond reason before anything goes through them. */
export function guardDepth(request: Request, response: Response, next: NextFunction): void {
  if (!isDeeperThan(request.body, MOST)) return next();
  const title = `The body is nested deeper than ${MOST} levels`;
  response
    .status(400)
    .type('application/problem+json')
    .send(JSON.stringify({ type: 'about:blank', title, status: 400 }));
}

/** Level by level: a depth that would break a recursion is what it looks for. */
export function isDeeperThan(body: unknown, most: number): boolean {
  let level: object[] = isBranch(body) ? [body] : [];
  for (let depth = 0; level.length > 0; depth++) {
    if (depth >= most) return true;
    level = level.flatMap((node) => Object.values(node).filter(isBranch));
  }
  return false;
}

const isBranch = (value: unknown): value is object => typeof value === 'object' && value !== null;
