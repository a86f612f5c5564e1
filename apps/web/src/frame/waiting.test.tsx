import { act, fireEvent, screen } from '@testing-library/react';
import { outbox } from '../api/bench-outbox';
import type { Write } from '../api/outbox';
import { open } from '../test/test-bench';
import { Waiting } from './Waiting';

/** A server that answers each write as told; it knows who it is. */
function answering(answer: () => { status: number; body: object } | 'away') {
  window.fetch = ((path: string) => {
    if (path.endsWith('/health')) return ok({ status: 'ok', bench: 'ours', demo: null });
    const said = answer();
    if (said === 'away') return Promise.reject(new TypeError('no route'));
    return said.status < 300 ? ok(said.body) : answerOf(said.status, said.body);
  }) as unknown as typeof fetch;
}
const answerOf = (status: number, body: object) =>
  Promise.resolve({ ok: status < 300, status, headers: new Headers(), json: () => Promise.resolve(body) });
const ok = (body: object) => answerOf(200, body);
const write = (label: string, body: object = {}): Write => ({
  id: crypto.randomUUID(),
  method: 'POST',
  path: '/builds/b/x',
  body,
  buildId: 'b',
  label,
});
const pass = (ms: number) => act(() => jest.advanceTimersByTimeAsync(ms));

beforeEach(async () => {
  jest.useFakeTimers();
  answering(() => ({ status: 200, body: {} }));
  await outbox.open({ sent: () => undefined, refused: () => undefined });
  await outbox.lead();
});
afterEach(() => jest.useRealTimers());

describe('what waits', () => {
  it('is told of at once where nobody answers, after some seconds whatever the reason, and then no more', async () => {
    let said: ReturnType<Parameters<typeof answering>[0]> = 'away';
    answering(() => said);
    open(<Waiting />);
    act(() => outbox.add(write('the reading')));
    await pass(10);
    expect(screen.getByRole('status')).toHaveTextContent(
      'The server can’t be reached. One entry is kept on this device and will be sent.',
    );
    said = { status: 507, body: { title: 'The disk is full.' } };
    await pass(20_000);
    expect(screen.getByRole('status')).toHaveTextContent('The disk is full. One entry is kept on this device');
    said = { status: 200, body: {} };
    fireEvent.click(screen.getByRole('button', { name: 'Try now' }));
    await pass(10);
    expect(screen.queryByRole('status')).toBeNull();
  });
  it('and was refused stays until it is mended, sent again or thrown away', async () => {
    const taken: unknown[] = [];
    const errors = [{ field: 'depth', message: 'must be above nothing' }];
    answering(() => ({ status: 400, body: { title: 'Some fields can’t be right', errors } }));
    open(<Waiting />);
    act(() => {
      outbox.add(write('the shaving', { depth: -1 }));
      outbox.add(write('the weight', { depth: -2 }));
    });
    await pass(10);
    expect(screen.getByRole('status')).toHaveTextContent('The server did not take 2 entries: they are kept here.');
    fireEvent.click(screen.getByRole('button', { name: 'Look at it' }));
    expect(screen.getByText('The shaving')).toBeVisible();
    expect(screen.getAllByText('must be above nothing')).toHaveLength(2);
    fireEvent.click(screen.getAllByRole('button', { name: 'Throw it away' })[1]!);
    await pass(10);
    expect(screen.queryByText('The weight')).toBeNull();
    const before = window.fetch.bind(window);
    window.fetch = ((path: string, init?: RequestInit) => {
      if (init?.body) taken.push(JSON.parse(init.body as string));
      return path.endsWith('/health') ? before(path) : ok({});
    }) as typeof window.fetch;
    fireEvent.click(screen.getByRole('button', { name: 'Mend it' }));
    fireEvent.change(screen.getByLabelText('Depth'), { target: { value: '0.0001' } });
    fireEvent.click(screen.getByRole('button', { name: 'Send it so' }));
    await pass(10);
    expect(taken).toEqual([{ depth: 1e-4 }]);
    expect(screen.queryByRole('status')).toBeNull();
  });
});
