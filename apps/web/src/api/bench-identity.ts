/** Which bench this page shows, and which one answers now: another data folder may have been started on the same port. */
import { get } from './client';

const PLACE = 'nimble-spruce-bench';

export const benchNow = async (): Promise<string> => (await get('/health')).bench;

/** As the server says when the page opens; away from it, as it was last. */
export async function ownBench(): Promise<string> {
  try {
    const bench = await benchNow();
    localStorage.setItem(PLACE, bench);
    return bench;
  } catch {
    return localStorage.getItem(PLACE) ?? '';
  }
}
