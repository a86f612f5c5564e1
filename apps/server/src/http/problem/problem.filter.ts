import { Catch, HttpException, Logger, type ArgumentsHost, type ExceptionFilter } from '@nestjs/common';
import { InvalidInput } from '@nimble/core/base';
import type { Response } from 'express';
import { ProblemException, refusedByCore, type Problem } from './problem';
import { troubleOf } from './troubles';

/** Body-parser and database errors carry what happened in these. */
interface ForeignError {
  status?: number;
  type?: string;
  name?: string;
}

/** Every error leaves as problem+json; what nobody expected is logged whole and told in general words. */
@Catch()
export class ProblemFilter implements ExceptionFilter {
  private readonly logger = new Logger('problem');

  catch(error: unknown, host: ArgumentsHost): void {
    const response = host.switchToHttp().getResponse<Response>();
    const problem = this.toProblem(error);
    if (problem.status >= 500) this.logger.error(error instanceof Error ? error.stack : String(error));
    if (response.headersSent) {
      response.end();
      return;
    }
    response.status(problem.status).type('application/problem+json').send(JSON.stringify(problem));
  }

  private toProblem(error: unknown): Problem {
    if (error instanceof ProblemException) return error.problem;
    if (error instanceof InvalidInput) return refusedByCore(error).problem;
    if (error instanceof HttpException) {
      return { type: 'about:blank', title: error.message, status: error.getStatus() };
    }
    const foreign = error as ForeignError;
    if (foreign.type === 'entity.too.large') {
      return { type: 'about:blank', title: 'The upload is too large: at most 2 MB', status: 413 };
    }
    if (foreign.type === 'entity.parse.failed')
      return { type: 'about:blank', title: 'The body is not valid JSON', status: 400 };
    if (foreign.status && foreign.status >= 400 && foreign.status < 500) {
      return { type: 'about:blank', title: 'The request can’t be read', status: foreign.status };
    }
    const trouble = troubleOf(error);
    if (trouble) return trouble;
    return { type: 'about:blank', title: 'Something went wrong here; nothing was stored. Try again.', status: 500 };
  }
}
