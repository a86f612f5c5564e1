/** Which bench this page shows, and which one answers now: another data folder may have been started on the same port. */
import { freshly } from './client';
import { lastBench, noteBench } from './last-bench';

export const benchNow = async (): Promise<string> => (await freshly('/health')).bench;

/** As the server says when the page opens; away from it, as it was last. */
export async function ownBench(): Promise<string> {
  try {
    const bench = await benchNow();
    noteBench(bench);
    return bench;
  } catch {
    return lastBench();
  }
}
