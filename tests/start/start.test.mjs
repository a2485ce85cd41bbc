/**
 * The start script as a person meets it: an empty shop to a first job, kills in the middle, what is in the way.
 * Runs on folders and ports of its own.
 */
import assert from 'node:assert/strict';
import { spawn, spawnSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { mkdtempSync, readFileSync, readdirSync, rmSync } from 'node:fs';
import net from 'node:net';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { after, test } from 'node:test';
import { findServer } from '../../scripts/lib/database.mjs';
import { freePort } from '../../scripts/lib/web.mjs';
import { browser, intakeOf, root } from './hands.mjs';

// A folder only its owner may enter, as mktemp makes them, with spaces in its name.
const dataDir = path.join(mkdtempSync(path.join(tmpdir(), 'wrenchwise start ')), 'the data');
const running = new Set();

/** Starts the shop and waits until it serves, or ends. */
function start(port, args = [], env = {}) {
  const child = spawn(process.execPath, [path.join(root, 'scripts', 'start.mjs'), ...args], {
    cwd: root,
    env: { ...process.env, WRENCHWISE_DATA: dataDir, PORT: String(port), ...env },
  });
  running.add(child);
  let said = '';
  const ended = new Promise((resolve) => child.on('exit', (code) => resolve(code)));
  const serving = new Promise((resolve) => {
    const hear = (chunk) => {
      said += chunk;
      if (said.includes('Ctrl-C stops everything')) resolve(true);
    };
    child.stdout.on('data', hear);
    child.stderr.on('data', hear);
    void ended.then(() => resolve(false));
  });
  return { child, ended, serving, said: () => said };
}

after(async () => {
  for (const child of running) if (child.exitCode === null) child.kill('SIGTERM');
  await Promise.all(
    [...running].map((child) => child.exitCode ?? new Promise((done) => child.on('exit', done))),
  );
  const left = findServer(path.join(dataDir, 'db'));
  if (left) process.kill(left, 'SIGKILL');
  rmSync(path.dirname(dataDir), { recursive: true, force: true });
});

const verify = () =>
  spawnSync(process.execPath, [path.join(root, 'scripts', 'run-cli.mjs'), 'verify'], {
    cwd: root,
    encoding: 'utf8',
    env: { ...process.env, WRENCHWISE_DATA: dataDir },
  });

let ask;
const give = async (name, input, id = randomUUID()) =>
  (await ask(`/api/commands/${name}`, { id, deviceSeq: 1, input })).json();

let port;
let orderId;
/** Every reading the server acknowledged, by the value that was sent. */
const acknowledged = [];

test('an empty shop: a code on the console, a first owner, a first job', { timeout: 180_000 }, async () => {
  port = await freePort();
  const shop = start(port, ['--empty']);
  assert.equal(await shop.serving, true, shop.said());
  const code = /one-time code: ([0-9A-F]+)/.exec(shop.said())[1];
  ask = browser(port);
  const opening = {
    code: 'WRONG',
    shop: { name: 'New Shop', timeZone: 'Europe/Zurich', currency: 'EUR', distanceUnit: 'km' },
    owner: {
      name: 'Founder',
      password: 'a long first password',
      pin: '7788',
      lengthUnit: 'mm',
      torqueUnit: 'nm',
    },
  };
  const wrong = await (await ask('/api/first-owner', opening)).json();
  assert.equal(wrong.errors[0].field, 'code');
  assert.equal((await (await ask('/api/first-owner', { ...opening, code })).json()).ok, true);
  const again = await (await ask('/api/first-owner', { ...opening, code })).json();
  assert.match(again.errors[0].message, /opened already/);
  const intake = await give('intake.open', intakeOf('FIRST 1'));
  assert.equal(intake.ok, true, JSON.stringify(intake));
  orderId = intake.answer.orderId;
});

test(
  'the database killed while readings are written: each one acknowledged is there, none twice',
  { timeout: 180_000 },
  async () => {
    let value = 1300;
    for (let round = 0; round < 3; round += 1) {
      const until = Date.now() + 1200;
      setTimeout(() => process.kill(findServer(path.join(dataDir, 'db')), 'SIGKILL'), 300 + round * 150);
      // However slow the machine: some are written before, while and after the database is gone.
      while (Date.now() < until || acknowledged.length < 10 * (round + 1)) {
        value += 1;
        const input = { orderId, odometer: { value, unit: 'km' } };
        const id = randomUUID();
        // A lost answer is asked for again under the same id, as the interface does.
        for (let attempt = 0; attempt < 200; attempt += 1) {
          const answer = await give('odometer.report', input, id).catch(() => null);
          if (answer?.ok) {
            acknowledged.push(value);
            break;
          }
          await new Promise((resolve) => setTimeout(resolve, 50));
        }
      }
    }
    assert.ok(acknowledged.length > 20, `only ${acknowledged.length} were acknowledged`);
    const result = verify();
    assert.equal(result.status, 0, result.stdout + result.stderr);
  },
);

test('a web server that dies is started again by itself', { timeout: 120_000 }, async () => {
  const runFile = path.join(dataDir, 'run.json');
  const { web } = JSON.parse(readFileSync(runFile, 'utf8'));
  process.kill(web, 'SIGKILL');
  const until = Date.now() + 60_000;
  let alive = false;
  while (!alive && Date.now() < until) {
    const now = JSON.parse(readFileSync(runFile, 'utf8')).web;
    alive =
      now !== web &&
      (await fetch(`http://127.0.0.1:${port}/api/alive`).then(
        (r) => r.ok,
        () => false,
      ));
    if (!alive) await new Promise((resolve) => setTimeout(resolve, 100));
  }
  assert.ok(alive, 'it did not come back');
  const input = { orderId, odometer: { value: 1201, unit: 'km' }, confirmed: true };
  assert.equal((await give('odometer.report', input)).ok, true);
});

test(
  'server and start script killed: the next start finds the database and every acknowledged entry',
  { timeout: 180_000 },
  async () => {
    const { start: startPid, web } = JSON.parse(readFileSync(path.join(dataDir, 'run.json'), 'utf8'));
    process.kill(startPid, 'SIGKILL');
    process.kill(web, 'SIGKILL');
    const database = findServer(path.join(dataDir, 'db'));
    assert.ok(database, 'the database was left running');
    const shop = start(port);
    assert.equal(await shop.serving, true, shop.said());
    assert.match(shop.said(), /found running/);
    const trail = await (await ask(`/orders/${orderId}/trail`)).text();
    const kept = [...trail.matchAll(/Odometer reported: ([\d,]+) km/g)].map((match) =>
      Number(match[1].replace(',', '')),
    );
    const times = (value) => kept.filter((one) => one === value).length;
    // The page carries each line twice: as markup and as the data it is hydrated from.
    const each = Math.max(...acknowledged.map(times));
    for (const value of acknowledged) assert.equal(times(value), each, `reading ${value}`);
    assert.equal(verify().status, 0);
  },
);

test(
  'a second start on the same shop and a used port are each said in a sentence',
  { timeout: 120_000 },
  async () => {
    const twice = start(await freePort());
    assert.equal(await twice.ended, 1);
    assert.match(twice.said(), /running already at http/);
    // Being told so has taken nothing of the first one's away.
    assert.equal(JSON.parse(readFileSync(path.join(dataDir, 'run.json'), 'utf8')).port, port);
    const guard = net.createServer().listen(0, '127.0.0.1');
    await new Promise((resolve) => guard.once('listening', resolve));
    const taken = guard.address().port;
    const other = path.join(path.dirname(dataDir), 'other');
    const used = start(taken, [], { WRENCHWISE_DATA: other });
    assert.equal(await used.ended, 1);
    assert.match(used.said(), new RegExp(`Port ${taken} is in use by another program: .*PORT=${taken + 1}`));
    guard.close();
  },
);

test(
  'Ctrl-C stops web server and database, and the choice of an empty shop is remembered',
  { timeout: 120_000 },
  async () => {
    const last = [...running].at(-3);
    last.kill('SIGINT');
    await new Promise((resolve) => last.on('exit', resolve));
    assert.equal(findServer(path.join(dataDir, 'db')), null);
    const began = Date.now();
    const shop = start(port);
    assert.equal(await shop.serving, true, shop.said());
    assert.match(shop.said(), /Shop: your own/);
    console.log(`second start took ${Date.now() - began} ms`);
    shop.child.kill('SIGTERM');
    assert.equal(await shop.ended, 0);
  },
);

test('of two starts in one moment one serves and the other says so', { timeout: 180_000 }, async () => {
  const two = [start(await freePort()), start(await freePort())];
  const first = await Promise.race(two.map(async (one) => (await one.ended, one)));
  assert.equal(await first.ended, 1);
  assert.match(first.said(), /(running|being started) already/);
  const other = two.find((one) => one !== first);
  assert.equal(await other.serving, true, other.said());
  assert.equal(verify().status, 0);
  other.child.kill('SIGTERM');
  assert.equal(await other.ended, 0);
});

test(
  'a data folder on a full disk is said in a sentence, and nothing is begun',
  { timeout: 60_000 },
  async (t) => {
    const place = mkdtempSync(path.join(tmpdir(), 'wrenchwise-small-'));
    if (spawnSync('mount', ['-t', 'tmpfs', '-o', 'size=20m', 'tmpfs', place]).status !== 0)
      return t.skip('this account may not mount a small disk');
    try {
      const full = start(await freePort(), ['--empty'], { WRENCHWISE_DATA: place });
      assert.equal(await full.ended, 1);
      assert.match(full.said(), /The disk is full: keeping the shop’s records asks for 100 MB/);
      assert.deepEqual(readdirSync(place), []);
    } finally {
      spawnSync('umount', [place]);
      rmSync(place, { recursive: true, force: true });
    }
  },
);

test('a port that is none is said in a sentence, and nothing is begun', { timeout: 60_000 }, async () => {
  for (const given of ['abc', '0', '70000', '30.5']) {
    const other = path.join(path.dirname(dataDir), 'no port');
    const shop = start(given, [], { WRENCHWISE_DATA: other });
    assert.equal(await shop.ended, 1);
    assert.match(shop.said(), new RegExp(`"${given}" is no port: give a number`));
    assert.equal(findServer(path.join(other, 'db')), null);
  }
});
