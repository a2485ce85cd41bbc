import { Refusal } from '@/core/refusal';
import { now } from '../clock';
import { transaction } from '../database';
import type { Row } from '../tables';

/** Five wrong tries are free; then each further one waits twice as long, up to a quarter of an hour. */
const FREE_TRIES = 5;
const FIRST_WAIT_S = 15;
const LONGEST_WAIT_S = 900;

type TryRow = Row<'sign_in_try', 'wrong' | 'last_at'>;

function secondsToWait({ wrong, last_at: lastAt }: TryRow): number {
  if (wrong < FREE_TRIES) return 0;
  const wait = Math.min(LONGEST_WAIT_S, FIRST_WAIT_S * 2 ** (wrong - FREE_TRIES));
  return Math.max(0, Math.ceil(wait - (now().getTime() - lastAt.getTime()) / 1000));
}

/**
 * Counts a try as wrong before it is looked at, so that of many at once no more are looked at than one after the other.
 * Whoever was right clears the count.
 * @param refused says why this one is not looked at, of what stood there before; null when it is
 * @returns how many tries there are with this one
 */
async function take(who: string, refused: (before: TryRow) => Refusal | null): Promise<number> {
  const key = who.toLowerCase();
  return transaction(async (tx) => {
    const look = () =>
      tx.row<TryRow>('SELECT wrong, last_at FROM sign_in_try WHERE who = ? FOR UPDATE', [key]);
    // Looked for before it is made: an insert that finds the row would first share its lock, and two sharing deadlock.
    let before = await look();
    if (!before) {
      await tx.run('INSERT IGNORE INTO sign_in_try (who, wrong, last_at) VALUES (?, 0, ?)', [key, now()]);
      before = (await look())!;
    }
    const why = refused(before);
    if (why) throw why;
    await tx.run('UPDATE sign_in_try SET wrong = wrong + 1, last_at = ? WHERE who = ?', [now(), key]);
    return before.wrong + 1;
  });
}

/** A try that waits longer and longer after five wrong ones. @throws Refusal while it has to wait */
export const takeSlowingTry = (who: string, field: string): Promise<number> =>
  take(who, (before) => {
    const wait = secondsToWait(before);
    return wait > 0
      ? new Refusal('slow-down', `Too many wrong tries: wait ${wait} seconds, then try again.`, field)
      : null;
  });

/** A try of so many in all. @throws the refusal given once they are spent */
export const takeOneOf = (most: number, who: string, spent: () => Refusal): Promise<number> =>
  take(who, (before) => (before.wrong >= most ? spent() : null));

/** Whoever was right begins anew. */
export const clearTries = (who: string) =>
  transaction((tx) => tx.run('UPDATE sign_in_try SET wrong = 0 WHERE who = ?', [who.toLowerCase()]));
