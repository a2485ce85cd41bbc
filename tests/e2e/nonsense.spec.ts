import { type Locator, type Page, expect, test } from './covered';
import { isPlain } from '../support/plain';
import { orderId, signIn } from './hands';

/** Nonsense in every field of every form: what comes is a sentence at its field, in view, and the hand is led there. */

const PAGES = [
  '/orders/new',
  '/catalog',
  '/hours',
  '/me',
  '/shop',
  '/shop?part=hours',
  '/shop?part=limits',
  '/shop?part=wrenches',
  '/shop/people',
  '/welcome',
  '/week',
  '/stand-ins',
  '/messages',
  '/kits',
  '/come-backs',
  '/procedures/rear-leaf-shackles/values?platform=Ox',
];
const ORDER_PAGES = [
  'look-over',
  'measures',
  'heights',
  'plan',
  'quote',
  'alignment',
  'road',
  'photos',
  'values',
  'trail',
];
const NONSENSE = 'zz?';

/** Buttons that open a form in a dialog, by their words: each is opened, filled and closed again. */
const OPENERS: Record<string, RegExp> = {
  '/catalog': /^(A part of our own|New part|Add a part|A new part)/,
  '/kits': /^(A new kit|New kit|Add a kit)/,
  'look-over': /^(Offer something else|Due soon|Which car exactly.*)$/,
};

/** Forms whose figures are read on the server alone: nonsense is refused there, and what is said of it is read. */
const READ_THERE = /\/(measure\.record|targets\.set|car\.correct)$/;

/** Nothing is recorded of it: whatever else a form lets through stops here, as at a record that does not answer. */
async function stopAtTheDoor(page: Page): Promise<() => number> {
  let through = 0;
  await page.route(/\/api\/commands\//, async (route) => {
    if (READ_THERE.test(route.request().url())) return route.continue();
    through += 1;
    await route.fulfill({
      status: 400,
      json: { ok: false, errors: [{ field: '', code: 'test', message: 'Stopped at the door.' }] },
    });
  });
  return () => through;
}

/** Fills what can be typed into; a form with nothing to type is none. @returns whether a figure or a day is among it */
async function fill(form: Locator): Promise<boolean> {
  const fields = form.locator(
    'input:visible:not([type=file]):not([type=checkbox]):not([type=radio]):not([type=password]):not([readonly]):not([disabled]), textarea:visible',
  );
  let typed = 0;
  for (const field of await fields.all()) {
    await field.fill(NONSENSE);
    typed += 1;
  }
  return typed > 0;
}

interface Said {
  words: string;
  inView: boolean;
}
const saidIn = (form: Locator): Promise<Said[]> =>
  form.evaluate((node) =>
    [...node.querySelectorAll('[aria-invalid=true]')].map((field) => {
      const words = (field.getAttribute('aria-describedby') ?? '')
        .split(' ')
        .map((id) => document.getElementById(id)?.textContent?.trim() ?? '')
        .filter(Boolean)
        .join(' ');
      const { top, bottom } = field.getBoundingClientRect();
      return { words, inView: bottom > 0 && top < innerHeight };
    }),
  );

async function tryForm(page: Page, form: Locator, where: string): Promise<number> {
  if (!(await fill(form))) return 0;
  const send = form.locator('button[type=submit]:visible').last();
  if (!(await send.count()) || !(await send.isEnabled())) return 0;
  await send.click();
  await page.waitForTimeout(350);
  const said = await saidIn(form);
  const alerts = (await form.locator('[role=alert]:visible').allInnerTexts()).flatMap((text) =>
    text.split('\n').filter(Boolean),
  );
  const words = [...said.map((one) => one.words), ...alerts].filter(
    (text) => text !== 'Stopped at the door.',
  );
  expect(
    words.filter((text) => !text.split(/(?<=[.?!]) (?=[A-Z“])/).every(isPlain)),
    `${where}: not plain`,
  ).toEqual([]);
  if (!said.length) return 0;
  expect(
    said.filter((one) => one.words === ''),
    `${where}: a field without words`,
  ).toEqual([]);
  // The hand is led to what is wrong, and it is in view: as soon as the page has come to it.
  const isLed = () =>
    form.evaluate((node) => {
      const at = document.activeElement;
      if (!at || !node.contains(at)) return false;
      const wrong =
        at.getAttribute('aria-invalid') === 'true' || at.querySelector('[aria-invalid=true]') !== null;
      const { top, bottom } = at.getBoundingClientRect();
      return wrong && bottom > 0 && top < innerHeight;
    });
  await expect
    .poll(isLed, { message: `${where}: the first wrong field is not where the hand is` })
    .toBe(true);
  return said.length;
}

/** A page that has stopped growing. */
async function settled(page: Page): Promise<void> {
  const height = () => page.evaluate(() => document.documentElement.scrollHeight);
  let was = -1;
  await expect
    .poll(
      async () => {
        const now = await height();
        const still = now === was;
        was = now;
        return still;
      },
      { intervals: [300] },
    )
    .toBe(true);
}

async function tryPage(page: Page, url: string, opener?: RegExp): Promise<number> {
  await page.goto(url);
  await expect(page.locator('h1, h2').first()).toBeVisible();
  await page.waitForLoadState('networkidle');
  // What is folded away is looked at too.
  for (const fold of await page.locator('main details:not([open]) > summary').all())
    await fold.click({ timeout: 1000 }).catch(() => undefined);
  // What is worked out beside the form is there before anything is typed into it.
  await settled(page);
  let found = 0;
  const forms = page.locator('main form');
  for (let at = 0; at < (await forms.count()); at += 1)
    if (await forms.nth(at).isVisible())
      found += await tryForm(page, forms.nth(at), `${url}, form ${at + 1}`);
  if (opener) {
    const button = page.locator('main').getByRole('button', { name: opener }).first();
    if (await button.count()) {
      await button.click();
      found += await tryForm(page, page.getByRole('dialog').locator('form').first(), `${url}, its dialog`);
    }
  }
  return found;
}

test('nonsense in the forms of the shop is told at its fields, in plain sentences', async ({ page }) => {
  test.setTimeout(240_000);
  await signIn(page, 'Odalys');
  await stopAtTheDoor(page);
  page.on('dialog', (box) => void box.accept());
  const found: Record<string, number> = {};
  for (const url of PAGES) found[url] = await tryPage(page, url, OPENERS[url]);
  // What stands on the others depends on the day; these have something to refuse always.
  for (const url of ['/orders/new', '/shop', '/procedures/rear-leaf-shackles/values?platform=Ox'])
    expect(found[url], `${url}: nothing was refused`).toBeGreaterThan(0);
});

test('nonsense in the forms of an order is told at its fields, in plain sentences', async ({ page }) => {
  test.setTimeout(240_000);
  await signIn(page, 'Odalys');
  page.on('dialog', (box) => void box.accept());
  const open = [await orderId(page, 'KLM'), await orderId(page, 'SAW')];
  await stopAtTheDoor(page);
  const found: Record<string, number> = {};
  for (const order of open)
    for (const part of ORDER_PAGES)
      found[part] = (found[part] ?? 0) + (await tryPage(page, `/orders/${order}/${part}`, OPENERS[part]));
  for (const part of ['measures', 'heights', 'quote', 'alignment'])
    expect(found[part], `${part}: nothing was refused`).toBeGreaterThan(0);
});
