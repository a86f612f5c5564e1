/** Of all pages of this browser one sends: the one that holds the lock, which a page takes when it comes to the front. */
import type { Outbox } from './outbox';

const LOCK = 'nimble-spruce-sender';

export function leadOrFollow(outbox: Pick<Outbox, 'lead' | 'yield'>): void {
  // An old browser has no locks: there each page sends for itself, and what is sent twice changes nothing.
  if (!navigator.locks) return void outbox.lead();
  /** The request of this page by which it holds the lock: it may take the lock from itself. */
  let holding: symbol | null = null;
  let isQueued = false;
  const ask = (options: LockOptions): void => {
    const own = Symbol();
    isQueued ||= !options.steal;
    const held = navigator.locks.request(LOCK, options, async () => {
      if (!options.steal) isQueued = false;
      holding = own;
      await outbox.lead();
      await new Promise(() => undefined); // until the page closes, or another one takes it
    });
    held.catch(() => {
      if (holding !== own) return;
      holding = null;
      outbox.yield();
      if (!isQueued) ask({});
    });
  };
  ask({});
  const toFront = () => {
    if (document.visibilityState === 'visible' && holding === null) ask({ steal: true });
  };
  // A page that lies behind others may be slowed down.
  document.addEventListener('visibilitychange', toFront);
  window.addEventListener('focus', toFront);
}
