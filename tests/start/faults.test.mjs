/**
 * What breaks, and what must hold: every acknowledged entry is there once, nothing is there twice, and work goes on.
 * Three rounds of each here; `npm run soak` makes it a hundred.
 */
import assert from 'node:assert/strict';
import { spawn, spawnSync } from 'node:child_process';
import { createHash, randomUUID } from 'node:crypto';
import { existsSync, mkdtempSync, readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { after, before, test } from 'node:test';
import { gunzipSync, gzipSync } from 'node:zlib';
import { startDatabase } from '../../scripts/lib/database.mjs';
import { FaultShop, root, sleep } from './hands.mjs';

const ROUNDS = Number(process.env.WRENCHWISE_ROUNDS ?? 3);
let shop;
before(async () => {
  shop = await FaultShop.open();
});
after(() => shop.close());

/** Writers who go on whatever happens, each sending a lost one again under its id. */
function writers(asks, orderId, count) {
  let stop = false;
  const acknowledged = [];
  const byWriter = Array.from({ length: count }, () => 0);
  const work = Promise.all(
    Array.from({ length: count }, async (_, index) => {
      while (!stop) {
        const id = randomUUID();
        for (let tries = 0; tries < 400; tries += 1) {
          const answer = await shop.write(asks[index % asks.length], orderId, id, id);
          if (answer === true) {
            acknowledged.push(id);
            byWriter[index] += 1;
            break;
          }
          assert.notEqual(answer, false, 'a write was refused');
          await sleep(50);
        }
      }
    }),
  );
  return {
    acknowledged,
    /** Waits, however slow the machine, until each writer had so many more acknowledged. */
    async each(more) {
      const had = [...byWriter];
      const until = Date.now() + 60_000;
      while (byWriter.some((all, index) => all < had[index] + more)) {
        assert.ok(Date.now() < until, `work does not go on: ${byWriter} acknowledged, after ${had}`);
        await sleep(20);
      }
    },
    async end() {
      stop = true;
      await work;
    },
  };
}

async function holds(orderId, acknowledged) {
  const ids = await shop.ids(orderId);
  assert.equal(new Set(ids).size, ids.length, 'an entry is there twice');
  for (const id of acknowledged) assert.ok(ids.includes(id), `acknowledged and gone: ${id}`);
}

test(`the database is killed during writes, ${ROUNDS} rounds`, { timeout: ROUNDS * 60_000 }, async () => {
  const orderId = await shop.newOrder();
  const writing = writers([shop.ask], orderId, 4);
  for (let round = 0; round < ROUNDS; round += 1) {
    // At another moment of a write each time: before, in and after its COMMIT.
    await sleep(120 + ((round * 37) % 180));
    await shop.killDatabase();
    await writing.each(1);
  }
  await writing.end();
  await holds(orderId, writing.acknowledged);
  const { ok, said } = shop.verify();
  assert.ok(ok, said);
});

/** Sends a write again under its id until it is acknowledged, and once more. */
async function acknowledgedTwice(orderId, id, words) {
  for (let tries = 0; tries < 200; tries += 1) {
    if ((await shop.write(shop.ask, orderId, id, words)) === true) break;
    await sleep(100);
  }
  assert.equal(await shop.write(shop.ask, orderId, id, words), true);
  assert.equal((await shop.ids(orderId)).filter((one) => one === id).length, 1);
}

test('killed in the COMMIT itself, and sent again: it is there once', { timeout: 120_000 }, async () => {
  const orderId = await shop.newOrder();
  const id = randomUUID();
  const waiting = await shop.holdCommits();
  const sent = shop.write(shop.ask, orderId, id, 'in the commit');
  const until = Date.now() + 10_000;
  while ((await waiting()) === 0 && Date.now() < until) await sleep(5);
  assert.equal(await waiting(), 1, 'the write never reached its COMMIT');
  await shop.killDatabase();
  // The server asks the database again by itself once it is back; an answer means that it is there.
  const acknowledged = await sent;
  if (acknowledged) assert.ok((await shop.ids(orderId)).includes(id), 'acknowledged and gone');
  await acknowledgedTwice(orderId, id, 'in the commit');
});

test(
  `killed at every moment around a COMMIT, ${ROUNDS} rounds: it is there once`,
  { timeout: ROUNDS * 60_000 },
  async () => {
    const orderId = await shop.newOrder();
    for (let round = 0; round < ROUNDS; round += 1) {
      const id = randomUUID();
      const sent = shop.write(shop.ask, orderId, id, id);
      await sleep((round * 13) % 61);
      await shop.killDatabase();
      const acknowledged = await sent;
      if (acknowledged) assert.ok((await shop.ids(orderId)).includes(id), 'acknowledged and gone');
      await acknowledgedTwice(orderId, id, id);
    }
    const { ok, said } = shop.verify();
    assert.ok(ok, said);
  },
);

test('the server is killed during writes; another goes on', { timeout: 180_000 }, async () => {
  const other = await shop.serve();
  const askOther = await shop.signedIn(other);
  const orderId = await shop.newOrder(askOther);
  const [doomed] = [await shop.serve()];
  const askDoomed = await shop.signedIn(doomed);
  const writing = writers([askOther], orderId, 2);
  const lost = [];
  const dying = (async () => {
    for (let index = 0; index < 200; index += 1) {
      const id = randomUUID();
      const answer = await shop.write(askDoomed, orderId, id, id);
      if (answer === true) writing.acknowledged.push(id);
      else {
        lost.push(id);
        return;
      }
    }
  })();
  await sleep(500);
  process.kill(shop.servers.find((one) => one.port === doomed).pid, 'SIGKILL');
  await dying;
  // What was on its way is asked of the other server, under its id.
  for (const id of lost) assert.equal(await shop.write(askOther, orderId, id, id), true);
  await writing.end();
  await holds(orderId, [...writing.acknowledged, ...lost]);
});

test(
  'two servers on one database: two people on one job append, none overwrites',
  { timeout: 120_000 },
  async () => {
    const [one, two] = [shop.ask, await shop.signedIn(await shop.serve())];
    const orderId = await shop.newOrder();
    const writing = writers([one, two], orderId, 6);
    await writing.each(4);
    await writing.end();
    await holds(orderId, writing.acknowledged);
    // The same move from both: one is refused with what happened meanwhile.
    const place = (ask, orderId_, to) =>
      ask('/api/commands/order.place', {
        id: randomUUID(),
        deviceSeq: 1,
        input: { orderId: orderId_, place: to },
      }).then((r) => r.json());
    const another = await shop.newOrder(two);
    const answers = await Promise.all([place(one, orderId, 'lift-1'), place(two, another, 'lift-1')]);
    assert.equal(answers.filter((answer) => answer.ok).length, 1);
    assert.match(answers.find((answer) => !answer.ok).errors[0].message, /stands there/);
  },
);

test('a server whose clock was set back keeps the order of the record', { timeout: 120_000 }, async () => {
  const orderId = await shop.newOrder();
  const ids = [randomUUID(), randomUUID(), randomUUID()];
  assert.equal(await shop.write(shop.ask, orderId, ids[0], 'before'), true);
  const back = new Date(Date.now() - 3 * 3600_000).toISOString();
  const slow = await shop.serve({ WRENCHWISE_NOW: back });
  // The session was opened by the other server's clock; this one signs in by its own.
  const ask = await shop.signedIn(slow);
  assert.equal(await shop.write(ask, orderId, ids[1], 'set back'), true);
  assert.equal(await shop.write(shop.ask, orderId, ids[2], 'after'), true);
  const rows = await shop.sql('SELECT id, seq FROM entry WHERE chain = ? ORDER BY seq', [orderId]);
  assert.deepEqual(
    rows.slice(-3).map((row) => row.id),
    ids,
  );
  const { ok, said } = shop.verify();
  assert.ok(ok, said);
});

test('a migration is killed in its middle and goes on at the next start', { timeout: 120_000 }, async () => {
  const folder = path.join(mkdtempSync(path.join(tmpdir(), 'wrenchwise-mig-')), 'data');
  const database = await startDatabase(folder);
  try {
    for (let round = 0; round < Math.min(ROUNDS, 10); round += 1) {
      const child = spawn(process.execPath, [path.join(root, 'scripts', 'run-cli.mjs'), 'migrate'], {
        cwd: root,
        env: { ...process.env, WRENCHWISE_DATA: folder, WRENCHWISE_ROOT: root },
        stdio: 'ignore',
      });
      const ended = new Promise((resolve) => child.on('exit', resolve));
      await sleep(250 + round * 90);
      child.kill('SIGKILL');
      await ended;
    }
    const last = spawnSync(process.execPath, [path.join(root, 'scripts', 'run-cli.mjs'), 'migrate'], {
      cwd: root,
      encoding: 'utf8',
      env: { ...process.env, WRENCHWISE_DATA: folder, WRENCHWISE_ROOT: root },
    });
    assert.equal(last.status, 0, last.stderr);
    const again = spawnSync(process.execPath, [path.join(root, 'scripts', 'run-cli.mjs'), 'migrate'], {
      cwd: root,
      encoding: 'utf8',
      env: { ...process.env, WRENCHWISE_DATA: folder, WRENCHWISE_ROOT: root },
    });
    assert.match(again.stdout, /Up to date already/);
  } finally {
    await database.stop();
    rmSync(path.dirname(folder), { recursive: true, force: true });
  }
});

test(
  'backed up while in use, restored into an empty place, every chain walked',
  { timeout: 300_000 },
  async () => {
    const orderId = await shop.newOrder();
    const writing = writers([shop.ask], orderId, 3);
    await writing.each(1);
    const before_ = [...writing.acknowledged];
    const place = mkdtempSync(path.join(tmpdir(), 'wrenchwise-backup-'));
    const file = path.join(place, 'shop.sql.gz');
    const run = (script, args, dataDir) =>
      new Promise((resolve) => {
        const child = spawn(process.execPath, [path.join(root, 'scripts', script), ...args], {
          cwd: root,
          env: { ...process.env, WRENCHWISE_DATA: dataDir },
        });
        let said = '';
        child.stdout.on('data', (chunk) => (said += chunk));
        child.stderr.on('data', (chunk) => (said += chunk));
        child.on('exit', (code) => resolve({ code, said }));
      });
    const backup = await run('backup.mjs', [file], shop.dataDir);
    assert.equal(backup.code, 0, backup.said);
    await writing.end();
    const fresh = path.join(place, 'restored');
    const restored = await run('restore.mjs', [file], fresh);
    assert.equal(restored.code, 0, restored.said);
    assert.match(restored.said, /Everybody signs in anew/);
    const again = await run('restore.mjs', [file], fresh);
    assert.equal(again.code, 1);
    assert.match(again.said, /holds a shop already/);
    const database = await startDatabase(fresh);
    try {
      const { createConnection } = await import('mysql2/promise');
      const connection = await createConnection(database.address);
      const [rows] = await connection.execute('SELECT id FROM entry WHERE chain = ?', [orderId]);
      await connection.end();
      const ids = rows.map((row) => row.id);
      // All that was acknowledged before it began is in it; what came after may be or not, but never by half.
      for (const id of before_) assert.ok(ids.includes(id), `not in the backup: ${id}`);
    } finally {
      await database.stop();
    }
    // A backup whose record does not hold is set aside with a note; it is neither served nor thrown away.
    const forged = path.join(place, 'forged.sql.gz');
    const text = gunzipSync(readFileSync(file)).toString('latin1');
    writeFileSync(forged, gzipSync(Buffer.from(text.replace('write ', 'wrote '), 'latin1')));
    const told = JSON.parse(readFileSync(`${file}.json`, 'utf8'));
    const sha256 = createHash('sha256').update(readFileSync(forged)).digest('hex');
    writeFileSync(`${forged}.json`, JSON.stringify({ ...told, sha256 }));
    const broken = await run('restore.mjs', [forged], path.join(place, 'broken'));
    assert.equal(broken.code, 1);
    assert.match(broken.said, /its record does not hold: .*was changed/);
    assert.ok(!existsSync(path.join(place, 'broken')));
    const aside = readdirSync(place).find((name) => name.startsWith('broken-not-whole-'));
    assert.match(readFileSync(path.join(place, aside, 'NOT-WHOLE.txt'), 'utf8'), /was changed/);
    // A file that was touched is refused, and the place stays empty.
    writeFileSync(file, 'not it', { flag: 'a' });
    const other = path.join(place, 'other');
    const refused = await run('restore.mjs', [file], other);
    assert.equal(refused.code, 1);
    assert.match(refused.said, /hash is another/);
    assert.ok(!existsSync(other) || readdirSync(other).length === 0);
    rmSync(place, { recursive: true, force: true });
  },
);

test(
  'a full disk: the write is refused in words, and what was acknowledged stays',
  { timeout: 180_000 },
  async (t) => {
    const place = mkdtempSync(path.join(tmpdir(), 'wrenchwise-full-'));
    const mounted = spawnSync('mount', ['-t', 'tmpfs', '-o', 'size=340m', 'tmpfs', place]);
    if (mounted.status !== 0) {
      t.skip('this account may not mount a small disk');
      rmSync(place, { recursive: true, force: true });
      return;
    }
    const small = new FaultShop();
    small.dataDir = path.join(place, 'data');
    try {
      await small.begin();
      const opened = small.ask;
      const orderId = await small.newOrder(opened);
      const kept = [];
      for (let index = 0; index < 5; index += 1) {
        const id = randomUUID();
        if ((await small.write(opened, orderId, id, index)) === true) kept.push(id);
      }
      assert.equal(kept.length, 5);
      // The rest of the disk is taken by something else.
      spawnSync('dd', ['if=/dev/zero', `of=${path.join(place, 'filler')}`, 'bs=1M']);
      const answers = [];
      for (let index = 0; index < 400 && !answers.includes(null); index += 1) {
        const id = randomUUID();
        const answer = await small.write(opened, orderId, id, 'x'.repeat(280));
        answers.push(answer);
        if (answer === true) kept.push(id);
      }
      assert.ok(answers.includes(null), `with the disk full, writes go on: ${small.refused}`);
      assert.match(small.refused, /the disk of the shop’s server is full/);
      rmSync(path.join(place, 'filler'), { force: true });
      let back = null;
      for (let tries = 0; tries < 100 && back !== true; tries += 1) {
        back = await small.write(opened, orderId, randomUUID(), 'after');
        await sleep(200);
      }
      assert.equal(back, true, 'with room again, work goes on');
      const ids = await small.ids(orderId);
      for (const id of kept) assert.ok(ids.includes(id));
    } finally {
      for (const server of small.servers) await server.stop();
      await small.database?.stop();
      await sleep(500);
      spawnSync('umount', ['-l', place]);
      rmSync(place, { recursive: true, force: true });
    }
  },
);
