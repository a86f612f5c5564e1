/** The program as the two commands start it, in a process of its own. */
import { spawn, type ChildProcess } from 'node:child_process';
import { join, resolve } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';

export const ROOT = resolve(__dirname, '..', '..');
export const bin = (name: string) => join(ROOT, 'bin', name);
const PATIENCE_MS = 90_000;

export interface Started {
  child: ChildProcess;
  output: () => string;
}

export async function startProgram(...options: string[]): Promise<Started> {
  const child = spawn(process.execPath, [bin('start.mjs'), ...options], { stdio: ['ignore', 'pipe', 'pipe'] });
  let output = '';
  child.stdout.on('data', (data) => (output += String(data)));
  child.stderr.on('data', (data) => (output += String(data)));
  for (const since = Date.now(); Date.now() - since < PATIENCE_MS; await wait(50)) {
    if (output.includes('is ready')) return { child, output: () => output };
    if (child.exitCode !== null) throw new Error(`it stopped: ${output}`);
  }
  child.kill('SIGKILL');
  throw new Error(`it was not ready: ${output}`);
}

export async function stopProgram({ child }: Started): Promise<number | null> {
  const ended = new Promise<number | null>((accept) => child.on('exit', accept));
  child.kill('SIGINT');
  return ended;
}
