import { DERIVED_TABLES } from '@/server/derive';
import { transaction } from '@/server/database';

/**
 * A shop of a few hundred cars becomes one of thousands inside the database, for questions of how it is read: every car
 * again, with its customer, orders, entries and all that is derived from them, under ids of its own. Such a copy's entries
 * name the ids of the first in their text, so that no such record would verify.
 */

const TABLES = [
  'customer',
  'customer_contact',
  'vehicle',
  'work_order',
  'chain_head',
  'entry',
  ...DERIVED_TABLES,
];

/** Columns that name a car, a customer, an order or something of theirs; people, tools and papers stay what they are. */
const OWN = new Set([
  'id',
  'customer_id',
  'vehicle_id',
  'order_id',
  'comes_back_from',
  'chain',
  'corrects',
  'entry_id',
  'clock_id',
  'booking_id',
  'watch_id',
  'wish_id',
  'fact_id',
  'task_id',
  'lesson_id',
  'closed_by',
  'closed_order',
  'answered_order',
]);
const NUMBERS = new Set(['number', 'order_number']);

/** No id begins with these: they are written in hexadecimal. */
const LETTERS = 'ghijklmnopqrstuvwxyz';

/** Copies all there is so many times, at most twenty. */
export async function copyCars(times: number): Promise<void> {
  const copies = [...LETTERS.slice(0, times)].map(
    (letter, index) => `SELECT '${letter}' AS letter, ${(index + 1) * 100_000} AS further`,
  );
  await transaction(async (tx) => {
    await tx.run('SET FOREIGN_KEY_CHECKS = 0');
    for (const table of TABLES) {
      const columns = await tx.rows<{ name: string; made: string }>(
        `SELECT column_name AS name, extra AS made FROM information_schema.columns
          WHERE table_schema = DATABASE() AND table_name = ? ORDER BY ordinal_position`,
        [table],
      );
      const names = columns
        .filter(({ made }) => !/auto_increment|generated/i.test(made))
        .map(({ name }) => name);
      const values = names.map((name) =>
        OWN.has(name)
          ? `CONCAT(letter, SUBSTRING(${name}, 2))`
          : NUMBERS.has(name)
            ? `${name} + further`
            : name,
      );
      await tx.run(
        `INSERT INTO ${table} (${names.join(', ')}) SELECT ${values.join(', ')} FROM ${table}, (${copies.join(' UNION ALL ')}) AS copies`,
      );
    }
    await tx.run('SET FOREIGN_KEY_CHECKS = 1');
  });
}
