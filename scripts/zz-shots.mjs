import { chromium } from '@playwright/test';
const base = 'http://127.0.0.1:3100';
const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: [
    '--disable-gpu',
    '--font-render-hinting=none',
    '--host-resolver-rules=MAP * ~NOTFOUND , EXCLUDE 127.0.0.1',
  ],
});
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
page.on('pageerror', (e) => console.log('PAGEERROR', e.message.slice(0, 300)));
page.on('console', (m) => m.type() === 'error' && console.log('CONSOLE', m.text().slice(0, 300)));
await page.goto(base + '/sign-in');
await page.getByLabel('Name').fill('Odalys');
await page.getByLabel('Password').fill('paint-pen-odalys');
await page.getByRole('button', { name: 'Sign in' }).click();
await page.waitForURL(base + '/');
const order = async (find) => {
  await page.goto(`${base}/orders?find=${encodeURIComponent(find)}`);
  return page.locator('main ul li a').last().getAttribute('href');
};
const shot = async (name, url, o = {}) => {
  if (url) {
    await page.goto(base + url);
    await page.waitForLoadState('networkidle');
  }
  if (o.css) await page.locator(o.css).first().click();
  if (o.click)
    for (const c of o.click) {
      const [role, name] = c;
      await page.getByRole(role, { name, exact: false }).first().click();
      await page.waitForTimeout(o.pause ?? 400);
    }
  if (o.select) for (const [l, v] of o.select) await page.getByLabel(l).first().selectOption(v);
  if (o.wait) await page.waitForTimeout(o.wait);
  if (o.scroll) await page.evaluate((y) => scrollTo(0, y), o.scroll);
  await page.screenshot({ path: `/tmp/shots/${name}.png`, fullPage: !!o.full });
};
for (const [name, ...rest] of JSON.parse(process.argv[2])) {
  const [url, o] = rest;
  let u = url;
  const m = /^@([^/]+)(.*)$/.exec(url ?? '');
  if (m) u = (await order(m[1])) + m[2];
  if (o?.size) await page.setViewportSize(o.size);
  else await page.setViewportSize({ width: 1280, height: 800 });
  await shot(name, u, o ?? {});
}
await browser.close();
