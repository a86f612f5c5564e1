import type { QueryClient } from '@tanstack/react-query';
import { expectEcho, hearChanges } from './changes';
import { keys } from './keys';

class Line {
  static last: Line;
  static readonly CLOSED = 2;
  onopen = () => undefined as void;
  onerror = () => undefined as void;
  onmessage = (_: { data: string }) => undefined as void;
  readyState = 1;
  constructor() {
    Line.last = this;
  }
}
const tell = (of: string) => Line.last.onmessage({ data: JSON.stringify({ of }) });

interface Asked {
  predicate?: (query: { queryKey: readonly unknown[] }) => boolean;
}

describe('what others change', () => {
  const asked: Asked[] = [];
  const isAsked = (queryKey: readonly unknown[]) =>
    asked.some(({ predicate }) => !predicate || predicate({ queryKey }));

  beforeAll(() => {
    jest.useFakeTimers();
    Object.assign(globalThis, {
      EventSource: Line,
      BroadcastChannel: class {
        postMessage = () => undefined;
      },
    });
    Object.defineProperty(navigator, 'locks', {
      value: { request: (_: string, work: () => Promise<void>) => work() },
      configurable: true,
    });
    hearChanges({ invalidateQueries: (filter: Asked) => asked.push(filter) } as unknown as QueryClient);
  });
  beforeEach(() => {
    jest.advanceTimersByTime(60_000);
    asked.length = 0;
  });
  afterAll(() => jest.useRealTimers());

  it('of a build is asked for again, with the list of builds, and nothing else', () => {
    for (let i = 0; i < 20; i++) tell('b1');
    jest.advanceTimersByTime(1000);
    expect(asked).toHaveLength(1); // once, however much came together
    expect(isAsked(keys.survey('b1', 's'))).toBe(true);
    expect(isAsked(keys.buildList(false))).toBe(true);
    expect(isAsked(keys.build('b2'))).toBe(false);
    expect(isAsked(keys.workshop)).toBe(false);
  });
  it('of rack and workshop leaves the builds alone', () => {
    tell('bench');
    jest.advanceTimersByTime(1000);
    expect(isAsked(keys.workshop)).toBe(true);
    expect(isAsked(keys.build('b1'))).toBe(false);
    expect(isAsked(keys.signIn)).toBe(false);
  });
  it('by this page itself comes back as an echo that it does not ask for, and the next is somebody else’s', () => {
    expectEcho('b1');
    tell('b1');
    jest.advanceTimersByTime(1000);
    expect(asked).toHaveLength(0);
    tell('b1');
    jest.advanceTimersByTime(1000);
    expect(isAsked(keys.build('b1'))).toBe(true);
  });
  it('while nobody listened is not known: all is asked for', () => {
    Line.last.onerror();
    Line.last.onopen();
    jest.advanceTimersByTime(1000);
    expect(isAsked(keys.build('b1')) && isAsked(keys.workshop)).toBe(true);
  });
  it('is listened for again after the door was shut', () => {
    const shut = Line.last;
    shut.readyState = Line.CLOSED;
    shut.onerror();
    jest.advanceTimersByTime(15_000);
    expect(Line.last).not.toBe(shut);
  });
});
