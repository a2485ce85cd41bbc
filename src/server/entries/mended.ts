import type { Db } from '../database';
import { SHOP_CHAIN } from './append';
import type { Row } from '../tables';

/**
 * Entries of old whose columns say something else than their text, with what each says: an order named in capitals, a
 * moment no calendar has. The text stays as it was written; the shop's own chain says what differs, and verify expects it.
 */
export type Mended = ReadonlySet<string>;
export const NOTHING_MENDED: Mended = new Set();
export const MENDED = 'record mended';

export const mendKey = (entryId: string, { column, row }: { column: string; row: unknown }) =>
  `${entryId} ${column} ${String(row)}`;

/** What the shop's chain says was mended. */
export async function mendedEntries(tx: Db): Promise<Mended> {
  const rows = await tx.rows<Row<'entry', 'canonical'>>(
    "SELECT canonical FROM entry WHERE chain = ? AND kind = 'shop.change'",
    [SHOP_CHAIN],
  );
  const keys = rows.flatMap(({ canonical }) => {
    const { data } = JSON.parse(canonical) as {
      data: { what: string; id: string; facts: { column: string; row: unknown } };
    };
    return data.what === MENDED ? [mendKey(data.id, data.facts)] : [];
  });
  return new Set(keys);
}
