import { mayWorkOffline, store } from './store';

/** Marks that somebody signed out here while moves still waited. */
export const FORGET = 'forget when sent';

/**
 * Somebody signed out of this device: keys and kept cars go, at once where nothing waits, else as the last move is sent.
 */
export async function forgetWhenSent(): Promise<void> {
  if (!mayWorkOffline()) return;
  const db = await store();
  if ((await db.count('outbox')) > 0) {
    await db.put('meta', true, FORGET);
    return;
  }
  await db.clear('keys');
  await db.clear('bundles');
  for (const key of await db.getAllKeys('meta'))
    if (String(key).startsWith('key sent') || key === FORGET) await db.delete('meta', key);
}
