import { type Browser, type Page, expect, test } from './covered';
import type { Entry } from '../../src/core/ledger/entries';
import { db } from '../../src/server/database';
import { entriesOf } from '../../src/server/entries/kept';
import type { DemoJob } from '../../demo/job';
import { onTheLift } from '../support/shop';
import { Cable } from './cut';
import {
  DONE,
  addPart,
  choose,
  drawnPicture,
  enterPin,
  lowerFromHere,
  openMore,
  signIn,
  typeFigures,
} from './hands';

/** What an online run and an offline one must say alike: what was recorded, in its order, by whom. */
const record = (entries: Entry[]) =>
  entries.map(({ kind, personId, data }) => ({ kind, personId, data: withoutIds(data as object) }));

/** Ids are made anew in every run. */
function withoutIds(data: object): object {
  return Object.fromEntries(
    Object.entries(data).filter(
      ([key]) => !['clockId', 'photoId', 'sha256', 'wrench', 'stuckId', 'deviceName'].includes(key),
    ),
  );
}

const since = async (job: DemoJob, seq: number) =>
  (await entriesOf(db(), job.orderId)).filter((one) => one.seq > seq);
const heading = (page: Page) => page.getByRole('heading', { level: 1 });

async function tapDone(page: Page): Promise<void> {
  await typeFigures(page);
  await page.getByRole('button', { name: DONE }).click();
}

/** Works step by step with nothing but what the tablet shows, until a step's words match. */
async function workOn(page: Page, stop: RegExp): Promise<void> {
  for (let guard = 0; guard < 80; guard += 1) {
    const words = await heading(page).innerText();
    if (stop.test(words)) return;
    const take = page.getByRole('button', { name: /^Record( pass|:| \d)/ });
    for (;;) {
      const offered = await take.allInnerTexts();
      if (!offered.length) break;
      await take.first().click();
      await expect.poll(() => take.allInnerTexts()).not.toEqual(offered);
    }
    await tapDone(page);
    await expect(heading(page)).not.toHaveText(words);
  }
  throw new Error('it never came to an end');
}

async function tablet(browser: Browser, url: string, name: 'Brannoch' | 'Ilse' | 'Odalys') {
  const context = await browser.newContext({ baseURL: url, viewport: { width: 820, height: 1180 } });
  const page = await context.newPage();
  await signIn(page, name);
  return { context, page };
}

/** Opens the bay and waits until the tablet could go on without network. */
async function openBay(page: Page, job: DemoJob): Promise<void> {
  await page.goto(`/bay/${job.orderId}`);
  await expect(heading(page)).toBeVisible();
  await page.evaluate(() => navigator.serviceWorker.ready);
  await expect
    .poll(() => page.evaluate(async () => Boolean(await (await caches.open('bay-shell')).match('/bay'))))
    .toBe(true);
  await expect
    .poll(() =>
      page.evaluate(
        () =>
          new Promise<number>((resolve) => {
            const open = indexedDB.open('wrenchwise-bay');
            open.onsuccess = () => {
              const count = open.result.transaction('keys').objectStore('keys').count();
              count.onsuccess = () => resolve(count.result);
            };
          }),
      ),
    )
    .toBe(1);
}

/** The same shop may be tested twice: each run has cars of its own. */
const RUN = Date.now() % 10_000;
const LAST = /Straight to the rack/;

test('from raise to torque without network: reloaded, reconnected, and the record is as if it had never been away', async ({
  browser,
}) => {
  const base = process.env.BASE_URL!;
  const [offline, online] = [await onTheLift(`OFF ${RUN}1`), await onTheLift(`OFF ${RUN}2`)];
  const from = (await entriesOf(db(), offline.orderId)).length;
  const fromOnline = (await entriesOf(db(), online.orderId)).length;

  const cable = await Cable.to(base);
  const { context, page } = await tablet(browser, cable.url, 'Brannoch');
  await openBay(page, offline);
  await lowerFromHere(page);
  await expect(page.getByText('This tablet lowers and drives')).toBeVisible();
  cable.cut();
  await page.getByRole('button', { name: 'Start clock' }).click();
  await expect(page.getByText('No network. Work goes on')).toBeVisible();
  await workOn(page, LAST);
  const unsent = page.getByRole('button', { name: /not sent yet/ });
  const before = Number((await unsent.innerText()).split(' ')[0]);
  expect(before).toBeGreaterThan(40);
  const picture = { name: 'shot.jpg', mimeType: 'image/jpeg', buffer: await drawnPicture(RUN) };
  await page.locator('input[type=file]').first().setInputFiles(picture);
  const count = before + 1;
  await expect(unsent).toHaveText(`${count} not sent yet`);

  // The battery dies: what the tablet kept is all there is.
  await page.reload();
  await expect(unsent).toHaveText(`${count} not sent yet`);
  await expect(heading(page)).toHaveText(LAST);
  // A yes of somebody else cannot be kept on a tablet, and what is open stays in sight.
  expect(await since(offline, from)).toHaveLength(1);

  cable.mend();
  await expect(unsent).toHaveCount(0, { timeout: 120_000 });
  await context.close();
  cable.close();

  const other = await tablet(browser, base, 'Brannoch');
  await openBay(other.page, online);
  await lowerFromHere(other.page);
  await expect(other.page.getByText('This tablet lowers and drives')).toBeVisible();
  await other.page.getByRole('button', { name: 'Start clock' }).click();
  await workOn(other.page, LAST);
  await other.context.close();

  const [there, here] = [await since(offline, from), await since(online, fromOnline)];
  expect(there.filter((entry) => entry.kind === 'photo')).toHaveLength(1);
  // The picture was taken on one of them alone; a clock started on the second car stops on the first.
  const compared = there.filter((entry) => !['photo', 'clock.off'].includes(entry.kind));
  expect(record(compared)).toEqual(record(here));
  // Done in their order, at the moments they were done, and received later.
  for (const [index, entry] of there.entries()) {
    expect(entry.at <= entry.receivedAt).toBe(true);
    if (index) expect(entry.at >= there[index - 1]!.at).toBe(true);
  }
  expect(new Set(there.map((entry) => entry.id)).size).toBe(there.length);
});

test('two tablets on one car: while one lowers alone, the other may not loosen; a forged author is nobody', async ({
  browser,
}) => {
  const base = process.env.BASE_URL!;
  const job = await onTheLift(`OFF ${RUN}3`);
  const cable = await Cable.to(base);
  const away = await tablet(browser, cable.url, 'Brannoch');
  await openBay(away.page, job);
  await lowerFromHere(away.page);
  await expect(away.page.getByText('This tablet lowers and drives')).toBeVisible();
  cable.cut();
  // Two browsers at once: the second sees within a second that the first holds lowering.
  const near = await tablet(browser, base, 'Ilse');
  await openBay(near.page, job);
  await expect(near.page.getByText(/lowers and drives since/)).toBeVisible();
  await workUntilRefused(near.page);
  await expect(
    near.page.getByText(/holds lowering and driving of this car: nothing is opened/),
  ).toBeVisible();

  // Somebody edits what waits on the tablet so that it names another author.
  await away.page.getByRole('button', { name: 'Done', exact: true }).click();
  await expect(away.page.getByRole('button', { name: '1 not sent yet' })).toBeVisible();
  const ilse = (await db().row<{ id: string }>("SELECT id FROM person WHERE name = 'Ilse'"))!.id;
  const before = (await entriesOf(db(), job.orderId)).length;
  const forged = await near.page.evaluate(
    async ([orderId, personId]) => {
      const body = JSON.stringify({
        id: crypto.randomUUID(),
        name: 'watch.add',
        input: { orderId, text: 'never said' },
        deviceSeq: 1,
        at: new Date(2026, 0, 1).toISOString(),
        personId,
        deviceId: crypto.randomUUID(),
      });
      const response = await fetch('/api/outbox', {
        method: 'POST',
        headers: { 'Content-Type': 'application/json' },
        body: JSON.stringify({ body, signature: btoa('x'.repeat(64)), sentAt: new Date().toISOString() }),
      });
      return (await response.json()) as { ok: boolean; errors: { code: string }[] };
    },
    [job.orderId, ilse] as const,
  );
  expect(forged.errors[0]!.code).toBe('forged');
  expect(await entriesOf(db(), job.orderId)).toHaveLength(before);

  // The tablet is given up for lost: the lead looks at the car and takes lowering back.
  await openMore(near.page);
  await near.page.getByRole('button', { name: 'Take it back' }).click();
  await near.page.getByLabel(/The lead has looked at the car/).check();
  await near.page.getByLabel('Why it is taken back').fill('the tablet fell into the drain');
  await enterPin(near.page, 'Odalys', 'Take it back');
  await expect(near.page.getByRole('button', { name: 'Lower from this tablet alone' })).toBeVisible();
  cable.mend();
  // It turns up again: what it still had comes back as a task, and the other tablet sees it at once.
  await expect(near.page.getByRole('region', { name: 'To be looked at' })).toContainText(
    'taken lowering back',
  );
  await expect(away.page.getByText('Not taken; somebody has to look')).toBeVisible();
  await near.page.getByRole('button', { name: 'I looked' }).click();
  await near.page
    .getByLabel('What was seen and done')
    .fill('It stands raised in front, nothing else was done');
  await near.page.getByRole('button', { name: 'Record it' }).click();
  await expect(near.page.getByRole('region', { name: 'To be looked at' })).toHaveCount(0);
  await away.context.close();
  await near.context.close();
  cable.close();
});

/** Goes on until the record says no. */
async function workUntilRefused(page: Page): Promise<void> {
  for (let guard = 0; guard < 10; guard += 1) {
    const words = await heading(page).innerText();
    await tapDone(page);
    const held = page.getByRole('alert').filter({ hasText: 'holds lowering' });
    await expect
      .poll(async () => (await held.count()) > 0 || (await heading(page).innerText()) !== words)
      .toBe(true);
    if (await held.count()) return;
  }
}

test('a tablet that keeps the bay for itself still plans: the week and the planner count as before', async ({
  browser,
}) => {
  const job = await onTheLift(`OFF ${RUN}7`);
  const { context, page } = await tablet(browser, process.env.BASE_URL!, 'Odalys');
  await openBay(page, job);
  await page.goto('/week');
  expect(await page.evaluate(() => navigator.serviceWorker.controller !== null)).toBe(true);
  await expect(page.getByRole('table')).toBeVisible();
  await page.goto('/planner');
  await choose(page.getByLabel('Front suspension'), 'coilover');
  await addPart(page, 'front', 'Strut-top spacer');
  await expect(page.getByText(/past its limit in \d+ of 100 draws|likely/).first()).toBeVisible();
  await context.close();
});

test('what the shop refuses for good is set aside in sight and the rest goes on; thrown away it is a task', async ({
  browser,
}) => {
  const job = await onTheLift(`OFF ${RUN}8`);
  const from = (await entriesOf(db(), job.orderId)).length;
  const cable = await Cable.to(process.env.BASE_URL!);
  const { context, page } = await tablet(browser, cable.url, 'Brannoch');
  await openBay(page, job);
  cable.cut();
  const words = await heading(page).innerText();
  await tapDone(page);
  await expect(page.getByRole('button', { name: '1 not sent yet' })).toBeVisible();
  await page.getByRole('button', { name: 'Start clock' }).click();
  await expect(page.getByRole('button', { name: '2 not sent yet' })).toBeVisible();
  // The first is no longer what was signed: the shop takes it from nobody.
  await page.evaluate(
    () =>
      new Promise<void>((resolve) => {
        const open = indexedDB.open('wrenchwise-bay');
        open.onsuccess = () => {
          const outbox = open.result.transaction('outbox', 'readwrite').objectStore('outbox');
          const cursor = outbox.openCursor();
          cursor.onsuccess = () => {
            const { value } = cursor.result!;
            outbox.put({ ...value, body: `${value.body} ` }).onsuccess = () => resolve();
          };
        };
      }),
  );
  // One that was on its way as it was changed is still the old one: the next that fails was read after it.
  for (const _ of [1, 2])
    await page.waitForEvent('requestfailed', (request) => request.url().endsWith('/api/outbox'));
  cable.mend();
  await expect(page.getByText('Refused for good and kept on this tablet: 1')).toBeVisible();
  await expect.poll(async () => (await since(job, from)).map(({ kind }) => kind)).toEqual(['clock.on']);
  // It outlives a reload, is read, and kept as a file.
  await page.reload();
  await page.getByRole('button', { name: 'Read what was refused' }).click();
  await expect(page.getByRole('dialog')).toContainText(words);
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save as a file' }).click(),
  ]);
  expect(file.suggestedFilename()).toMatch(/^refused-[0-9a-f-]{36}\.json$/);
  await page.getByRole('button', { name: 'Throw away' }).click();
  await expect(page.getByText('Refused for good and kept on this tablet')).toHaveCount(0);
  const [, task, ...more] = await since(job, from);
  expect(more).toEqual([]);
  expect(task).toMatchObject({ kind: 'task', data: { words: expect.stringContaining(words) } });
  await context.close();
  await cable.close();
});

test('a tablet that signed out keeps neither keys nor cars once its last move is sent', async ({
  browser,
}) => {
  const job = await onTheLift(`OFF ${RUN}9`);
  const cable = await Cable.to(process.env.BASE_URL!);
  const { context, page } = await tablet(browser, cable.url, 'Brannoch');
  await openBay(page, job);
  const kept = () =>
    page.evaluate(
      () =>
        new Promise<number[]>((resolve) => {
          const open = indexedDB.open('wrenchwise-bay');
          open.onsuccess = () => {
            const from = open.result.transaction(['keys', 'bundles', 'outbox']);
            const counts = ['keys', 'bundles', 'outbox'].map(
              (name) =>
                new Promise<number>((done) => {
                  const count = from.objectStore(name).count();
                  count.onsuccess = () => done(count.result);
                }),
            );
            void Promise.all(counts).then(resolve);
          };
        }),
    );
  expect(await kept()).toEqual([1, 1, 0]);
  await page.goto('/');
  await page.getByRole('button', { name: /change person/ }).click();
  await page.getByRole('button', { name: 'Sign Brannoch out of this device' }).click();
  await expect(page).toHaveURL(/sign-in/);
  await expect.poll(kept).toEqual([0, 0, 0]);
  await context.close();
  await cable.close();
});
