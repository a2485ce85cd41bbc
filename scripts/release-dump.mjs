/**
 * `node scripts/release-dump.mjs NAME` keeps the demo of this version in tests/releases/NAME.sql.gz, so that later
 * migrations are tried on it. Made on the day the tests use.
 */
import { execFileSync } from 'node:child_process';
import { mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { constants, gzipSync } from 'node:zlib';
import { root } from './lib/bundle.mjs';
import { ensureMariadb, startDatabase } from './lib/database.mjs';
import { cli } from './lib/stages.mjs';

const [name] = process.argv.slice(2);
if (!/^[a-z0-9-]+$/.test(name ?? '')) {
  console.error('Name the release: node scripts/release-dump.mjs plan-and-parts');
  process.exit(2);
}
const folder = path.join(root, '.build', 'release');
rmSync(folder, { recursive: true, force: true });
mkdirSync(folder, { recursive: true });
await ensureMariadb();
const database = await startDatabase(folder);
try {
  await cli('Bringing the schema up to date', 'migrate', [], folder);
  await cli('Loading the demo', 'load-demo', ['2026-04-14T18:30:00.000Z', '6'], folder, { show: true });
  const {
    port,
    user,
    password,
    database: schema,
  } = JSON.parse(readFileSync(path.join(folder, 'database.json'), 'utf8'));
  const dump = execFileSync(
    'mariadb-dump',
    [
      '--no-defaults',
      '-h127.0.0.1',
      `-P${port}`,
      `-u${user}`,
      '--hex-blob',
      '--no-tablespaces',
      '--skip-comments',
      schema,
    ],
    { env: { ...process.env, MYSQL_PWD: password }, maxBuffer: 512 * 1024 * 1024 },
  );
  const file = path.join(root, 'tests', 'releases', `${name}.sql.gz`);
  mkdirSync(path.dirname(file), { recursive: true });
  // Most of it is pictures in hex: what packs such lines best.
  writeFileSync(file, gzipSync(dump, { level: 9, strategy: constants.Z_FILTERED }));
  console.log(
    `${file}: ${Math.round(dump.length / 1024)} KB, packed ${Math.round(readFileSync(file).length / 1024)} KB`,
  );
} finally {
  await database.stop();
}
