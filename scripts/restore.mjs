/**
 * `npm run restore FILE`: a backup into an empty place (the folder of `WRENCHWISE_DATA`, else `.data`). Everything in it is
 * checked: the file against its hash, every chain against its head, what is derived against the entries. A record that
 * does not hold is set aside with a note, and the place stays empty.
 */
import { spawn } from 'node:child_process';
import { createHash } from 'node:crypto';
import { createReadStream, existsSync, mkdirSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { pipeline } from 'node:stream/promises';
import { createGunzip } from 'node:zlib';
import { root } from './lib/bundle.mjs';
import { ensureMariadb, startDatabase } from './lib/database.mjs';
import { InTheWay, plan, say, sentenceFor } from './lib/say.mjs';
import { cli, installPackages, packagesFresh, readJson } from './lib/stages.mjs';

const dataDir = path.resolve(process.env.WRENCHWISE_DATA ?? path.join(root, '.data'));
const file = process.argv[2] && path.resolve(process.argv[2]);

function check() {
  if (!file || !existsSync(file)) throw new InTheWay('Name the backup: npm run restore FILE.');
  if (existsSync(path.join(dataDir, 'db')) || existsSync(path.join(dataDir, 'shop.json')))
    throw new InTheWay(
      `${dataDir} holds a shop already, and nothing is written over it: name an empty place with WRENCHWISE_DATA, or move it aside.`,
    );
  const told = readJson(`${file}.json`);
  if (told?.format !== 'wrenchwise-backup/1')
    throw new InTheWay(`${file}.json, which says what the backup holds, is missing or not ours.`);
  return told;
}

async function load(address) {
  const child = spawn(
    'mariadb',
    ['--no-defaults', `-h${address.host}`, `-P${address.port}`, `-u${address.user}`, address.database],
    { env: { ...process.env, MYSQL_PWD: address.password }, stdio: ['pipe', 'ignore', 'pipe'] },
  );
  let said = '';
  child.stderr.on('data', (chunk) => (said += chunk));
  const ended = new Promise((resolve) => child.on('exit', resolve));
  await pipeline(createReadStream(file), createGunzip(), child.stdin).catch((error) => {
    said ||= error.message;
  });
  if ((await ended) !== 0 || said.includes('ERROR'))
    throw new Error(said.trim() || 'the database refused it');
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
  const told = check();
  const hash = createHash('sha256');
  await pipeline(createReadStream(file), hash);
  if (hash.digest('hex') !== told.sha256)
    throw new InTheWay('The backup is not the file that was made: its hash is another. Take another copy.');
  say(`Backup of ${told.takenAt}: whole`);
  if (!packagesFresh()) await installPackages();
  await ensureMariadb();
  mkdirSync(dataDir, { recursive: true });
  const database = await startDatabase(dataDir);
  try {
    say('Database: reading it in');
    await load(database.address);
    say(`Schema: ${await cli('Bringing the schema up to date', 'migrate', [], dataDir)}`);
    const walked = await cli('Walking the chains', 'verify', [], dataDir).catch(async (error) => {
      await database.stop();
      throw new InTheWay(setAside(String(error.message)));
    });
    say(`Record: ${walked.split('\n').pop()}`);
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
