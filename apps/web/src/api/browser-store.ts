/** What must outlive a page, in the browser's own database: a record a write. */
import { createStore, del, get, set, values } from 'idb-keyval';
import type { Write, WriteStore } from './outbox';

/** Where pages of earlier days kept all of them as one list. */
const EARLIER = 'nimble-spruce-outbox';

const place = () => createStore('nimble-spruce', 'writes');
let opened: ReturnType<typeof createStore> | null = null;
const writes = () => (opened ??= place());

export const browserStore: WriteStore = {
  all: async () => {
    await takeOverEarlier();
    return values<Write>(writes());
  },
  put: (write) => set(write.place!, write, writes()),
  remove: (write) => del(write.place!, writes()),
};

async function takeOverEarlier(): Promise<void> {
  const list = await get<Write[]>(EARLIER);
  if (!list) return;
  for (const [i, write] of list.entries()) await browserStore.put({ ...write, place: String(i).padStart(15, '0') });
  await del(EARLIER);
}
