import { db } from '../database';
import { now } from '../clock';

/** Five wrong tries are free; then each further one waits twice as long, up to a quarter of an hour. */
const FREE_TRIES = 5;
const FIRST_WAIT_S = 15;
const LONGEST_WAIT_S = 900;

interface TryRow {
  wrong: number;
  last_at: Date;
}

/** Seconds until somebody may try again; 0 when they may now. */
export async function secondsToWait(who: string): Promise<number> {
  const row = await db().row<TryRow>('SELECT wrong, last_at FROM sign_in_try WHERE who = ?', [
    who.toLowerCase(),
  ]);
  if (!row || row.wrong < FREE_TRIES) return 0;
  const wait = Math.min(LONGEST_WAIT_S, FIRST_WAIT_S * 2 ** (row.wrong - FREE_TRIES));
  return Math.max(0, Math.ceil(wait - (now().getTime() - row.last_at.getTime()) / 1000));
}

export async function countWrongTry(who: string): Promise<number> {
  await db().run(
    'INSERT INTO sign_in_try (who, wrong, last_at) VALUES (?, 1, ?) ON DUPLICATE KEY UPDATE wrong = wrong + 1, last_at = VALUES(last_at)',
    [who.toLowerCase(), now()],
  );
  return (await wrongTries(who)) ?? 1;
}

export async function wrongTries(who: string): Promise<number> {
  const row = await db().row<TryRow>('SELECT wrong, last_at FROM sign_in_try WHERE who = ?', [
    who.toLowerCase(),
  ]);
  return row?.wrong ?? 0;
}

export async function clearTries(who: string): Promise<void> {
  await db().run('DELETE FROM sign_in_try WHERE who = ?', [who.toLowerCase()]);
}
