/** While a page shows what its device saw last, it asks now and then whether the server is back. */
import type { QueryClient } from '@tanstack/react-query';
import { isAway } from './away';
import { freshly } from './client';

const ASK_EVERY_MS = 3000;

export function lookWhenBack(client: QueryClient): void {
  setInterval(() => {
    if (!isAway()) return;
    // Whatever answers is asked for all that is shown; while nobody does, it stays as it is.
    freshly('/health').then(
      () => client.invalidateQueries(),
      () => undefined,
    );
  }, ASK_EVERY_MS);
}
