/**
 * `npm start`: everything from a fresh clone to a running shop. `--empty` begins with an empty shop instead of the demo;
 * `--lan` serves it on the shop's network too, over https.
 * What was chosen first is remembered, and nothing here ever erases data.
 */
import { createHash, randomBytes } from 'node:crypto';
import { mkdirSync, readFileSync, realpathSync, rmSync } from 'node:fs';
import net from 'node:net';
import path from 'node:path';
import { writeWhole } from './lib/files.mjs';
import { root } from './lib/bundle.mjs';
import { ensureMariadb, startDatabase } from './lib/database.mjs';
import { lanWords, startFront } from './lib/lan.mjs';
import { InTheWay, detail, plan, say, sentenceFor } from './lib/say.mjs';
import {
  build,
  buildFresh,
  cli,
  installPackages,
  needRoom,
  packagesFresh,
  readJson,
  schemaUpToDate,
} from './lib/stages.mjs';
import {
  portFree,
  portNumber,
  portTaken,
  processAlive,
  servesFolder,
  startWeb,
  stopProcess,
} from './lib/web.mjs';

const DEMO_VERSION = 7;
const dataDir = process.env.WRENCHWISE_DATA ?? path.join(root, '.data');
const files = { run: path.join(dataDir, 'run.json'), shop: path.join(dataDir, 'shop.json') };
const wantsEmpty = process.argv.includes('--empty');
const wantsLan = process.argv.includes('--lan');
/** Set once they are known to be ports. */
let port;
let lanPort;
const toStop = [];
let stopping = false;
/** Whether this start has the folder: only then is its note of who runs here ours to take away. */
let held = false;

async function stopEverything() {
  if (stopping) return;
  stopping = true;
  for (const stop of toStop.reverse()) await stop();
  if (held) rmSync(files.run, { force: true });
}

const runningAlready = (old) =>
  new InTheWay(
    old?.port
      ? `The shop is running already at http://127.0.0.1:${old.port} (process ${old.start}): stop that one first, with Ctrl-C where it runs.`
      : 'The shop is being started already by another process: wait for that one.',
  );

/**
 * Takes the folder for this start, until its process ends however it ends: a name that the kernel gives to one process at a
 * time. Of two starts in one moment one gets it, before anything is begun.
 */
async function holdFolder() {
  const key = createHash('sha256').update(realpathSync(dataDir)).digest('hex').slice(0, 24);
  const door = net.createServer();
  held = await new Promise((resolve, reject) => {
    door.once('error', (error) => (error.code === 'EADDRINUSE' ? resolve(false) : reject(error)));
    door.listen(`\0wrenchwise-${key}`, () => resolve(true));
  });
  door.unref();
  if (!held) throw runningAlready(readJson(files.run));
}

/** A start that was killed leaves its web server behind: it is ours, and it goes. */
async function clearOldServer() {
  const old = readJson(files.run);
  if (!old) return;
  if (processAlive(old.start) && old.startedWith === startTime(old.start)) {
    throw runningAlready(old);
  }
  if (old.web && processAlive(old.web) && servesFolder(old.web, dataDir)) {
    detail('A web server was left by a start that was killed: stopping it.');
    await stopProcess(old.web);
  }
}

/** The kernel's start time of a process, so that a process number used again is not mistaken for an old start. */
function startTime(pid) {
  try {
    const stat = readFileSync(`/proc/${pid}/stat`, 'utf8');
    return stat.slice(stat.lastIndexOf(')') + 2).split(' ')[19];
  } catch {
    return null;
  }
}

function chosenShop() {
  const chosen = readJson(files.shop);
  if (chosen) {
    if (wantsEmpty && chosen.kind === 'demo') {
      throw new InTheWay(
        `This folder already holds the demo shop and it stays as it is: to begin empty, move it aside with "mv ${dataDir} ${dataDir}-demo", then start with --empty again.`,
      );
    }
    if (chosen.kind === 'demo' && chosen.demoVersion < DEMO_VERSION) {
      detail(
        `The demo data here is older than this version; it stays. To see the newer demo: mv ${dataDir} ${dataDir}-old`,
      );
    }
    return chosen;
  }
  const fresh = wantsEmpty
    ? { kind: 'empty', code: randomBytes(5).toString('hex').toUpperCase() }
    : {
        kind: 'demo',
        demoVersion: DEMO_VERSION,
        day: process.env.WRENCHWISE_NOW ?? new Date().toISOString(),
        loaded: false,
      };
  writeWhole(files.shop, `${JSON.stringify(fresh, null, 2)}\n`);
  return fresh;
}

async function fillShop(shop, database) {
  if (shop.kind === 'empty') {
    const answer = await cli('Asking the shop for its owner', 'setup-code', [shop.code], dataDir);
    say(answer.endsWith('opened') ? 'Shop: your own' : 'Shop: empty, waiting for its first owner');
    return answer.endsWith('opened') ? null : shop.code;
  }
  if (shop.loaded) {
    say('Shop: the demo, as you left it');
    // One that an earlier release began has its made-up values in the files; they came out of those since.
    await cli('Giving the demo its values', 'demo-values', [], dataDir);
    return null;
  }
  say('Shop: loading the demo (made-up cars, people and numbers)');
  await database.inOneGo(() => cli('Loading the demo', 'load-demo', [shop.day], dataDir, { show: true }));
  writeWhole(files.shop, `${JSON.stringify({ ...shop, loaded: true }, null, 2)}\n`);
  return null;
}

/** A web server that dies so soon after its start, and again, is not brought back for ever. */
const SOON_MS = 10_000;
const MOST_SOON = 3;
let web;
let diedSoon = 0;

/** Starts the web server; one that dies by itself is started again, as the database is. */
async function serve() {
  const began = Date.now();
  web = await startWeb({
    port,
    dataDir,
    env: wantsLan ? { WRENCHWISE_LAN: '1' } : {},
    onExit: (status) => void serveAgain(status, began),
  });
  writeWhole(
    files.run,
    JSON.stringify({ start: process.pid, startedWith: startTime(process.pid), web: web.pid, port }),
  );
}

async function serveAgain(status, began) {
  // One that never came up is told of by whoever waits for it.
  if (stopping || !web) return;
  diedSoon = Date.now() - began < SOON_MS ? diedSoon + 1 : 0;
  console.error(`The web server stopped by itself (${status ?? 'killed'}): starting it again.`);
  try {
    if (diedSoon >= MOST_SOON) throw new InTheWay('It stopped again and again.');
    await serve();
    console.log('The web server is back.');
  } catch (error) {
    if (stopping) return;
    console.error(`${error.message} Everything acknowledged is kept: start again.`);
    await stopEverything();
    process.exit(1);
  }
}

async function main() {
  plan(7);
  const began = Date.now();
  port = portNumber(process.env.PORT, 3000);
  lanPort = portNumber(process.env.LAN_PORT, 3443);
  mkdirSync(dataDir, { recursive: true });
  needRoom(100, 'keeping the shop’s records', dataDir);
  await holdFolder();
  await clearOldServer();
  if (!(await portFree(port))) throw new InTheWay(portTaken(port));
  writeWhole(files.run, JSON.stringify({ start: process.pid, startedWith: startTime(process.pid), port }));

  if (packagesFresh()) say('Packages: in place');
  else {
    say('Packages: installing from the lockfile (a minute or two)');
    await installPackages();
  }
  say('Database program: looking for MariaDB');
  if (await ensureMariadb()) detail('installed from Debian’s packages');
  const database = await startDatabase(dataDir);
  toStop.push(database.stop);
  say(`Database: ${database.how}, on 127.0.0.1:${database.address.port}`);
  say(`Schema: ${await schemaUpToDate(dataDir)}`);
  // The demo is loaded while the application is built: one waits for the disk, the other for the processor.
  const building = buildFresh() ? null : build();
  building?.catch(() => undefined);
  const code = await fillShop(chosenShop(), database);
  say(building ? 'Application: building (half a minute)' : 'Application: built already');
  await building;
  await serve();
  toStop.push(() => web?.stop());
  say(`Serving after ${Math.round((Date.now() - began) / 1000)} s`);
  console.log(`\n  Wrenchwise Ledger  http://127.0.0.1:${port}\n`);
  if (wantsLan) {
    const front = await startFront({ dataDir, port: lanPort, target: port });
    toStop.push(front.stop);
    console.log(await lanWords({ ...front, port: lanPort }));
    if (readJson(files.shop)?.kind === 'demo')
      console.log(
        '\n  The demo’s passwords open nothing over the network: change one on this machine first, under “My own settings”.',
      );
  }
  if (code) console.log(`  First owner: open that page and enter this one-time code: ${code}\n`);
  if (readJson(files.shop)?.kind === 'demo')
    console.log(await cli('Reading the demo’s sign-ins', 'demo-sign-ins', [], dataDir));
  console.log('\n  Ctrl-C stops everything.');
}

for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) {
  process.on(signal, () => {
    console.log('\nStopping: web server, then database.');
    void stopEverything().then(() => process.exit(0));
  });
}

try {
  await main();
} catch (error) {
  await stopEverything();
  const sentence =
    error instanceof InTheWay ? error.message : sentenceFor('Starting', String(error.stack ?? error));
  console.error(`\n${sentence}`);
  process.exit(1);
}
