import { type Page, expect, test } from './covered';
import config from '../../playwright.config';
import { closePool, db } from '../../src/server/database';
import { loadOrder } from '../../src/server/entries/order';
import type { DemoJob } from '../../demo/job';
import { give as giveAs, onTheLift } from '../support/shop';
import { doneInput } from '../support/readings';
import { signIn } from './hands';

// The browser keeps pages one walks back to, as it does for people.
test.use({
  launchOptions: { ...config.use!.launchOptions, ignoreDefaultArgs: ['--disable-back-forward-cache'] },
});
test.afterAll(closePool);

const heading = 'h1';

async function nextStepOf(job: DemoJob) {
  const { state } = (await loadOrder(db(), job.orderId))!;
  return state.document!.steps.find((step) => !state.run!.done.has(step.id))!;
}
const doStep = async (job: DemoJob) => {
  const step = await nextStepOf(job);
  expect(await giveAs(job.shop, 'Ilse', 'step.done', await doneInput(job.orderId, step.id))).toMatchObject({
    ok: true,
  });
  return step;
};

/** The bay of a car on the lift, open at its next step. */
async function inTheBay(page: Page, plate: string) {
  const job = await onTheLift(plate);
  await signIn(page, 'Brannoch');
  await page.goto(`/bay/${job.orderId}`);
  const first = await nextStepOf(job);
  await expect(page.locator(heading)).toHaveText(first.do);
  return { job, first };
}

test('after Back the bay shows the present, and takes no tap before it does', async ({ page }) => {
  const { job } = await inTheBay(page, 'BACK 77');
  // Somewhere else in the meantime, by a real navigation: the browser puts the page away as it is.
  await page.goto('/help');
  await doStep(job);
  const second = await nextStepOf(job);
  await page.goBack();
  await expect(page.locator(heading)).toHaveText(second.do);
});

test('a desk page one walks back to is read again', async ({ page }) => {
  const job = await onTheLift('BACK 78');
  await signIn(page, 'Brannoch');
  await page.goto(`/orders/${job.orderId}/work`);
  const done = page.getByText(/^Ilse \d/);
  await expect(done).toHaveCount(0);
  await page.getByRole('navigation').first().getByRole('link', { name: 'Today' }).click();
  await expect(page).toHaveURL(/\/$/);
  await doStep(job);
  await page.goBack();
  await expect(page).toHaveURL(/\/work$/);
  await expect(done).toHaveCount(1);
});

test('a page that was put away and comes back is read before its next tap is sent', async ({ page }) => {
  const { job, first } = await inTheBay(page, 'BACK 79');
  // As the browser does it: the page is hidden, its connections go, and later it is shown again as it was.
  await page.evaluate(() => window.dispatchEvent(new PageTransitionEvent('pagehide', { persisted: true })));
  await doStep(job);
  const second = await nextStepOf(job);
  await page.waitForTimeout(600);
  await expect(page.locator(heading)).toHaveText(first.do);
  const read = page.waitForRequest((request) => request.url().includes(`/api/bay/${job.orderId}`));
  await page.evaluate(() => window.dispatchEvent(new PageTransitionEvent('pageshow', { persisted: true })));
  await read;
  await expect(page.locator(heading)).toHaveText(second.do);
});

test('what was tapped on the old page is not recorded, and the page says why', async ({ page }) => {
  const { job } = await inTheBay(page, 'BACK 80');
  // Its live events do not reach it, as on a flaky network: it does not know that the step was done.
  await page.evaluate(() => window.dispatchEvent(new PageTransitionEvent('pagehide', { persisted: true })));
  await doStep(job);
  const before = (await loadOrder(db(), job.orderId))!.entries.length;
  await page.getByRole('button', { name: 'Done', exact: true }).click();
  await expect(
    page
      .getByRole('alert')
      .filter({ hasText: /already recorded|meanwhile/ })
      .or(page.locator(heading, { hasText: (await nextStepOf(job)).do }))
      .first(),
  ).toBeVisible();
  expect((await loadOrder(db(), job.orderId))!.entries).toHaveLength(before);
});

test('what happened between the reading of a page and its first breath is shown', async ({ page }) => {
  const job = await onTheLift('BACK 81');
  await signIn(page, 'Brannoch');
  const first = await nextStepOf(job);
  // A slow tablet: the page is there long before its scripts are.
  let release = () => {};
  const held = new Promise<void>((resolve) => (release = resolve));
  await page.route(/\/_next\/static\/.*\.js/, async (route) => {
    await held;
    await route.continue();
  });
  await page.goto(`/bay/${job.orderId}`, { waitUntil: 'commit' });
  await expect(page.locator(heading)).toHaveText(first.do);
  await doStep(job);
  await page.waitForTimeout(3000);
  release();
  await expect(page.locator(heading)).toHaveText((await nextStepOf(job)).do);
});
