/**
 * `npm run dev`: the demo under the framework's development server, so that what is changed is seen at once. It has a
 * database of its own in `.dev-data`, apart from the shop's; remove that folder to begin anew.
 */
import { spawn } from 'node:child_process';
import { existsSync, mkdirSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { bundledWorkers, root } from './lib/bundle.mjs';
import { ensureMariadb, startDatabase } from './lib/database.mjs';
import { InTheWay, plan, say, sentenceFor } from './lib/say.mjs';
import { cli, installPackages, packagesFresh, schemaUpToDate } from './lib/stages.mjs';
import { portFree, portNumber, portTaken, stopProcess } from './lib/web.mjs';

/** Finished orders behind the demo: few, so that a fresh folder is soon filled. */
const HISTORY = '12';
const dataDir = path.join(root, '.dev-data');
const toStop = [];

async function main() {
  plan(4);
  const port = portNumber(process.env.PORT, 3100);
  if (!(await portFree(port))) throw new InTheWay(portTaken(port));
  mkdirSync(dataDir, { recursive: true });
  say('Packages and MariaDB');
  if (!packagesFresh()) await installPackages();
  await ensureMariadb();
  const database = await startDatabase(dataDir);
  toStop.push(database.stop);
  say(`Schema: ${await schemaUpToDate(dataDir)}`);
  const loaded = path.join(dataDir, 'loaded');
  say(existsSync(loaded) ? 'Demo: as you left it' : 'Demo: loading');
  if (!existsSync(loaded)) {
    const day = new Date().toISOString();
    await database.inOneGo(() => cli('Loading the demo', 'load-demo', [day, HISTORY], dataDir));
    writeFileSync(loaded, day);
  }
  await bundledWorkers();
  say(`Serving http://127.0.0.1:${port}`);
  console.log(await cli('Reading the demo’s sign-ins', 'demo-sign-ins', [], dataDir));
  const next = path.join(root, 'node_modules', 'next', 'dist', 'bin', 'next');
  const web = spawn(process.execPath, [next, 'dev', '-H', '127.0.0.1', '-p', String(port)], {
    cwd: root,
    stdio: 'inherit',
    env: {
      ...process.env,
      NEXT_TELEMETRY_DISABLED: '1',
      WRENCHWISE_DATA: dataDir,
      WRENCHWISE_ROOT: root,
      PORT: String(port),
    },
  });
  toStop.push(() => stopProcess(web.pid));
  await new Promise((resolve) => web.on('exit', resolve));
}

async function stopEverything() {
  for (const stop of toStop.splice(0).reverse()) await stop();
}
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => void stopEverything());

let status = 0;
try {
  await main();
} catch (error) {
  status = 1;
  console.error(
    error instanceof InTheWay ? error.message : sentenceFor('Starting', String(error.stack ?? error)),
  );
}
await stopEverything();
process.exit(status);
