/**
 * `npm run backup [FILE]`: one file with everything, taken while the shop works: read at one moment, so that no command
 * is in it by half. `npm run backup -- --changes` takes what changed since the last backup, or since the one `--since` names.
 */
import { spawn } from 'node:child_process';
import { createWriteStream, existsSync, mkdirSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { parseArgs } from 'node:util';
import { createGzip } from 'node:zlib';
import { createConnection } from 'mysql2/promise';
import { CHANGES, WHOLE, backupsIn, hashOf, newestBackup, noteOf } from './lib/backups.mjs';
import { root } from './lib/bundle.mjs';
import { writeWhole } from './lib/files.mjs';
import { progress } from './lib/progress.mjs';
import { InTheWay } from './lib/say.mjs';
import { readJson } from './lib/stages.mjs';

const dataDir = path.resolve(process.env.WRENCHWISE_DATA ?? path.join(root, '.data'));
const address = readJson(path.join(dataDir, 'database.json'));
const began = new Date();
const MB = 1024 * 1024;

function asked() {
  const { values, positionals } = parseArgs({
    allowPositionals: true,
    options: { changes: { type: 'boolean' }, since: { type: 'string' } },
  });
  const changes = Boolean(values.changes ?? values.since);
  const stamp = began.toISOString().replace(/[:.]/g, '-').slice(0, 19);
  const name = `shop-${stamp}${changes ? '-changes' : ''}.sql.gz`;
  return {
    changes,
    since: values.since ? path.resolve(values.since) : null,
    file: path.resolve(positionals[0] ?? path.join(backupsIn(dataDir), name)),
  };
}

/** For the page that shows how it runs. A full disk is told by the backup itself. */
function told(done, of, words, end = {}) {
  const movedAt = new Date().toISOString();
  const { pid } = process;
  const work = { what: 'backup', pid, beganAt: began.toISOString(), movedAt, done, of, words, ...end };
  try {
    mkdirSync(path.join(dataDir, 'work'), { recursive: true });
    writeWhole(path.join(dataDir, 'work', 'backup.json'), JSON.stringify(work));
  } catch {
    // The backup goes on.
  }
}

/** Runs a program of the database into a compressed file; what passes is looked at on its way. */
async function into(file, program, args, { look = () => {}, heard = () => {} } = {}) {
  const child = spawn(program, ['--no-defaults', ...args], {
    env: { ...process.env, MYSQL_PWD: address.password },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  let said = '';
  child.stderr.on('data', (chunk) => {
    said = `${said}${chunk}`.slice(-20_000);
    heard(String(chunk));
  });
  const ended = new Promise((resolve, reject) => {
    child.on('error', reject);
    child.on('exit', resolve);
  });
  const passing = new Transform({
    transform(chunk, _, done) {
      look(chunk);
      done(null, chunk);
    },
  });
  await pipeline(child.stdout, passing, createGzip({ level: 6 }), createWriteStream(file, { mode: 0o600 }));
  const code = await ended;
  if (code !== 0) throw new Error(said.trim() || `${program} ended with ${code}`);
}

const way = [`-h${address?.host}`, `-P${address?.port}`, `-u${address?.user}`];

/** Everything, at one moment. @returns how far that moment lies in the log of changes, where there is one */
async function takeWhole(connection, part) {
  const [[{ logged }]] = await connection.query('SELECT @@log_bin AS logged');
  const [sizes] = await connection.query(
    `SELECT TABLE_NAME AS name, DATA_LENGTH AS bytes FROM information_schema.TABLES
      WHERE TABLE_SCHEMA = ? ORDER BY TABLE_NAME`,
    [address.database],
  );
  const of = sizes.reduce((sum, { bytes }) => sum + bytes, 0) || 1;
  const shown = progress('Backup');
  let head = '';
  let passed = 0;
  let tables = 0;
  let table = '';
  const show = () => {
    // What was done of the tables before, as large as the database says they are.
    const done = sizes.slice(0, Math.max(0, tables - 1)).reduce((sum, { bytes }) => sum + bytes, 0);
    const words = `${table}, ${Math.round(passed / MB)} MB read`;
    shown.at(done, of, words);
    told(done, of, words);
  };
  const timer = setInterval(show, 500);
  try {
    await into(
      part,
      'mariadb-dump',
      [
        ...way,
        // One moment for all tables, and nobody is held up by it.
        '--single-transaction',
        '--quick',
        '--hex-blob',
        '--no-tablespaces',
        '--skip-comments',
        '--verbose',
        ...(logged ? ['--master-data=2'] : []),
        address.database,
      ],
      {
        look(chunk) {
          passed += chunk.length;
          if (head.length < 65_536) head += chunk.toString('latin1');
        },
        heard(text) {
          for (const [, name] of text.matchAll(/table structure for table (\w+)/g)) {
            tables += 1;
            table = name;
          }
        },
      },
    );
  } finally {
    clearInterval(timer);
    shown.end();
  }
  const place = /MASTER_LOG_FILE='([^']+)', MASTER_LOG_POS=(\d+)/.exec(head);
  return { format: WHOLE, log: place && { file: place[1], at: Number(place[2]) } };
}

/** What changed after a backup, up to now, from the database's own log of changes. */
async function takeChanges(connection, part, since) {
  if (!since)
    throw new InTheWay('There is no backup yet to go on from: take a whole one with npm run backup.');
  const before = noteOf(since);
  const [[now]] = await connection.query('SHOW MASTER STATUS');
  const [kept] = now ? await connection.query('SHOW BINARY LOGS') : [[]];
  const names = kept.map((one) => one.Log_name);
  const from = before.log && names.indexOf(before.log.file);
  if (!before.log || from < 0)
    throw new InTheWay(
      `What changed since ${path.basename(since)} is not kept any more, or was never kept: take a whole one with npm run backup.`,
    );
  const log = { file: now.File, at: Number(now.Position) };
  await into(part, 'mariadb-binlog', [
    '--read-from-remote-server',
    ...way,
    `--database=${address.database}`,
    // Reading it in is not itself a change to be kept.
    '--disable-log-bin',
    `--start-position=${before.log.at}`,
    `--stop-position=${log.at}`,
    ...names.slice(from, names.indexOf(log.file) + 1),
  ]);
  return {
    format: CHANGES,
    since: { file: path.basename(since), sha256: before.sha256 },
    from: before.log,
    log,
  };
}

async function main() {
  if (!address)
    throw new InTheWay(
      `There is no shop in ${dataDir}: start it once, or name its folder with WRENCHWISE_DATA.`,
    );
  const { changes, since, file } = asked();
  if (existsSync(file)) throw new InTheWay(`${file} is there already: nothing is overwritten.`);
  mkdirSync(path.dirname(file), { recursive: true });
  const part = `${file}.part`;
  const { host, port, user, password, database } = address;
  const connection = await createConnection({ host, port, user, password, database });
  try {
    const note = changes
      ? await takeChanges(connection, part, since ?? newestBackup(path.dirname(file)))
      : await takeWhole(connection, part);
    const shop = readJson(path.join(dataDir, 'shop.json')) ?? { kind: 'own' };
    delete shop.code;
    const sha256 = await hashOf(part);
    const whole = { ...note, takenAt: began.toISOString(), sha256, shop };
    writeFileSync(`${file}.json`, `${JSON.stringify(whole, null, 2)}\n`, { mode: 0o600 });
    // Named whole only when it is whole.
    renameSync(part, file);
    told(1, 1, path.basename(file), { endedAt: new Date().toISOString(), well: true });
    const seconds = ((Date.now() - began.getTime()) / 1000).toFixed(1);
    console.log(
      changes
        ? `Changes since ${note.since.file}: ${file}, in ${seconds} s. It is read in together with that one: keep both, each with its .json.`
        : `Backup: ${file}, in ${seconds} s. Keep it with ${path.basename(file)}.json, away from this machine.`,
    );
  } catch (error) {
    rmSync(part, { force: true });
    told(0, 1, error.message, { endedAt: new Date().toISOString(), well: false });
    throw error;
  } finally {
    await connection.end();
  }
}

try {
  await main();
} catch (error) {
  if (error instanceof InTheWay || error.code?.startsWith('ERR_PARSE_ARGS')) {
    console.error(error.message);
    process.exit(2);
  }
  console.error(
    /ECONNREFUSED|Can't connect/i.test(error.message)
      ? 'The database is not running: start the shop, then back it up.'
      : `The backup was not made: ${error.message}`,
  );
  process.exit(1);
}
