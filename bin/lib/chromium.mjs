import { existsSync } from 'node:fs';
import { ensureDebianPackages } from './prepare.mjs';

/** Debian's browser and its driver, for the browser tests and the screenshots. */
export async function ensureChromium() {
  const isThere = existsSync('/usr/bin/chromium') && existsSync('/usr/bin/chromedriver');
  if (!isThere) await ensureDebianPackages('Chromium and its driver', ['chromium', 'chromium-driver']);
}
