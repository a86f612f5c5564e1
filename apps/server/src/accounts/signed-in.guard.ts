import { Injectable, type CanActivate, type ExecutionContext } from '@nestjs/common';
import { Reflector } from '@nestjs/core';
import { ProblemException } from '../http/problem';
import { IS_FOR_OWNERS, IS_OPEN } from '../http/who-may';
import { AccountsService } from './accounts.service';
import { isFromHere, tokenOf, type VisitorRequest } from './visitor';

const refused = (status: number, title: string) => new ProblemException({ type: 'about:blank', title, status });

/**
 * Without accounts the bench is for the machine that it runs on. With accounts it is for who is signed in, there too: a
 * proxy on the machine could bring anyone.
 */
@Injectable()
export class SignedInGuard implements CanActivate {
  constructor(
    private readonly accounts: AccountsService,
    private readonly reflector: Reflector,
  ) {}

  async canActivate(context: ExecutionContext): Promise<boolean> {
    const request = context.switchToHttp().getRequest<VisitorRequest>();
    const token = tokenOf(request);
    request.session = token ? await this.accounts.sessionOf(token) : null;
    const says = (what: string) =>
      this.reflector.getAllAndOverride<boolean>(what, [context.getHandler(), context.getClass()]);
    if (says(IS_OPEN)) return true;
    if (!(await this.accounts.hasAccounts())) {
      if (isFromHere(request)) return true;
      throw refused(403, 'Only the bench’s own machine may come in until it has an owner');
    }
    if (!request.session) throw refused(401, 'Sign in first');
    if (says(IS_FOR_OWNERS) && request.session.account.role !== 'owner')
      throw refused(403, 'Only an owner may do that');
    return true;
  }
}
