/** Reads one table of readings after another off the server's own thread. */
import { importReadings } from '@nimble/core/formats';
import { isWood } from '@nimble/core/outline';
import { parentPort } from 'node:worker_threads';
import type { ReadingTable } from './reading-tables';

parentPort?.on('message', ({ text, stations, units, shape }: ReadingTable) =>
  parentPort?.postMessage(importReadings(text, stations, units, (x, y) => isWood(shape, x, y))),
);
