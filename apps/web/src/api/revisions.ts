/** The revision at which this page last saw each document: a change says which one it was made upon. */
const seen = new Map<string, number>();

export function noteRevision(path: string, etag: string | null): void {
  const revision = /^"(\d+)"$/.exec(etag ?? '')?.[1];
  // An answer that was long under way may be older than what this page has seen since.
  if (revision !== undefined) seen.set(path, Math.max(Number(revision), seen.get(path) ?? 0));
}

export const revisionSeen = (path: string): number | undefined => seen.get(path);
