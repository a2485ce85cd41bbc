import { chromium } from '@playwright/test';
const B=process.argv[2];
const b = await chromium.launch({ executablePath: '/usr/bin/chromium-headless-shell' });
const c0 = await b.newContext({ baseURL: B }); const p0 = await c0.newPage();
await p0.goto('/sign-in'); await p0.getByLabel('Name').fill('Odalys'); await p0.getByLabel('Password').fill('paint-pen-odalys'); await p0.getByRole('button', { name: /Sign in/ }).click(); await p0.waitForURL(B + '/');
const state = await c0.storageState();
await p0.goto('/orders'); const hrefs = await p0.$$eval('a[href^="/orders/"]', (as) => as.map((a) => a.getAttribute('href')));
const ids = [...new Set(hrefs.map((h) => h.split('/')[2]).filter((x) => x && x.length === 36))];
let bay = null; for (const id of ids) { const r = await c0.request.get('/api/bay/' + id); if (r.ok()) { bay = id; break; } }
await p0.goto('/day').catch(()=>{});
const out = {};
for (const [n, u] of Object.entries({ help: '/help', day: '/', orders: '/orders', cars: '/cars', comebacks: '/come-backs', intake: '/orders/new', order: '/orders/' + ids[0], plan: '/orders/' + ids[0] + '/plan', planner: '/planner', week: '/week', torque: '/orders/' + bay + '/torque', bay: '/bay/' + bay, bench: '/bench/torque.extension', procedure: '/procedures/strut-top-spacer', shop: '/shop' })) {
  const c = await b.newContext({ baseURL: B, storageState: state, serviceWorkers: 'block' }); const p = await c.newPage();
  const cdp = await c.newCDPSession(p); await cdp.send('Network.enable'); const js = new Map(); let total = 0;
  cdp.on('Network.responseReceived', (e) => { if (/\.js(\?|$)/.test(e.response.url)) js.set(e.requestId, e.response.url); });
  cdp.on('Network.loadingFinished', (e) => { if (js.has(e.requestId)) total += e.encodedDataLength; });
  await p.goto(u, { waitUntil: 'networkidle' }).catch(() => p.waitForTimeout(3000)); await p.waitForTimeout(800);
  out[n] = Math.round(total / 1000); await c.close();
}
console.log(JSON.stringify(out)); await b.close();
