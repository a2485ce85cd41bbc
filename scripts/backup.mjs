/**
 * `npm run backup [FILE]`: one file with everything, taken while the shop works: read at one moment, so that no command
 * is in it by half. Beside the data it names what was in it, which the restore holds it against.
 */
import { spawn } from 'node:child_process';
import { createHash } from 'node:crypto';
import {
  createReadStream,
  createWriteStream,
  existsSync,
  mkdirSync,
  renameSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import path from 'node:path';
import { pipeline } from 'node:stream/promises';
import { createGzip } from 'node:zlib';
import { root } from './lib/bundle.mjs';
import { readJson } from './lib/stages.mjs';

const dataDir = path.resolve(process.env.WRENCHWISE_DATA ?? path.join(root, '.data'));
const address = readJson(path.join(dataDir, 'database.json'));
if (!address) {
  console.error(`There is no shop in ${dataDir}: start it once, or name its folder with WRENCHWISE_DATA.`);
  process.exit(2);
}
const stamp = new Date().toISOString().replace(/[:.]/g, '-').slice(0, 19);
const file = path.resolve(process.argv[2] ?? path.join(dataDir, 'backups', `shop-${stamp}.sql.gz`));
if (existsSync(file)) {
  console.error(`${file} is there already: nothing is overwritten.`);
  process.exit(2);
}
mkdirSync(path.dirname(file), { recursive: true });

/** @returns the SHA-256 of a file */
async function hashOf(name) {
  const hash = createHash('sha256');
  await pipeline(createReadStream(name), hash);
  return hash.digest('hex');
}

async function dump(to) {
  const child = spawn(
    'mariadb-dump',
    [
      '--no-defaults',
      `-h${address.host}`,
      `-P${address.port}`,
      `-u${address.user}`,
      // One moment for all tables, and nobody is held up by it.
      '--single-transaction',
      '--quick',
      '--hex-blob',
      '--no-tablespaces',
      '--skip-comments',
      address.database,
    ],
    { env: { ...process.env, MYSQL_PWD: address.password }, stdio: ['ignore', 'pipe', 'pipe'] },
  );
  let said = '';
  child.stderr.on('data', (chunk) => (said += chunk));
  const ended = new Promise((resolve, reject) => {
    child.on('error', reject);
    child.on('exit', resolve);
  });
  await pipeline(child.stdout, createGzip({ level: 6 }), createWriteStream(to, { mode: 0o600 }));
  const code = await ended;
  if (code !== 0) throw new Error(said.trim() || `mariadb-dump ended with ${code}`);
}

const from = Date.now();
const part = `${file}.part`;
try {
  await dump(part);
  const sha256 = await hashOf(part);
  const shop = readJson(path.join(dataDir, 'shop.json')) ?? { kind: 'own' };
  delete shop.code;
  writeFileSync(
    `${file}.json`,
    `${JSON.stringify({ format: 'wrenchwise-backup/1', takenAt: new Date().toISOString(), sha256, shop }, null, 2)}\n`,
    { mode: 0o600 },
  );
  // Named whole only when it is whole.
  renameSync(part, file);
  console.log(
    `Backup: ${file}, in ${((Date.now() - from) / 1000).toFixed(1)} s. Keep it with ${path.basename(file)}.json, away from this machine.`,
  );
} catch (error) {
  rmSync(part, { force: true });
  console.error(
    /ECONNREFUSED|Can't connect/i.test(error.message)
      ? 'The database is not running: start the shop, then back it up.'
      : `The backup was not made: ${error.message}`,
  );
  process.exit(1);
}
