import { closePool, db } from '@/server/database';
import { sha256 } from '@/server/entries/canonical';
import { changePerson, checkPin, deviceFor, sessionOf, signIn } from '@/server/sessions/sessions';
import { clearTries } from '@/server/sessions/tries';
import type { DemoDriver } from '../../demo/driver';
import { testShop } from '../support/shop';

let shop: DemoDriver;
beforeAll(async () => {
  shop = await testShop('sessions');
});
afterAll(closePool);

const PASSWORD = 'paint-pen-ilse';

test('a password opens a session; its id is kept only as a hash', async () => {
  const device = (await deviceFor(undefined)).id;
  const token = await signIn('Ilse', PASSWORD, device);
  expect(await sessionOf(token)).toMatchObject({ person: { name: 'Ilse' }, needs: 'nothing' });
  const rows = await db().rows<{ id_hash: string }>('SELECT id_hash FROM session WHERE device_id = ?', [
    device,
  ]);
  expect(rows.map((row) => row.id_hash)).toEqual([sha256(token)]);
  expect(await sessionOf('something else')).toBeNull();
});

test('passwords are kept as argon2id, and none of who has left', async () => {
  const all = await db().rows<{ active: number; password_hash: string | null; pin_hash: string | null }>(
    'SELECT active, password_hash, pin_hash FROM person',
  );
  for (const row of all.filter((one) => !one.active))
    expect(row).toMatchObject({ password_hash: null, pin_hash: null });
  const rows = all.filter((one) => one.active);
  expect(rows.length).toBeGreaterThan(3);
  for (const row of rows) {
    expect(row.password_hash).toMatch(/^\$argon2id\$/);
    expect(row.pin_hash).toMatch(/^\$argon2id\$/);
  }
});

test('five wrong tries slow down, for a name that exists and for one that does not alike', async () => {
  const device = (await deviceFor(undefined)).id;
  for (const name of ['Ilse', 'Nobody']) {
    for (let attempt = 0; attempt < 5; attempt += 1) {
      await expect(signIn(name, 'wrong', device)).rejects.toMatchObject({ code: 'wrong', field: 'password' });
    }
    await expect(signIn(name, PASSWORD, device)).rejects.toMatchObject({ code: 'slow-down' });
    await clearTries(`password ${name}`);
  }
  await expect(signIn('Ilse', PASSWORD, device)).resolves.toBeTruthy();
});

test('a PIN works only where a password opened the device, and only for twelve hours', async () => {
  const device = (await deviceFor(undefined)).id;
  const teodor = shop.person('Teodor');
  await expect(changePerson(teodor.id, shop.pin('Teodor'), device)).rejects.toMatchObject({
    code: 'password-first',
  });
  await signIn('Ilse', PASSWORD, device);
  const token = await changePerson(teodor.id, shop.pin('Teodor'), device);
  expect(await sessionOf(token)).toMatchObject({ person: { name: 'Teodor' } });
  await db().run('UPDATE device SET password_at = password_at - INTERVAL 13 HOUR WHERE id = ?', [device]);
  expect(await sessionOf(token)).toMatchObject({ needs: 'password' });
  await expect(changePerson(teodor.id, shop.pin('Teodor'), device)).rejects.toMatchObject({
    code: 'password-first',
  });
});

test('after five idle minutes the PIN is asked', async () => {
  const device = (await deviceFor(undefined)).id;
  const token = await signIn('Ilse', PASSWORD, device);
  await db().run('UPDATE session SET last_seen = last_seen - INTERVAL 4 MINUTE WHERE device_id = ?', [
    device,
  ]);
  expect(await sessionOf(token)).toMatchObject({ needs: 'nothing' });
  await db().run('UPDATE session SET last_seen = last_seen - INTERVAL 6 MINUTE WHERE device_id = ?', [
    device,
  ]);
  expect(await sessionOf(token)).toMatchObject({ needs: 'pin' });
});

test('a PIN locks after five wrong tries until that person signs in by password', async () => {
  const { id } = shop.person('Ilse');
  for (let attempt = 0; attempt < 5; attempt += 1) {
    await expect(checkPin(id, '0000')).rejects.toMatchObject({ code: 'wrong-pin' });
  }
  await expect(checkPin(id, shop.pin('Ilse'))).rejects.toMatchObject({ code: 'pin-locked' });
  await signIn('Ilse', PASSWORD, (await deviceFor(undefined)).id);
  await expect(checkPin(id, shop.pin('Ilse'))).resolves.toMatchObject({ name: 'Ilse' });
});
