import { randomUUID } from 'node:crypto';
import sharp from 'sharp';
import { cleanUp } from '@/server/clean';
import { now } from '@/server/clock';
import { isCommandName } from '@/contracts/commands';
import { execute } from '@/server/commands/execute';
import { closePool, db, transaction } from '@/server/database';
import { rebuildDerived } from '@/server/derive';
import { chainHash } from '@/server/entries/canonical';
import { entriesOf } from '@/server/entries/kept';
import { mendRecord } from '@/server/entries/mend';
import { verifyEverything } from '@/server/entries/verify';
import { loadOrder } from '@/server/entries/order';
import { storePhoto } from '@/server/photos/store';
import { checkPin, deviceFor, sessionOf, signIn } from '@/server/sessions/sessions';
import { clearTries } from '@/server/sessions/tries';
import type { CrewName } from '../../demo/crew';
import type { DemoDriver } from '../../demo/driver';
import { DAY, DEVICE, give, handedOver, onItsWheels, onTheLift, refusal, testShop } from '../support/shop';
import { SigningTablet } from '../support/signing-tablet';

let shop: DemoDriver;
beforeAll(async () => {
  shop = await testShop('doors');
});
afterAll(closePool);

const verify = () => verifyEverything(() => undefined);
const AT_ONCE = 50;

describe('fifty at once', () => {
  /** One of each command that a whole job gives, with what it was given. */
  const given = new Map<string, { who: CrewName; input: Record<string, unknown> }>();
  let orders: string[] = [];

  beforeAll(async () => {
    const act = shop.act.bind(shop);
    shop.act = (who, command, input, minutes) => {
      given.set(command, { who, input: input as Record<string, unknown> });
      return act(who, command, input, minutes);
    };
    await handedOver(await onItsWheels(shop, 'CROWD 1'));
    shop.act = act;
    const lead = { leadId: shop.person('Odalys').id, pin: shop.pin('Odalys') };
    const reason = 'looked at it myself';
    for (const [command, input] of Object.entries({
      'override.record': { rule: 'start', ref: 'x', reason },
      'step.approve': { stepId: 'C/ease' },
      'hold.end': { holdId: randomUUID(), reason },
      'heights.accept': { setId: randomUUID(), planned: 'a', got: 'b', reason },
      'alignment.accept': { sheetId: randomUUID(), reason },
      'handoff.unsigned': { reason },
      'lowering.back': { reason, looked: true },
      'item.leave': { itemId: 'C/hose-L', secured: true, reason, how: 'in the shop', witness: null },
      'value.set': { fastenerId: 'C/wheel-L', kind: 'entered', value: 100, unit: 'nm', source: 'a sheet' },
      'link.send': {},
      'link.make': {},
    }))
      given.set(command, { who: 'Teodor', input: { orderId: '', ...input, ...lead } });
    for (let car = 0; car < 4; car += 1) orders.push((await onTheLift(`CROWD ${car + 2}`)).orderId);
  });

  test('every command answers, on one order and on many; the record stays whole', async () => {
    expect(given.size).toBeGreaterThan(25);
    for (const [command, { who, input }] of given) {
      if (!isCommandName(command)) throw new Error(`no ${command}`);
      const answers = await Promise.all(
        Array.from({ length: AT_ONCE }, (_, index) =>
          give(shop, who, command, {
            ...input,
            ...('orderId' in input ? { orderId: orders[index % 2 ? 0 : index % orders.length] } : {}),
          }),
        ),
      );
      expect([command, answers.length]).toEqual([command, AT_ONCE]);
      for (const answer of answers)
        if (!answer.ok) for (const error of answer.errors) expect(error.message).toMatch(/^[^\n]+$/);
      await clearTries(`pin ${shop.person('Odalys').id}`);
    }
    expect(await verify()).toBeNull();
  }, 240_000);

  test('a second connection inside a transaction is an error, not a wait', async () => {
    await expect(transaction(() => db().row('SELECT 1'))).rejects.toThrow(/second connection/);
  });

  test('of forty wrong PINs at once five are looked at', async () => {
    const { id } = shop.person('Teodor');
    const tries = await Promise.allSettled(Array.from({ length: 40 }, () => checkPin(id, '0000')));
    const codes = tries.map((one) => (one.status === 'rejected' ? one.reason.code : 'right'));
    expect(codes.filter((code) => code === 'wrong-pin')).toHaveLength(5);
    expect(codes.filter((code) => code === 'pin-locked')).toHaveLength(35);
    await clearTries(`pin ${id}`);
  });

  test('of forty wrong passwords at once five are looked at', async () => {
    const device = (await deviceFor(undefined)).id;
    const tries = await Promise.allSettled(
      Array.from({ length: 40 }, () => signIn('Teodor', 'not that one', device)),
    );
    const codes = tries.map((one) => (one.status === 'rejected' ? one.reason.code : 'right'));
    expect(codes.filter((code) => code === 'wrong')).toHaveLength(5);
    await clearTries('password Teodor');
  });

  test('one’s own password is tried as often as at the door', async () => {
    const input = {
      password: 'wrong one',
      newPassword: 'quite another one',
      lengthUnit: 'mm',
      torqueUnit: 'nm',
    };
    const codes: string[] = [];
    for (let round = 0; round < 7; round += 1)
      codes.push(refusal(await give(shop, 'Teodor', 'person.own', input)).code);
    expect(codes).toEqual([...Array(5).fill('wrong'), 'slow-down', 'slow-down']);
    await clearTries('password Teodor');
  });
});

describe('one request does not break the record', () => {
  const note = (orderId: string) => ({
    orderId,
    text: 'the left boot is torn',
    photoId: null,
    byDay: '2030-01-01',
    byDistance: null,
  });
  const ask = (envelope: object) =>
    execute('watch.add', envelope, { person: shop.person('Ilse'), deviceId: DEVICE });

  test('ids in capitals are written small; braces and other shapes are refused by name', async () => {
    const { orderId } = await onTheLift('SHAPE 1');
    const id = randomUUID();
    const answer = await ask({ id: id.toUpperCase(), deviceSeq: 1, input: note(orderId.toUpperCase()) });
    expect(answer.ok).toBe(true);
    const last = (await entriesOf(db(), orderId)).at(-1)!;
    expect([last.id, last.chain]).toEqual([id, orderId]);
    for (const shape of [`{${randomUUID()}}`, randomUUID().replaceAll('-', ''), `${randomUUID()} `, '']) {
      expect(refusal(await ask({ id: shape, deviceSeq: 1, input: note(orderId) })).field).toBe('id');
      expect(refusal(await ask({ id: randomUUID(), deviceSeq: 1, input: note(shape) })).field).toBe(
        'orderId',
      );
    }
    expect(await verify()).toBeNull();
  });

  test('moments no calendar of ours has are refused', async () => {
    const { orderId } = await onTheLift('SHAPE 2');
    for (const at of [
      '0000-01-01T00:00:00.000Z',
      '-000001-01-01T00:00:00.000Z',
      '1999-12-31T00:00:00.000Z',
    ]) {
      const answer = refusal(await ask({ id: randomUUID(), deviceSeq: 1, at, input: note(orderId) }));
      expect([at, answer.field]).toEqual([at, 'at']);
    }
    // From tomorrow, by a clock that is ahead: it counts as done now.
    expect(
      (await ask({ id: randomUUID(), deviceSeq: 1, at: '9999-12-31T23:59:59.000Z', input: note(orderId) }))
        .ok,
    ).toBe(true);
    expect(await verify()).toBeNull();
  });

  test('a shop that was hurt before is whole again, and its record says so', async () => {
    const { orderId } = await onTheLift('SHAPE 3');
    expect((await ask({ id: randomUUID(), deviceSeq: 1, input: note(orderId) })).ok).toBe(true);
    const row = (await db().row<{ id: string; canonical: string; previous_hash: string }>(
      'SELECT id, canonical, previous_hash FROM entry WHERE chain = ? ORDER BY seq DESC LIMIT 1',
      [orderId],
    ))!;
    // As the door once let it through: the order in capitals and a moment in the year 0, hashed as they were.
    const hurt = row.canonical
      .replace(`"chain":"${orderId}"`, `"chain":"${orderId.toUpperCase()}"`)
      .replace(/"at":"\d{4}/, '"at":"0000');
    const hash = chainHash(row.previous_hash, hurt);
    await db().run('UPDATE entry SET canonical = ?, hash = ? WHERE id = ?', [hurt, hash, row.id]);
    await db().run('UPDATE chain_head SET hash = ? WHERE chain = ?', [hash, orderId]);
    expect(await verify()).toMatch(/column "chain"/);
    expect(await transaction(mendRecord)).toBe(2);
    await transaction(rebuildDerived);
    expect(await verify()).toBeNull();
    expect(await transaction(mendRecord)).toBe(0);
    // What was changed otherwise is named as before.
    await db().run('UPDATE entry SET kind = ? WHERE id = ?', ['watch.answer', row.id]);
    expect(await verify()).toMatch(/column "kind"/);
    await db().run('UPDATE entry SET kind = ? WHERE id = ?', ['watch', row.id]);
  });
});

describe('entries kept in memory', () => {
  test('what was rolled back, or written over since, is read anew', async () => {
    const { orderId } = await onTheLift('KEPT 1');
    const before = await entriesOf(db(), orderId);
    await expect(
      transaction(async (tx) => {
        await tx.run('DELETE FROM entry WHERE chain = ? AND seq = ?', [orderId, before.length]);
        expect(await entriesOf(tx, orderId)).toHaveLength(before.length - 1);
        throw new Error('back');
      }),
    ).rejects.toThrow('back');
    expect(await entriesOf(db(), orderId)).toEqual(before);
    // A backup put back: the same number holds another entry.
    const last = before.at(-1)!;
    const other = JSON.stringify({ ...last, why: 'of the backup' });
    const row = (await db().row<{ canonical: string; hash: string }>(
      'SELECT canonical, hash FROM entry WHERE id = ?',
      [last.id],
    ))!;
    await db().run('UPDATE entry SET canonical = ?, hash = ? WHERE id = ?', [other, 'f'.repeat(64), last.id]);
    expect((await entriesOf(db(), orderId)).at(-1)!.why).toBe('of the backup');
    await db().run('UPDATE entry SET canonical = ?, hash = ? WHERE id = ?', [
      row.canonical,
      row.hash,
      last.id,
    ]);
    expect(await entriesOf(db(), orderId)).toEqual(before);
  });

  test('nobody can change what was handed out', async () => {
    const { orderId } = await onTheLift('KEPT 2');
    const [first] = await entriesOf(db(), orderId);
    expect(() => {
      (first!.data as { number: number }).number = 1;
    }).toThrow(TypeError);
    const { state } = (await loadOrder(db(), orderId))!;
    expect(() => state.document!.steps.pop()).toThrow(TypeError);
  });
});

describe('devices and sign-out', () => {
  test('the id of a device, which stands in entries and exports, opens nothing', async () => {
    const known = await deviceFor(undefined);
    const token = await signIn('Ilse', 'paint-pen-ilse', known.id);
    expect((await deviceFor(known.cookie)).id).toBe(known.id);
    expect((await deviceFor(known.id)).id).not.toBe(known.id);
    expect((await deviceFor(known.id, token)).id).not.toBe(known.id);
    expect((await deviceFor(`${known.id}.${'x'.repeat(43)}`)).id).not.toBe(known.id);
  });

  test('a cookie of the release before is believed once, beside a session of that device', async () => {
    const id = randomUUID();
    await db().run('INSERT INTO device (id, first_seen) VALUES (?, ?)', [id, new Date(DAY)]);
    const token = await signIn('Ilse', 'paint-pen-ilse', id);
    expect((await deviceFor(id)).id).not.toBe(id);
    const renewed = await deviceFor(id, token);
    expect(renewed.id).toBe(id);
    expect((await deviceFor(id, token)).id).not.toBe(id);
    expect((await deviceFor(renewed.cookie)).id).toBe(id);
  });

  test('a changed password ends the other sessions, and not the one it was changed in', async () => {
    const other = (await deviceFor(undefined)).id;
    const [here, there] = [
      await signIn('Teodor', 'paint-pen-teodor', DEVICE),
      await signIn('Teodor', 'paint-pen-teodor', other),
    ];
    const change = (password: string, newPassword: string) =>
      give(shop, 'Teodor', 'person.own', { password, newPassword, lengthUnit: 'in', torqueUnit: 'lbft' });
    expect((await change('paint-pen-teodor', 'a long new one')).ok).toBe(true);
    expect(await sessionOf(there)).toBeNull();
    expect(await sessionOf(here)).not.toBeNull();
    expect((await change('a long new one', 'paint-pen-teodor')).ok).toBe(true);
  });

  const noted = (orderId: string) => ({
    orderId,
    text: 'a doubt',
    photoId: null,
    byDay: '2030-01-01',
    byDistance: null,
  });

  test('signed out: moves up to the last one told still count, later ones are looked at', async () => {
    const { orderId } = await onTheLift('OUT 1');
    const tablet = await new SigningTablet(shop).give('Brannoch');
    const [first, second, third] = [1, 2, 3].map(() =>
      tablet.queued('Brannoch', 'watch.add', noted(orderId), 20),
    );
    const { endSessionKeys } = await import('@/server/sessions/sessions');
    await endSessionKeys(
      { person: shop.person('Brannoch'), deviceId: tablet.deviceId, needs: 'nothing' },
      JSON.parse(second!.body).deviceSeq as number,
    );
    expect(await tablet.send(first!)).toMatchObject({ ok: true, task: null });
    expect(await tablet.send(second!)).toMatchObject({ ok: true, task: null });
    expect(await tablet.send(third!)).toMatchObject({ ok: true, task: expect.stringMatching(/signed out/) });
    const { state } = (await loadOrder(db(), orderId))!;
    expect(state.watches).toHaveLength(2);
  });

  test('ended by the owner, or let go: whatever arrives after is looked at', async () => {
    const { orderId } = await onTheLift('OUT 2');
    const tablet = await new SigningTablet(shop).give('Brannoch');
    const move = tablet.queued('Brannoch', 'watch.add', noted(orderId), 20);
    await signIn('Brannoch', 'paint-pen-brannoch', tablet.deviceId);
    const row = await db().row<{ id_hash: string }>(
      'SELECT id_hash FROM session WHERE device_id = ? AND ended_at IS NULL',
      [tablet.deviceId],
    );
    expect((await give(shop, 'Odalys', 'session.end', { session: row!.id_hash })).ok).toBe(true);
    expect(await tablet.send(move)).toMatchObject({ ok: true, task: expect.stringMatching(/signed out/) });
  });

  test('a key the shop does not know asks for it again, and is not called forged', async () => {
    const { orderId } = await onTheLift('OUT 3');
    const tablet = await new SigningTablet(shop).give('Brannoch');
    const move = tablet.queued('Brannoch', 'watch.add', noted(orderId), 5);
    await db().run('DELETE FROM device_key WHERE device_id = ?', [tablet.deviceId]);
    expect(refusal((await tablet.send(move)) as never).code).toBe('no-key');
  });
});

test('what only grows is cleaned by its time; the record stays, and knows a command again whose answer is gone', async () => {
  const { orderId } = await onTheLift('CLEAN 1');
  const id = randomUUID();
  const input = { orderId, text: 'an old doubt', photoId: null, byDay: '2030-01-01', byDistance: null };
  expect((await give(shop, 'Ilse', 'watch.add', input, id)).ok).toBe(true);
  const years = (count: number) => new Date(Date.parse(DAY) + count * 366 * 86_400_000);
  const entries = await entriesOf(db(), orderId);
  // Within its time it stays; long after it goes.
  await cleanUp(db(), new Date(Date.parse(DAY) + 86_400_000));
  expect(await db().row('SELECT id FROM command_done WHERE id = ?', [id])).not.toBeNull();
  while ((await cleanUp(db(), years(3))) > 0);
  expect(await db().row('SELECT id FROM command_done WHERE id = ?', [id])).toBeNull();
  expect(await db().row('SELECT id_hash FROM session LIMIT 1')).toBeNull();
  expect(refusal(await give(shop, 'Ilse', 'watch.add', input, id)).code).toBe('recorded');
  expect(await entriesOf(db(), orderId)).toEqual(entries);
});

test('a picture nobody put to anything goes by its time, one that an entry names stays; so do devices in use', async () => {
  const { orderId } = await onTheLift('CLEAN 2');
  const photo = async (r: number) => {
    const plain = sharp({ create: { width: 40, height: 30, channels: 3, background: { r, g: 80, b: 80 } } });
    return (await storePhoto(await plain.jpeg().toBuffer())).photoId;
  };
  const [named, forgotten] = [await photo(1), await photo(200)];
  const doubt = { orderId, text: 'a weep', photoId: named, byDay: '2030-01-01', byDistance: null };
  expect((await give(shop, 'Ilse', 'watch.add', doubt)).ok).toBe(true);
  const { id: stray } = await deviceFor(undefined, undefined);
  const pictures = async () => (await db().rows<{ id: string }>('SELECT id FROM photo')).map(({ id }) => id);
  const later = (days: number) => new Date(now().getTime() + days * 86_400_000);
  await cleanUp(db(), later(20));
  expect(await pictures()).toEqual(expect.arrayContaining([named, forgotten]));
  while ((await cleanUp(db(), later(100))) > 0);
  expect(await pictures()).toContain(named);
  expect(await pictures()).not.toContain(forgotten);
  expect(await db().row('SELECT id FROM device WHERE id = ?', [stray])).toBeNull();
  expect(await db().row('SELECT id FROM device WHERE id = ?', [DEVICE])).not.toBeNull();
  expect(await verifyEverything(() => undefined)).toBeNull();
});
