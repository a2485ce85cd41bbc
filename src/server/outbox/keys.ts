import { webcrypto } from 'node:crypto';
import { Refusal } from '@/core/calc/calculator';
import { now } from '../clock';
import { db } from '../database';

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

/** Was this text signed on this device with the key given to this person there? */
export async function signedBy(
  deviceId: string,
  personId: string,
  text: string,
  signature: string,
): Promise<boolean> {
  const row = await db().row<{ public_key: string }>(
    'SELECT public_key FROM device_key WHERE device_id = ? AND person_id = ?',
    [deviceId, personId],
  );
  if (!row) return false;
  return webcrypto.subtle.verify(
    SIGNING,
    await importKey(row.public_key),
    Buffer.from(signature, 'base64'),
    Buffer.from(text, 'utf8'),
  );
}
