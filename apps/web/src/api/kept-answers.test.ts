import { isAway } from './away';
import { get, Refused, Unreachable } from './client';
import { keepAnswer, keptAnswer, tidyAnswers } from './kept-answers';

const answering = (answer: () => Promise<object>) => {
  window.fetch = (() =>
    answer().then((body) => ({ ok: true, headers: new Headers(), json: () => Promise.resolve(body) }))) as never;
};
const build = { id: 'a', name: 'Dipper' };

describe('what this device saw', () => {
  it('is shown away from the server, until that answers again', async () => {
    answering(() => Promise.resolve(build));
    expect(await get('/builds/{id}', { id: 'a' })).toEqual(build);
    expect(isAway()).toBe(false);
    answering(() => Promise.reject(new TypeError('no route')));
    expect(await get('/builds/{id}', { id: 'a' })).toEqual(build);
    expect(isAway()).toBe(true);
    answering(() => Promise.resolve({ ...build, name: 'Dunlin' }));
    expect(await get('/builds/{id}', { id: 'a' })).toMatchObject({ name: 'Dunlin' });
    expect(isAway()).toBe(false);
  });
  it('is nothing where it was never seen', async () => {
    answering(() => Promise.reject(new TypeError('no route')));
    await expect(get('/builds/{id}', { id: 'never' })).rejects.toBeInstanceOf(Unreachable);
  });
  it('never stands in for what the server refuses', async () => {
    answering(() => Promise.resolve(build));
    await get('/builds/{id}', { id: 'a' });
    window.fetch = (() =>
      Promise.resolve({
        ok: false,
        status: 404,
        headers: new Headers(),
        json: () => Promise.resolve({ title: 'There is no such build' }),
      })) as never;
    await expect(get('/builds/{id}', { id: 'a' })).rejects.toBeInstanceOf(Refused);
  });
  it('is of its own bench', async () => {
    keepAnswer('/builds/b', build);
    localStorage.setItem('nimble-spruce-bench', 'another');
    expect(await keptAnswer('/builds/b')).toBeNull();
    localStorage.removeItem('nimble-spruce-bench');
    expect((await keptAnswer('/builds/b'))?.answer).toEqual(build);
  });
  it('is no hoard: what is very long is not kept, and the oldest go', async () => {
    keepAnswer('/long', 'x'.repeat(3_000_001));
    expect(await keptAnswer('/long')).toBeNull();
    jest.useFakeTimers();
    for (let i = 0; i < 410; i++) {
      jest.setSystemTime(1e12 + i * 1000);
      keepAnswer(`/builds/${i}`, { i });
    }
    jest.useRealTimers();
    keepAnswer('/newest', build);
    await tidyAnswers();
    expect(await keptAnswer('/builds/0')).toBeNull();
    expect(await keptAnswer('/builds/409')).not.toBeNull();
    expect(await keptAnswer('/newest')).not.toBeNull();
  });
});
