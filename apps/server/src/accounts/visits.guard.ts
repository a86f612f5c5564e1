import { Injectable, type ExecutionContext } from '@nestjs/common';
import { Throttle, ThrottlerGuard } from '@nestjs/throttler';
import { ProblemException } from '../http/problem';
import type { Request } from 'express';
import { isFromHere } from './visitor';

/** Of one address: fifty readings a second, and none of a machine that tries passwords. */
export const VISITS = [{ name: 'visits', ttl: 60_000, limit: 3000 }];
const TRIES = 10;

const IS_TRIED = 'is-tried';

/** Passwords and invitations may be tried ten times a minute, from this machine too. */
export const TriedSeldom = (): MethodDecorator => (target, key, descriptor) => {
  Throttle({ visits: { ttl: 60_000, limit: TRIES } })(target, key, descriptor);
  Reflect.defineMetadata(IS_TRIED, true, descriptor.value as object);
};

@Injectable()
export class VisitsGuard extends ThrottlerGuard {
  protected override shouldSkip(context: ExecutionContext): Promise<boolean> {
    const isTried = Reflect.getMetadata(IS_TRIED, context.getHandler()) === true;
    return Promise.resolve(!isTried && isFromHere(context.switchToHttp().getRequest<Request>()));
  }

  protected override throwThrottlingException(): Promise<void> {
    throw new ProblemException({
      type: 'about:blank',
      title: 'That was too often: wait a minute, then try again',
      status: 429,
    });
  }
}
