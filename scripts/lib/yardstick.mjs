/** A server of the same framework with one page that shows nothing: what pages are held against. */
import { spawn } from 'node:child_process';
import path from 'node:path';
import { root } from './bundle.mjs';
import { must } from './run.mjs';
import { freePort, stopProcess } from './web.mjs';

const folder = path.join(root, 'scripts', 'yardstick');
const next = path.join(root, 'node_modules', 'next', 'dist', 'bin', 'next');
const env = { ...process.env, NEXT_TELEMETRY_DISABLED: '1', NODE_ENV: 'production' };

/** Builds and starts it. @returns its port, and how it is stopped */
export async function startYardstick() {
  await must('Building the yardstick', process.execPath, [next, 'build'], { cwd: folder, env });
  const port = await freePort();
  const child = spawn(process.execPath, [next, 'start', '-H', '127.0.0.1', '-p', String(port)], {
    cwd: folder,
    env,
    stdio: 'ignore',
  });
  for (let tries = 0; tries < 300; tries += 1) {
    const answer = await fetch(`http://127.0.0.1:${port}/`).catch(() => null);
    if (answer?.ok) return { port, stop: () => stopProcess(child.pid) };
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  await stopProcess(child.pid);
  throw new Error('the yardstick does not answer');
}
