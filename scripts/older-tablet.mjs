/**
 * `npm run older-tablet -- FOLDER`: a tablet that was opened under an earlier release, and has moves queued, under this one.
 * FOLDER is a checkout of that release with its packages installed. Its own shop is started there with its demo, a tablet opens
 * a car and works on without network; the shop is started by this release on the same data, and the tablet comes back.
 * Ends with 1 when a move is lost, doubled or not what was tapped, or the record does not hold.
 */
import { chromium } from '@playwright/test';
import { spawn, spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { createConnection } from 'mysql2/promise';
import { root } from './lib/bundle.mjs';
import { freePort } from './lib/web.mjs';

const DAY = '2026-04-14T18:30:00.000Z';
const WITHIN_MS = 10 * 60_000;
/** The car whose strut is out in the demo's bay. */
const PLATE = 'PRS';
const [older] = process.argv.slice(2);
if (!older) throw new Error('Name the folder of an earlier release: npm run older-tablet -- FOLDER');

const place = mkdtempSync(path.join(tmpdir(), 'wrenchwise-older-'));
const dataDir = path.join(place, 'data');
const port = await freePort();
const url = `http://127.0.0.1:${port}`;

function start(folder) {
  const child = spawn(process.execPath, [path.join(folder, 'scripts', 'start.mjs')], {
    cwd: folder,
    env: { ...process.env, WRENCHWISE_DATA: dataDir, WRENCHWISE_NOW: DAY, PORT: String(port) },
  });
  const ended = new Promise((resolve) => child.once('exit', resolve));
  let said = '';
  const serving = new Promise((resolve, reject) => {
    const hear = (chunk) => {
      said += chunk;
      if (said.includes('Ctrl-C stops everything')) resolve();
    };
    child.stdout.on('data', hear);
    child.stderr.on('data', hear);
    void ended.then(() => reject(new Error(`it did not start: ${said}`)));
    setTimeout(() => reject(new Error(`it did not serve in time: ${said}`)), WITHIN_MS).unref();
  });
  const stop = () => (child.kill('SIGINT'), ended);
  return { serving, stop };
}

async function sql(text, values) {
  const connection = await createConnection(
    JSON.parse(readFileSync(path.join(dataDir, 'database.json'), 'utf8')),
  );
  try {
    return (await connection.query(text, values))[0];
  } finally {
    await connection.end();
  }
}
const entriesOf = (id) => sql('SELECT seq, kind, canonical FROM entry WHERE chain = ? ORDER BY seq', [id]);

async function until(what, look) {
  const end = Date.now() + 60_000;
  while (Date.now() < end) {
    if (await look()) return;
    await new Promise((resolve) => setTimeout(resolve, 250));
  }
  throw new Error(`it did not come: ${what}`);
}

const heading = (page) => page.getByRole('heading', { level: 1 }).first();
let shop = start(older);
let browser;
try {
  await shop.serving;
  browser = await chromium.launch({
    executablePath: '/usr/bin/chromium-headless-shell',
    args: ['--disable-gpu'],
  });
  const tablet = await browser.newContext({ viewport: { width: 820, height: 1180 } });
  const page = await tablet.newPage();
  const signedIn = await page.request.post(`${url}/api/sign-in`, {
    data: { name: 'Brannoch', password: 'paint-pen-brannoch' },
    headers: { origin: url },
  });
  if (!signedIn.ok()) throw new Error(await signedIn.text());
  const [{ id }] = await sql(
    `SELECT work_order.id FROM work_order JOIN vehicle ON vehicle.id = vehicle_id
      WHERE plate LIKE ? ORDER BY number DESC LIMIT 1`,
    [`%${PLATE}%`],
  );
  await page.goto(`${url}/bay/${id}`);
  await until('a key of the tablet', async () => (await sql('SELECT person_id FROM device_key')).length > 0);
  const before = await entriesOf(id);
  const tapped = await heading(page).textContent();
  await tablet.setOffline(true);
  await page.getByRole('button', { name: 'Done', exact: true }).first().click();
  await page.getByText('1 not sent yet').waitFor();
  console.log(`queued under the earlier release: "${tapped}"`);
  if ((await entriesOf(id)).length !== before.length) throw new Error('the tablet was not without network');

  await shop.stop();
  shop = start(root);
  await shop.serving;
  await tablet.setOffline(false);
  await until('the queued move', async () => (await entriesOf(id)).length > before.length);
  await page.reload();
  const after = (await entriesOf(id)).slice(before.length);
  if (after.length !== 1 || after[0].kind !== 'step.done')
    throw new Error(`taken otherwise than tapped: ${after.map(({ kind }) => kind).join(', ')}`);
  if ((await heading(page).textContent()) === tapped) throw new Error('its page does not know of it');
  const verified = spawnSync(process.execPath, [path.join(root, 'scripts', 'run-cli.mjs'), 'verify'], {
    cwd: root,
    encoding: 'utf8',
    env: { ...process.env, WRENCHWISE_DATA: dataDir },
  });
  if (verified.status !== 0) throw new Error(verified.stdout + verified.stderr);
  console.log('taken once by this release, as it was tapped; the record holds.');
} catch (error) {
  console.error(error.message);
  process.exitCode = 1;
} finally {
  await browser?.close();
  await shop.stop();
  rmSync(place, { recursive: true, force: true });
}
