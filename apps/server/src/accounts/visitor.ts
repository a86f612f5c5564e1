/** Who a request is of, as the guard found it. */
import { createParamDecorator, type ExecutionContext } from '@nestjs/common';
import type { Request, Response } from 'express';
import { SESSION_MS, type NewSession } from './accounts.service';
import type { SignedInView } from './accounts.view';
import type { Session } from './session.model';

const COOKIE = 'nimble_spruce_session';

export interface VisitorRequest extends Request {
  session?: Session | null;
}

/** The device that the request comes from; null where nobody is signed in. */
export const SignedIn = createParamDecorator(
  (_: unknown, context: ExecutionContext) => context.switchToHttp().getRequest<VisitorRequest>().session ?? null,
);

export const tokenOf = ({ cookies }: Request): string | null =>
  (cookies as Record<string, string> | undefined)?.[COOKIE] ?? null;

/** Scripts can't read it, other pages can't send it. */
export function keepSignedIn(request: Request, response: Response, { token }: NewSession): void {
  const { secure } = request;
  response.cookie(COOKIE, token, { httpOnly: true, sameSite: 'strict', secure, maxAge: SESSION_MS, path: '/api' });
}

export function forgetSession(response: Response): void {
  response.clearCookie(COOKIE, { path: '/api' });
}

const LOOPBACK = /^(::ffff:)?127\.|^::1$/;

/** From this machine itself, not by way of a proxy on it. */
export const isFromHere = ({ ip, socket }: Request): boolean =>
  LOOPBACK.test(socket.remoteAddress ?? '') && LOOPBACK.test(ip ?? '');

export const signedInView = ({ id, shared, account }: Session): SignedInView => ({
  account: account.id,
  session: id,
  name: account.person.name,
  role: account.role,
  shared,
});

const BROWSERS = ['Edg', 'OPR', 'Firefox', 'Chrome', 'Safari'] as const;
const SAID: Partial<Record<string, string>> = { Edg: 'Edge', OPR: 'Opera' };
const SYSTEMS = ['iPad', 'iPhone', 'Android', 'Windows', 'Macintosh', 'CrOS', 'Linux'] as const;

/** "Chrome on Android": enough to tell one device from another. */
export function deviceOf(request: Request): string {
  const agent = request.header('user-agent') ?? '';
  const browser = BROWSERS.find((name) => agent.includes(name));
  const system = SYSTEMS.find((name) => agent.includes(name));
  if (!browser) return agent.slice(0, 80) || 'a program';
  return `${SAID[browser] ?? browser}${system ? ` on ${system === 'Macintosh' ? 'Mac' : system}` : ''}`;
}
