/**
 * A private MariaDB inside the project's data folder: its own socket, port and password, on loopback only.
 * Finds one left running by a start that was killed, and recovers one that was killed itself.
 */
import { spawn } from 'node:child_process';
import { createHash, randomBytes } from 'node:crypto';
import {
  chmodSync,
  existsSync,
  mkdirSync,
  openSync,
  readFileSync,
  readdirSync,
  renameSync,
  rmSync,
  statSync,
  symlinkSync,
} from 'node:fs';
import { totalmem, userInfo } from 'node:os';
import path from 'node:path';
import { writeWhole } from './files.mjs';
import { aptInstall, has, isRoot, must } from './run.mjs';
import { InTheWay, sentenceFor } from './say.mjs';
import { freePort } from './web.mjs';

const READY_WITHIN_MS = 60_000;
/** As long as backups are kept beside the shop: what changed since an older one is not to be had any more. */
const CHANGES_KEPT_DAYS = 14;
const sleep = (ms) => new Promise((resolve) => setTimeout(resolve, ms));

const serverProgram = () => ['mariadbd', '/usr/sbin/mariadbd'].find((program) => has(program));

/** Installs MariaDB from Debian's packages when it is missing. @returns whether it had to */
export async function ensureMariadb() {
  if (serverProgram() && has('mariadb-install-db')) return false;
  await aptInstall(['mariadb-server'], 'MariaDB');
  return true;
}

/** May the database's own user walk down to this folder? Not below a folder that only root may enter. */
function reachableByOthers(folder) {
  for (let place = path.resolve(folder); ; place = path.dirname(place)) {
    if (existsSync(place) && !(statSync(place).mode & 0o001)) return false;
    if (place === path.dirname(place)) return true;
  }
}

function databaseUser(folder) {
  if (!isRoot()) return null;
  const hasUser = readFileSync('/etc/passwd', 'utf8').includes('\nmysql:');
  return hasUser && reachableByOthers(path.dirname(folder)) ? 'mysql' : 'root';
}

/** The process id of the server that runs on this data folder, or null. */
export function findServer(dataDir) {
  for (const name of readdirSync('/proc')) {
    if (!/^\d+$/.test(name)) continue;
    try {
      const args = readFileSync(`/proc/${name}/cmdline`, 'utf8').split('\0');
      if (/mariadbd$/.test(args[0]) && args.includes(`--datadir=${dataDir}`)) return Number(name);
    } catch {
      // The process ended while it was looked at.
    }
  }
  return null;
}

/** Who starts the database is its owner, let in by the socket. */
const ownUser = () => (isRoot() ? 'root' : userInfo().username);

async function initialise(layout) {
  if (existsSync(layout.dataDir)) return;
  const fresh = `${layout.dataDir}.new`;
  rmSync(fresh, { recursive: true, force: true });
  // What makes it takes a name with a space in it for two: it is led there by one that has none.
  const way = path.join(layout.socketDir, 'folder');
  rmSync(way, { force: true });
  symlinkSync(layout.folder, way);
  await must('Making the database folder', 'mariadb-install-db', [
    '--no-defaults',
    ...(layout.user ? [`--user=${layout.user}`] : []),
    `--datadir=${path.join(way, path.basename(fresh))}`,
    '--skip-test-db',
    '--auth-root-authentication-method=socket',
    `--auth-root-socket-user=${ownUser()}`,
    '--innodb-log-file-size=16M',
  ]);
  rmSync(way, { force: true });
  // Made under another name first, so that a half-made folder is never taken for a whole one.
  renameSync(fresh, layout.dataDir);
}

function layoutOf(folder, forgetful) {
  const dataDir = path.join(folder, 'db');
  const key = createHash('sha256').update(dataDir).digest('hex').slice(0, 12);
  const socketDir = path.join('/tmp', `wrenchwise-${key}`);
  return {
    folder,
    forgetful,
    dataDir,
    socketDir,
    socket: path.join(socketDir, 'db.sock'),
    logDir: path.join(folder, 'log'),
    address: path.join(folder, 'database.json'),
    user: databaseUser(folder),
  };
}

function readAddress(layout) {
  try {
    return JSON.parse(readFileSync(layout.address, 'utf8'));
  } catch {
    return null;
  }
}

async function connect(options) {
  const { createConnection } = await import('mysql2/promise');
  return createConnection({ ...options, connectTimeout: 2000 });
}

async function answers(options) {
  try {
    const connection = await connect(options);
    await connection.query('SELECT 1');
    await connection.end();
    return true;
  } catch {
    return false;
  }
}

/** What makes a database keep an acknowledged change through a power cut, and what a test does without. */
const DURABLE = ['--innodb-flush-log-at-trx-commit=1', '--innodb-flush-method=O_DIRECT'];
const FORGETFUL = [
  '--innodb-flush-log-at-trx-commit=0',
  '--innodb-flush-method=nosync',
  '--innodb-doublewrite=0',
  '--innodb-fast-shutdown=1',
];

/**
 * The log of changes, from which a backup takes what changed since another. Its name is made up once for each data folder: what
 * was taken from one cannot be read in as what came after another.
 */
function changeLog({ dataDir }) {
  const known = readdirSync(dataDir).find((name) => /^changes-\w+\.index$/.test(name));
  const name = known ? path.basename(known, '.index') : `changes-${randomBytes(4).toString('hex')}`;
  return [
    `--log-bin=${path.join(dataDir, name)}`,
    '--binlog-format=ROW',
    '--binlog-annotate-row-events=OFF',
    // On the disk with each command, as the record is.
    '--sync-binlog=1',
    '--max-binlog-size=128M',
    `--binlog-expire-logs-seconds=${CHANGES_KEPT_DAYS * 86_400}`,
  ];
}

/**
 * How much of the machine's memory holds what the database reads again and again: an eighth, since the shop's server, its threads
 * and whatever else the machine does want the rest.
 */
function poolOf({ forgetful }) {
  const MB = 1024 ** 2;
  const memory = Math.min(totalmem(), process.constrainedMemory() || Infinity);
  const size = forgetful ? 128 : Math.round(Math.min(4096, Math.max(128, memory / 8 / MB)));
  return [`--innodb-buffer-pool-size=${size}M`, `--innodb-buffer-pool-size-max=${Math.max(256, size)}M`];
}

/** Starts the server process for a layout on a port and waits until it answers on its socket. */
async function launch(layout, port) {
  const log = path.join(layout.logDir, 'database.log');
  const args = [
    '--no-defaults',
    ...(layout.user ? [`--user=${layout.user}`] : []),
    '--basedir=/usr',
    `--datadir=${layout.dataDir}`,
    '--bind-address=127.0.0.1',
    `--port=${port}`,
    `--socket=${layout.socket}`,
    `--pid-file=${path.join(layout.socketDir, 'db.pid')}`,
    // Its own: a server that starts clears the temporary tables it finds, also those another one has in use.
    `--tmpdir=${layout.socketDir}`,
    `--log-error=${log}`,
    '--skip-name-resolve',
    '--performance-schema=OFF',
    '--character-set-server=utf8mb4',
    '--default-time-zone=+00:00',
    '--sql-mode=STRICT_ALL_TABLES,NO_ENGINE_SUBSTITUTION,NO_ZERO_DATE,NO_ZERO_IN_DATE,ERROR_FOR_DIVISION_BY_ZERO',
    ...(layout.forgetful ? FORGETFUL : [...DURABLE, ...changeLog(layout)]),
    ...poolOf(layout),
  ];
  const out = openSync(path.join(layout.folder, 'database-start.log'), 'a');
  // Its own process group, so that Ctrl-C in the terminal reaches only us and we stop it in order.
  const child = spawn(serverProgram(), args, { detached: true, stdio: ['ignore', out, out] });
  let exited = null;
  child.on('exit', (code, signal) => (exited = signal ?? `code ${code}`));
  const until = Date.now() + READY_WITHIN_MS;
  while (Date.now() < until) {
    if (await answers({ socketPath: layout.socket, user: ownUser() })) return child;
    if (exited !== null) break;
    await sleep(100);
  }
  const said = [log, path.join(layout.folder, 'database-start.log')]
    .map((file) => (existsSync(file) ? readFileSync(file, 'utf8').slice(-4000) : ''))
    .join('\n');
  throw new InTheWay(sentenceFor('Starting the database', said));
}

/** The application's own account and database; made again at each start, so that a start cut short leaves no hole. */
async function grant(layout, address) {
  const root = await connect({ socketPath: layout.socket, user: ownUser() });
  await root.query(`CREATE DATABASE IF NOT EXISTS ${address.database}`);
  await root.query("CREATE USER IF NOT EXISTS 'app'@'127.0.0.1' IDENTIFIED BY ?", [address.password]);
  await root.query("ALTER USER 'app'@'127.0.0.1' IDENTIFIED BY ?", [address.password]);
  await root.query(`GRANT ALL ON \`${address.database}%\`.* TO 'app'@'127.0.0.1'`);
  // To read the log of changes for a backup.
  await root.query("GRANT BINLOG MONITOR, REPLICATION SLAVE ON *.* TO 'app'@'127.0.0.1'");
  await root.end();
}

/**
 * Starts the database of a data folder, or takes over the one that still runs there.
 * @param forgetful for tests alone: nothing is waited for until it is on the disk
 * @returns address, how it was found, the process id, and how to stop it
 */
export async function startDatabase(folder, { forgetful = false } = {}) {
  const layout = layoutOf(folder, forgetful);
  for (const place of [layout.folder, layout.logDir, layout.socketDir]) mkdirSync(place, { recursive: true });
  const old = readAddress(layout);
  const running = findServer(layout.dataDir);
  if (running !== null && old && (await answers(old))) return handle(layout, old, 'found running', running);
  if (running !== null) {
    process.kill(running, 'SIGKILL');
    while (findServer(layout.dataDir) !== null) await sleep(50);
  }

  if (layout.user === 'mysql') {
    chmodSync(layout.folder, 0o755);
    await must('Giving the log folder to the database', 'chown', [
      '-R',
      'mysql',
      layout.logDir,
      layout.socketDir,
    ]);
    if (existsSync(layout.dataDir))
      await must('Giving the data folder to the database', 'chown', ['-R', 'mysql', layout.dataDir]);
  }
  const existed = existsSync(layout.dataDir);
  await initialise(layout);
  const address = {
    host: '127.0.0.1',
    port: await freePort(),
    user: 'app',
    password: old?.password ?? randomBytes(24).toString('base64url'),
    database: 'wrenchwise',
  };
  const child = await launch(layout, address.port);
  await grant(layout, address);
  writeWhole(layout.address, `${JSON.stringify(address, null, 2)}\n`);
  return handle(layout, address, existed ? 'started again' : 'made new', child.pid);
}

function handle(layout, address, how, pid) {
  let current = pid;
  let stopping = false;
  const alive = () => {
    try {
      process.kill(current, 0);
      // A child that was killed stays as a zombie until it is reaped; it no longer has a command line.
      return readFileSync(`/proc/${current}/cmdline`, 'utf8').length > 0;
    } catch {
      return false;
    }
  };
  const stop = async () => {
    stopping = true;
    clearInterval(watch);
    if (!alive()) return;
    process.kill(current, 'SIGTERM');
    const until = Date.now() + 30_000;
    while (alive() && Date.now() < until) await sleep(50);
    if (alive()) process.kill(current, 'SIGKILL');
    else rmSync(layout.socketDir, { recursive: true, force: true });
  };
  let reviving = false;
  // A database that dies under a running shop is brought back on the same port; the application reconnects by itself.
  const watch = setInterval(async () => {
    if (stopping || reviving || alive()) return;
    reviving = true;
    console.log('The database stopped by itself: starting it again.');
    try {
      current = (await launch(layout, address.port)).pid;
      console.log('The database is back.');
    } catch (error) {
      console.error(error.message);
    }
    reviving = false;
  }, 500);
  watch.unref();
  /**
   * Does work that can be done again from its beginning, like loading the demo, without waiting for the disk at each
   * step; what it wrote is safe on the disk when this ends.
   */
  const inOneGo = async (work) => {
    const set = async (value) => {
      const root = await connect({ socketPath: layout.socket, user: ownUser() });
      await root.query(`SET GLOBAL innodb_flush_log_at_trx_commit = ${value}`);
      await root.query(`SET GLOBAL sync_binlog = ${value === 1 ? 1 : 0}`);
      if (value === 1) await root.query('FLUSH LOGS');
      await root.end();
    };
    await set(2);
    try {
      return await work();
    } finally {
      await set(1);
    }
  };
  return {
    address,
    how,
    stop,
    inOneGo,
    /** The way in for its own user. */
    socket: layout.socket,
    owner: ownUser(),
    get pid() {
      return current;
    },
  };
}
