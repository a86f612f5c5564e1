/** What the home page loads before it can be used: its scripts and all they import at once, gzipped. */
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';

const ASSETS = join(__dirname, '..', 'apps', 'web', 'dist', 'assets');
/** The entry and the page that it opens at "/". */
const FIRST = [/^index-.*\.js$/, /^BenchPage-.*\.js$/];
export const PAGE_BUDGET_KB = 300;

export function homePageKilobytes(): number {
  const wanted = readdirSync(ASSETS).filter((name) => FIRST.some((pattern) => pattern.test(name)));
  const loaded = new Set<string>();
  for (let name = wanted.pop(); name; name = wanted.pop()) {
    if (loaded.has(name)) continue;
    loaded.add(name);
    const imports = readFileSync(join(ASSETS, name), 'utf8').matchAll(/(?:from|import)\s*"\.\/([\w.-]+\.js)"/g);
    wanted.push(...[...imports].map((match) => match[1]));
  }
  const bytes = [...loaded].map((name) => gzipSync(readFileSync(join(ASSETS, name))).length);
  return bytes.reduce((sum, size) => sum + size, 0) / 1000;
}
