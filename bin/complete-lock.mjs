#!/usr/bin/env node
// Adds the other platforms' optional binaries to the lock, so that `npm ci` accepts it on any machine.
// Run after every change of dependencies; running twice changes nothing.
import { readFileSync, writeFileSync } from 'node:fs';

const lock = JSON.parse(readFileSync('package-lock.json', 'utf8'));
const packages = lock.packages;
const systems = ['darwin', 'win32', 'freebsd', 'netbsd', 'openbsd', 'android', 'openharmony', 'aix', 'sunos', 'linux'];
const processors = ['arm64', 'arm', 'x64', 'ia32', 'ppc64', 's390x', 'riscv64', 'loong64', 'mips64el', 'wasm32'];
const firstOf = (known, tokens) => known.find((word) => tokens.includes(word));

for (const [place, entry] of Object.entries(packages)) {
  for (const [name, version] of Object.entries(entry.optionalDependencies ?? {})) {
    const own = `${place}/node_modules/${name}`;
    const top = `node_modules/${name}`;
    if (!/^\d/.test(version) || packages[own] || packages[top]?.version === version) continue;
    const tokens = name.split('/').pop().split(/[-_.]/);
    const os = firstOf(systems, tokens);
    const cpu = firstOf(processors, tokens);
    packages[packages[top] ? own : top] = {
      version,
      ...(cpu && { cpu: [cpu] }),
      ...(entry.dev && { dev: true }),
      optional: true,
      ...(os && { os: [os] }),
    };
  }
}
writeFileSync('package-lock.json', `${JSON.stringify(lock, null, 2)}\n`);
