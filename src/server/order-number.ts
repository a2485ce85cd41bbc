import type { Db } from './database';

/** The number before the first of a new shop. */
const BEFORE_FIRST = 1000;

/**
 * The next work order's number. Whoever asks holds the shop's row until their order is written, so that two cars taken in
 * at one moment get two numbers: there is nothing else yet that both could wait for.
 */
export async function nextOrderNumber(tx: Db): Promise<number> {
  await tx.row('SELECT id FROM shop WHERE id = 1 FOR UPDATE');
  const last = await tx.row<{ number: number | null }>('SELECT MAX(number) AS number FROM work_order');
  return (last?.number ?? BEFORE_FIRST) + 1;
}
