import 'server-only';
import { type Db, snapshot } from '../database';
import { canonicalJson } from '../entries/canonical';
import { SHOP_BYTES, SHOP_TABLES, columnsOf, fileOf } from './shop-tables';
import { type Files, packZip } from './zip';

const AT_ONCE = 200;

/** One line a row, so that a table of any length reads line by line. */
const lines = (rows: Record<string, unknown>[]) =>
  Buffer.from(rows.map((row) => `${canonicalJson(JSON.parse(JSON.stringify(row)))}\n`).join(''));

async function tableFiles(tx: Db, files: Files): Promise<void> {
  for (const table of SHOP_TABLES) {
    const rows = await tx.rows<Record<string, unknown>>(
      // eslint-disable-next-line shop/sql-parameters -- words of our own lists of tables, columns or conditions
      `SELECT ${columnsOf(table).join(', ')} FROM ${table.name} ORDER BY ${table.key}`,
    );
    files.set(`tables/${table.name}.jsonl`, lines(rows));
  }
}

async function byteFiles(tx: Db, files: Files): Promise<void> {
  for (const table of SHOP_BYTES) {
    const rows = await tx.rows<Record<string, unknown>>(
      // eslint-disable-next-line shop/sql-parameters -- words of our own lists of tables, columns or conditions
      `SELECT ${columnsOf(table).join(', ')} FROM ${table.name} ORDER BY ${table.key}`,
    );
    files.set(`tables/${table.name}.jsonl`, lines(rows));
    const keys = rows.map((row) => String(row[table.key]));
    for (let at = 0; at < keys.length; at += AT_ONCE) {
      const some = keys.slice(at, at + AT_ONCE);
      const found = await tx.rows<{ one: string; content: Buffer }>(
        // eslint-disable-next-line shop/sql-parameters -- words of our own lists of tables, columns or conditions
        `SELECT ${table.key} AS one, ${table.bytes} AS content FROM ${table.name} WHERE ${table.key} IN (${some.map(() => '?').join(', ')})`,
        some,
      );
      for (const { one, content } of found) files.set(fileOf(table.folder, one), content);
    }
  }
}

/** Everything in the shop as one ZIP, taken at one moment while the work goes on. */
export async function exportShop(): Promise<Buffer> {
  const files: Files = new Map();
  await snapshot(async (tx) => {
    await tableFiles(tx, files);
    await byteFiles(tx, files);
  });
  return packZip('shop', files);
}
