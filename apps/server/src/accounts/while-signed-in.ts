import { Injectable, type CallHandler, type ExecutionContext, type NestInterceptor } from '@nestjs/common';
import { SSE_METADATA } from '@nestjs/common/constants';
import { Reflector } from '@nestjs/core';
import { concatMap, filter, interval, takeUntil, type Observable } from 'rxjs';
import { AccountsService } from './accounts.service';
import type { VisitorRequest } from './visitor';

const LOOK_EVERY_MS = 2000;

/**
 * A guard asks who comes in once, and a stream goes on: it ends soon after its device was signed out, from wherever.
 * While the database is away nobody is known to be out.
 */
@Injectable()
export class WhileSignedIn implements NestInterceptor {
  constructor(
    private readonly accounts: AccountsService,
    private readonly reflector: Reflector,
  ) {}

  intercept(context: ExecutionContext, next: CallHandler): Observable<unknown> {
    if (!this.reflector.get<boolean>(SSE_METADATA, context.getHandler())) return next.handle();
    const { session } = context.switchToHttp().getRequest<VisitorRequest>();
    const isOut = interval(LOOK_EVERY_MS).pipe(
      concatMap(() => this.accounts.mayStay(session ?? null).catch(() => true)),
      filter((stays) => !stays),
    );
    return next.handle().pipe(takeUntil(isOut));
  }
}
