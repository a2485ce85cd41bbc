import type { ResultSetHeader } from 'mysql2/promise';
import type { Db, Statement } from './database';

/** What a statement is answered with whose answer nobody looks at. */
const SENT_LATER = Object.freeze({ affectedRows: NaN }) as ResultSetHeader;

/** The table a statement writes to; null where it does not say so in its first words. */
const writtenTo = (sql: string) =>
  /^\s*(?:INSERT (?:IGNORE )?INTO|REPLACE INTO|DELETE FROM|UPDATE) (\w+)/.exec(sql)?.[1] ?? null;

/**
 * Runs statements whose answers nobody looks at together, before the next question that could see what they change, and at the
 * end: the way to the database and back is most of what each of them costs. They run in their order, within the same transaction.
 */
export async function gathering<T>(tx: Db, work: (gathered: Db) => Promise<T>): Promise<T> {
  let waiting: Statement[] = [];
  const changed = new Set<string>();
  const send = async () => {
    const some = waiting;
    waiting = [];
    changed.clear();
    await tx.together(some);
  };
  const gather = (some: readonly Statement[]) => {
    waiting.push(...some);
    // One that cannot be told apart holds for any table.
    for (const [sql] of some) changed.add(writtenTo(sql) ?? '');
  };
  const before = async (sql: string) => {
    const sees = (table: string) => table === '' || new RegExp(`\\b${table}\\b`).test(sql);
    if (writtenTo(sql) !== null || [...changed].some(sees)) await send();
  };
  const gathered: Db = {
    rows: async (sql, values) => {
      await before(sql);
      // eslint-disable-next-line shop/sql-parameters -- handed on as it came, with its values beside it
      return tx.rows(sql, values);
    },
    row: async (sql, values) => {
      await before(sql);
      // eslint-disable-next-line shop/sql-parameters -- handed on as it came, with its values beside it
      return tx.row(sql, values);
    },
    run: async (sql, values = []) => {
      gather([[sql, values]]);
      return SENT_LATER;
    },
    together: async (statements) => gather(statements),
  };
  const result = await work(gathered);
  await send();
  return result;
}

const OF_ONE_ORDER = /^\s*(?:SELECT [\w, ]+ FROM|DELETE FROM) (\w+)\s+WHERE order_id = \?/;
const NEVER_CHANGED_MEANWHILE = /^\s*SELECT [\w, ]+ FROM (?:vehicle|shop) WHERE id = (?:\?|1)$/;

/**
 * The tables of what is derived as they are before anything of an order was written: nothing of it is found, nothing has to be
 * taken away. What a car and the shop say is read once. For whoever derives each order once, into tables that were empty, as of
 * one moment.
 */
export function fromNothing(tx: Db, derived: ReadonlySet<string>, read: Map<string, unknown[]>): Db {
  const isNothing = (sql: string) => derived.has(OF_ONE_ORDER.exec(sql)?.[1] ?? '');
  const rows = async <T>(sql: string, values?: Parameters<Db['rows']>[1]): Promise<T[]> => {
    if (isNothing(sql)) return [];
    // eslint-disable-next-line shop/sql-parameters -- handed on as it came, with its values beside it
    if (!NEVER_CHANGED_MEANWHILE.test(sql)) return tx.rows(sql, values);
    const key = `${sql} ${values?.join(' ')}`;
    // eslint-disable-next-line shop/sql-parameters -- handed on as it came, with its values beside it
    if (!read.has(key)) read.set(key, await tx.rows(sql, values));
    return read.get(key) as T[];
  };
  return {
    rows,
    row: async <T>(sql: string, values?: Parameters<Db['rows']>[1]) =>
      (await rows<T>(sql, values))[0] ?? null,
    // eslint-disable-next-line shop/sql-parameters -- handed on as it came, with its values beside it
    run: async (sql, values) => (isNothing(sql) ? SENT_LATER : tx.run(sql, values)),
    together: (statements) => tx.together(statements),
  };
}
