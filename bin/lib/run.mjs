import { spawn } from 'node:child_process';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const ROOT = dirname(dirname(dirname(fileURLToPath(import.meta.url))));

const running = new Set();

/** Runs a command to its end. @returns exit code and, with `capture`, what it printed */
export function run(command, args, { capture = false, timeout, ...options } = {}) {
  return new Promise((resolve, reject) => {
    const stdio = capture ? ['ignore', 'pipe', 'pipe'] : ['ignore', 'inherit', 'inherit'];
    const child = spawn(command, args, { cwd: ROOT, stdio, ...options });
    running.add(child);
    const timer = timeout && setTimeout(() => child.kill('SIGKILL'), timeout);
    let output = '';
    child.stdout?.on('data', (data) => (output += data));
    child.stderr?.on('data', (data) => (output += data));
    child.on('error', reject);
    child.on('close', (code) => {
      clearTimeout(timer);
      running.delete(child);
      resolve({ code: code ?? 1, output });
    });
  });
}

/** Runs a tool of the project from node_modules. */
export function runTool(name, args, options) {
  return run(process.execPath, [join(ROOT, 'node_modules', '.bin', name), ...args], options);
}

export function stopRunning() {
  for (const child of running) child.kill('SIGTERM');
}
