/**
 * Renews docs/screenshots from a demo loaded for its own day:
 * `WRENCHWISE_NOW=2026-04-14T18:30:00.000Z npm start`, then `node scripts/pictures.mjs`.
 */
import { chromium } from '@playwright/test';
import path from 'node:path';
import { root } from './lib/bundle.mjs';

const base = process.env.BASE_URL ?? 'http://127.0.0.1:3000';
const DESK = { width: 1280, height: 800 };
const TABLET = { width: 820, height: 1180 };

const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium-headless-shell',
  args: [
    '--disable-gpu',
    '--font-render-hinting=none',
    '--host-resolver-rules=MAP * ~NOTFOUND , EXCLUDE 127.0.0.1',
  ],
});
const page = await browser.newPage({ viewport: DESK });
const keep = (name) => page.screenshot({ path: path.join(root, 'docs', 'screenshots', `${name}.png`) });
const show = async (name, url, size = DESK) => {
  await page.setViewportSize(size);
  await page.goto(base + url);
  // Live pages never fall silent: a moment is enough for what they draw.
  await page.waitForTimeout(1200);
  await keep(name);
};
const order = async (find) => {
  await page.goto(`${base}/orders?find=${find}`);
  return page.locator('main ul li a').last().getAttribute('href');
};

await page.goto(`${base}/sign-in`);
await page.getByLabel('Name').fill('Odalys');
await page.getByLabel('Password').fill('paint-pen-odalys');
await page.getByRole('button', { name: 'Sign in' }).click();
await page.waitForURL(`${base}/`);
const [orchard, rescue, shuttle, pack, survey] = [
  await order('KLM'),
  await order('VMR'),
  await order('SNO'),
  await order('PACK'),
  await order('SUR'),
];
await show('day', '/');
await show('order', orchard);
await show('bay', orchard.replace('/orders/', '/bay/'), TABLET);
await show('torque', `${orchard}/torque`);
await page.goto(`${base}${survey}/work`);
await page.getByRole('heading', { name: 'Sockets and crowfeet' }).waitFor();
await keep('pull-list');
await show('procedure', '/procedures/rear-leaf-shackles?version=2&against=1');
await show('handoff', `${rescue}/handoff`);
await show('alignment', `${rescue}/alignment`);
await show('come-backs', '/come-backs');
await show('look-over', `${pack}/look-over`);
const top = (words) =>
  page.evaluate((text) => {
    const found = [...document.querySelectorAll('main h2, main summary')].find((one) =>
      one.textContent?.includes(text),
    );
    window.scrollTo(0, (found?.getBoundingClientRect().top ?? 0) + window.scrollY - 12);
  }, words);
await show('heights', `${shuttle}/heights`);
await page.goto(`${base}/kits`);
await page.locator('main table a').first().click();
await page.waitForURL(/kits\//);
await page.waitForTimeout(800);
await keep('kit');
const made = await page.request.post(`${base}/api${pack}/link`, {
  data: { id: crypto.randomUUID(), deviceSeq: 1 },
  headers: { origin: base },
});
const { answer } = await made.json();
const phone = await browser.newPage({ viewport: { width: 390, height: 844 } });
await phone.goto(answer.address);
await phone.waitForTimeout(1200);
await phone.screenshot({ path: path.join(root, 'docs', 'screenshots', 'customer.png') });
await phone.close();
await page.goto(`${base}/week`);
await page.locator('table').first().waitFor();
await page.waitForTimeout(800);
await keep('week');
await show('intake', '/orders/new');
await show('values', `${orchard}/values`);
await page.setViewportSize(TABLET);
await page.goto(`${base}/practice`);
await page.locator('[data-scenario="rack-visit"]').getByRole('button', { name: 'Practice' }).click();
await page.getByRole('region', { name: 'Practice', exact: true }).waitFor();
await page.waitForTimeout(1200);
await keep('practice');
await page.goto(base + orchard.replace('/orders/', '/bay/'));
await page.evaluate(() => navigator.serviceWorker.ready);
await page.waitForTimeout(2500);
await page.context().setOffline(true);
await page.getByRole('button', { name: /^(Start|Stop) clock$/ }).click();
const reason = page.getByRole('button', { name: 'parts', exact: true });
if (await reason.count()) await reason.click();
await page.getByText('No network. Work goes on').waitFor();
await page.waitForTimeout(600);
await keep('offline');
await page.context().setOffline(false);
await page.setViewportSize(DESK);
await page.goto(`${base}${pack}/plan`);
// Open already where something has to be mended before the customer is asked.
if ((await page.locator('details#change').getAttribute('open')) === null)
  await page.locator('summary').first().click();
await page.waitForTimeout(2500);
await top('Change the plan');
await page.evaluate(() => window.scrollBy(0, 64));
await keep('plan');
await browser.close();
