import { randomUUID } from 'node:crypto';
import { now } from '../clock';
import { type Db } from '../database';
import { SHOP_CHAIN, appendEntries } from './append';
import { MENDED, mendKey, mendedEntries } from './mended';
import { ENTRY_COLUMNS_READ, type EntryRow, columnsThatDiffer } from './verify-chain';

/** The author of what the shop's machine notes by itself. */
const THE_MACHINE = '00000000-0000-0000-0000-000000000000';
const YEARS = { first: 1900, last: 9000 };

/** Did the door once let this through: the same name in other letters, or a moment no calendar has? */
function wasLetThrough({ row, text }: { row: unknown; text: unknown }): boolean {
  if (typeof row !== 'string' || typeof text !== 'string') return false;
  if (row === text.toLowerCase().replace(/[{}]/g, '')) return true;
  const year = Number(/^[+-]?\d+/.exec(text)?.[0] ?? NaN);
  return /^\d{4}-\d\d-\d\dT/.test(row) && (year < YEARS.first || year > YEARS.last);
}

/**
 * Notes in the shop's chain every entry whose columns differ from its text in a way the door once let through, so that the
 * record is whole again and says so. Whatever else differs stays for verify to name.
 * @returns how many were noted
 */
export async function mendRecord(tx: Db): Promise<number> {
  const rows = await tx.rows<EntryRow & { chain: string }>(
    `SELECT chain, ${ENTRY_COLUMNS_READ} FROM entry
      WHERE BINARY JSON_UNQUOTE(JSON_EXTRACT(canonical, '$.chain')) <> chain
         OR LEFT(JSON_UNQUOTE(JSON_EXTRACT(canonical, '$.at')), 10) <> DATE_FORMAT(at, '%Y-%m-%d')`,
  );
  const known = await mendedEntries(tx);
  const at = now();
  const author = { personId: THE_MACHINE, deviceId: THE_MACHINE, deviceSeq: 0, at, receivedAt: at };
  let noted = 0;
  for (const row of rows)
    for (const off of columnsThatDiffer(row, row.chain)) {
      if (!wasLetThrough(off) || known.has(mendKey(row.id, off))) continue;
      const facts = { column: off.column, row: off.row, text: off.text };
      const draft = {
        id: randomUUID(),
        kind: 'shop.change' as const,
        data: { what: MENDED, id: row.id, facts },
      };
      await appendEntries(tx, SHOP_CHAIN, [draft], author);
      noted += 1;
    }
  return noted;
}
