import { leadOrFollow } from './outbox-leader';

interface Holder {
  refuse: (reason: Error) => void;
}
interface Waiting {
  grant: () => void;
}

/** One lock, as browsers have it: granted in turn, or stolen from whoever holds it. */
function oneLock() {
  let holder: Holder | null = null;
  const queue: Waiting[] = [];
  const request = (_: string, { steal = false }: LockOptions, work: () => Promise<unknown>) =>
    new Promise((accept, refuse) => {
      const grant = () => {
        const own: Holder = { refuse };
        holder = own;
        void work().then(accept);
      };
      // Not at once: whoever asks goes on meanwhile.
      queueMicrotask(() => {
        const before = holder;
        if (steal || !holder) grant();
        else queue.push({ grant });
        if (steal) before?.refuse(new Error('stolen'));
      });
    });
  /** The page that holds it is closed. */
  const close = () => {
    holder = null;
    queue.shift()?.grant();
  };
  return { request, close };
}

const page = () => {
  const told: string[] = [];
  return { told, lead: () => Promise.resolve(void told.push('leads')), yield: () => void told.push('yields') };
};
const settle = () => new Promise((resolve) => setTimeout(resolve, 0));
const toFront = () => window.dispatchEvent(new Event('focus'));

describe('the page that sends', () => {
  const useLocks = (locks: object | undefined) =>
    Object.defineProperty(navigator, 'locks', { value: locks, configurable: true });
  afterEach(() => useLocks(undefined));

  it('is any page where the browser knows no locks', () => {
    useLocks(undefined);
    const only = page();
    leadOrFollow(only);
    expect(only.told).toEqual(['leads']);
  });
  it('is the one that holds the lock; another follows when it is closed', async () => {
    const lock = oneLock();
    useLocks(lock);
    const [first, second] = [page(), page()];
    leadOrFollow(first);
    leadOrFollow(second);
    await settle();
    expect([first.told, second.told]).toEqual([['leads'], []]);
    lock.close();
    await settle();
    expect(second.told).toEqual(['leads']);
  });
  it('goes on sending where it comes to the front while it has just asked: it takes the lock from itself', async () => {
    useLocks(oneLock());
    const only = page();
    leadOrFollow(only);
    toFront();
    await settle();
    expect(only.told.at(-1)).toBe('leads');
  });
  it('is the one that comes to the front, and the other waits for its turn again', async () => {
    const lock = oneLock();
    useLocks(lock);
    const first = page();
    leadOrFollow(first);
    await settle();
    const second = page();
    leadOrFollow(second);
    toFront(); // the first leads already: only the second asks
    await settle();
    expect([first.told, second.told]).toEqual([['leads', 'yields'], ['leads']]);
    // The second page is closed; its own place in the queue goes with it.
    lock.close();
    lock.close();
    await settle();
    expect(first.told.at(-1)).toBe('leads');
  });
});
