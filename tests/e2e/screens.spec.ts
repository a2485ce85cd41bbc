import { randomUUID } from 'node:crypto';
import AxeBuilder from '@axe-core/playwright';
import type { AxeResults } from 'axe-core';
import { type Page, expect, test } from './covered';
import { db } from '../../src/server/database';
import { badManners, badSheets } from './manners';
import { openMore, signIn, signInBy } from './hands';

/**
 * One browser a worker, signed in once: it has what every screen loads already, as a tablet in the shop has, and a screen is
 * judged in the time it takes to look at it.
 */
const signedIn = test.extend<{ page: Page }, { desk: Page }>({
  desk: [
    async ({ browser }, hand) => {
      const context = await browser.newContext({
        baseURL: process.env.BASE_URL,
        timezoneId: 'America/Denver',
        reducedMotion: 'reduce',
      });
      await signInBy(context.request, 'Odalys');
      await hand(await context.newPage());
      await context.close();
    },
    { scope: 'worker' },
  ],
  page: async ({ desk }, hand) => {
    await desk.setViewportSize({ width: 1280, height: 800 });
    await hand(desk);
  },
});

/**
 * Marks text that looks as text judged before it does: the same tags, classes and states all the way up. A ledger of two
 * hundred rows has a dozen looks, and contrast is the dearest thing to judge.
 */
function markSameLooks(): void {
  const seen = new Set<string>();
  const look = (one: Element): string =>
    one.parentElement
      ? `${look(one.parentElement)}>${one.tagName}.${[...one.attributes]
          .filter(({ name }) => /^(class|style|disabled|aria-|data-)/.test(name))
          .map(
            ({ name, value }) => `${name}=${/label|describedby|controls|labelledby/.test(name) ? '' : value}`,
          )
          .join(' ')}`
      : '';
  const same = (one: Element): boolean => {
    const inner = [...one.children].map(same).every(Boolean);
    const key = look(one);
    if (inner && seen.has(key)) {
      one.setAttribute('data-same-look', '');
      return true;
    }
    seen.add(key);
    return false;
  };
  same(document.body);
}

async function serious(page: Page): Promise<string[]> {
  // No screen has frames in it, so that the page itself is judged, without a second one beside it to gather them.
  const whole = await new AxeBuilder({ page })
    .setLegacyMode(true)
    // All rules but the dear one; what passes is not asked for, and takes as long to gather as what does not.
    .options({
      resultTypes: ['violations'],
      preload: false,
      rules: { 'color-contrast': { enabled: false } },
    })
    .analyze();
  await page.evaluate(markSameLooks);
  const contrast = await page.evaluate(() =>
    (window as unknown as { axe: { run(context: object, options: object): Promise<AxeResults> } }).axe.run(
      { exclude: [['[data-same-look]']] },
      { runOnly: ['color-contrast'], resultTypes: ['violations'], preload: false },
    ),
  );
  return [...whole.violations, ...contrast.violations]
    .filter((violation) => ['serious', 'critical'].includes(violation.impact ?? ''))
    .map(
      (violation) =>
        `${violation.id}: ${violation.nodes
          .map((node) => node.html)
          .slice(0, 3)
          .join(' | ')}`,
    );
}

/** The address of the first order of a car, by a scrap of its plate. */
async function orderOf(plate: string): Promise<string> {
  const row = await db().row<{ id: string }>(
    `SELECT work_order.id FROM work_order JOIN vehicle ON vehicle.id = vehicle_id
      WHERE plate LIKE ? ORDER BY number LIMIT 1`,
    [`%${plate}%`],
  );
  return `/orders/${row!.id}`;
}

async function open(page: Page, url: string): Promise<void> {
  await page.goto(url);
  await expect(page.locator('h1, h2').first()).toBeVisible();
}

/** How each screen is come to, by its name; signed in as the owner, but for the first. */
const SCREENS: Record<string, (page: Page) => Promise<void>> = {
  ...Object.fromEntries(
    [
      '/',
      '/orders',
      '/orders/new',
      '/come-backs',
      '/shop',
      ...['hours', 'limits', 'wrenches', 'tools', 'crew', 'in-out'].map((part) => `/shop?part=${part}`),
      '/cars',
      '/planner',
      '/catalog',
      '/bench',
      '/bench/torque.extension',
      '/bench/lift.predict',
      '/procedures',
      '/practice',
      '/practice/drills/sheet',
      '/procedures/draft?axle=coilover-front&end=front',
      '/procedures/axles?axle=leaf-over-rear&platform=',
      '/procedures/rear-leaf-shackles?version=2&against=1',
      '/hours',
      '/hours/past',
      '/shop/people',
      '/shop/audit',
      '/shop/runs',
      '/shop/roles',
      '/welcome',
      '/me',
      '/help',
      '/kits',
      '/messages',
      '/stand-ins',
    ].map((url) => [url, (page: Page) => open(page, url)]),
  ),
  ...Object.fromEntries(
    ['', '/look-over', '/measures', '/heights', '/plan', '/quote', '/parts', '/work', '/torque']
      .concat(['/alignment', '/trial', '/road', '/photos', '/heights/photo', '/handoff', '/trail'])
      .flatMap((part) =>
        [
          ['running', 'KLM'],
          ['finished', 'VMR'],
        ].map(([name, plate]) => [
          `${name}${part}`,
          async (page: Page) => open(page, `${await orderOf(plate!)}${part}`),
        ]),
      ),
  ),
  'a kit': async (page) => {
    await page.goto('/kits');
    await page.getByRole('link', { name: 'Quillstone Top 30' }).click();
    await expect(page.getByRole('heading', { name: /Fouls found/ })).toBeVisible();
  },
  'heights that came out low': async (page) => open(page, `${await orderOf('SNO')}/heights`),
  'alignment booked': async (page) => open(page, `${await orderOf('SNO')}/alignment`),
  'the week with a what-if beside it': async (page) => {
    await page.goto('/week');
    await expect(page.getByRole('table')).toBeVisible();
    await page.getByRole('button', { name: 'See what it does' }).click();
    await expect(page.getByRole('region', { name: 'What it would do' }).getByRole('table')).toBeVisible();
  },
  'the finder': async (page) => {
    await open(page, '/help');
    await page.keyboard.press('/');
    await page.getByPlaceholder(/Plate, name, part/).fill('Coppice');
    await expect(page.getByRole('option', { name: /Coppice/ }).first()).toBeVisible();
  },
  ...Object.fromEntries(
    ['VMR', 'PACK'].map((plate) => [
      `the customer’s page of ${plate}`,
      async (page: Page) => {
        const order = await orderOf(plate);
        const made = await page.request.post(`/api${order}/link`, {
          data: { id: randomUUID(), deviceSeq: 1 },
          headers: { origin: process.env.BASE_URL! },
        });
        const { answer } = (await made.json()) as { answer: { address: string } };
        await page.setViewportSize({ width: 390, height: 844 });
        await open(page, answer.address);
      },
    ]),
  ),
  'a plan to answer': async (page) => open(page, `${await orderOf('SAW')}/plan`),
  ...Object.fromEntries(
    ['Items', 'Fasteners', 'Ways'].map((tab) => [
      `a procedure, ${tab}`,
      async (page: Page) => {
        await page.goto('/procedures/utility-cart');
        await page.getByRole('tab', { name: tab }).click();
      },
    ]),
  ),
  'a pull list': async (page) => {
    await page.goto(`${await orderOf('SUR')}/work`);
    await expect(page.getByRole('heading', { name: 'Sockets and crowfeet' })).toBeVisible();
  },
  ...Object.fromEntries(
    ['KLM', 'PRS', 'VET', 'CART 7'].map((plate) => [`the bay, ${plate}`, (page: Page) => bay(page, plate)]),
  ),
  ...Object.fromEntries(
    [/It stands/, 'Found', 'Also opened', 'Another way', 'Bind a wrench to this tablet'].map((name) => [
      `the bay’s sheet ${name}`,
      async (page: Page) => {
        await bay(page, 'KLM');
        await openMore(page);
        if (name === 'Another way') await page.getByRole('button', { name: /in any safe order/ }).click();
        await page.getByRole('button', { name, exact: typeof name === 'string' }).click();
        await expect(page.getByRole('dialog')).toBeVisible();
      },
    ]),
  ),
};

async function bay(page: Page, plate: string): Promise<void> {
  await page.setViewportSize({ width: 820, height: 1180 });
  await open(page, (await orderOf(plate)).replace('/orders/', '/bay/'));
}

test('axe finds nothing serious on the way in, and what is pale in one row of two hundred', async ({
  page,
}) => {
  await open(page, '/sign-in');
  expect(await serious(page)).toEqual([]);
  // It would say so: one pale word among many alike, and a button without a name.
  await page.evaluate(() => {
    const row = (style: string) => `<p><span style="${style}">words</span></p>`;
    const many = Array.from({ length: 200 }, (_, at) =>
      row(`background: #fff; color: ${at === 150 ? '#eee' : '#111'}`),
    );
    document
      .querySelector('main, body')!
      .insertAdjacentHTML('beforeend', `${many.join('')}<button></button>`);
  });
  const found = await serious(page);
  expect(found.map((one) => one.split(':')[0]).sort()).toEqual(['button-name', 'color-contrast']);
  expect(found.join()).toContain('#eee');
});

signedIn.describe('axe finds nothing serious, keys and narrow windows find their way on', () => {
  signedIn.describe.configure({ mode: 'parallel' });
  for (const [name, come] of Object.entries(SCREENS))
    signedIn(name, async ({ page }) => {
      await come(page);
      expect(await serious(page)).toEqual([]);
      expect(await badManners(page)).toEqual([]);
      expect(await badSheets(page)).toEqual([]);
    });
});

test('strangers are sent to sign in; pictures and papers are not handed out', async ({ page, request }) => {
  await page.goto('/come-backs');
  await expect(page).toHaveURL('/sign-in');
  const command = await request.post('/api/commands/clock.off', {
    data: {},
    headers: { origin: new URL(page.url()).origin },
  });
  expect(command.status()).toBe(401);
  const elsewhere = await request.post('/api/commands/clock.off', {
    data: {},
    headers: { origin: 'http://elsewhere.example' },
  });
  expect(elsewhere.status()).toBe(403);
  expect((await request.get('/api/photos/11111111-1111-4111-8111-111111111111')).status()).toBe(401);
  expect((await request.get('/api/orders/11111111-1111-4111-8111-111111111111/handoff')).status()).toBe(401);
});

test('bad input names the field and keeps what was typed', async ({ page }) => {
  await signIn(page, 'Teodor');
  await page.goto('/orders/new');
  await page.getByLabel('Maker, model, what it does').fill('Half a car');
  await page.getByLabel('Tires fitted').fill('36x12.50');
  await page.getByRole('button', { name: 'Take it in and measure it' }).click();
  await expect(page.getByLabel('Plate', { exact: true })).toHaveAttribute('aria-invalid', 'true');
  await expect(page.getByText('Enter the odometer')).toBeVisible();
  await expect(page.getByLabel('Maker, model, what it does')).toHaveValue('Half a car');
  await expect(page.getByLabel('Tires fitted')).toHaveValue('36x12.50');
});
