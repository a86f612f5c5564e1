import { createHash } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import sums from './sums.json';

/** Folders in the world have been through them as they were: what must become otherwise is a step of its own. */
describe('steps of the database that have landed', () => {
  const files = readdirSync(__dirname).filter((name) => /^\d{4}-.*\.ts$/.test(name));
  const sumOf = (name: string) =>
    createHash('sha256')
      .update(readFileSync(join(__dirname, name)))
      .digest('hex');

  it('are each named with their sum', () => expect(Object.keys(sums).sort()).toEqual(files.sort()));
  it.each(Object.entries(sums))('%s is as it landed', (name, sum) => expect(sumOf(name)).toBe(sum));
});
