import { deleteDB } from 'idb';
import { forgetWhenSent } from '@/features/offline/forget';
import {
  deviceTime,
  discard,
  enqueue,
  keepOffset,
  onOutbox,
  sendWaiting,
  setAside,
  waiting,
} from '@/features/offline/outbox';
import { keyReady, sha256Hex, sign } from '@/features/offline/signing';
import { mayWorkOffline, store } from '@/features/offline/store';
import { BRANNOCH, DEVICE, ILSE, ORDER } from '../support/bay';
import { type Asked, SILENT, no, shopServer, yes } from '../support/shop-server';

/** A tablet's own store: what waits there, who signed it, and what happens to it when the shop answers. */

const OTHER_ORDER = ORDER.replace(/a$/, '9');
let count = 0;
const move = (more: object = {}) => {
  count += 1;
  return {
    id: `00000000-0000-4000-8000-${String(count).padStart(12, '0')}`,
    name: 'step.done',
    deviceSeq: count,
    at: '2026-04-14T18:30:00.000Z',
    personId: BRANNOCH,
    deviceId: DEVICE,
    input: { orderId: ORDER, stepId: `step ${count}` },
    ...more,
  };
};
const keep = (body = move(), orderId = ORDER, picture?: Blob) => enqueue(body, orderId, [], picture);

beforeAll(() => Object.assign(window, { isSecureContext: true }));
beforeEach(async () => {
  const db = await store();
  for (const name of ['bundles', 'outbox', 'keys', 'meta'] as const) await db.clear(name);
});
afterAll(async () => {
  (await store()).close();
  await deleteDB('wrenchwise-bay');
});

const withKey = async (person = BRANNOCH) => {
  const server = shopServer({ '/api/outbox/key': yes() });
  await keyReady(person);
  return server.asked[0]!.body.publicKey as string;
};

test('a browser that can keep things says so; one without a safe connection keeps nothing', () => {
  expect(mayWorkOffline()).toBe(true);
  Object.assign(window, { isSecureContext: false });
  expect(mayWorkOffline()).toBe(false);
  Object.assign(window, { isSecureContext: true });
});

test('a move is signed by its person’s own key, which the shop was told and nobody can read out', async () => {
  const publicKey = await withKey();
  const body = move();
  expect(await keep(body)).toBe(true);
  const [one] = await waiting();
  expect(JSON.parse(one!.body)).toEqual(body);
  const bytes = (text: string) => Uint8Array.from(atob(text), (letter) => letter.charCodeAt(0));
  const key = await crypto.subtle.importKey(
    'spki',
    bytes(publicKey),
    { name: 'ECDSA', namedCurve: 'P-256' },
    false,
    ['verify'],
  );
  const holds = (text: string) =>
    crypto.subtle.verify(
      { name: 'ECDSA', hash: 'SHA-256' },
      key,
      bytes(one!.signature),
      new TextEncoder().encode(text),
    );
  expect(await holds(one!.body)).toBe(true);
  expect(await holds(one!.body.replace('step', 'stop'))).toBe(false);
  const kept = await (await store()).get('keys', BRANNOCH);
  await expect(crypto.subtle.exportKey('pkcs8', kept!.pair.privateKey)).rejects.toThrow();
});

test('without a key of the person nothing is kept, so that nothing goes out in another’s name', async () => {
  await withKey(ILSE);
  expect(await keep()).toBe(false);
  expect(await sign(BRANNOCH, 'text')).toBeNull();
  expect(await waiting()).toEqual([]);
});

test('a key the shop did not get is sent again, the same one; one it has is not', async () => {
  const server = shopServer({ '/api/outbox/key': SILENT });
  await keyReady(BRANNOCH);
  server.replies['/api/outbox/key'] = yes();
  await keyReady(BRANNOCH);
  await keyReady(BRANNOCH);
  const sent = server.asked.map(({ body }) => body.publicKey);
  expect(sent).toHaveLength(2);
  expect(sent[1]).toBe(sent[0]);
});

test('what waits goes in its order, each once, however many ask for it', async () => {
  await withKey();
  const bodies = [move(), move(), move()];
  for (const body of bodies) await keep(body);
  const server = shopServer({ '/api/outbox': yes({}) });
  const [one, two] = await Promise.all([sendWaiting(), sendWaiting()]);
  expect(one).toBe(two);
  expect(one).toEqual({ sent: 3, tasks: [], left: 0 });
  expect(server.asked.map(({ body }) => JSON.parse(body.body as string) as object)).toEqual(bodies);
  expect(await waiting()).toEqual([]);
});

test('the second waits while the shop is silent, and nothing overtakes it', async () => {
  await withKey();
  for (const body of [move(), move(), move()]) await keep(body);
  let answered = 0;
  const server = shopServer({ '/api/outbox': () => ((answered += 1) === 1 ? yes({}) : SILENT) });
  expect(await sendWaiting()).toEqual({ sent: 1, tasks: [], left: 2 });
  expect(server.asked).toHaveLength(2);
  server.replies['/api/outbox'] = no({ code: 'failed', message: 'It failed.' });
  expect(await sendWaiting()).toEqual({ sent: 0, tasks: [], left: 2 });
});

test('what is refused for good is set aside in sight with why, and what is behind it goes on', async () => {
  await withKey();
  for (const body of [move(), move({ name: 'torque.record' }), move()]) await keep(body);
  shopServer({
    '/api/outbox': ({ body }: Asked) =>
      String(body.body).includes('torque') ? no({ message: 'The order was closed.' }) : yes({}),
  });
  let told = 0;
  const stop = onOutbox(() => {
    told += 1;
  });
  const { sent, tasks, left } = await sendWaiting();
  stop();
  expect({ sent, left }).toEqual({ sent: 2, left: 0 });
  expect(tasks).toEqual(['A torque: The order was closed.']);
  expect(told).toBe(3);
  const [aside] = await setAside();
  expect(aside).toMatchObject({ name: 'torque.record', aside: 'The order was closed.' });
  // It is not sent again, and stays until somebody has read it.
  expect(await sendWaiting()).toEqual({ sent: 0, tasks: [], left: 0 });
  await discard(aside!.seq!);
  expect(await setAside()).toEqual([]);
});

test('a move that became a task is told in its words', async () => {
  await withKey();
  await keep();
  shopServer({ '/api/outbox': yes({ task: 'The step was done by Ilse meanwhile.' }) });
  expect(await sendWaiting()).toEqual({ sent: 1, tasks: ['The step was done by Ilse meanwhile.'], left: 0 });
});

test('a shop that lost the key is sent it again before the move', async () => {
  await withKey();
  await keep();
  const server = shopServer({
    '/api/outbox/key': yes(),
    '/api/outbox': no({ code: 'no-key', message: 'No key of this person.' }),
  });
  expect(await sendWaiting()).toEqual({ sent: 0, tasks: [], left: 1 });
  await keyReady(BRANNOCH);
  expect(server.asked.at(-1)!.url).toContain('/key');
  server.replies['/api/outbox'] = yes({});
  expect((await sendWaiting()).sent).toBe(1);
});

test('a picture goes before the move that binds it, by its bytes and signed as well', async () => {
  await withKey();
  const picture = new Blob([new Uint8Array([1, 2, 3])], { type: 'image/jpeg' });
  const hash = await sha256Hex(await picture.arrayBuffer());
  expect(hash).toBe('039058c6f2c0cb492c533b0a4d14ef77cc0f78abccced5287d84a1a2011cfb81');
  await keep(move({ name: 'photo.bind' }), ORDER, picture);
  const db = await store();
  const [kept] = await waiting();
  // A document's own pictures do not lie in this store as a browser's do: the bytes are put back as they were.
  await db.put('outbox', { ...kept!, photo: { ...kept!.photo!, blob: {} as Blob } });
  const append = jest.spyOn(FormData.prototype, 'set').mockImplementation(() => undefined);
  const server = shopServer({ '/api/outbox/photo': SILENT, '/api/outbox': yes({}) });
  // Where the picture does not arrive, the move waits with it.
  expect((await sendWaiting()).left).toBe(1);
  expect(server.asked.map(({ url }) => url)).toEqual(['/api/outbox/photo']);
  server.replies['/api/outbox/photo'] = yes({});
  expect((await sendWaiting()).sent).toBe(1);
  expect(server.asked.map(({ url }) => url).slice(1)).toEqual(['/api/outbox/photo', '/api/outbox']);
  const set = Object.fromEntries(append.mock.calls.map(([name, value]) => [name, value as unknown]));
  append.mockRestore();
  expect(set).toMatchObject({ hash, personId: BRANNOCH, signature: kept!.photo!.signature });
});

test('what waits is told by car', async () => {
  await withKey();
  await keep(move(), ORDER);
  await keep(move(), OTHER_ORDER);
  expect((await waiting(OTHER_ORDER)).map(({ orderId }) => orderId)).toEqual([OTHER_ORDER]);
  expect(await waiting()).toHaveLength(2);
});

test('the time a move is done at is the shop’s, not this tablet’s', async () => {
  const off = 3 * 3600_000;
  await keepOffset(new Date(Date.now() + off).toISOString());
  expect(Math.abs(Date.parse(await deviceTime()) - Date.now() - off)).toBeLessThan(2000);
});

test('somebody who signs out leaves neither key nor car; what waits keeps its key until it is sent', async () => {
  await withKey();
  const db = await store();
  await db.put('bundles', { orderId: ORDER } as never);
  await keep();
  await forgetWhenSent();
  expect(await db.count('keys')).toBe(1);
  shopServer({ '/api/outbox': yes({}) });
  await sendWaiting();
  expect(await db.count('keys')).toBe(0);
  expect(await db.count('bundles')).toBe(0);
  expect(await db.getAllKeys('meta')).toEqual([]);
});
