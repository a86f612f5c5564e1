/** Errors as problem+json (RFC 9457), with the path of every field that is wrong. */
import { HttpException } from '@nestjs/common';
import { InvalidInput } from '@nimble/core/base';
import type { Slip } from '@nimble/core/wood';
import type { ValidationError } from 'class-validator';

export interface FieldError {
  field: string;
  message: string;
}

export interface Problem {
  type: string;
  title: string;
  status: number;
  detail?: string;
  errors?: FieldError[];
  /** What is asked about before anything is kept. */
  doubt?: Doubt;
}

export interface Doubt {
  message: string;
  slip: Slip | null;
}

export class ProblemException extends HttpException {
  constructor(readonly problem: Problem) {
    super(problem, problem.status);
  }
}

export function invalid(errors: FieldError[], title = 'Some fields can’t be right'): ProblemException {
  return new ProblemException({ type: 'about:blank', title, status: 400, detail: errors[0]?.message, errors });
}

export function notFound(what: string): ProblemException {
  return new ProblemException({ type: 'about:blank', title: `There is no such ${what}`, status: 404 });
}

export function conflict(field: string, message: string): ProblemException {
  return new ProblemException({ type: 'about:blank', title: message, status: 409, errors: [{ field, message }] });
}

/** 409 for what can hardly be: nothing is kept until it is sent again without being asked about. */
export function doubtful({ message, slip }: Doubt): ProblemException {
  const errors = [{ field: 'doubt', message }];
  const title = 'Is it right? Nothing was kept yet';
  return new ProblemException({ type: 'about:blank', title, status: 409, errors, doubt: { message, slip } });
}

/** The core names its field relative to what it was given; `under` puts it where the client sent it. */
export function refusedByCore(error: InvalidInput, under = ''): ProblemException {
  const field = under ? error.under(under).field : error.field;
  return invalid([{ field, message: error.reason }], `${field} ${error.reason}`);
}

/** Runs a computation; what the core refuses becomes a 400 that names the field. */
export function refusing<T>(under: string, compute: () => T): T {
  try {
    return compute();
  } catch (error) {
    throw error instanceof InvalidInput ? refusedByCore(error, under) : error;
  }
}

/** class-validator's tree as flat paths: `readings[3].thickness`. */
export function flattenErrors(errors: readonly ValidationError[], path = ''): FieldError[] {
  return errors.flatMap((error) => {
    const field = /^\d+$/.test(error.property)
      ? `${path}[${error.property}]`
      : path
        ? `${path}.${error.property}`
        : error.property;
    const own = Object.values(error.constraints ?? {}).map((message) => ({ field, message }));
    return [...own, ...flattenErrors(error.children ?? [], field)];
  });
}
