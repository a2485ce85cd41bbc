import 'server-only';
import { Refusal } from '@/core/refusal';
import { db } from '../database';
import type { Row } from '../tables';

/**
 * Where a request came from: the machine itself, or behind a gateway that was named (the shop's own TLS front, or another
 * by `WRENCHWISE_GATEWAY`) the address that gateway saw, which is the last one it was passed on with.
 */
export function addressOf(request: { headers: Headers }): string {
  if (!process.env.WRENCHWISE_LAN && !process.env.WRENCHWISE_GATEWAY) return 'here';
  const hops = (request.headers.get('x-forwarded-for') ?? 'here').split(',');
  return hops[hops.length - 1]!.trim().slice(0, 60);
}

const spanOf = (seconds: number) => Math.floor(Date.now() / 1000 / seconds);

/** Counts one more in the span that runs now, in one statement. @returns how many there are with it */
async function countIn(who: string, seconds: number): Promise<number> {
  const span = spanOf(seconds);
  const done = await db().run(
    'INSERT INTO rate_count (who, span, count) VALUES (?, ?, 1) ON DUPLICATE KEY UPDATE count = LAST_INSERT_ID(count + 1)',
    [who, span],
  );
  if (done.affectedRows > 1) return done.insertId;
  // Counts of spans long gone are swept out by whoever counts first in a new one.
  await db().run('DELETE FROM rate_count WHERE who = ? AND span < ?', [who, span - 1]);
  return 1;
}

/** Limits of this shop: so many in so many seconds, from one address or device. */
export const LIMITS = {
  /** Wrong names, passwords and PINs. */
  wrongSignIn: { most: 60, seconds: 600 },
  /** Customer-page addresses that lead nowhere: guessing. */
  wrongLink: { most: 40, seconds: 600 },
  upload: { most: 240, seconds: 60 },
} as const;

export type Limited = keyof typeof LIMITS;

const tooMany = (seconds: number) =>
  new Refusal('too-many', `Too many from here: wait ${Math.ceil(seconds / 60)} minutes, then try again.`);

/** Looks whether there were too many already, without counting. @throws Refusal when there were */
export async function withinLimit(what: Limited, from: string): Promise<void> {
  const { most, seconds } = LIMITS[what];
  const row = await db().row<Row<'rate_count', 'count'>>(
    'SELECT count FROM rate_count WHERE who = ? AND span = ?',
    [`${what} ${from}`, spanOf(seconds)],
  );
  if ((row?.count ?? 0) >= most) throw tooMany(seconds);
}

/** Counts one and @throws Refusal when that is more than may be in the span that runs */
export async function countFor(what: Limited, from: string): Promise<void> {
  const { most, seconds } = LIMITS[what];
  if ((await countIn(`${what} ${from}`, seconds)) > most) throw tooMany(seconds);
}

/**
 * Counts something limited before it is tried, so that many at once are no more than one after the other, and takes the
 * count back when nothing was wrong.
 */
export async function limited<T>(what: Limited, from: string, work: () => Promise<T>): Promise<T> {
  const { seconds } = LIMITS[what];
  const span = spanOf(seconds);
  await countFor(what, from);
  const giveBack = () =>
    db().run('UPDATE rate_count SET count = count - 1 WHERE who = ? AND span = ? AND count > 0', [
      `${what} ${from}`,
      span,
    ]);
  try {
    const answer = await work();
    await giveBack();
    return answer;
  } catch (error) {
    if (!(error instanceof Refusal)) await giveBack();
    throw error;
  }
}
