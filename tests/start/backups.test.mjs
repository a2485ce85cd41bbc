/** Backups of what changed since another, read in one after the other; and a walk over the record that was killed. */
import assert from 'node:assert/strict';
import { spawn } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import {
  existsSync,
  mkdtempSync,
  readFileSync,
  readdirSync,
  renameSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { after, before, test } from 'node:test';
import { createConnection } from 'mysql2/promise';
import { hashOf } from '../../scripts/lib/backups.mjs';
import { startDatabase } from '../../scripts/lib/database.mjs';
import { FaultShop, root, sleep } from './hands.mjs';

const place = mkdtempSync(path.join(tmpdir(), 'wrenchwise-backups-'));
let shop;
before(async () => {
  shop = await FaultShop.open();
});
after(async () => {
  await shop.close();
  rmSync(place, { recursive: true, force: true });
});

/** Runs one of the project's scripts. @returns its exit code, what it said, and how it is killed */
function script(name, args, dataDir = shop.dataDir) {
  const child = spawn(process.execPath, [path.join(root, 'scripts', `${name}.mjs`), ...args], {
    cwd: root,
    env: { ...process.env, WRENCHWISE_DATA: dataDir },
  });
  let said = '';
  child.stdout.on('data', (chunk) => (said += chunk));
  child.stderr.on('data', (chunk) => (said += chunk));
  const ended = new Promise((resolve) =>
    child.on('close', (code, signal) => resolve({ code: code ?? signal, said })),
  );
  return Object.assign(ended, { kill: () => child.kill('SIGKILL') });
}
const verify = (...args) => script('run-cli', ['verify', ...args]);
const noteOf = (file) => JSON.parse(readFileSync(`${file}.json`, 'utf8'));
const at = (name) => path.join(place, name);

/** More cars than are walked at once, so that there is a place to go on from. */
async function manyCars() {
  const orders = [];
  for (let count = 0; count < 60; count += 1) orders.push(await shop.newOrder());
  return orders;
}

async function written(orderId, count) {
  const ids = Array.from({ length: count }, () => randomUUID());
  for (const id of ids) assert.equal(await shop.write(shop.ask, orderId, id, id), true);
  return ids;
}

test(
  'what changed, taken while people write, is read in after what it goes on from',
  { timeout: 300_000 },
  async () => {
    const none = await script('backup', ['--changes', at('first.sql.gz')]);
    assert.equal(none.code, 2);
    assert.match(none.said, /There is no backup yet to go on from/);

    const orderId = await shop.newOrder();
    const early = await written(orderId, 3);
    const whole = await script('backup', [at('whole.sql.gz')]);
    assert.equal(whole.code, 0, whole.said);
    const later = await written(orderId, 3);
    const other = await shop.newOrder();
    // Whatever changes a table, not only what is appended.
    await shop.sql('UPDATE shop SET name = ? WHERE id = 1', ['Name of ’after’ – ½']);
    await shop.sql("DELETE FROM sign_in_try WHERE last_at < '2000-01-01'");
    const one = await script('backup', ['--changes', '--since', at('whole.sql.gz'), at('one.sql.gz')]);
    assert.equal(one.code, 0, one.said);
    const last = await written(other, 2);
    // The newest of the folder is gone on from, without being named; what comes after it is not in it.
    let stop = false;
    const writing = (async () => {
      while (!stop) await shop.write(shop.ask, other, randomUUID(), 'meanwhile');
    })();
    const two = await script('backup', ['--changes', at('two.sql.gz')]);
    stop = true;
    await writing;
    assert.equal(two.code, 0, two.said);
    assert.equal(noteOf(at('two.sql.gz')).since.file, 'one.sql.gz');

    const fresh = at('restored');
    const restored = await script('restore', [at('two.sql.gz')], fresh);
    assert.equal(restored.code, 0, restored.said);
    assert.match(restored.said, /what changed up to .* in 2 files: whole/);
    assert.match(restored.said, /Nothing is broken/);
    const database = await startDatabase(fresh);
    try {
      const connection = await createConnection({ ...database.address, timezone: 'Z' });
      const ids = async (chain) =>
        (await connection.execute('SELECT id FROM entry WHERE chain = ? ORDER BY seq', [chain]))[0].map(
          (row) => row.id,
        );
      for (const id of [...early, ...later]) assert.ok((await ids(orderId)).includes(id), id);
      for (const id of last) assert.ok((await ids(other)).includes(id), id);
      const [[{ name }]] = await connection.query('SELECT name FROM shop');
      assert.equal(name, 'Name of ’after’ – ½');
      await connection.end();
      // It writes a log of changes of its own: what was taken of the first shop does not go on here.
      const elsewhere = await script('backup', ['--since', at('two.sql.gz'), at('three.sql.gz')], fresh);
      assert.equal(elsewhere.code, 2);
      assert.match(elsewhere.said, /is not kept any more, or was never kept/);
    } finally {
      await database.stop();
    }
  },
);

test(
  'a link that is missing, touched, or another: refused, and the place stays empty',
  { timeout: 120_000 },
  async () => {
    const refused = async (words) => {
      const fresh = at('refused');
      const restored = await script('restore', [at('two.sql.gz')], fresh);
      assert.equal(restored.code, 1, restored.said);
      assert.match(restored.said, words);
      assert.ok(!existsSync(fresh) || readdirSync(fresh).length === 0);
    };
    renameSync(at('one.sql.gz'), at('one.away'));
    await refused(/one\.sql\.gz is missing: what changed after it cannot be read in/);
    renameSync(at('one.away'), at('one.sql.gz'));
    const kept = readFileSync(at('one.sql.gz'));
    writeFileSync(at('one.sql.gz'), Buffer.concat([kept, Buffer.from('x')]));
    await refused(/one\.sql\.gz is not the file that was made/);
    // With a note that fits it, it is still not the one that was gone on from.
    const note = readFileSync(`${at('one.sql.gz')}.json`, 'utf8');
    const forged = { ...JSON.parse(note), sha256: await hashOf(at('one.sql.gz')) };
    writeFileSync(`${at('one.sql.gz')}.json`, JSON.stringify(forged));
    await refused(/one\.sql\.gz is not the backup that what changed goes on from/);
    writeFileSync(at('one.sql.gz'), kept);
    writeFileSync(`${at('one.sql.gz')}.json`, note);
  },
);

test('changes that are not kept any more: said, with what to do', { timeout: 60_000 }, async () => {
  const root_ = await createConnection({
    socketPath: shop.database.socket,
    user: shop.database.owner,
  });
  await root_.query('FLUSH BINARY LOGS');
  const [[now]] = await root_.query('SHOW MASTER STATUS');
  await root_.query('PURGE BINARY LOGS TO ?', [now.File]);
  await root_.end();
  const late = await script('backup', ['--since', at('two.sql.gz'), at('late.sql.gz')]);
  assert.equal(late.code, 2, late.said);
  assert.match(late.said, /take a whole one with npm run backup/);
  assert.deepEqual(
    readdirSync(place).filter((name) => name.startsWith('late')),
    [],
  );
});

test(
  'a walk that was killed goes on where it was, and finds what lies ahead of it',
  { timeout: 300_000 },
  async () => {
    const orders = await manyCars();
    const file = path.join(shop.dataDir, 'work', 'verify.json');
    const walk = () => JSON.parse(readFileSync(file, 'utf8'));
    const interrupted = async () => {
      const running = verify('--anew');
      for (let tries = 0; tries < 20_000; tries += 1) {
        await sleep(2);
        if (!existsSync(file)) continue;
        const { place: at_, endedAt } = walk();
        assert.ok(!endedAt || tries < 500, 'the walk ended before it was killed');
        if (!endedAt && at_?.cars > 0) break;
      }
      running.kill();
      assert.equal((await running).code, 'SIGKILL');
      return walk();
    };
    const cut = await interrupted();
    assert.ok(!cut.endedAt && cut.place.cars > 0 && cut.place.part === 'cars', JSON.stringify(cut));
    const on = await verify();
    assert.equal(on.code, 0, on.said);
    assert.match(on.said, /An earlier walk was interrupted at \d+ %: going on there/);
    assert.match(on.said, /6\d orders with \d+ entries walked/);
    assert.ok(walk().endedAt && walk().well);

    // What is changed ahead of the place is found; what was walked is trusted by this walk alone.
    await interrupted();
    const entries = "UPDATE entry SET canonical = VALUE WHERE chain = ? AND kind = 'intake'";
    const spoil = (orderId) => shop.sql(entries.replace('VALUE', "CONCAT(canonical, ' ')"), [orderId]);
    const mend = (orderId) => shop.sql(entries.replace('VALUE', 'RTRIM(canonical)'), [orderId]);
    await spoil(orders.at(-1));
    const found = await verify();
    assert.equal(found.code, 1, found.said);
    assert.match(found.said, /BROKEN: entry .* was changed/);
    await mend(orders.at(-1));
    await interrupted();
    await spoil(orders[0]);
    assert.equal((await verify()).code, 0);
    const fromStart = await verify();
    assert.equal(fromStart.code, 1, 'a walk from the start trusts none before it');
    await mend(orders[0]);
    assert.equal((await verify()).code, 0);
  },
);

test(
  'a walk begun from the page: stopped, gone on with, and taken up by the server after a kill',
  { timeout: 300_000 },
  async () => {
    const file = path.join(shop.dataDir, 'work', 'verify.json');
    const walk = () => JSON.parse(readFileSync(file, 'utf8'));
    const until = async (holds, what) => {
      for (let tries = 0; tries < 30_000; tries += 1) {
        if (existsSync(file) && holds(walk())) return walk();
        await sleep(2);
      }
      throw new Error(`${what}: ${JSON.stringify(walk())}`);
    };
    const ask = async (words) => (await shop.ask('/api/verify', { ask: words })).json();
    const onItsWay = (work) => !work.endedAt && work.pid !== null && work.place?.cars > 0;

    await manyCars();
    assert.deepEqual(await ask('anew'), { ok: true, answer: {} });
    await until(onItsWay, 'it does not get on its way');
    const twice = await ask('go on');
    assert.equal(twice.errors[0].code, 'under-way');
    await ask('stop');
    const stopped = await until((work) => work.pid === null, 'it does not stop');
    assert.ok(!stopped.endedAt);
    await ask('go on');
    const ended = await until((work) => work.endedAt, 'it does not end');
    assert.ok(ended.well, ended.words);
    assert.equal(ended.beganAt, stopped.beganAt);

    await ask('anew');
    await until(onItsWay, 'it does not get on its way again');
    await shop.killWeb();
    assert.ok(!walk().endedAt);
    await shop.serve({ WRENCHWISE_NO_CLOCK: '' });
    const taken = await until((work) => work.endedAt, 'nobody takes it up');
    assert.ok(taken.well, taken.words);
  },
);
