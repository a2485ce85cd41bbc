/**
 * `npm run restore FILE`: a backup into an empty place (the folder of `WRENCHWISE_DATA`, else `.data`); of one that holds what
 * changed, those it goes on from first. Everything in it is checked: each file against its hash, every chain against its head,
 * what is derived against the entries. A record that does not hold is set aside with a note, and the place stays empty.
 */
import { spawn } from 'node:child_process';
import {
  createReadStream,
  existsSync,
  mkdirSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import path from 'node:path';
import { pipeline } from 'node:stream/promises';
import { createGunzip } from 'node:zlib';
import { chainTo } from './lib/backups.mjs';
import { root } from './lib/bundle.mjs';
import { ensureMariadb, startDatabase } from './lib/database.mjs';
import { progress } from './lib/progress.mjs';
import { InTheWay, plan, say, sentenceFor } from './lib/say.mjs';
import { cli, installPackages, packagesFresh, schemaUpToDate } from './lib/stages.mjs';

const dataDir = path.resolve(process.env.WRENCHWISE_DATA ?? path.join(root, '.data'));
const file = process.argv[2] && path.resolve(process.argv[2]);

function check() {
  if (!file || !existsSync(file)) throw new InTheWay('Name the backup: npm run restore FILE.');
  if (existsSync(path.join(dataDir, 'db')) || existsSync(path.join(dataDir, 'shop.json')))
    throw new InTheWay(
      `${dataDir} holds a shop already, and nothing is written over it: name an empty place with WRENCHWISE_DATA, or move it aside.`,
    );
}

/** Reads one file in, as the database's own user; told how many bytes of it are in. */
async function load(database, from, readSoFar) {
  const child = spawn(
    'mariadb',
    [
      '--no-defaults',
      `--socket=${database.socket}`,
      `--user=${database.owner}`,
      // What comes from a backup is no change to be taken into the next.
      '--init-command=SET SESSION sql_log_bin = 0',
      database.address.database,
    ],
    { stdio: ['pipe', 'ignore', 'pipe'] },
  );
  let said = '';
  child.stderr.on('data', (chunk) => (said += chunk));
  const ended = new Promise((resolve) => child.on('exit', resolve));
  const packed = createReadStream(from);
  packed.on('data', (chunk) => readSoFar(chunk.length));
  await pipeline(packed, createGunzip(), child.stdin).catch((error) => {
    said ||= error.message;
  });
  if ((await ended) !== 0 || said.includes('ERROR'))
    throw new Error(said.trim() || 'the database refused it');
}

async function loadAll(database, chain) {
  const of = chain.reduce((sum, one) => sum + statSync(one.file).size, 0);
  const shown = progress('      Read in', process.stdout);
  let done = 0;
  for (const one of chain)
    await load(database, one.file, (bytes) => shown.at((done += bytes), of, path.basename(one.file)));
  shown.end();
}

/**
 * A record that does not hold is not served, and not thrown away either: it may be all there is. It is put beside the place
 * it was meant for, with a note of what is wrong. @returns the sentence for the person
 */
function setAside(why) {
  const stamp = new Date().toISOString().replace(/[:.]/g, '-').slice(0, 19);
  const aside = `${dataDir}-not-whole-${stamp}`;
  renameSync(dataDir, aside);
  writeFileSync(path.join(aside, 'NOT-WHOLE.txt'), `${why}\n`, { mode: 0o600 });
  return `The backup was read in and its record does not hold: ${why.trim()} All of it is kept in ${aside}, with a note of what is wrong; nothing is served from there.`;
}

async function main() {
  plan(5);
  check();
  const chain = await chainTo(file);
  const told = chain.at(-1).note;
  say(
    chain.length === 1
      ? `Backup of ${told.takenAt}: whole`
      : `Backup of ${chain[0].note.takenAt}, and what changed up to ${told.takenAt} in ${chain.length - 1} files: whole`,
  );
  if (!packagesFresh()) await installPackages();
  await ensureMariadb();
  mkdirSync(dataDir, { recursive: true });
  const database = await startDatabase(dataDir);
  try {
    say('Database: reading it in');
    await loadAll(database, chain);
    say(`Schema: ${await schemaUpToDate(dataDir)}`);
    const walked = await cli('Walking the record', 'verify', [], dataDir, { howFar: true }).catch(
      async (error) => {
        await database.stop();
        throw new InTheWay(setAside(String(error.message)));
      },
    );
    say(`Record: ${walked.split('\n').findLast((line) => line.endsWith('.'))}`);
    await cli('Ending what was open', 'end-sessions', [], dataDir);
    writeFileSync(
      path.join(dataDir, 'shop.json'),
      `${JSON.stringify({ ...told.shop, loaded: true, restoredFrom: told.takenAt }, null, 2)}\n`,
      { mode: 0o600 },
    );
    say(`Restored into ${dataDir}: start it with npm start. Everybody signs in anew.`);
    await database.stop();
  } catch (error) {
    await database.stop();
    rmSync(dataDir, { recursive: true, force: true });
    throw error;
  }
}

try {
  await main();
} catch (error) {
  console.error(
    error instanceof InTheWay ? error.message : sentenceFor('Restoring', String(error.message ?? error)),
  );
  process.exit(1);
}
