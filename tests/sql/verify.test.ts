import { closePool, db } from '@/server/database';
import { verifyEverything } from '@/server/entries/verify';
import type { DemoDriver } from '../../demo/driver';
import type { DemoJob } from '../../demo/job';
import { jobOn, testShop, testWrenches, truck } from '../support/shop';

let shop: DemoDriver;
let job: DemoJob;
beforeAll(async () => {
  shop = await testShop('verify');
  job = await jobOn(shop, truck('CHAIN 1', await testWrenches(shop, 'verify'))).intake();
  await job.heights('as came', job.plan.before);
  await (await (await job.planned()).agreed()).started();
  await job.clockOn();
  await job.work({ step: 'C/chock' });
  await job.photos(3);
});
afterAll(closePool);

const verify = () => verifyEverything(() => undefined);
const entries = () =>
  db().rows<{ id: string; seq: number; kind: string; canonical: string; hash: string }>(
    'SELECT id, seq, kind, canonical, hash FROM entry WHERE chain = ? ORDER BY seq',
    [job.orderId],
  );

/** Tampers by hand, looks at what verify says, and puts it back. */
async function tampered(
  spoil: string,
  mend: string,
  values: (string | number | Buffer)[],
  mendValues: (string | number | Buffer)[],
) {
  await db().run(spoil, values);
  const found = await verify();
  await db().run(mend, mendValues);
  return found;
}

test('an untouched record is whole', async () => {
  expect(await verify()).toBeNull();
});

test('a row changed by hand is named', async () => {
  const row = (await entries()).find((entry) => entry.kind === 'heights')!;
  const forged = row.canonical.replace('20 7/16', '22 7/16');
  const set = 'UPDATE entry SET canonical = ? WHERE id = ?';
  expect(await tampered(set, set, [forged, row.id], [row.canonical, row.id])).toContain(row.id);
});

test('a changed last row is named', async () => {
  const row = (await entries()).at(-1)!;
  const set = 'UPDATE entry SET canonical = ? WHERE id = ?';
  const found = await tampered(
    set,
    set,
    [row.canonical.replace('"caption":"', '"caption":"x'), row.id],
    [row.canonical, row.id],
  );
  expect(found).toContain(row.id);
});

test('a last row changed together with its hash is named by the head', async () => {
  const row = (await entries()).at(-1)!;
  const set = 'UPDATE entry SET hash = ? WHERE id = ?';
  expect(await tampered(set, set, ['f'.repeat(64), row.id], [row.hash, row.id])).toMatch(/hash/);
});

test('a deleted last row is named', async () => {
  const [row] = await db().rows<Record<string, string>>(
    'SELECT * FROM entry WHERE chain = ? ORDER BY seq DESC LIMIT 1',
    [job.orderId],
  );
  await db().run('DELETE FROM entry WHERE id = ?', [row!.id!]);
  const found = await verify();
  const columns = Object.keys(row!);
  await db().run(
    `INSERT INTO entry (${columns.join(', ')}) VALUES (${columns.map(() => '?').join(', ')})`,
    Object.values(row!),
  );
  expect(found).toMatch(/was cut: its head counts/);
});

test('a deleted row in the middle is named', async () => {
  const [row] = await db().rows<Record<string, string>>('SELECT * FROM entry WHERE chain = ? AND seq = 4', [
    job.orderId,
  ]);
  await db().run('DELETE FROM entry WHERE id = ?', [row!.id!]);
  const found = await verify();
  const columns = Object.keys(row!);
  await db().run(
    `INSERT INTO entry (${columns.join(', ')}) VALUES (${columns.map(() => '?').join(', ')})`,
    Object.values(row!),
  );
  expect(found).toMatch(/no entry number 4/);
});

test('a column that no longer says what its text says is named', async () => {
  const row = (await entries())[2]!;
  const [{ person_id }] = (await db().rows<{ person_id: string }>(
    'SELECT person_id FROM entry WHERE id = ?',
    [row.id],
  )) as [{ person_id: string }];
  const set = 'UPDATE entry SET person_id = ? WHERE id = ?';
  const found = await tampered(set, set, [shop.person('Ilse').id, row.id], [person_id, row.id]);
  expect(found).toMatch(/column "personId"/);
});

test('a changed photo byte is named', async () => {
  const photo = (await db().row<{ id: string; bytes: Buffer }>('SELECT id, bytes FROM photo LIMIT 1'))!;
  const spoiled = Buffer.from(photo.bytes);
  spoiled[spoiled.length >> 1]! ^= 1;
  const set = 'UPDATE photo SET bytes = ? WHERE id = ?';
  expect(await tampered(set, set, [spoiled, photo.id], [photo.bytes, photo.id])).toContain(
    `photo ${photo.id}`,
  );
});

test('a derived row that is not what the entries say is named', async () => {
  const set = 'UPDATE order_now SET next_text = ? WHERE order_id = ?';
  const { next_text } = (await db().row<{ next_text: string }>(
    'SELECT next_text FROM order_now WHERE order_id = ?',
    [job.orderId],
  ))!;
  expect(await tampered(set, set, ['Drive it', job.orderId], [next_text, job.orderId])).toMatch(
    /derived table order_now/,
  );
  expect(await verify()).toBeNull();
});
