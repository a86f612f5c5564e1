import type { NextFunction, Request, Response } from 'express';
import { guardDisk } from '../disk-guard';
import { troubleOf } from './troubles';

describe('a fault of the machine', () => {
  it.each([
    [{ name: 'SequelizeDatabaseError', original: { code: '53100' } }, 507, /disk is full/],
    [{ code: 'ENOSPC' }, 507, /disk is full/],
    [{ name: 'SequelizeConnectionRefusedError', original: { code: 'ECONNREFUSED' } }, 503, /started again/],
    [{ name: 'SequelizeDatabaseError', original: { code: '57P01' } }, 503, /started again/],
    [{ name: 'SequelizeDatabaseError', original: { code: '22P05' } }, 400, /can’t be kept/],
  ])('%j is told as what it is', (error, status, words) => {
    expect(troubleOf(error)).toMatchObject({ status, title: expect.stringMatching(words) as string });
  });
  it.each([[new TypeError('x is undefined')], [null], [undefined], ['text'], [{ original: { code: '23505' } }]])(
    'is not %p',
    (error) => expect(troubleOf(error)).toBeNull(),
  );
});

describe('the guard of the disk', () => {
  const MIB = 2 ** 20;
  const ask = async (method: string, path: string, free: number) => {
    const next = jest.fn<void, []>();
    const status = jest.fn<unknown, [number]>();
    const response = { status: (code: number) => (status(code), response), type: () => response, send: jest.fn() };
    const guard = guardDisk('/data', () => Promise.resolve(free));
    await guard({ method, path } as Request, response as unknown as Response, next as NextFunction);
    return next.mock.calls.length > 0 ? 'goes on' : status.mock.calls[0]![0];
  };
  it('lets writes through while there is room, and none before the last of it is gone', async () => {
    expect(await ask('POST', '/api/v1/builds', 101 * MIB)).toBe('goes on');
    expect(await ask('POST', '/api/v1/builds', 99 * MIB)).toBe(507);
    expect(await ask('PATCH', '/api/v1/builds/a', 0)).toBe(507);
  });
  it('never stands in the way of reading and computing', async () => {
    expect(await ask('GET', '/api/v1/builds', 0)).toBe('goes on');
    expect(await ask('POST', '/api/v1/compute/top', 0)).toBe('goes on');
  });
  it('says nothing of a folder that can’t be asked', async () => {
    const next = jest.fn();
    const guard = guardDisk('/data', () => Promise.reject(new Error('gone')));
    await guard({ method: 'POST', path: '/api/v1/builds' } as Request, {} as Response, next);
    expect(next).toHaveBeenCalledTimes(1);
  });
});
