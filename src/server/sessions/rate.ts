import { Refusal } from '@/core/calc/calculator';
import { db } from '../database';

/** Where a request came from: the machine itself, or the address the shop's own TLS front passed on. */
export function addressOf(request: { headers: Headers }): string {
  return (request.headers.get('x-forwarded-for') ?? 'here').split(',')[0]!.trim().slice(0, 60);
}

const spanOf = (seconds: number) => Math.floor(Date.now() / 1000 / seconds);

/** Counts one more in the span that runs now. @returns how many there are */
async function countIn(who: string, seconds: number): Promise<number> {
  const span = spanOf(seconds);
  await db().run(
    'INSERT INTO rate_count (who, span, count) VALUES (?, ?, 1) ON DUPLICATE KEY UPDATE count = count + 1',
    [who, span],
  );
  // Counts of spans long gone are swept out by whoever counts first in a new one.
  const row = await db().row<{ count: number }>('SELECT count FROM rate_count WHERE who = ? AND span = ?', [
    who,
    span,
  ]);
  if (row?.count === 1) await db().run('DELETE FROM rate_count WHERE who = ? AND span < ?', [who, span - 1]);
  return row?.count ?? 1;
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

/** @throws Refusal when there have been too many from here in the span that runs */
export async function withinLimit(what: Limited, from: string): Promise<void> {
  const { most, seconds } = LIMITS[what];
  const row = await db().row<{ count: number }>('SELECT count FROM rate_count WHERE who = ? AND span = ?', [
    `${what} ${from}`,
    spanOf(seconds),
  ]);
  if ((row?.count ?? 0) >= most)
    throw new Refusal(
      'too-many',
      `Too many from here: wait ${Math.ceil(seconds / 60)} minutes, then try again.`,
    );
}

export const countFor = (what: Limited, from: string) => countIn(`${what} ${from}`, LIMITS[what].seconds);

/** Counts what goes wrong while something limited is tried, and refuses it once there was too much. */
export async function limited<T>(what: Limited, from: string, work: () => Promise<T>): Promise<T> {
  await withinLimit(what, from);
  try {
    return await work();
  } catch (error) {
    if (error instanceof Refusal) await countFor(what, from);
    throw error;
  }
}
