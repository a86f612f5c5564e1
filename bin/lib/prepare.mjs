/**
 * What a fresh machine lacks: the right Node.js, the modules of the lock, and Debian packages. Never asks a question.
 */
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { run, ROOT } from './run.mjs';
import { say, Stop } from './say.mjs';

export function checkNode() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 19)) {
    throw new Stop(`Node.js 20.19 or newer is needed; this is ${process.versions.node}.`);
  }
}

/** `npm ci` when the lock is not the one that was installed last. */
export async function ensureModules() {
  const lock = createHash('sha256')
    .update(readFileSync(join(ROOT, 'package-lock.json')))
    .digest('hex');
  const note = join(ROOT, 'node_modules', '.installed-lock');
  if (existsSync(note) && readFileSync(note, 'utf8') === lock) return;
  say('Installing the program’s packages (a minute or so the first time) …');
  const { code } = await run('npm', ['ci', '--no-audit', '--no-fund']);
  if (code !== 0) throw new Stop('npm ci failed: see above.');
  writeFileSync(note, lock);
}

/** Installs Debian packages as root; otherwise says which are missing. */
export async function ensureDebianPackages(what, packages) {
  const install = `apt-get install -y --no-install-recommends ${packages.join(' ')}`;
  if (process.getuid?.() !== 0) throw new Stop(`${what} is not installed. On Debian, as root: ${install}`);
  say(`Installing ${what} from Debian's packages …`);
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  if (packages.includes('postgresql')) keepDebianFromStartingItsOwn();
  await run('apt-get', ['update'], { env, capture: true });
  const { code, output } = await run('apt-get', install.split(' ').slice(1), { env, capture: true });
  if (code !== 0) throw new Stop(`${what} could not be installed:\n${output.slice(-2000)}\nTry by hand: ${install}`);
}

/** Debian's package would otherwise create and start a cluster of its own. */
function keepDebianFromStartingItsOwn() {
  const folder = '/etc/postgresql-common';
  const file = join(folder, 'createcluster.conf');
  mkdirSync(folder, { recursive: true });
  if (!existsSync(file)) writeFileSync(file, 'create_main_cluster = false\n');
}
