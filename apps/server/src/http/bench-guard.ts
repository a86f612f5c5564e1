import type { NextFunction, Request, Response } from 'express';

/** What was written for one bench must not land on another that was started in its place. */
const BENCH_HEADER = 'x-bench';
const MISDIRECTED = 421;

/** Lets through what names this bench, or none. @param bench says which this is */
export function guardBench(bench: () => Promise<string>) {
  let own: string | null = null;
  return async (request: Request, response: Response, next: NextFunction): Promise<void> => {
    const meant = request.header(BENCH_HEADER);
    if (!meant) return next();
    // Away from its database the bench can't say who it is, and takes nothing either.
    own ??= await bench().catch(() => null);
    if (own === null || meant === own) return next();
    const title = 'This is another bench than the one that it was written for: nothing was kept here.';
    response
      .status(MISDIRECTED)
      .type('application/problem+json')
      .send(JSON.stringify({ type: 'about:blank', title, status: MISDIRECTED }));
  };
}
