import { type Page, expect, test } from './covered';
import { db } from '../../src/server/database';
import { onTheLift } from '../support/shop';
import { DONE, find, orderId, press, signIn, takePhoto, touching, typeFigures, workUntil } from './hands';

/**
 * What the ten commonest acts cost in taps and keys, counted by the page itself: what a hand does, whatever the test calls it.
 * A PIN is as long as its owner made it: its digits are no taps.
 */

const RUN = Date.now() % 1000;

/** Counts from here on; pages that come later too. */
async function counting(page: Page): Promise<void> {
  await page.addInitScript(() => {
    const pin = (event: Event) =>
      (event.target as Element | null)?.closest?.('[type=password]') ||
      /^(\d|clear|take the last digit back)$/.test(
        (event.target as Element | null)?.closest?.('button')?.getAttribute('aria-label') ?? '',
      );
    const add = (what: string) =>
      sessionStorage.setItem(what, String(Number(sessionStorage.getItem(what) ?? 0) + 1));
    document.addEventListener(
      'click',
      (event) => event.isTrusted && event.detail > 0 && !pin(event) && add('taps'),
      true,
    );
    document.addEventListener('keydown', (event) => event.isTrusted && !pin(event) && add('keys'), true);
  });
}
const begin = (page: Page) =>
  page.evaluate(() => {
    sessionStorage.removeItem('taps');
    sessionStorage.removeItem('keys');
  });
const counted = (page: Page) =>
  page.evaluate(() => ({
    taps: Number(sessionStorage.getItem('taps') ?? 0),
    keys: Number(sessionStorage.getItem('keys') ?? 0),
  }));

/** What was counted, beside what it may come to. */
async function costs(page: Page, act: string, most: { taps: number; keys: number }): Promise<void> {
  const cost = await counted(page);
  console.log(`${act}: ${cost.taps} taps, ${cost.keys} keys (at most ${most.taps} and ${most.keys})`);
  // It counts: an act that costs nothing was not done by a hand.
  expect(cost.taps + cost.keys, act).toBeGreaterThan(0);
  expect(cost.taps, act).toBeLessThanOrEqual(most.taps);
  expect(cost.keys, act).toBeLessThanOrEqual(most.keys);
}

test('at the counter: a car in, looked over, measured, found, in no more taps and keys than it needs', async ({
  page,
}) => {
  test.setTimeout(240_000);
  await counting(page);
  await signIn(page, 'Odalys');

  // A new car: from field to field by Tab, what has to be filled in and nothing else.
  await page.goto('/');
  await begin(page);
  await page.getByRole('link', { name: 'Take a car in' }).first().click();
  await expect(page.getByLabel('Plate', { exact: true })).toBeFocused();
  const type = async (label: string, text: string) => {
    const field = page.getByLabel(label, { exact: true });
    for (
      let tabs = 0;
      tabs < 12 && !(await field.evaluate((one) => one === document.activeElement));
      tabs += 1
    )
      await page.keyboard.press('Tab');
    await expect(field).toBeFocused();
    await page.keyboard.type(text);
  };
  await type('Plate', `TAP ${RUN}`);
  await type('Maker, model, what it does', 'Fell');
  await type('Name', 'Moss');
  await page.getByLabel('In their words').click();
  await page.keyboard.type('Level');
  await page.getByLabel('Odometer', { exact: true }).click();
  await page.keyboard.type('61240');
  await page.getByLabel('Tires fitted').click();
  await page.keyboard.type('235/75R15');
  await page.getByLabel('Wheelbase').click();
  await page.keyboard.type('3120');
  await expect(page.getByText(/things? (is|are) missing/)).toHaveCount(0);
  await page.getByRole('button', { name: 'Take it in and measure it' }).click();
  await expect(page).toHaveURL(/\/heights$/);
  await costs(page, 'a new car', { taps: 6, keys: 59 });
  const order = /orders\/([0-9a-f-]{36})/.exec(page.url())![1]!;

  // Four heights as it came.
  await begin(page);
  for (const [corner, height] of [
    ['left front', '20 7/16'],
    ['right front', '20 5/16'],
    ['left rear', '22 1/8'],
    ['right rear', '22 1/16'],
  ] as const) {
    await page.getByLabel(corner, { exact: true }).click();
    await page.keyboard.type(height);
  }
  for (const box of ['Tire pressure set', 'Level floor', 'Steering straight'])
    await page.getByLabel(box).click();
  await page.getByRole('button', { name: 'Record these heights' }).click();
  await expect(page).toHaveURL(`/orders/${order}`);
  await costs(page, 'heights of four corners', { taps: 8, keys: 28 });

  // A sound car looked over.
  await page.goto(`/orders/${order}`);
  await begin(page);
  await page.getByRole('link', { name: 'Look over', exact: true }).first().click();
  await page.getByRole('button', { name: /record each sound/ }).click();
  await expect(page.getByRole('button', { name: /record each sound/ })).toHaveCount(0);
  const graded = await db().row<{ count: number }>(
    "SELECT COUNT(*) AS count FROM entry WHERE chain = ? AND kind = 'finding'",
    [order],
  );
  expect(Number(graded!.count)).toBeGreaterThan(7);
  await costs(page, 'a sound car looked over', { taps: 9, keys: 0 });

  // A part is put to a plan.
  await page.goto(`/orders/${order}/plan`);
  await begin(page);
  await find(page.getByLabel('Add a part, front'), 'Top spacer, 30');
  await costs(page, 'a part added to a plan', { taps: 2, keys: 14 });

  // Found by a scrap of its plate, from anywhere.
  await page.goto('/help');
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  await begin(page);
  await page.keyboard.press('/');
  await page.getByPlaceholder(/Plate, name, part/).waitFor();
  await page.keyboard.type(`TAP ${RUN}`);
  await page
    .getByRole('option', { name: new RegExp(`TAP ${RUN}`) })
    .first()
    .waitFor();
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/\/orders\/|\/cars\//);
  await costs(page, 'a car found', { taps: 0, keys: 9 });
});

const record = (page: Page) => page.locator('button', { hasText: /^Record( pass|:| \d)/ });

/** Does the step in hand, with what it asks for: a measure, its pictures. */
async function stepOn(page: Page): Promise<void> {
  const now = await page.locator('h1').innerText();
  await typeFigures(page);
  const shot = page.locator('button', { hasText: /^Photo:/ });
  for (let asked = await shot.allInnerTexts(); asked.length; asked = await shot.allInnerTexts())
    await takePhoto(page, page, asked[0]);
  await press(page.locator('button', { hasText: DONE }));
  await expect(page.locator('h1')).not.toHaveText(now);
}

test('in the bay: a step, a torque, a second check, a clock, a picture, another person', async ({
  browser,
}) => {
  test.setTimeout(300_000);
  const { orderId: order } = await onTheLift(`TAPS ${RUN}`);
  const context = await browser.newContext({ hasTouch: true, viewport: { width: 820, height: 1180 } });
  const page = await context.newPage();
  await counting(page);
  await signIn(page, 'Brannoch');
  touching(true);
  try {
    await page.goto(`/bay/${order}`);
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();

    await begin(page);
    await page.getByRole('button', { name: 'Start clock' }).tap();
    await expect(page.getByRole('button', { name: 'Stop clock' })).toBeVisible();
    await costs(page, 'the clock started', { taps: 1, keys: 0 });

    // A step that asks for nothing beside itself.
    const asks = page.locator('[aria-label="Figures of this step"], button:text-matches("^Photo:")');
    while ((await asks.count()) + (await record(page).count()) > 0) await stepOn(page);
    const words = await page.locator('h1').innerText();
    await begin(page);
    await press(page.locator('button', { hasText: /^Done$/ }));
    await expect(page.locator('h1')).not.toHaveText(words);
    await costs(page, 'a step done', { taps: 1, keys: 0 });

    // A torque that somebody else has to look at.
    await workUntil(page, /Left upper joint home/, 'Ilse');
    await begin(page);
    await press(record(page).first());
    await expect.poll(async () => (await counted(page)).taps).toBe(1);
    await costs(page, 'a torque that clicked', { taps: 1, keys: 0 });

    const check = page.locator('button', { hasText: /^Second check$/ });
    await expect(check.first()).toBeVisible();
    const left = await check.count();
    await begin(page);
    await check.first().tap();
    const dialog = page.getByRole('dialog');
    await dialog.getByRole('radio', { name: 'Ilse' }).tap();
    for (const digit of '4303') await dialog.getByRole('button', { name: digit, exact: true }).tap();
    await dialog.getByRole('button', { name: 'I checked it' }).tap();
    await expect.poll(() => check.count()).toBeLessThan(left);
    await costs(page, 'a second check', { taps: 4, keys: 0 });

    await begin(page);
    await page.getByRole('button', { name: /^Brannoch: change person/ }).tap();
    await dialog.getByRole('radio', { name: 'Ilse' }).tap();
    for (const digit of '4303') await dialog.getByRole('button', { name: digit, exact: true }).tap();
    await dialog.getByRole('button', { name: 'Go on' }).tap();
    await expect(page.getByRole('button', { name: /^Ilse: change person/ })).toBeVisible();
    await costs(page, 'another person in the bay', { taps: 3, keys: 0 });
    // It is hers: what is recorded now bears her name.
    await expect(page.getByRole('button', { name: 'Start clock' })).toBeVisible();
    expect(await orderId(page, `TAPS ${RUN}`)).toBe(order);
  } finally {
    touching(false);
    await context.close();
  }
});
