import { type Browser, type Locator, type Page, expect, test } from './covered';
import type { Entry } from '../../src/core/ledger/entries';
import { db, transaction } from '../../src/server/database';
import { makeLink, newToken } from '../../src/server/links/links';
import { sha256 } from '../../src/server/entries/canonical';
import { entriesOf } from '../../src/server/entries/kept';
import { agreedJob, atTheRack } from '../support/shop';
import { Cable } from './cut';
import {
  answerRack,
  drawnPicture,
  enterPin,
  lowerFromHere,
  pinOf,
  roadTest,
  signIn,
  typeSheet,
  workUntil,
} from './hands';

test.use({ hasTouch: true, viewport: { width: 820, height: 1180 } });

/** The same shop may be tested twice: each run has cars of its own. */
const RUN = Date.now() % 10_000;
const heading = (page: Page) => page.getByRole('heading', { level: 1 });
const dialog = (page: Page) => page.getByRole('dialog');
const openRow = (page: Page, name: RegExp) =>
  page.getByRole('region', { name: 'Open on the car' }).getByRole('button', { name });

async function tapFor(page: Page, command: string, button: Locator): Promise<void> {
  const answered = page.waitForResponse((response) => response.url().includes(`/api/commands/${command}`));
  await button.tap();
  expect((await answered).status()).toBe(200);
}

/** Two taps from the bar: the sheet, and what it is and how. */
async function alsoOpened(page: Page, side: 'Left' | 'Middle' | 'Right', words: string): Promise<void> {
  await page.getByRole('button', { name: 'Also opened', exact: true }).tap();
  const sheet = dialog(page);
  await expect(sheet.getByRole('group', { name: /The front of the car from behind/ })).toBeVisible();
  if (side !== 'Left') await sheet.getByRole('radio', { name: side }).tap();
  await sheet.getByRole('button', { name: words, exact: true }).tap();
  await expect(sheet).toHaveCount(0);
}

/** The value the fastener lacks, by the lead’s PIN. */
async function enterValue(page: Page, value: string): Promise<void> {
  await page.getByRole('button', { name: 'The lead enters one, with its source' }).tap();
  await dialog(page).getByLabel('Value', { exact: true }).fill(value);
  await dialog(page)
    .getByLabel(/Where it comes from|Source/)
    .fill('the kit sheet, page 2');
  await enterPin(page, 'Odalys', 'Record it');
  await expect(dialog(page)).toHaveCount(0);
}

test('a bolt eased and a plug pulled that no step lists: not driven before both are closed; a cam the rack moved is torqued first', async ({
  page,
  browser,
}) => {
  const job = await atTheRack(`AXLE ${RUN}1`);
  await signIn(page, 'Brannoch');
  // The lead has the same car before him on another tablet.
  const other = await browser.newContext({
    baseURL: process.env.BASE_URL!,
    viewport: { width: 820, height: 1180 },
  });
  const lead = await other.newPage();
  await signIn(lead, 'Odalys');
  await lead.goto(`/bay/${job.orderId}`);
  await page.goto(`/bay/${job.orderId}`);
  await expect(heading(page)).toBeVisible();

  const recorded = page
    .waitForResponse((response) => response.url().includes('/api/commands/also.open'))
    .then(() => Date.now());
  await alsoOpened(page, 'Left', 'Upper arm pivots: eased');
  await expect(openRow(lead, /Upper arm pivots, left front/)).toBeVisible();
  console.log(`seen by the lead ${Date.now() - (await recorded)} ms after it was recorded`);
  await alsoOpened(page, 'Middle', 'Plug of the axle actuator: unplugged');
  await expect(openRow(page, /Axle actuator plug/)).toBeVisible();
  await expect(page.getByText('Not to be driven.')).toBeVisible();
  await page.goto(`/orders/${job.orderId}/road`);
  await expect(page.getByText(/Not to be driven with this open: Axle actuator plug/)).toBeVisible();
  await expect(page.getByText(/Not to be driven with this loose: Upper arm pivots/)).toBeVisible();

  await page.goto(`/bay/${job.orderId}`);
  await expect(heading(page)).toHaveText(/^Close what was also opened: Upper arm pivots/);
  await enterValue(page, '80');
  await workUntil(page, /Slacken the tie-rod jam nuts/, 'Ilse');
  await expect(openRow(page, /Upper arm pivots|Axle actuator/)).toHaveCount(0);

  // At the rack: nothing is kept until each is answered, and a pivot that was moved goes to loose.
  await page.goto(`/orders/${job.orderId}/alignment`);
  await typeSheet(page, false);
  await page.getByRole('button', { name: 'Record the sheet' }).tap();
  await expect(page.getByText('Say it: was it moved, or left untouched?').first()).toBeVisible();
  const cam = page.getByRole('radiogroup', { name: 'Lower arm pivots with their cams, left front' });
  await cam.getByRole('radio', { name: 'Moved' }).tap();
  await answerRack(page);
  await tapFor(page, 'alignment.record', page.getByRole('button', { name: 'Record the sheet' }));
  await expect(page.getByText(/The rack moved: Lower arm pivots with their cams, left front/)).toBeVisible();
  await expect(page.getByText('Still without their torque: the road test waits.')).toBeVisible();
  await page.goto(`/orders/${job.orderId}/road`);
  await expect(page.getByText(/Not to be driven with this loose: /)).toBeVisible();
  await expect(openRow(lead, /Lower arm/)).toBeVisible();

  await page.goto(`/bay/${job.orderId}`);
  await workUntil(page, /Road test/, 'Ilse');
  await roadTest(page, job.orderId, 40_020, 40_028);
  await other.close();
});

test('a stance on trial: two heights with their pictures, the owner’s yes to each and to what was chosen', async ({
  page,
}) => {
  const job = await atTheRack(`AXLE ${RUN}2`);
  await signIn(page, 'Odalys');
  await page.goto(`/orders/${job.orderId}/trial`);
  await page.getByLabel('Which, and how many').fill('two packers each side');
  await tapFor(page, 'trial.begin', page.getByRole('button', { name: 'It is on: not to be driven' }));
  await expect(page.getByText('On trial: two packers each side')).toBeVisible();
  const stance = async (title: string, which: string, front: string, rear: string, here = true) => {
    const card = page.getByRole('region', { name: title });
    await card.getByLabel('Front, in').fill(front);
    await card.getByLabel('Rear, in').fill(rear);
    await card.locator('input[type=file]').setInputFiles({
      name: 'stance.jpg',
      mimeType: 'image/jpeg',
      buffer: await drawnPicture(RUN + front.length),
    });
    await expect(card.getByText('Another picture')).toBeVisible();
    await tapFor(page, 'trial.height', card.getByRole('button', { name: /^Record/ }));
    await expect(page.getByTestId(`trial-${which}`)).toHaveText(`front ${front} in, rear ${rear} in`);
    if (!here) return;
    await tapFor(page, 'trial.answer', card.getByRole('button', { name: 'The customer says yes' }));
    await expect(card.getByText('The owner said yes, in the shop.')).toBeVisible();
  };
  await stance('At its lowest', 'lowest', '20', '21');
  await stance('At its highest', 'highest', '22 1/2', '23', false);
  // The owner sees it on their own page, with its picture, and says yes there.
  const token = newToken();
  await transaction((tx) => makeLink(tx, job.orderId, sha256(token), new Date()));
  const own = await page
    .context()
    .browser()!
    .newContext({
      baseURL: process.env.BASE_URL!,
      viewport: { width: 390, height: 844 },
      hasTouch: true,
    });
  const theirs = await own.newPage();
  await theirs.goto(`/c/${token}`);
  const asked = theirs.getByTestId('trial');
  await expect(asked).toHaveCount(1);
  await expect(
    asked.getByRole('img', { name: /At its highest: front 22 1\/2 in, rear 23 in/ }),
  ).toBeVisible();
  await asked.getByRole('button', { name: 'Yes, like this' }).tap();
  await expect(asked).toHaveCount(0);
  await own.close();
  await page.reload();
  await expect(page.getByText('The owner said yes, on the link.')).toBeVisible();
  await stance('As chosen between them', 'chosen', '21', '22');
  await page.goto(`/orders/${job.orderId}/road`);
  await expect(page.getByText(/Not to be driven with this open: On trial: two packers/)).toBeVisible();
  await page.goto(`/bay/${job.orderId}`);
  await expect(heading(page)).toHaveText(/^Trial blocks and packers out and counted/);
  await tapFor(page, 'step.done', page.getByRole('button', { name: 'Done', exact: true }));
  await expect(heading(page)).not.toHaveText(/^Trial blocks/);
  await page.goto(`/orders/${job.orderId}/trial`);
  await expect(page.getByText('Nothing is on trial.')).toBeVisible();
});

/** What an online run and an offline one must say alike: what was recorded, in its order. */
const said = (entries: readonly Entry[]) =>
  entries.map(({ id, kind, data }) => ({
    kind,
    data: JSON.parse(JSON.stringify(data).replaceAll(id, 'this')) as unknown,
  }));

async function openAll(browser: Browser, url: string, orderId: string, cable?: Cable): Promise<void> {
  const context = await browser.newContext({
    baseURL: url,
    viewport: { width: 820, height: 1180 },
    hasTouch: true,
  });
  const page = await context.newPage();
  await signIn(page, 'Brannoch');
  await page.goto(`/bay/${orderId}`);
  await expect(heading(page)).toBeVisible();
  await page.evaluate(() => navigator.serviceWorker.ready);
  await expect
    .poll(() => page.evaluate(async () => Boolean(await (await caches.open('bay-shell')).match('/bay'))))
    .toBe(true);
  await lowerFromHere(page);
  await expect(page.getByText('This tablet lowers and drives')).toBeVisible();
  cable?.cut();
  await alsoOpened(page, 'Left', 'Lower ball joint: eased');
  await alsoOpened(page, 'Middle', 'Plug of the axle actuator: unplugged');
  // What has no name in any list is written in.
  await page.getByRole('button', { name: 'Also opened', exact: true }).tap();
  await dialog(page).getByRole('radio', { name: 'Right' }).tap();
  await dialog(page).getByLabel('What it is').fill('Splash shield');
  await dialog(page).getByRole('radio', { name: 'cover' }).tap();
  await dialog(page)
    .getByRole('button', { name: /^Record it as/ })
    .tap();
  await expect(dialog(page)).toHaveCount(0);
  // A loaded coil is not let go: refused here as there, and written down where it is off already.
  await page.getByRole('button', { name: 'Also opened', exact: true }).tap();
  await dialog(page).getByRole('button', { name: 'Center nut of the coilover: apart' }).tap();
  await expect(dialog(page).getByRole('alert').first()).toContainText(/Not now\. .*is loaded/);
  await dialog(page)
    .getByRole('button', { name: /^It is off already/ })
    .tap();
  await expect(dialog(page)).toHaveCount(0);
  await expect(openRow(page, /Splash shield, right front/)).toBeVisible();
  await expect(openRow(page, /Center nut/).first()).toBeVisible();
  cable?.mend();
  await expect(page.getByRole('button', { name: /not sent yet/ })).toHaveCount(0, { timeout: 60_000 });
  await context.close();
}

test('all of it without network, sent later, is recorded as with it', async ({ browser }) => {
  const base = process.env.BASE_URL!;
  const [away, here] = [await atTheRack(`AXLE ${RUN}3`), await atTheRack(`AXLE ${RUN}4`)];
  const from = async (orderId: string) => (await entriesOf(db(), orderId)).length;
  const [awayFrom, hereFrom] = [await from(away.orderId), await from(here.orderId)];
  const cable = await Cable.to(base);
  await openAll(browser, cable.url, away.orderId, cable);
  cable.close();
  await openAll(browser, base, here.orderId);
  const since = async (orderId: string, count: number) =>
    (await entriesOf(db(), orderId)).slice(count).filter(({ kind }) => kind !== 'lowering');
  const [sent, online] = [await since(away.orderId, awayFrom), await since(here.orderId, hereFrom)];
  expect(online.map(({ kind }) => kind)).toEqual([
    'also.opened',
    'also.opened',
    'also.opened',
    'also.opened',
    'task',
  ]);
  const plain = (entries: readonly Entry[]) => said(entries).filter(({ kind }) => kind === 'also.opened');
  expect(plain(sent)).toEqual(plain(online));
});

test('a draft made from the car, corrected, worked by the lead, and released', async ({ page }) => {
  const job = await agreedJob(`AXLE ${RUN}5`);
  await signIn(page, 'Odalys');
  await page.goto('/procedures');
  await page.getByRole('link', { name: 'Draft a procedure from the car' }).tap();
  await page.locator('a[href*="axle=leaf-over-rear"]').tap();
  await page.getByRole('checkbox', { name: 'Damper' }).tap();
  await page.getByLabel('What goes in').fill('longer dampers');
  await page.getByRole('button', { name: 'Show the ways' }).tap();
  const ways = page.getByRole('region', { name: 'The ways' });
  await expect(ways.getByText('cheapest', { exact: true })).toBeVisible();
  await expect(ways.getByText(/axle: jack$/)).toBeVisible();
  await tapFor(
    page,
    'procedure.save',
    ways.getByRole('button', { name: 'Open this draft in the editor' }).first(),
  );
  await expect(heading(page)).toHaveText(/\(drafted here, no maker’s sheet, never worked\)$/);
  await expect(page.getByText('No errors')).toBeVisible();
  const id = new URL(page.url()).pathname.split('/').at(-1)!;

  // Corrected in the editor, and it stays what it is.
  await page.getByLabel('What is done').fill('Look it over at the rear, and measure the old dampers');
  await page.getByLabel('What changed, and why').fill('the old length is wanted');
  await tapFor(page, 'procedure.save', page.getByRole('button', { name: 'Save the version' }));
  await expect(page.getByText('the old length is wanted')).toBeVisible();
  await expect(page.getByRole('heading', { name: 'Drafted here, never worked' })).toBeVisible();

  // It starts only by the lead's yes.
  await page.goto(`/orders/${job.orderId}/work`);
  for (const taken of await page.getByRole('checkbox', { checked: true }).all()) await taken.tap();
  if (await page.getByRole('button', { name: /All \d+ procedures/ }).count())
    await page.getByRole('button', { name: /All \d+ procedures/ }).tap();
  await page.getByRole('checkbox', { name: /longer dampers|Damper out and back in/ }).tap();
  await expect(
    page.getByText(/Drafted here and never worked: .* A lead works it the first time/),
  ).toBeVisible();
  await page.getByLabel('Why it starts like this').fill('the lead works it the first time');
  await page.getByRole('radio', { name: 'Odalys' }).tap();
  await page.getByRole('textbox', { name: 'PIN' }).fill(pinOf('Odalys'));
  await tapFor(page, 'run.start', page.getByRole('button', { name: 'Start with the lead’s yes' }));
  await expect(heading(page)).toHaveText(/measure the old dampers/);
  await job.valued(65);
  await page.reload();
  await workUntil(page, /Road test/, 'Ilse');
  await roadTest(page, job.orderId, 40_030, 40_038);

  await page.goto(`/procedures/${id}`);
  await page.getByLabel('Order it was worked on').fill(String((await job.state()).intake!.data.number));
  await tapFor(page, 'procedure.release', page.getByRole('button', { name: 'Release it' }));
  await expect(page.getByText(/A lead worked it on order \d+, and released it/)).toBeVisible();
  await expect(heading(page)).toHaveText(/\(drafted here, no maker’s sheet\)$/);
});
