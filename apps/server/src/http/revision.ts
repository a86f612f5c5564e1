/**
 * Revisions of what several pages may change at once: an answer carries one as its `ETag`, a change names the one it
 * was made upon as `If-Match`.
 */
import { createParamDecorator, type ExecutionContext } from '@nestjs/common';
import type { Request, Response } from 'express';
import { isDeepStrictEqual } from 'node:util';
import { invalid, ProblemException } from './problem';

/** The revision that `If-Match` names; null where the client names none and takes what comes. */
export const BasedOn = createParamDecorator((_: unknown, context: ExecutionContext): number | null => {
  const header = context.switchToHttp().getRequest<Request>().headers['if-match'];
  if (header === undefined || header === '*') return null;
  const revision = /^"(\d{1,9})"$/.exec(header)?.[1];
  if (revision === undefined) throw invalid([{ field: 'If-Match', message: 'must be a revision in quotes, like "3"' }]);
  return Number(revision);
});

export function tellRevision(response: Response, revision: number): void {
  response.setHeader('ETag', `"${revision}"`);
  // The count tells changes apart, not answers: a browser must not take an older answer of the same count for this one.
  response.setHeader('Cache-Control', 'no-store');
}

/** 412: what the change was made upon is no longer what stands. Names the fields that another change touched. */
export function changedMeanwhile(fields: readonly string[]): ProblemException {
  const errors = fields.map((field) => ({ field, message: 'was changed meanwhile' }));
  return new ProblemException({ type: 'about:blank', title: 'It was changed meanwhile', status: 412, errors });
}

/** Alike as JSON: what is sent a second time after a lost answer is no other change. */
export const sameJson = (a: unknown, b: unknown): boolean => isDeepStrictEqual(plain(a), plain(b));

const plain = (value: unknown): unknown => (value === undefined ? null : JSON.parse(JSON.stringify(value)));
