import type { Db } from '../database';
import { CHAIN_START, chainHash } from './canonical';
import { type Mended, NOTHING_MENDED, mendKey } from './mended';
import type { Row } from '../tables';

export interface EntryRow {
  id: string;
  seq: number;
  kind: string;
  at: Date;
  received_at: Date;
  person_id: string;
  device_id: string;
  corrects: string | null;
  canonical: string;
  previous_hash: string;
  hash: string;
}

export const ENTRY_COLUMNS_READ =
  'id, seq, kind, at, received_at, person_id, device_id, corrects, canonical, previous_hash, hash';

function isJson(text: string): boolean {
  try {
    JSON.parse(text);
    return true;
  } catch {
    return false;
  }
}

const nameOf = async (tx: Db, chain: string) => {
  const row = await tx.row<Row<'work_order', 'number'>>('SELECT number FROM work_order WHERE id = ?', [
    chain,
  ]);
  return row ? `order ${row.number}` : chain === 'shop' ? 'the shop’s chain' : `chain ${chain}`;
};

/** Where the columns beside the canonical text do not say what it says. */
export function columnsThatDiffer(
  row: EntryRow,
  chain: string,
): { column: string; row: unknown; text: unknown }[] {
  const told = JSON.parse(row.canonical) as Record<string, unknown>;
  const columns: Record<string, unknown> = {
    id: row.id,
    chain,
    seq: row.seq,
    kind: row.kind,
    at: row.at.toISOString(),
    receivedAt: row.received_at.toISOString(),
    personId: row.person_id,
    deviceId: row.device_id,
    corrects: row.corrects,
  };
  return Object.keys(columns)
    .filter((name) => columns[name] !== told[name])
    .map((column) => ({ column, row: columns[column], text: told[column] }));
}

/** A chain as it was walked: its rows, and the first thing wrong with it, or null. */
export interface Walked {
  broken: string | null;
  rows: readonly EntryRow[];
}

export interface Head {
  chain: string;
  count: number;
  hash: string;
  /** What it is called where something is wrong with it. */
  name?: string;
}

function brokenIn(rows: readonly EntryRow[], head: Head, name: string, mended: Mended): string | null {
  let previous = CHAIN_START;
  for (const [index, row] of rows.entries()) {
    const what = `entry ${row.id} (${row.kind}, number ${row.seq} of ${name})`;
    if (row.seq !== index + 1) return `${name} has no entry number ${index + 1}: one was taken out.`;
    if (row.previous_hash !== previous) return `${what} does not follow the one before it.`;
    if (chainHash(previous, row.canonical) !== row.hash)
      return `${what} was changed: its hash no longer fits its text.`;
    if (!isJson(row.canonical)) return `${what} was changed: its text can no longer be read.`;
    const off = columnsThatDiffer(row, head.chain).find((one) => !mended.has(mendKey(row.id, one)));
    if (off) return `${what} was changed: its column "${off.column}" no longer says what its text says.`;
    previous = row.hash;
  }
  if (rows.length !== head.count)
    return `${name} was cut: its head counts ${head.count} entries and ${rows.length} are there.`;
  return previous === head.hash ? null : `${name}: its last entry does not have the hash its head keeps.`;
}

/** Walks one chain against its head. */
export async function walkChain(tx: Db, head: Head, mended: Mended = NOTHING_MENDED): Promise<Walked> {
  const rows = await tx.rows<EntryRow>(
    `SELECT ${ENTRY_COLUMNS_READ} FROM entry WHERE chain = ? ORDER BY seq`,
    [head.chain],
  );
  return { broken: brokenIn(rows, head, head.name ?? (await nameOf(tx, head.chain)), mended), rows };
}
