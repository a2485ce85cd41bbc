import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { type APIRequestContext, type Browser, expect, test } from './covered';
import { db } from '../../src/server/database';
import { onTheLift } from '../support/shop';
import { signInBy } from './hands';

/**
 * How much script a page brings, compressed, in kB: held from here on. What a page does not need it does not load; a
 * calendar, a chart, the finder or a PIN pad comes when somebody opens it.
 */
const BUDGETS: [name: string, path: string, kB: number][] = [
  ['help', '/help', 175],
  ['the day', '/', 190],
  ['orders', '/orders', 175],
  ['cars', '/cars', 175],
  ['the bay', '/bay/JOB', 250],
  ['a plan', '/orders/JOB/plan', 400],
  ['the planner', '/planner', 400],
];

/** What of the scripts came over the line, of a browser that had none of them. */
async function scriptsOf(browser: Browser, path: string): Promise<number> {
  const context = await browser.newContext({ baseURL: process.env.BASE_URL, serviceWorkers: 'block' });
  await signInBy(context.request, 'Odalys');
  const page = await context.newPage();
  const client = await context.newCDPSession(page);
  await client.send('Network.enable');
  const scripts = new Set<string>();
  let bytes = 0;
  client.on('Network.responseReceived', ({ requestId, response }) => {
    if (/\.js(\?|$)/.test(response.url)) scripts.add(requestId);
  });
  client.on('Network.loadingFinished', ({ requestId, encodedDataLength }) => {
    if (scripts.has(requestId)) bytes += encodedDataLength;
  });
  await page.goto(path);
  await page.waitForLoadState('load');
  await expect(page.getByRole('heading').first()).toBeVisible();
  await page.waitForTimeout(1500);
  await context.close();
  return bytes / 1000;
}

/**
 * How many statements a page asks of the database: held from here on. One more is looked at before it is taken. The week is
 * not among them: it asks one for each kind of job that is open.
 */
const STATEMENTS: [name: string, path: string, most: number][] = [
  ['help', '/help', 5],
  ['the day', '/api/shown/day', 12],
  ['orders', '/orders', 7],
  ['come-backs', '/api/shown/come-backs', 13],
  ['cars', '/cars', 7],
  ['an order', '/api/shown/orders/JOB', 12],
  ['its heights', '/orders/JOB/heights', 14],
  ['its plan', '/orders/JOB/plan', 16],
  ['its work', '/orders/JOB/work', 9],
  ['its torque', '/orders/JOB/torque', 13],
  ['its trail', '/orders/JOB/trail', 9],
  ['its handoff', '/orders/JOB/handoff', 25],
  ['the bay', '/bay/JOB', 20],
];

/** What a page asked of the database, as the server’s log has it. */
async function statementsOf(request: APIRequestContext, path: string): Promise<number> {
  const number = `count-${randomUUID()}`;
  await (await request.get(path, { headers: { 'x-request-id': number } })).text();
  const line = () =>
    readFileSync(process.env.SERVER_LOG!, 'utf8')
      .split('\n')
      .find((one) => one.includes(number)) ?? '';
  await expect.poll(line).not.toBe('');
  return (JSON.parse(line()) as { statements: number }).statements;
}

test('no page asks more of the database than it did', async ({ request }) => {
  const { orderId } = await onTheLift(`SQL ${Date.now() % 10_000}`);
  await signInBy(request, 'Odalys');
  const over: string[] = [];
  for (const [name, path, most] of STATEMENTS) {
    const url = path.replace('JOB', orderId);
    // What is kept from one request to the next is there at the second.
    await statementsOf(request, url);
    const count = await statementsOf(request, url);
    console.log(`${name}: ${count} statements, at most ${most}`);
    if (count > most) over.push(`${name}: ${count} statements, at most ${most}`);
  }
  expect(over).toEqual([]);
});

test('no page brings more script than it needs', async ({ browser }) => {
  const { orderId } = await onTheLift(`KB ${Date.now() % 10_000}`);
  expect(await db().row('SELECT id FROM work_order WHERE id = ?', [orderId])).not.toBeNull();
  const over: string[] = [];
  for (const [name, path, most] of BUDGETS) {
    const kB = await scriptsOf(browser, path.replace('JOB', orderId));
    console.log(`${name}: ${kB.toFixed(0)} kB of ${most}`);
    expect(kB).toBeGreaterThan(50);
    if (kB > most) over.push(`${name}: ${kB.toFixed(0)} kB, at most ${most}`);
  }
  expect(over).toEqual([]);
});
