import type { NextFunction, Request, Response } from 'express';
import { deviceOff, inServerTime, offOf, readDeviceClock } from './device-clock';

const NOW = Date.parse('2026-12-01T12:00:00Z');
const said = (ms: number) => new Date(NOW + ms).toISOString();

describe('a device’s clock', () => {
  it.each([
    ['right', 0, null],
    ['late by the way through the network', -1500, null],
    ['ten minutes slow', -600_000, 600_000],
    ['ten minutes fast', 600_000, -600_000],
    ['set wrong by years', -4e10, null],
  ])('%s', (_, ms, off) => expect(offOf(said(ms), NOW)).toBe(off));

  it('that is not told, or nonsense, changes nothing', () => {
    expect(offOf(undefined, NOW)).toBeNull();
    expect(offOf('noon', NOW)).toBeNull();
    expect(inServerTime('2026-12-01T12:00:00Z')).toBe('2026-12-01T12:00:00Z');
  });

  it('that is slow has its moments put into the server’s time, of this request alone', () => {
    const slow = new Date(Date.now() - 600_000).toISOString();
    const request = { header: () => slow } as unknown as Request;
    readDeviceClock(
      request,
      {} as Response,
      (() => {
        expect(deviceOff()! / 1000).toBeCloseTo(600, 0);
        const moved = inServerTime('2026-12-01T12:00:00.000Z') as string;
        expect((Date.parse(moved) - NOW) / 1000).toBeCloseTo(600, 0);
        expect(inServerTime(undefined)).toBeUndefined();
      }) as NextFunction,
    );
    expect(deviceOff()).toBeNull();
  });
});
