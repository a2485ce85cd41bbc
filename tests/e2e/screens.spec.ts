import { randomUUID } from 'node:crypto';
import AxeBuilder from '@axe-core/playwright';
import { type Page, expect, test } from '@playwright/test';
import { signIn } from './hands';

async function serious(page: Page): Promise<string[]> {
  const { violations } = await new AxeBuilder({ page })
    .withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'])
    .analyze();
  return violations
    .filter((violation) => ['serious', 'critical'].includes(violation.impact ?? ''))
    .map(
      (violation) =>
        `${violation.id}: ${violation.nodes
          .map((node) => node.html)
          .slice(0, 3)
          .join(' | ')}`,
    );
}

async function orderOf(page: Page, find: string): Promise<string> {
  await page.goto(`/orders?find=${encodeURIComponent(find)}`);
  return (await page.getByRole('main').locator('ul li a').last().getAttribute('href'))!;
}

test('axe finds nothing serious on any screen', async ({ page }) => {
  // Some fifty screens, one after the other.
  test.setTimeout(900_000);
  const found: Record<string, string[]> = {};
  const look = async (name: string, url: string) => {
    await page.goto(url);
    await expect(page.locator('h1, h2').first()).toBeVisible();
    const problems = await serious(page);
    if (problems.length) found[name] = problems;
  };
  await look('sign-in', '/sign-in');
  await signIn(page, 'Odalys');
  const orchard = await orderOf(page, 'KLM');
  const finished = await orderOf(page, 'VMR');
  for (const url of [
    '/',
    '/orders',
    '/orders/new',
    '/come-backs',
    '/shop',
    '/cars',
    '/planner',
    '/catalog',
    '/bench',
    '/bench/torque.extension',
    '/bench/lift.predict',
    '/procedures',
    '/procedures/rear-leaf-shackles?version=2&against=1',
    '/hours',
    '/hours/past',
    '/shop/people',
    '/shop/audit',
    '/shop/roles',
    '/welcome',
    '/me',
    '/help',
    '/kits',
    '/messages',
    '/stand-ins',
  ]) {
    await look(url, url);
  }
  for (const part of [
    '',
    '/look-over',
    '/heights',
    '/plan',
    '/quote',
    '/parts',
    '/work',
    '/torque',
    '/alignment',
    '/road',
    '/photos',
    '/handoff',
    '/trail',
  ]) {
    await look(`running${part}`, `${orchard}${part}`);
    await look(`finished${part}`, `${finished}${part}`);
  }
  await page.goto('/kits');
  await page.getByRole('link', { name: 'Quillstone Top 30' }).click();
  await expect(page.getByRole('heading', { name: /Fouls found/ })).toBeVisible();
  const kit = await serious(page);
  if (kit.length) found.kit = kit;
  const shuttle = await orderOf(page, 'SNO');
  for (const part of ['/heights', '/alignment']) await look(`shuttle${part}`, `${shuttle}${part}`);
  // The week once it is planned, with a what-if beside it; the finder and the keys over a page.
  await page.goto('/week');
  await expect(page.getByRole('table')).toBeVisible();
  await page.getByRole('button', { name: 'See what it does' }).click();
  await expect(page.getByText(/Late in all/)).toBeVisible();
  const week = await serious(page);
  if (week.length) found.week = week;
  await page.goto('/');
  await page.keyboard.press('/');
  await page.getByPlaceholder(/Plate, name, part/).fill('Coppice');
  await expect(page.getByRole('option', { name: /Coppice/ }).first()).toBeVisible();
  const finder = await serious(page);
  if (finder.length) found.finder = finder;
  // The customer's page, handed over and with an offer to answer.
  for (const plate of ['VMR', 'PACK']) {
    const order = await orderOf(page, plate);
    const made = await page.request.post(`/api${order}/link`, {
      data: { id: randomUUID(), deviceSeq: 1 },
      headers: { origin: new URL(page.url()).origin },
    });
    const { answer } = (await made.json()) as { answer: { address: string } };
    await page.setViewportSize({ width: 390, height: 844 });
    await look(`customer ${plate}`, answer.address);
    await page.setViewportSize({ width: 1280, height: 800 });
  }
  const waiting = await orderOf(page, 'SAW');
  await look('plan to answer', `${waiting}/plan`);
  await page.goto('/procedures/utility-cart');
  for (const tab of ['Items', 'Fasteners', 'Ways']) {
    await page.getByRole('tab', { name: tab }).click();
    const problems = await serious(page);
    if (problems.length) found[`procedure, ${tab}`] = problems;
  }
  await page.goto(`${await orderOf(page, 'SUR')}/work`);
  await expect(page.getByRole('heading', { name: 'Sockets and crowfeet' })).toBeVisible();
  const holes = await serious(page);
  if (holes.length) found['pull list'] = holes;
  await page.setViewportSize({ width: 820, height: 1180 });
  for (const plate of ['KLM', 'PRS', 'VET', 'CART 7']) {
    await look(`bay ${plate}`, (await orderOf(page, plate)).replace('/orders/', '/bay/'));
  }
  // The sheets that open over the bay.
  for (const name of [/It stands/, 'Found', 'Another way', 'Bind a wrench to this tablet']) {
    await page.goto((await orderOf(page, 'KLM')).replace('/orders/', '/bay/'));
    await page.getByRole('button', { name, exact: typeof name === 'string' }).click();
    await expect(page.getByRole('dialog')).toBeVisible();
    const problems = await serious(page);
    if (problems.length) found[`bay sheet ${name}`] = problems;
  }
  expect(found).toEqual({});
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
