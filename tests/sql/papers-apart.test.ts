import { closePool, db } from '@/server/database';
import { packetPdf } from '@/server/documents/packet-pdf';
import { loadOrder } from '@/server/entries/order';
import { verifyEverything } from '@/server/entries/verify';
import type { DemoDriver } from '../../demo/driver';
import { give, handedOver, onItsWheels, testShop } from '../support/shop';

jest.mock('@/server/documents/packet-pdf', () => {
  const actual = jest.requireActual<typeof import('@/server/documents/packet-pdf')>(
    '@/server/documents/packet-pdf',
  );
  return { ...actual, packetPdf: jest.fn(actual.packetPdf) };
});
const drawn = jest.mocked(packetPdf);

let shop: DemoDriver;
beforeAll(async () => {
  shop = await testShop('papers');
});
afterAll(closePool);
beforeEach(() => drawn.mockClear());

/** Where each paper was drawn: with nothing locked, or inside the transaction that holds the order. */
const places = () => drawn.mock.calls.map(([, tx]) => (tx === db() ? 'outside' : 'locked'));

test('a handoff and the version after a correction are drawn while nothing is locked, and sealed as drawn', async () => {
  const job = await handedOver(await onItsWheels(shop, 'APART 1'));
  expect(places()).toEqual(['outside']);
  const { state } = (await loadOrder(db(), job.orderId))!;
  expect(state.handoffs).toHaveLength(1);
  drawn.mockClear();
  const torque = state.torques.at(-1)!;
  const taken = await give(shop, 'Odalys', 'entry.void', {
    orderId: job.orderId,
    entryId: torque.id,
    reason: 'another wrench',
  });
  expect(taken).toMatchObject({ ok: true });
  expect(places()).toEqual(['outside']);
  const after = (await loadOrder(db(), job.orderId))!;
  expect(after.state.handoffs.map(({ data }) => data.version)).toEqual([1, 2]);
  // The rehearsal left nothing behind.
  expect(after.entries.filter(({ kind }) => kind === 'void')).toHaveLength(1);
  expect(await verifyEverything(() => undefined)).toBeNull();
});

test('what comes between is in the paper: it is drawn again, with nothing locked either', async () => {
  const job = await onItsWheels(shop, 'APART 2');
  const { orderId } = job;
  drawn.mockImplementationOnce(async (packet, tx, picture) => {
    // Somebody writes to the order just while its paper is drawn.
    const doubt = { orderId, text: 'a weep', photoId: null, byDay: '2030-01-01', byDistance: null };
    expect((await give(shop, 'Ilse', 'watch.add', doubt)).ok).toBe(true);
    const { packetPdf: draw } = jest.requireActual<typeof import('@/server/documents/packet-pdf')>(
      '@/server/documents/packet-pdf',
    );
    return draw(packet, tx, picture);
  });
  await handedOver(job);
  expect(places()).toEqual(['outside', 'outside']);
  const { state } = (await loadOrder(db(), orderId))!;
  expect(state.handoffs).toHaveLength(1);
  expect(await verifyEverything(() => undefined)).toBeNull();
});

test('where somebody writes all the time, it is drawn under the lock in the end', async () => {
  const job = await onItsWheels(shop, 'APART 3');
  const { packetPdf: draw } = jest.requireActual<typeof import('@/server/documents/packet-pdf')>(
    '@/server/documents/packet-pdf',
  );
  drawn.mockImplementation(async (packet, tx, picture) => {
    const doubt = { orderId: job.orderId, text: 'a weep', byDay: '2030-01-01' };
    if (tx === db()) expect((await give(shop, 'Ilse', 'watch.add', doubt)).ok).toBe(true);
    return draw(packet, tx, picture);
  });
  await handedOver(job);
  drawn.mockImplementation(draw);
  expect(places()).toEqual(['outside', 'outside', 'outside', 'outside', 'locked']);
  expect((await loadOrder(db(), job.orderId))!.state.handoffs).toHaveLength(1);
});
