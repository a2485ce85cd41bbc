import 'server-only';
import { webcrypto } from 'node:crypto';
import { Refusal } from '@/core/refusal';
import { now } from '../clock';
import { type Db, db } from '../database';
import type { Row } from '../tables';

const CURVE = { name: 'ECDSA', namedCurve: 'P-256' } as const;
const SIGNING = { name: 'ECDSA', hash: 'SHA-256' } as const;

const importKey = (spki: string) =>
  webcrypto.subtle.importKey('spki', Buffer.from(spki, 'base64'), CURVE, false, ['verify']);

/**
 * Keeps the public half of a key pair a tablet made for the person signed in on it. The private half never leaves the
 * tablet and cannot be read out of it.
 * @throws Refusal when it is no such key
 */
export async function keepDeviceKey(deviceId: string, personId: string, spki: string): Promise<void> {
  try {
    await importKey(spki);
  } catch {
    throw new Refusal('bad-key', 'That is no key this shop can check signatures with.', 'publicKey');
  }
  await db().run(
    'REPLACE INTO device_key (device_id, person_id, public_key, created_at) VALUES (?, ?, ?, ?)',
    [deviceId, personId, spki, now()],
  );
}

/**
 * Ends what a person's key on a device may still sign for: moves up to a number of the device's own still count when they
 * arrive, later ones are looked at by a person.
 * @param upTo the last number that counts; −1 for none
 * @param deviceId none said is every device of that person
 */
export async function endKeys(tx: Db, personId: string, upTo: number, deviceId?: string): Promise<void> {
  await tx.run(
    'UPDATE device_key SET counts_up_to = LEAST(COALESCE(counts_up_to, ?), ?) WHERE person_id = ? AND (? IS NULL OR device_id = ?)',
    [upTo, upTo, personId, deviceId ?? null, deviceId ?? null],
  );
}

/** Up to which number a person's moves from a device count; null is all of them. */
export async function countsUpTo(deviceId: string, personId: string): Promise<number | null> {
  const row = await db().row<Row<'device_key', 'counts_up_to'>>(
    'SELECT counts_up_to FROM device_key WHERE device_id = ? AND person_id = ?',
    [deviceId, personId],
  );
  return row?.counts_up_to ?? null;
}

/** Was this text signed on this device with the key given to this person there? `no-key` when none is known. */
export async function signedBy(
  deviceId: string,
  personId: string,
  text: string,
  signature: string,
): Promise<boolean | 'no-key'> {
  const row = await db().row<Row<'device_key', 'public_key'>>(
    'SELECT public_key FROM device_key WHERE device_id = ? AND person_id = ?',
    [deviceId, personId],
  );
  if (!row) return 'no-key';
  return webcrypto.subtle.verify(
    SIGNING,
    await importKey(row.public_key),
    Buffer.from(signature, 'base64'),
    Buffer.from(text, 'utf8'),
  );
}
