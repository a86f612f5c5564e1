import type { NextFunction, Request, Response } from 'express';
import { statfs } from 'node:fs/promises';
import { diskFull } from './problem/troubles';

/** So much must stay free, or the database itself could not write what it has promised [bytes]. */
const LEAST_FREE = 100 * 2 ** 20;
const LOOK_EVERY_MS = 3000;
const READS = new Set(['GET', 'HEAD', 'OPTIONS']);

/**
 * Refuses writes before the disk is full. Computing writes nothing and goes on.
 *
 * @param freeIn bytes free for the program's user on the disk of a folder
 */
export function guardDisk(folder: string, freeIn = freeBytes) {
  let looked = -Infinity;
  let isFull = false;
  const look = async () => {
    if (Date.now() - looked < LOOK_EVERY_MS) return isFull;
    looked = Date.now();
    // A folder that can't be asked says nothing of its disk.
    isFull = (await freeIn(folder).catch(() => Infinity)) < LEAST_FREE;
    return isFull;
  };
  return async ({ method, path }: Request, response: Response, next: NextFunction): Promise<void> => {
    if (READS.has(method) || path.startsWith('/api/v1/compute') || !(await look())) return next();
    const problem = diskFull();
    response.status(problem.status).type('application/problem+json').send(JSON.stringify(problem));
  };
}

async function freeBytes(folder: string): Promise<number> {
  const { bavail, bsize } = await statfs(folder);
  return bavail * bsize;
}
