import { mkdirSync, mkdtempSync, utimesSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import path from 'node:path';
import type { DemoDriver } from '../../demo/driver';
import { GET as ready } from '@/app/api/ready/route';
import { closePool, db } from '@/server/database';
import { listening, onChange } from '@/server/live/changes';
import { figuresHere } from '@/server/running/figures';
import { openMetricsDoor, startMetrics } from '@/server/running/metrics';
import { readiness } from '@/server/running/readiness';
import { backups, standing } from '@/server/running/standing';
import { roundDone } from '@/server/scheduler-round';
import { give, plannedJob, refusal, testShop } from '../support/shop';

let shop: DemoDriver;
beforeAll(async () => {
  startMetrics();
  shop = await testShop('running');
});
beforeEach(() => roundDone());
afterAll(closePool);

/** A port of this machine at which nobody answers. */
const freePort = () =>
  new Promise<number>((found) => {
    const probe = createServer().listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as AddressInfo;
      probe.close(() => found(port));
    });
  });

/** Names of what is not in order. */
const failing = async () => (await readiness()).filter(({ ok }) => !ok).map(({ name }) => name);
const wordsOf = async (name: string) => (await readiness()).find((one) => one.name === name)!.words;

test('ready while everything stands; what strangers are told names it and no more', async () => {
  expect(await failing()).toEqual([]);
  const answer = await ready();
  expect(answer.status).toBe(200);
  expect(await answer.json()).toEqual({
    ready: true,
    checks: { database: true, schema: true, disk: true, clock: true, messages: true, rounds: true },
  });
});

test('the schema: a part that never ran, one cut short, one of a later version', async () => {
  const [last] = await db().rows<{ name: string; statements: number }>(
    'SELECT name, statements FROM migration ORDER BY name DESC LIMIT 1',
  );
  await db().run('DELETE FROM migration WHERE name = ?', [last!.name]);
  expect(await failing()).toEqual(['schema']);
  expect(await wordsOf('schema')).toContain(last!.name);
  expect((await ready()).status).toBe(503);
  await db().run('INSERT INTO migration (name, statements, finished) VALUES (?, ?, FALSE)', [
    last!.name,
    last!.statements,
  ]);
  expect(await failing()).toEqual(['schema']);
  await db().run('UPDATE migration SET finished = TRUE');
  await db().run("INSERT INTO migration (name, statements, finished) VALUES ('9999-later.sql', 1, TRUE)");
  expect(await wordsOf('schema')).toMatch(/later version \(9999-later\.sql\)/);
  await db().run("DELETE FROM migration WHERE name = '9999-later.sql'");
  expect(await failing()).toEqual([]);
});

test('the disk, the clocks, and the rounds', async () => {
  process.env.LEAST_FREE_MB = '1e9';
  expect(await failing()).toEqual(['disk']);
  delete process.env.LEAST_FREE_MB;
  // This server’s clock is a minute fast.

  jest.useFakeTimers({
    now: Date.now() + 60_000,
    doNotFake: ['setTimeout', 'clearTimeout', 'setImmediate', 'nextTick', 'queueMicrotask', 'performance'],
  });
  expect(await failing()).toContain('clock');
  expect(await wordsOf('clock')).toMatch(/60 s apart/);
  jest.useRealTimers();
  roundDone();
  expect(await failing()).toEqual([]);
  jest.useFakeTimers({
    now: Date.now() - 120_000,
    doNotFake: ['setTimeout', 'clearTimeout', 'setImmediate', 'nextTick', 'queueMicrotask', 'performance'],
  });
  roundDone();
  jest.useRealTimers();
  expect(await failing()).toEqual(['rounds']);
  expect(await wordsOf('rounds')).toMatch(/for 120 s/);
});

test('a message that should have left an hour ago', async () => {
  const job = await plannedJob('RUN 1');
  const [{ customer }] = (await db().rows<{ customer: string }>(
    'SELECT customer_id AS customer FROM vehicle JOIN work_order ON vehicle_id = vehicle.id WHERE work_order.id = ?',
    [job.orderId],
  )) as [{ customer: string }];
  const at = new Date(Date.parse('2026-04-14T17:00:00.000Z'));
  await db().run(
    `INSERT INTO message (id, once_key, customer_id, order_id, stage, channel, words, state, not_before, created_at)
     VALUES ('m-run', 'run', ?, ?, 'due', 'text', 'w', 'queued', ?, ?)`,
    [customer, job.orderId, at, at],
  );
  expect(await failing()).toEqual(['messages']);
  expect(await standing()).toMatchObject({ messages_waiting: 1 });
  await db().run("DELETE FROM message WHERE id = 'm-run'");
  expect(await failing()).toEqual([]);
});

test('the database gone: every check that needs it is red, and nobody waits for long', async () => {
  const before = process.env.WRENCHWISE_DATA;
  const elsewhere = mkdtempSync(path.join(tmpdir(), 'gone-'));
  const port = await freePort();
  writeFileSync(
    path.join(elsewhere, 'database.json'),
    JSON.stringify({ host: '127.0.0.1', port, user: 'u', password: 'p', database: 'd' }),
  );
  await closePool();
  process.env.WRENCHWISE_DATA = elsewhere;
  expect(await failing()).toEqual(['database', 'schema', 'clock', 'messages']);
  expect(await wordsOf('database')).toBe('It could not be asked (ECONNREFUSED).');
  await closePool();
  process.env.WRENCHWISE_DATA = before;
  expect(await failing()).toEqual([]);
});

test('commands are counted by what came of them, waits and listeners too; a collector reads them on this machine alone', async () => {
  expect(refusal(await give(shop, 'Odalys', 'shop.details', { name: '' })).field).toBe('name');
  const job = await plannedJob('RUN 2');
  expect(job.orderId).toBeTruthy();
  const here = await figuresHere();
  const outcome = (name: string) => here.outcomes.find((one) => one.name === name)?.count ?? 0;
  expect(outcome('refused')).toBeGreaterThanOrEqual(1);
  expect(outcome('taken')).toBeGreaterThan(3);
  expect(here.commands.map(({ name }) => name)).toContain('intake.open');
  expect(here.commands[0]!.nineInTen).toBeGreaterThan(0);
  expect(here.waits!.count).toBeGreaterThan(10);
  const was = listening();
  const stop = onChange(() => undefined);
  expect(listening()).toBe(was + 1);
  stop();
  stop();
  expect(listening()).toBe(was);

  const port = await freePort();
  openMetricsDoor(port);
  await new Promise((done) => setTimeout(done, 100));
  const text = await (await fetch(`http://127.0.0.1:${port}/metrics`)).text();
  expect(text).toMatch(/wrenchwise_command_seconds_count\{name="intake\.open",outcome="taken"\} [1-9]/);
  expect(text).toMatch(/wrenchwise_shop\{what="entries"\} [1-9]/);
  expect(text).toMatch(/wrenchwise_listeners 0/);
  // Nobody’s name, plate or words is in it.
  expect(text).not.toMatch(/RUN 2|Keeper|Odalys/);
});

test('backups that lie there whole, the newest first; one cut short is none', async () => {
  const folder = mkdtempSync(path.join(tmpdir(), 'backups-'));
  mkdirSync(folder, { recursive: true });
  const put = (name: string, hoursAgo: number) => {
    writeFileSync(path.join(folder, name), 'x'.repeat(10));
    const at = Date.now() / 1000 - hoursAgo * 3600;
    utimesSync(path.join(folder, name), at, at);
  };
  put('shop-a.sql.gz', 30);
  put('shop-a.sql.gz.json', 30);
  put('shop-b.sql.gz', 2);
  put('shop-b.sql.gz.json', 2);
  put('shop-c.sql.gz', 1);
  expect((await backups(folder)).map(({ name }) => name)).toEqual(['shop-b.sql.gz', 'shop-a.sql.gz']);
  expect(await backups(path.join(folder, 'nowhere'))).toEqual([]);
});
