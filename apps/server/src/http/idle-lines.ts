import type { Server } from 'node:http';

/** Longer than whoever asks keeps an idle line: one that closes just as it is used again loses what was sent on it. */
const IDLE_LINE_MS = 65_000;

export function keepIdleLines(server: Pick<Server, 'keepAliveTimeout'>): void {
  server.keepAliveTimeout = IDLE_LINE_MS;
}
