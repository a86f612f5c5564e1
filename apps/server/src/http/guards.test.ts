import type { NextFunction, Request, Response } from 'express';
import { guardBench } from './bench-guard';
import { isDeeperThan } from './depth-guard';
import { notLater } from './is-past';
import { guardVisitors } from './visitor-guard';

describe('the guard of visitors', () => {
  const ask = (headers: Record<string, string>, path = '/api/v1/builds', hosts?: string[]) => {
    const next = jest.fn<void, []>();
    const response = { status: () => response, type: () => response, send: () => response };
    const request = { path, header: (name: string) => headers[name] } as unknown as Request;
    guardVisitors(hosts)(request, response as unknown as Response, next as NextFunction);
    return next.mock.calls.length === 1;
  };
  const host = '127.0.0.1:4310';

  it.each([
    ['its own pages', { host, origin: 'http://127.0.0.1:4310', 'sec-fetch-site': 'same-origin' }],
    ['an address that was typed', { host, 'sec-fetch-site': 'none' }],
    ['a program that is no browser', { host }],
    ['its own name for itself', { host: 'localhost:4310', origin: 'http://localhost:4310' }],
  ])('lets in %s', (_, headers) => expect(ask(headers)).toBe(true));
  it.each([
    ['a page of another site', { host, origin: 'https://elsewhere.example', 'sec-fetch-site': 'cross-site' }],
    ['a page of another port', { host, origin: 'http://127.0.0.1:8080', 'sec-fetch-site': 'same-site' }],
    ['a sandboxed page', { host, origin: 'null' }],
    ['a form of another site, which names no origin', { host, 'sec-fetch-site': 'cross-site' }],
    ['a name that another server gives this machine', { host: 'bench.elsewhere.example:4310' }],
    ['no name at all', {}],
  ])('keeps out %s', (_, headers) => expect(ask(headers)).toBe(false));
  it('lets links lead to its pages, but not under a foreign name', () => {
    expect(ask({ host, 'sec-fetch-site': 'cross-site' }, '/builds/a')).toBe(true);
    expect(ask({ host: 'elsewhere.example' }, '/builds/a')).toBe(false);
  });
  it('knows the names that it is told', () =>
    expect(ask({ host: 'shop.local:4310' }, '/api/v1/builds', ['shop.local'])).toBe(true));
});

describe('the guard of the bench', () => {
  const ask = async (bench: () => Promise<string>, meant?: string) => {
    const next = jest.fn<void, []>();
    const status = jest.fn<void, [number]>();
    const response = { status: (code: number) => (status(code), response), type: () => response, send: () => response };
    const request = { header: () => meant } as unknown as Request;
    await guardBench(bench)(request, response as unknown as Response, next as NextFunction);
    return next.mock.calls.length === 1 ? 'goes on' : status.mock.calls[0]![0];
  };
  it('lets through what is for this bench or names none, and turns away what is for another', async () => {
    const bench = () => Promise.resolve('ours');
    expect([await ask(bench, 'ours'), await ask(bench), await ask(bench, 'theirs')]).toEqual([
      'goes on',
      'goes on',
      421,
    ]);
  });
  it('leaves it to the record while its database is away', async () => {
    expect(await ask(() => Promise.reject(new Error('away')), 'ours')).toBe('goes on');
  });
});

describe('the guard of depth', () => {
  const nested = (levels: number): unknown => (levels === 0 ? 1 : [nested(levels - 1)]);
  it.each([
    [39, false],
    [40, false],
    [41, true],
    [2000, true],
  ])('%d levels', (levels, isToo) => expect(isDeeperThan(nested(levels), 40)).toBe(isToo));
  it('takes what is no tree at all', () =>
    expect([isDeeperThan(undefined, 1), isDeeperThan('x', 1)]).toEqual([false, false]));
});

describe('a moment by a device’s clock', () => {
  const now = Date.UTC(2026, 10, 2, 8);
  it('is of now where that clock is fast, as it says where it is not, and as it says where that is absurd', () => {
    expect(notLater('2026-11-02T09:00:00.000Z', now)).toBe('2026-11-02T08:00:00.000Z');
    expect(notLater('2026-11-02T07:00:00.000Z', now)).toBe('2026-11-02T07:00:00.000Z');
    expect(notLater('2199-01-01T00:00:00.000Z', now)).toBe('2199-01-01T00:00:00.000Z');
    expect(notLater(7, now)).toBe(7);
  });
});
