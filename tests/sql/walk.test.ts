import { closePool, db, transaction } from '@/server/database';
import { deriveOrder } from '@/server/derive';
import { wholeOrder } from '@/server/entries/order';
import { type WalkPlace, verifyEverything } from '@/server/entries/verify';
import type { DemoDriver } from '../../demo/driver';
import type { DemoJob } from '../../demo/job';
import { give, handedOver, jobOn, onItsWheels, testShop, testWrenches, truck } from '../support/shop';

let shop: DemoDriver;
let finished: DemoJob[];
beforeAll(async () => {
  shop = await testShop('walk');
  finished = [await handedOver(await onItsWheels(shop, 'WALK 1'))];
  const later = await onItsWheels(shop, 'WALK 2');
  shop.moment(-1, 9);
  finished.push(await handedOver(later));
});
afterAll(closePool);

/** A walk from a place, with every place it came to. */
async function walked(from: WalkPlace | null = null) {
  const places: WalkPlace[] = [];
  let words = '';
  const broken = await verifyEverything(
    (text) => (words = text),
    from,
    (place) => places.push(place),
  );
  return { broken, places, words };
}
const spoil = (orderId: string) =>
  db().run("UPDATE entry SET canonical = CONCAT(canonical, ' ') WHERE chain = ? AND kind = 'intake'", [
    orderId,
  ]);
const mend = (orderId: string) =>
  db().run("UPDATE entry SET canonical = RTRIM(canonical) WHERE chain = ? AND kind = 'intake'", [orderId]);

test('each piece says how far the walk is; from any of those places it comes to the same end', async () => {
  const whole = await walked();
  expect(whole.broken).toBeNull();
  expect(whole.words).toMatch(/^\d+ orders with \d+ entries walked.*Nothing is broken\.$/);
  const parts = whole.places.map(({ part }) => part);
  expect([...new Set(parts)]).toEqual(['cars', 'pictures', 'papers', 'shop']);
  for (const place of whole.places) {
    const on = await walked(JSON.parse(JSON.stringify(place)) as WalkPlace);
    expect(on.broken).toBeNull();
    expect(on.words).toBe(whole.words);
    expect(on.places).toEqual(whole.places.slice(whole.places.indexOf(place) + 1));
  }
  // Another edition derives other rows: nothing that was walked counts.
  const { places } = await walked({ ...whole.places.at(-1)!, edition: 0 });
  expect(places).toEqual(whole.places);
});

test('cars put together while it walks are walked again: what was theirs is in no part that is left', async () => {
  const wrenches = await testWrenches(shop, 'walk');
  const [keep, other] = [
    await jobOn(shop, truck('WALK KEEP', wrenches)).intake(),
    await jobOn(shop, truck('WALK GONE', wrenches)).intake(),
  ];
  const vehicleOf = async (orderId: string) =>
    (await db().row<{ id: string }>('SELECT vehicle_id AS id FROM work_order WHERE id = ?', [orderId]))!.id;
  const { places } = await walked();
  const past = places.find(({ part }) => part === 'shop')!;
  await spoil(other.orderId);
  // Its car was walked before this place, and it is not looked at again …
  expect((await walked(past)).broken).toBeNull();
  await mend(other.orderId);
  const merged = await give(shop, 'Odalys', 'car.merge', {
    keepId: await vehicleOf(keep.orderId),
    otherId: await vehicleOf(other.orderId),
    reason: 'same frame number',
  });
  expect(merged.ok).toBe(true);
  await spoil(other.orderId);
  // … unless it was put together with another since the walk began.
  expect((await walked(past)).broken).toMatch(/was changed/);
  await mend(other.orderId);
  expect((await walked(past)).broken).toBeNull();
  expect((await walked()).broken).toBeNull();
});

test('a derived row of no order is named', async () => {
  const stray = '00000000-0000-4000-a000-00000000beef';
  await db().run("INSERT INTO week_need (order_id, need) VALUES (?, '{}')", [stray]);
  expect((await walked()).broken).toBe(
    `derived table week_need, row ${stray}, is of no order that is there.`,
  );
  await db().run('DELETE FROM week_need WHERE order_id = ?', [stray]);
  expect((await walked()).broken).toBeNull();
});

test('which job was the first of its kind does not hang on the order in which they are told', async () => {
  const ids = finished.map(({ orderId }) => orderId);
  const firsts = async () => {
    const rows = await db().rows<{ id: string; first: number }>(
      `SELECT order_id AS id, first_time AS first FROM finished_work WHERE order_id IN (?, ?)`,
      ids,
    );
    return ids.map((id) => rows.find((row) => row.id === id)?.first ?? null);
  };
  const anew = (id: string) => transaction(async (tx) => deriveOrder(tx, await wholeOrder(tx, id)));
  expect(await firsts()).toEqual([1, 0]);
  await anew(ids[1]!);
  await anew(ids[0]!);
  expect(await firsts()).toEqual([1, 0]);
  // The later one is told first, as from a tablet without network.
  await db().run('DELETE FROM finished_work WHERE order_id IN (?, ?)', ids);
  await anew(ids[1]!);
  expect(await firsts()).toEqual([null, 1]);
  await anew(ids[0]!);
  expect(await firsts()).toEqual([1, 0]);
  expect((await walked()).broken).toBeNull();
});

test('whether a job was the first is judged by all others, also of cars that are walked apart from it', async () => {
  const set = 'UPDATE finished_work SET first_time = ? WHERE order_id = ?';
  await db().run(set, [1, finished[1]!.orderId]);
  expect((await walked()).broken).toBe(
    `derived table finished_work, row ${finished[1]!.orderId}, is not what the entries say.`,
  );
  await db().run(set, [0, finished[1]!.orderId]);
});
