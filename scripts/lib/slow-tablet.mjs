/** How long a slow tablet waits for a page it has never seen: a quarter of this machine's speed, 1.6 Mbit a second, 150 ms away. */
import { chromium } from '@playwright/test';

const TIMES = 5;
const SLOWER = 4;
const BYTES_A_SECOND = 1.6e6 / 8;

/** @param page a bay @returns from asking for the page until its buttons work, sorted, ms; and what of scripts came over the wire, bytes */
export async function firstLoads(port, page, { name, password }) {
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium-headless-shell',
    args: ['--disable-gpu', '--no-sandbox'],
  });
  const base = `http://127.0.0.1:${port}`;
  const signedIn = await browser.newContext();
  const first = await signedIn.newPage();
  await first.goto(`${base}/sign-in`);
  await first.getByLabel('Name').fill(name);
  await first.getByLabel('Password').fill(password);
  await first.getByRole('button', { name: 'Sign in' }).click();
  await first.waitForURL(`${base}/`);
  const storageState = await signedIn.storageState();
  await signedIn.close();
  const times = [];
  let scripts = 0;
  for (let turn = 0; turn < TIMES; turn += 1) {
    // Of its own each time: nothing is kept from the time before.
    const context = await browser.newContext({ storageState, viewport: { width: 820, height: 1180 } });
    const tablet = await context.newPage();
    const devtools = await context.newCDPSession(tablet);
    await devtools.send('Network.enable');
    await devtools.send('Network.emulateNetworkConditions', {
      offline: false,
      latency: 150,
      downloadThroughput: BYTES_A_SECOND,
      uploadThroughput: BYTES_A_SECOND,
    });
    await devtools.send('Emulation.setCPUThrottlingRate', { rate: SLOWER });
    await tablet.addInitScript(() => {
      new MutationObserver(() => {
        // Both: a page may be ready before its own buttons stand there.
        if ('ready' in document.documentElement.dataset && document.querySelector('[data-theme=bay] button'))
          window.usableAfter ??= performance.now();
      }).observe(document, { attributes: true, childList: true, subtree: true });
    });
    await tablet.goto(base + page, { waitUntil: 'commit' });
    await tablet.waitForFunction(() => window.usableAfter !== undefined, null, { timeout: 60_000 });
    times.push(await tablet.evaluate(() => window.usableAfter));
    scripts = await tablet.evaluate(() =>
      performance
        .getEntriesByType('resource')
        .filter(({ initiatorType, name: url }) => initiatorType === 'script' || /\.js$/.test(url))
        .reduce((sum, { transferSize }) => sum + transferSize, 0),
    );
    await context.close();
  }
  await browser.close();
  return { times: times.sort((a, b) => a - b), scripts };
}
