import type { Entry } from '@/core/ledger/entries';
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

/** What an entry's text says; null where it can no longer be read. */
function read(text: string): Entry | null {
  try {
    return JSON.parse(text) as Entry;
  } catch {
    return null;
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
  text = JSON.parse(row.canonical) as Entry,
): { column: string; row: unknown; text: unknown }[] {
  const told = text as unknown as Record<string, unknown>;
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

export interface Head {
  chain: string;
  count: number;
  hash: string;
  /** What it is called where something is wrong with it. */
  name?: string;
}

/**
 * Walks the rows of one chain against its head.
 * @returns the first thing wrong, or what its entries say
 */
function walked(
  rows: readonly EntryRow[],
  head: Head,
  name: string,
  mended: Mended,
): string | readonly Entry[] {
  const entries: Entry[] = [];
  let previous = CHAIN_START;
  for (const [index, row] of rows.entries()) {
    const what = `entry ${row.id} (${row.kind}, number ${row.seq} of ${name})`;
    if (row.seq !== index + 1) return `${name} has no entry number ${index + 1}: one was taken out.`;
    if (row.previous_hash !== previous) return `${what} does not follow the one before it.`;
    if (chainHash(previous, row.canonical) !== row.hash)
      return `${what} was changed: its hash no longer fits its text.`;
    const entry = read(row.canonical);
    if (!entry) return `${what} was changed: its text can no longer be read.`;
    entries.push(entry);
    const off = columnsThatDiffer(row, head.chain, entry).find((one) => !mended.has(mendKey(row.id, one)));
    if (off) return `${what} was changed: its column "${off.column}" no longer says what its text says.`;
    previous = row.hash;
  }
  if (rows.length !== head.count)
    return `${name} was cut: its head counts ${head.count} entries and ${rows.length} are there.`;
  return previous === head.hash ? entries : `${name}: its last entry does not have the hash its head keeps.`;
}

/** Walks some chains against their heads. @returns the first thing wrong, or what the entries of each of them say */
export async function walkChains(
  tx: Db,
  heads: readonly Head[],
  mended: Mended = NOTHING_MENDED,
): Promise<string | ReadonlyMap<string, readonly Entry[]>> {
  const said = new Map<string, readonly Entry[]>();
  if (!heads.length) return said;
  const rows = await tx.rows<EntryRow & { chain: string }>(
    `SELECT chain, ${ENTRY_COLUMNS_READ} FROM entry WHERE chain IN (${heads.map(() => '?').join(', ')}) ORDER BY chain, seq`,
    heads.map(({ chain }) => chain),
  );
  const of = new Map<string, EntryRow[]>(heads.map(({ chain }) => [chain, []]));
  for (const row of rows) of.get(row.chain)!.push(row);
  for (const head of heads) {
    const entries = walked(of.get(head.chain)!, head, head.name ?? (await nameOf(tx, head.chain)), mended);
    if (typeof entries === 'string') return entries;
    said.set(head.chain, entries);
  }
  return said;
}
