/** What is wrong with an installation is named, each with what mends it: one fault after the other, planted and taken out. */
import assert from 'node:assert/strict';
import { spawnSync } from 'node:child_process';
import {
  chmodSync,
  mkdirSync,
  mkdtempSync,
  renameSync,
  rmSync,
  statSync,
  utimesSync,
  writeFileSync,
} from 'node:fs';
import net from 'node:net';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { after, before, test } from 'node:test';
import { startDatabase } from '../../scripts/lib/database.mjs';
import { examine } from '../../scripts/lib/doctor.mjs';
import { cli } from '../../scripts/lib/stages.mjs';
import { freePort } from '../../scripts/lib/web.mjs';
import { root } from './hands.mjs';

const dataDir = mkdtempSync(path.join(tmpdir(), 'wrenchwise doctor '));
let database;
let env;
const script = (name, args = [], more = {}) =>
  spawnSync(process.execPath, [path.join(root, 'scripts', `${name}.mjs`), ...args], {
    cwd: root,
    encoding: 'utf8',
    env: { ...process.env, ...env, WRENCHWISE_DATA: dataDir, ...more },
  });
before(async () => {
  database = await startDatabase(dataDir);
  await cli('Bringing the schema up to date', 'migrate', [], dataDir);
  writeFileSync(path.join(dataDir, 'shop.json'), JSON.stringify({ kind: 'empty', code: 'X' }));
  env = { PORT: String(await freePort()) };
  assert.equal(script('backup').status, 0);
});
after(async () => {
  await database.stop();
  rmSync(dataDir, { recursive: true, force: true });
});

/** What is found wrong, by its name, with this in the environment. */
async function wrong(more = {}) {
  const found = await examine({ dataDir, env: { ...env, ...more } });
  for (const { ok, waits, words, mend, name } of found) {
    assert.ok(words, name);
    // Each that can be mended says how.
    if (!ok && !waits) assert.ok(mend, `${name}: no way to mend it`);
  }
  return found.filter(({ ok }) => !ok);
}
const names = async (more) => (await wrong(more)).map(({ name }) => name);
async function sql(...asked) {
  const { createConnection } = await import('mysql2/promise');
  const connection = await createConnection(database.address);
  for (const one of asked) await connection.query(one);
  await connection.end();
}

test('nothing is wrong with a shop that was just set up and backed up', async () => {
  assert.deepEqual(await names(), []);
  const said = script('doctor');
  assert.equal(said.status, 0, said.stdout);
  assert.match(said.stdout, /Nothing is wrong\./);
});

test('room, mail by half, another day, a port that is taken', async () => {
  assert.deepEqual(await names({ LEAST_FREE_MB: '1e9' }), ['Room']);
  assert.deepEqual(await names({ SMTP_URL: 'smtps://a:b@mail.example' }), ['Mail']);
  assert.deepEqual(await names({ MAIL_FROM: 'a@b.example' }), ['Mail']);
  assert.deepEqual(await names({ WRENCHWISE_NOW: '2026-04-14T18:30:00.000Z' }), ['Day']);
  const taken = net.createServer().listen(Number(env.PORT), '127.0.0.1');
  await new Promise((done) => taken.on('listening', done));
  const [port] = await wrong();
  assert.equal(port.name, 'Port');
  assert.equal(port.mend, `PORT=${Number(env.PORT) + 1} npm start`);
  await new Promise((done) => taken.close(done));
});

test('a password others may read, a certificate that is none', async () => {
  const file = path.join(dataDir, 'database.json');
  const { mode } = statSync(file);
  chmodSync(file, 0o644);
  assert.deepEqual(await names(), ['Secrets']);
  chmodSync(file, mode);
  mkdirSync(path.join(dataDir, 'tls'));
  writeFileSync(path.join(dataDir, 'tls', 'certificate.pem'), 'none');
  assert.deepEqual(await names(), ['Certificate']);
  rmSync(path.join(dataDir, 'tls'), { recursive: true });
});

test('a part of the schema that never ran, one of a later version', async () => {
  await sql("UPDATE migration SET finished = FALSE WHERE name = '0001-first.sql'");
  const [behind] = await wrong();
  assert.match(behind.words, /0001-first\.sql has not run/);
  assert.match(behind.mend, /^WRENCHWISE_DATA=".*" npm start$/);
  await sql(
    "UPDATE migration SET finished = TRUE WHERE name = '0001-first.sql'",
    "INSERT INTO migration (name, statements, finished) VALUES ('9999-later.sql', 1, TRUE)",
  );
  const [ahead] = await wrong();
  assert.match(ahead.words, /later version \(9999-later\.sql\)/);
  await sql("DELETE FROM migration WHERE name = '9999-later.sql'");
});

test('backups: changed after it was written, cut short, old, none', async () => {
  const folder = path.join(dataDir, 'backups');
  const [name] = (await import('node:fs')).readdirSync(folder).filter((one) => one.endsWith('.sql.gz'));
  const file = path.join(folder, name);
  const { readFileSync } = await import('node:fs');
  const kept = readFileSync(file);
  writeFileSync(file, Buffer.concat([kept, Buffer.from('x')]));
  assert.match((await wrong())[0].words, /its hash is another/);
  writeFileSync(file, kept);
  renameSync(`${file}.json`, `${file}.away`);
  assert.match((await wrong())[0].words, /cut short/);
  renameSync(`${file}.away`, `${file}.json`);
  const old = Date.now() / 1000 - 40 * 3600;
  utimesSync(file, old, old);
  assert.match((await wrong())[0].words, /40 hours old/);
  renameSync(folder, `${folder}-away`);
  assert.match((await wrong())[0].words, /There is none/);
  renameSync(`${folder}-away`, folder);
  const made = script('backup', [path.join(folder, 'again.sql.gz')]);
  assert.equal(made.status, 0, made.stderr);
  assert.deepEqual(await names(), []);
});

test('the database is stopped: what needs it waits, and the command says so', async () => {
  await database.stop();
  const found = await wrong();
  assert.deepEqual(
    found.map(({ name, waits }) => [name, waits]),
    [
      ['Database', undefined],
      ['Schema', 'Database'],
      ['Clocks', 'Database'],
    ],
  );
  const said = script('doctor');
  assert.equal(said.status, 1);
  assert.match(
    said.stdout,
    /WRONG {2}Database: It could not be asked \(ECONNREFUSED\)\.\n\s+mend it with: WRENCHWISE_DATA=".*" npm start/,
  );
  assert.match(said.stdout, /1 of 15 to mend/);
  // Nothing of it was changed by looking.
  database = await startDatabase(dataDir);
  assert.deepEqual(await names(), []);
});

test('a folder where no shop is', async () => {
  const nowhere = path.join(dataDir, 'nowhere');
  const found = await examine({ dataDir: nowhere, env });
  const first = found.find(({ ok }) => !ok);
  assert.equal(first.name, 'Data folder');
  assert.match(first.mend, /npm start$/);
});
