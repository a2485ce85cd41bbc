import type { Db, Value } from './database';

/** So many rows go in one statement; more would pass the database's limit of a message. */
const BATCH = 400;

/** Puts rows into a table, many to a statement: a round trip for each is most of what writing them costs. */
export async function insertMany(
  tx: Db,
  table: string,
  columns: readonly string[],
  rows: readonly (readonly Value[])[],
): Promise<void> {
  for (let at = 0; at < rows.length; at += BATCH) {
    const some = rows.slice(at, at + BATCH);
    const places = `(${columns.map(() => '?').join(', ')})`;
    await tx.run(
      // eslint-disable-next-line shop/sql-parameters -- a table and columns named by the caller's own words
      `INSERT INTO ${table} (${columns.join(', ')}) VALUES ${some.map(() => places).join(', ')}`,
      some.flat(),
    );
  }
}
