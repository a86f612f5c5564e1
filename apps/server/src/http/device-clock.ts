/**
 * Devices have clocks of their own. Each request that writes says what time it is there; moments in it are put into the
 * server's time, so that what several devices did stands in the order in which it was done, also what was sent hours
 * later.
 */
import { AsyncLocalStorage } from 'node:async_hooks';
import type { NextFunction, Request, Response } from 'express';

const DEVICE_TIME = 'x-device-time';
/** Less than this is the way through the network [ms]. */
const WORTH_MS = 2000;
/** A clock that is more than so far off was set wrong for good: such moments are refused, not mended [ms]. */
const MOST_MS = 86_400_000;

const offs = new AsyncLocalStorage<number | null>();

/** By how much the device's clock is behind the server's [ms]; null where it is right, or does not say. */
export function offOf(said: string | undefined, now = Date.now()): number | null {
  const off = now - Date.parse(said ?? '');
  return Math.abs(off) > WORTH_MS && Math.abs(off) <= MOST_MS ? off : null;
}

export function readDeviceClock(request: Request, _: Response, next: NextFunction): void {
  offs.run(offOf(request.header(DEVICE_TIME)), next);
}

/** What was added to the moments of this request [ms]; kept beside them, null for nothing. */
export const deviceOff = (): number | null => offs.getStore() ?? null;

/** A moment as the device wrote it, by the server's clock. */
export function inServerTime(value: unknown): unknown {
  const off = deviceOff();
  const at = typeof value === 'string' ? Date.parse(value) : NaN;
  return off === null || Number.isNaN(at) ? value : new Date(at + off).toISOString();
}
