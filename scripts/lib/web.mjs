/** The web server process: started on loopback, found again after a kill, stopped in order. */
import { spawn } from 'node:child_process';
import { appendFileSync, readFileSync } from 'node:fs';
import net from 'node:net';
import path from 'node:path';
import { bundledWorkers, root } from './bundle.mjs';
import { InTheWay } from './say.mjs';

const sleep = (ms) => new Promise((resolve) => setTimeout(resolve, ms));

/** Is a port of the loopback address free? */
export function portFree(port) {
  return new Promise((resolve) => {
    const probe = net.createServer();
    probe.once('error', () => resolve(false));
    probe.listen(port, '127.0.0.1', () => probe.close(() => resolve(true)));
  });
}

/** A port of the loopback address that nobody uses. */
export function freePort() {
  return new Promise((resolve, reject) => {
    const probe = net.createServer();
    probe.once('error', reject);
    probe.listen(0, '127.0.0.1', () => {
      const { port } = probe.address();
      probe.close(() => resolve(port));
    });
  });
}

export function processAlive(pid) {
  try {
    process.kill(pid, 0);
    return true;
  } catch {
    return false;
  }
}

/** Does this process serve this data folder? Told by its environment, so that nobody else's process is ever touched. */
export function servesFolder(pid, dataDir) {
  try {
    return readFileSync(`/proc/${pid}/environ`, 'utf8').split('\0').includes(`WRENCHWISE_DATA=${dataDir}`);
  } catch {
    return false;
  }
}

export async function stopProcess(pid, patience = 5000) {
  if (!processAlive(pid)) return;
  process.kill(pid, 'SIGTERM');
  const until = Date.now() + patience;
  while (processAlive(pid) && Date.now() < until) await sleep(50);
  if (processAlive(pid)) process.kill(pid, 'SIGKILL');
}

/** Starts the production server and waits until it answers. What it logs is shown, or kept in `logFile`. */
export async function startWeb({ port, dataDir, env = {}, onExit, logFile = null, nodeArgs = [] }) {
  await bundledWorkers();
  const child = spawn(
    process.execPath,
    [
      ...nodeArgs,
      path.join(root, 'node_modules', 'next', 'dist', 'bin', 'next'),
      'start',
      '-H',
      '127.0.0.1',
      '-p',
      String(port),
    ],
    {
      cwd: root,
      detached: true,
      stdio: ['ignore', 'pipe', 'pipe'],
      env: {
        ...process.env,
        NEXT_TELEMETRY_DISABLED: '1',
        NODE_ENV: 'production',
        WRENCHWISE_DATA: dataDir,
        WRENCHWISE_ROOT: root,
        PORT: String(port),
        ...env,
      },
    },
  );
  let said = '';
  child.stdout.on('data', (chunk) => (said = (said + chunk).slice(-20_000)));
  child.stderr.on('data', (chunk) => {
    said = (said + chunk).slice(-20_000);
    if (logFile) appendFileSync(logFile, chunk);
    else process.stderr.write(chunk);
  });
  let gone = false;
  child.on('exit', (code) => {
    gone = true;
    onExit?.(code);
  });
  const until = Date.now() + 60_000;
  while (Date.now() < until && !gone) {
    try {
      const answer = await fetch(`http://127.0.0.1:${port}/api/alive`);
      // What it ran is written as it ends, which takes its time.
      const patience = env.NODE_V8_COVERAGE ? 30_000 : undefined;
      if (answer.ok) return { pid: child.pid, stop: () => stopProcess(child.pid, patience) };
    } catch {
      // Not listening yet.
    }
    await sleep(100);
  }
  if (/EADDRINUSE/.test(said)) throw new InTheWay(portTaken(port));
  throw new InTheWay(`The web server did not start: ${said.trim().split('\n').slice(-3).join(' | ')}`);
}

/** A port as somebody gave it in the environment, or ours. @throws InTheWay when it is none */
export function portNumber(given, ours) {
  if (given === undefined || given === '') return ours;
  const port = Number(given);
  if (!Number.isInteger(port) || port < 1 || port > 65_535)
    throw new InTheWay(`"${given}" is no port: give a number from 1 to 65535, as in PORT=${ours} npm start.`);
  return port;
}

export const portTaken = (port) =>
  `Port ${port} is in use by another program: stop that one, or start on another with PORT=${port + 1} npm start.`;
