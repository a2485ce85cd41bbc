'use client';

import { postJson } from '@/features/transport/post';
import { store } from './store';

const CURVE = { name: 'ECDSA', namedCurve: 'P-256' } as const;

const base64 = (bytes: ArrayBuffer) => btoa(String.fromCharCode(...new Uint8Array(bytes)));

/**
 * Makes sure this person has a key on this device that the server knows. The private half cannot be read out of the
 * browser, only used in it; it stays through sign-out, until all that waits is sent.
 */
export async function keyReady(personId: string): Promise<void> {
  const db = await store();
  const known = (await db.get('meta', `key sent ${personId}`)) as boolean | undefined;
  if (known && (await db.get('keys', personId))) return;
  const pair =
    (await db.get('keys', personId))?.pair ??
    (await crypto.subtle.generateKey(CURVE, false, ['sign', 'verify']));
  await db.put('keys', { personId, pair });
  const publicKey = base64(await crypto.subtle.exportKey('spki', pair.publicKey));
  const answer = await postJson('/api/outbox/key', { publicKey });
  if (answer.ok) await db.put('meta', true, `key sent ${personId}`);
}

/** Signs a text as a person on this device. @returns null when they have no key here */
export async function sign(personId: string, text: string): Promise<string | null> {
  const key = await (await store()).get('keys', personId);
  if (!key) return null;
  const signature = await crypto.subtle.sign(
    { name: 'ECDSA', hash: 'SHA-256' },
    key.pair.privateKey,
    new TextEncoder().encode(text),
  );
  return base64(signature);
}

export async function sha256Hex(bytes: ArrayBuffer): Promise<string> {
  const hash = await crypto.subtle.digest('SHA-256', bytes);
  return [...new Uint8Array(hash)].map((byte) => byte.toString(16).padStart(2, '0')).join('');
}
