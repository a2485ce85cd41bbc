import { randomUUID } from 'node:crypto';
import { type APIRequestContext, type Page, expect, test } from './covered';
import { zipSync } from 'fflate';
import sharp from 'sharp';
import { give, orderId, signIn } from './hands';

/** What each door answers to who knocks: strangers, the wrong role, hostile files, guessed addresses. */

const ID = '00000000-0000-4000-a000-00000000abcd';
const GUESS = 'A'.repeat(43);

const originOf = (page: Page) => ({ origin: new URL(page.url()).origin });

test('strangers get nothing from any door, and a page address that is guessed gets the same nothing', async ({
  page,
  request,
}) => {
  await page.goto('/sign-in');
  for (const door of [
    `/api/orders/${ID}/handoff`,
    `/api/orders/${ID}/order.zip`,
    `/api/photos/${ID}`,
    '/api/camera?scene=side',
    '/api/shop.zip',
    '/api/pull-list',
    '/api/wrench',
  ]) {
    const answer = await request.get(door);
    expect([401, 404, 405], door).toContain(answer.status());
    expect(await answer.text()).not.toMatch(/Tindral|KLM/);
  }
  for (const door of [
    '/api/photos',
    '/api/rack',
    '/api/calendar',
    '/api/import/order',
    `/api/orders/${ID}/link`,
  ]) {
    expect([door, (await request.post(door, { data: {}, headers: originOf(page) })).status()]).toEqual([
      door,
      401,
    ]);
    expect([
      door,
      (await request.post(door, { data: {}, headers: { origin: 'http://elsewhere.example' } })).status(),
    ]).toEqual([door, 403]);
  }
  const bodies = new Set<string>();
  for (const door of [
    `/api/c/${GUESS}/handoff`,
    `/api/c/${GUESS}/order.zip`,
    `/api/c/${GUESS}/calendar.ics`,
    `/api/c/${GUESS}/photos/${ID}`,
    `/api/c/x/photos/${ID}`,
    `/api/calendar/${GUESS}.ics`,
    '/api/calendar/..%2f..%2fetc',
  ]) {
    const answer = await request.get(door);
    expect([door, answer.status()]).toEqual([door, 404]);
    bodies.add(await answer.text());
  }
  const told = await request.post(`/api/c/${GUESS}/commands/offer.answer`, {
    data: { id: randomUUID(), deviceSeq: 1, input: {} },
    headers: originOf(page),
  });
  expect(told.status()).toBe(404);
  bodies.add(await told.text());
  expect([...bodies]).toEqual(['There is nothing at this address.']);
  expect((await page.goto(`/c/${GUESS}`))!.status()).toBe(404);
  await expect(page.getByRole('heading', { name: 'There is nothing at this address' })).toBeVisible();
});

test('each role gets what is its own', async ({ page }) => {
  await signIn(page, 'Ilse');
  const order = await orderId(page, 'KLM');
  expect((await page.request.get('/api/shop.zip')).status()).toBe(403);
  const post = (door: string, data: object) => page.request.post(door, { data, headers: originOf(page) });
  const body = { id: randomUUID(), deviceSeq: 1 };
  for (const door of [`/api/orders/${order}/link`, '/api/calendar']) {
    const answer = await post(door, { ...body, id: randomUUID() });
    expect([
      door,
      answer.status(),
      ((await answer.json()) as { errors: { code: string }[] }).errors[0]!.code,
    ]).toEqual([door, 400, 'not-yours']);
  }
  const zip = await page.request.post('/api/import/order', {
    multipart: { file: { name: 'x.zip', mimeType: 'application/zip', buffer: Buffer.from('PK') } },
    headers: originOf(page),
  });
  expect(((await zip.json()) as { errors: { code: string }[] }).errors[0]!.code).toBe('not-yours');
  const pdf = await page.request.get(`/api/orders/${order}/handoff`);
  expect(pdf.headers()['content-type']).toBe('application/pdf');
  expect((await pdf.body()).subarray(0, 5).toString()).toBe('%PDF-');
});

/** Uploads through the door as a browser would. */
async function upload(
  request: APIRequestContext,
  headers: object,
  name: string,
  mimeType: string,
  buffer: Buffer,
) {
  const answer = await request.post('/api/photos', {
    multipart: { file: { name, mimeType, buffer } },
    headers: headers as Record<string, string>,
  });
  return (await answer.json()) as {
    ok: boolean;
    answer?: { photoId: string; known: boolean };
    errors?: { field: string; message: string }[];
  };
}

test('hostile files are refused at the door by name; a large photograph arrives whole and is kept by the browser', async ({
  page,
}) => {
  await signIn(page, 'Odalys');
  const headers = originOf(page);
  const small = await sharp({ create: { width: 60, height: 40, channels: 3, background: '#456' } })
    .jpeg()
    .toBuffer();
  for (const [name, type, bytes] of [
    ['drawing.jpg', 'image/jpeg', Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"><script/></svg>')],
    ['page.jpg', 'image/jpeg', Buffer.from('<!doctype html><script>alert(1)</script>')],
    ['half.jpg', 'image/jpeg', small.subarray(0, 200)],
    ['huge.jpg', 'image/jpeg', Buffer.alloc(26 * 1024 * 1024, 7)],
    ['empty.jpg', 'image/jpeg', Buffer.alloc(0)],
  ] as const) {
    const answer = await upload(page.request, headers, name, type, bytes);
    expect([name, answer.ok, answer.errors?.[0]?.field]).toEqual([name, false, 'file']);
    expect(answer.errors![0]!.message).toMatch(/picture/);
  }
  const side = 2400;
  const noise = Buffer.alloc(side * side * 3);
  for (let at = 0; at < noise.length; at += 1) noise[at] = (Math.imul(at, 2654435761) >>> 11) & 255;
  const large = await sharp(noise, { raw: { width: side, height: side, channels: 3 } })
    .withExif({ IFD3: { GPSLatitude: '51/1 30/1 0/1', GPSLatitudeRef: 'N' } })
    .png({ compressionLevel: 0 })
    .toBuffer();
  expect(large.length).toBeGreaterThan(15 * 1024 * 1024);
  const kept = await upload(page.request, headers, 'large.png', 'image/png', large);
  expect(kept).toMatchObject({ ok: true, answer: { known: false } });
  expect(await upload(page.request, headers, 'again.png', 'image/png', large)).toMatchObject({
    answer: { photoId: kept.answer!.photoId, known: true },
  });
  const first = await page.request.get(`/api/photos/${kept.answer!.photoId}`);
  const about = await sharp(await first.body()).metadata();
  expect([about.format, about.width, about.exif]).toEqual(['jpeg', side, undefined]);
  expect(first.headers()['cache-control']).toContain('private, no-cache');
  const again = await page.request.get(`/api/photos/${kept.answer!.photoId}`, {
    headers: { 'if-none-match': first.headers()['etag']! },
  });
  expect(again.status()).toBe(304);

  // A hostile ZIP names what is wrong on the shop's own page, and nothing comes in.
  await page.goto('/shop?part=in-out');
  await page.getByLabel('A work order’s ZIP').setInputFiles({
    name: 'order.zip',
    mimeType: 'application/zip',
    buffer: Buffer.from(zipSync({ '../../evil': new Uint8Array(3) })),
  });
  await page.getByRole('button', { name: 'Take it in' }).click();
  await expect(page.getByText(/names a file "\.\.\/\.\.\/evil", which is not ours/)).toBeVisible();
  const whole = await page.request.get(`/api/orders/${await orderId(page, 'VMR')}/order.zip`);
  await page.goto('/shop?part=in-out');
  await page.getByLabel('A work order’s ZIP').setInputFiles({
    name: 'order.zip',
    mimeType: 'application/zip',
    buffer: await whole.body(),
  });
  await page.getByRole('button', { name: 'Take it in' }).click();
  await expect(page.getByText(/That work order is here already, as number \d+/)).toBeVisible();
});

test('a page that was replaced or taken away is gone for its pictures and papers too', async ({
  page,
  browser,
}) => {
  await signIn(page, 'Odalys');
  const order = await orderId(page, 'VMR');
  const make = async () => {
    const made = await page.request.post(`/api/orders/${order}/link`, {
      data: { id: randomUUID(), deviceSeq: 1 },
      headers: originOf(page),
    });
    return ((await made.json()) as { answer: { address: string; picture: string } }).answer;
  };
  const first = await make();
  expect(first.picture).toContain('<svg');
  const theirs = await (await browser.newContext()).newPage();
  await theirs.goto(first.address);
  const photo = (await theirs.locator('img[src*="/photos/"]').first().getAttribute('src'))!;
  expect((await theirs.request.get(photo)).status()).toBe(200);
  const second = await make();
  for (const door of [first.address, photo]) expect((await theirs.request.get(door)).status()).toBe(404);
  expect((await theirs.goto(second.address))!.status()).toBe(200);
  const other = await orderId(page, 'KLM');
  const strange = await page.request.get(`/api/orders/${other}/order.zip`);
  expect(strange.status()).toBe(200);
  await give(page, 'link.revoke', { orderId: order });
  expect((await theirs.request.get(second.address)).status()).toBe(404);
});

test('a body that is too large, no JSON or from nowhere is refused in a sentence; signing out clears what was kept', async ({
  page,
}) => {
  await signIn(page, 'Ilse');
  const post = (door: string, data: string, headers: Record<string, string> = originOf(page)) =>
    // As bytes: a text would be made whole JSON on its way.
    page.request.post(door, {
      data: Buffer.from(data),
      headers: { 'content-type': 'application/json', ...headers },
    });
  const KB = 1024;
  for (const [door, most] of [
    ['/api/sign-in', 10 * KB],
    ['/api/commands/watch.add', 256 * KB],
    ['/api/calc/torque.extension', 256 * KB],
  ] as const) {
    const filled = (bytes: number) => JSON.stringify({ more: 'x'.repeat(bytes - 11) });
    expect([door, (await post(door, filled(most + 1))).status()]).toEqual([door, 413]);
    // What is just small enough is read, and refused for what it says.
    expect([door, (await post(door, filled(most))).status()]).toEqual([door, 400]);
    const broken = await post(door, '{"more":');
    expect([door, broken.status()]).toEqual([door, 400]);
    expect(await broken.text()).toContain('it is not JSON');
  }
  for (const headers of [{ origin: 'null' }, { origin: 'http://[' }, {}])
    expect((await post('/api/commands/watch.add', '{}', headers as Record<string, string>)).status()).toBe(
      403,
    );
  const out = await post('/api/sign-out', '{}');
  expect([out.status(), out.headers()['clear-site-data']]).toEqual([200, '"cache"']);
  expect((await post('/api/commands/watch.add', '{}')).status()).toBe(401);
});

test('what happens in the shop is told to nobody whose session has ended', async ({ page, baseURL }) => {
  await signIn(page, 'Teodor');
  // A second browser, read as it comes: what it hears before and after it signs out.
  const signedIn = await fetch(`${baseURL}/api/sign-in`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', origin: baseURL! },
    body: JSON.stringify({ name: 'Ilse', password: 'paint-pen-ilse' }),
  });
  const cookie = signedIn.headers
    .getSetCookie()
    .map((one) => one.split(';')[0])
    .join('; ');
  const events = await fetch(`${baseURL}/api/live`, { headers: { cookie } });
  let heard = '';
  const ended = (async () => {
    for await (const chunk of events.body!) heard += Buffer.from(chunk).toString('utf8');
  })();
  const order = await orderId(page, 'KLM');
  const change = (text: string) =>
    give(page, 'watch.add', {
      orderId: order,
      text,
      photoId: null,
      byDay: '2030-01-01',
      byDistance: null,
    });
  await change('heard');
  // What moved, and for a page of the release before the chains alone.
  await expect.poll(() => heard).toContain(`event: changed\ndata: ["${order}"]`);
  await expect
    .poll(() => heard)
    .toMatch(/event: moved\ndata: \[\{"chain":"[^"]+","count":\d+,"areas":\[[^\]]*"noted"/);
  const out = await fetch(`${baseURL}/api/sign-out`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', origin: baseURL!, cookie },
    body: '{}',
  });
  expect(out.status).toBe(200);
  const before = heard;
  await change('not heard');
  // The next thing that happens is what closes it, unheard.
  await ended;
  expect(heard).toBe(before);
});
