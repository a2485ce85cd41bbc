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
  executablePath: '/usr/bin/chromium',
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
  await page.waitForLoadState('networkidle');
  await keep(name);
};
const order = async (find) => {
  await page.goto(`${base}/orders?find=${find}`);
  return page.locator('main ul li a').last().getAttribute('href');
};

await show('sign-in', '/sign-in');
await page.getByLabel('Name').fill('Odalys');
await page.getByLabel('Password').fill('paint-pen-odalys');
await page.getByRole('button', { name: 'Sign in' }).click();
await page.waitForURL(`${base}/`);
const [orchard, rescue, sawmill, cart] = [
  await order('KLM'),
  await order('VMR'),
  await order('SAW'),
  await order('CART'),
];
await show('day', '/');
await show('order', orchard);
await show('bay', orchard.replace('/orders/', '/bay/'), TABLET);
await show('plan', `${sawmill}/plan`);
await show('torque', `${orchard}/torque`);
await show('handoff', `${rescue}/handoff`);
await show('alignment', `${rescue}/alignment`);
await show('come-backs', '/come-backs');
await show('intake', '/orders/new');
await show('heights', `${cart}/heights`);
await show('shop', '/shop');
await browser.close();
