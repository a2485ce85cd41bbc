import { chromium } from '@playwright/test';
const B=process.argv[2], u=process.argv[3];
const b = await chromium.launch({ executablePath: '/usr/bin/chromium-headless-shell' });
const c0 = await b.newContext({ baseURL: B, serviceWorkers: 'block' }); const p0 = await c0.newPage();
await p0.goto('/sign-in'); await p0.getByLabel('Name').fill('Odalys'); await p0.getByLabel('Password').fill('paint-pen-odalys'); await p0.getByRole('button', { name: /Sign in/ }).click(); await p0.waitForURL(B + '/');
let url=u; if(u==='bay'||u==='plan'){ await p0.goto('/orders'); const ids=[...new Set((await p0.$$eval('a[href^="/orders/"]', (as) => as.map((a) => a.getAttribute('href')))).map((h)=>h.split('/')[2]).filter((x)=>x&&x.length===36))]; if(u==='plan') url=`/orders/${ids[0]}/plan`; else for(const id of ids){ const r=await c0.request.get('/api/bay/'+id); if(r.ok()){url='/bay/'+id;break;} } }
const list=[]; p0.on('response', async (r)=>{ if(/\.js(\?|$)/.test(r.url())) { const t=await r.text().catch(()=> ''); list.push([t.length, r.url().split('/').pop().slice(0,60), [/any\.required/.test(t)&&'JOI',/radix/i.test(t)&&'radix',/react-dom/.test(t)&&'rdom',/signature/i.test(t)&&'sig', /DayPicker|day_button/.test(t)&&'daypicker',/cmdk/.test(t)&&'cmdk',/recharts/i.test(t)&&'recharts',/toBig|parseISO|formatDistance/.test(t)&&'datefns',/torque\.plausible/.test(t)&&'calc'].filter(Boolean).join(' ')]); } });
await p0.goto(url,{waitUntil:'networkidle'}); await p0.waitForTimeout(800);
list.sort((a,b)=>b[0]-a[0]); for(const l of list.slice(0,22)) console.log(...l); console.log(list.reduce((s,l)=>s+l[0],0)); await b.close();
