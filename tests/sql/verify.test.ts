import { VEHICLE_FACTS } from '@/core/vehicle-facts';
import { closePool, db } from '@/server/database';
import { loadOrder } from '@/server/entries/order';
import { verifyEverything } from '@/server/entries/verify';
import type { DemoDriver } from '../../demo/driver';
import type { DemoJob } from '../../demo/job';
import { give, handedOver, jobOn, onItsWheels, testShop, testWrenches, truck } from '../support/shop';

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
  const photo = (await db().row<{ id: string; hash: string; bytes: Buffer }>(
    'SELECT id, hash, bytes FROM photo JOIN kept_file ON hash = sha256 LIMIT 1',
  ))!;
  const spoiled = Buffer.from(photo.bytes);
  spoiled[spoiled.length >> 1]! ^= 1;
  const set = 'UPDATE kept_file SET bytes = ? WHERE hash = ?';
  expect(await tampered(set, set, [spoiled, photo.hash], [photo.bytes, photo.hash])).toContain(
    `photo ${photo.id}`,
  );
  const gone = 'DELETE FROM kept_file WHERE hash = ?';
  const back = 'INSERT INTO kept_file (bytes, hash) VALUES (?, ?)';
  expect(await tampered(gone, back, [photo.hash], [photo.bytes, photo.hash])).toContain(`photo ${photo.id}`);
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

describe('what stands beside the chains is named too', () => {
  test('a fact of a car, a wrench’s date, a small picture', async () => {
    const { vehicleId } = (await loadOrder(db(), job.orderId))!.state.intake!.data;
    // Written in any order, they are the same facts.
    const facts = Object.fromEntries(
      VEHICLE_FACTS.slice(0, 3)
        .map((fact) => [fact.id, 'small'])
        .reverse(),
    );
    const known = { vehicleId, vin: '', platform: '', later: '', facts };
    expect((await give(shop, 'Teodor', 'vehicle.update', known)).ok).toBe(true);
    expect(await verify()).toBeNull();
    const set = async (sql: string, values: (string | number)[]) => db().run(sql, values);
    await set('UPDATE vehicle SET wheelbase_mm = wheelbase_mm + 40 WHERE id = ?', [vehicleId]);
    expect(await verify()).toMatch(/car .* was changed: its "wheelbaseMm"/);
    await set('UPDATE vehicle SET wheelbase_mm = wheelbase_mm - 40 WHERE id = ?', [vehicleId]);
    await set("UPDATE wrench SET calibration_due = '2031-01-01' WHERE id = ?", [job.plan.wrenches.large]);
    expect(await verify()).toMatch(/wrench .* calibration date/);
    await set("UPDATE wrench SET calibration_due = '2027-01-01' WHERE id = ?", [job.plan.wrenches.large]);
    const small = (await db().row<{ id: string; hash: string; thumbnail: Buffer }>(
      'SELECT id, hash, bytes AS thumbnail FROM photo JOIN kept_file ON hash = thumbnail_sha256 LIMIT 1',
    ))!;
    const spoil = 'UPDATE kept_file SET bytes = ? WHERE hash = ?';
    await db().run(spoil, [Buffer.from('another'), small.hash]);
    expect(await verify()).toBe(`the small picture of photo ${small.id} was changed.`);
    await db().run(spoil, [small.thumbnail, small.hash]);
    expect(await verify()).toBeNull();
  });

  test('a contact', async () => {
    const { customerId } = (await loadOrder(db(), job.orderId))!.state.intake!.data;
    await db().run("UPDATE customer_contact SET phone = '555 9999' WHERE customer_id = ?", [customerId]);
    expect(await verify()).toMatch(/contact of customer .* was changed/);
    await db().run("UPDATE customer_contact SET phone = '555 0100' WHERE customer_id = ?", [customerId]);
    expect(await verify()).toBeNull();
  });
});

test('the answer kept for a command, or its name', async () => {
  const { id, answer, name } = (await db().row<{ id: string; answer: string; name: string }>(
    "SELECT id, answer, name FROM command_done WHERE name = 'heights.record' LIMIT 1",
  ))!;
  for (const [column, was] of [
    ['answer', answer],
    ['name', name],
  ] as const) {
    const set = `UPDATE command_done SET ${column} = ? WHERE id = ?`;
    expect(await tampered(set, set, ['{"orderId":"another"}', id], [was, id])).toMatch(
      new RegExp(`what is kept of the command ${id} .* was changed`),
    );
  }
  expect(await verify()).toBeNull();
});

test('signatures: one that was changed, one that is gone, and who signed', async () => {
  const signed = await handedOver(await onItsWheels(shop, 'CHAIN 2'));
  const row = (await db().row<{ hash: string; picture: Buffer; signer_name: string }>(
    'SELECT hash, picture, signer_name FROM signature WHERE order_id = ?',
    [signed.orderId],
  ))!;
  const set = (column: string, value: string | Buffer) =>
    db().run(`UPDATE signature SET ${column} = ? WHERE hash = ?`, [value, row.hash]);
  await set('signer_name', 'Somebody else');
  expect(await verify()).toMatch(/no longer says who signed/);
  await set('signer_name', row.signer_name);
  await set('picture', Buffer.from('another'));
  expect(await verify()).toBe(`signature ${row.hash} was changed.`);
  await set('picture', row.picture);
  const paper = (await db().row<{ hash: string; bytes: Buffer }>(
    `SELECT hash, bytes FROM kept_file WHERE hash =
       (SELECT JSON_VALUE(canonical, '$.data.packetHash') FROM entry WHERE chain = ? AND kind = 'handoff' LIMIT 1)`,
    [signed.orderId],
  ))!;
  const write = (bytes: Buffer) =>
    db().run('UPDATE kept_file SET bytes = ? WHERE hash = ?', [bytes, paper.hash]);
  await write(Buffer.from('no paper at all'));
  expect(await verify()).toBe(`packet document ${paper.hash} was changed.`);
  await write(paper.bytes);
  await db().run('DELETE FROM signature WHERE hash = ?', [row.hash]);
  expect(await verify()).toMatch(/names a signature .* that is not there/);
  await db().run(
    'INSERT INTO signature (hash, order_id, signer_name, picture, created_at) VALUES (?, ?, ?, ?, NOW(3))',
    [row.hash, signed.orderId, row.signer_name, row.picture],
  );
  expect(await verify()).toBeNull();
});

test('a whole order that is gone', async () => {
  const gone = await jobOn(shop, truck('GONE 1', job.plan.wrenches)).intake();
  const { number } = (await loadOrder(db(), gone.orderId))!.state.intake!.data;
  for (const table of ['order_now', 'odometer_now', 'car_place', 'week_need', 'search_doc'])
    await db().run(`DELETE FROM ${table} WHERE order_id = ?`, [gone.orderId]);
  await db().run('DELETE FROM entry WHERE chain = ?', [gone.orderId]);
  await db().run('DELETE FROM chain_head WHERE chain = ?', [gone.orderId]);
  await db().run('DELETE FROM work_order WHERE id = ?', [gone.orderId]);
  expect(await verify()).toBe(`order ${number} is gone with all its entries.`);
});
