import { type Db, snapshot } from '../database';
import { DERIVED_TABLES, rebuildDerived } from '../derive';
import { CHAIN_START, canonicalJson, chainHash, sha256 } from './canonical';
import { checkShop } from './verify-shop';
import { type Mended, NOTHING_MENDED, mendKey, mendedEntries } from './mended';
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

/** Walks one chain against its head. @returns the first thing wrong, or null */
export async function walkChain(
  tx: Db,
  head: { chain: string; count: number; hash: string },
  mended: Mended = NOTHING_MENDED,
): Promise<string | null> {
  const rows = await tx.rows<EntryRow>(
    `SELECT ${ENTRY_COLUMNS_READ} FROM entry WHERE chain = ? ORDER BY seq`,
    [head.chain],
  );
  const name = await nameOf(tx, head.chain);
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
  if (rows.length !== head.count) {
    return `${name} was cut: its head counts ${head.count} entries and ${rows.length} are there.`;
  }
  if (previous !== head.hash) return `${name}: its last entry does not have the hash its head keeps.`;
  return null;
}

async function checkBytes(tx: Db): Promise<string | null> {
  const photos = await tx.rows<Row<'photo', 'id' | 'sha256'>>('SELECT id, sha256 FROM photo');
  for (const photo of photos) {
    const row = await tx.row<Row<'photo', 'bytes'>>('SELECT bytes FROM photo WHERE id = ?', [photo.id]);
    if (sha256(row!.bytes) !== photo.sha256)
      return `photo ${photo.id} was changed: its bytes no longer have their hash.`;
  }
  const bound = await tx.rows<Row<'entry', 'canonical'>>("SELECT canonical FROM entry WHERE kind = 'photo'");
  const known = new Map(photos.map((photo) => [photo.id, photo.sha256]));
  for (const { canonical } of bound) {
    const { data, id } = JSON.parse(canonical) as { id: string; data: { photoId: string; sha256: string } };
    if (known.get(data.photoId) !== data.sha256)
      return `entry ${id} names a photo ${data.photoId} that is missing or another.`;
  }
  const documents = await tx.rows<Row<'document', 'hash' | 'kind'>>('SELECT hash, kind FROM document');
  for (const document of documents) {
    const row = await tx.row<Row<'document', 'content'>>('SELECT content FROM document WHERE hash = ?', [
      document.hash,
    ]);
    if (sha256(row!.content) !== document.hash)
      return `${document.kind} document ${document.hash} was changed.`;
  }
  const kept = new Set(documents.map((document) => document.hash));
  const named = await tx.rows<Row<'entry', 'id' | 'kind' | 'canonical'>>(
    "SELECT id, kind, canonical FROM entry WHERE kind IN ('run.start', 'run.change', 'handoff')",
  );
  for (const { id, kind, canonical } of named) {
    const { data } = JSON.parse(canonical) as { data: Record<string, string> };
    const hashes = kind === 'handoff' ? [data.packetHash!, data.pdfHash!] : [data.documentHash!];
    const missing = hashes.find((hash) => !kept.has(hash));
    if (missing) return `entry ${id} names a document ${missing} that is not there.`;
  }
  return null;
}

const KEYS: Record<(typeof DERIVED_TABLES)[number], string> = {
  order_now: 'order_id',
  clock_now: 'clock_id',
  odometer_now: 'entry_id',
  wheels_on: 'order_id',
  follow_up: 'id',
  car_place: "CONCAT(order_id, ' ', what, ' ', place)",
  car_measure: 'entry_id',
  finished_lift: "CONCAT(order_id, ' ', end_of_car)",
  finished_work: 'order_id',
  lesson_now: 'lesson_id',
  booking_now: 'booking_id',
  watch_now: 'watch_id',
  date_wish_now: 'wish_id',
  kit_fact: 'fact_id',
  week_need: 'order_id',
  step_time: "CONCAT(order_id, ' ', step_id)",
  skill_worked: "CONCAT(order_id, ' ', person_id, ' ', skill)",
  task_now: 'task_id',
  lowering_now: 'order_id',
  search_doc: "CONCAT(order_id, ' ', what)",
  plate_gram: "CONCAT(gram, ' ', vehicle_id)",
};

async function rowsOf(tx: Db, table: keyof typeof KEYS): Promise<Map<string, string>> {
  const rows = await tx.rows<Record<string, unknown>>(
    // eslint-disable-next-line shop/sql-parameters -- words of our own lists of tables, columns or conditions
    `SELECT ${KEYS[table]} AS verify_key, t.* FROM ${table} t`,
  );
  return new Map(rows.map((row) => [String(row.verify_key), canonicalJson(JSON.parse(JSON.stringify(row)))]));
}

/**
 * Makes a table of this connection's own that stands before the shop's table of that name: what is written through this
 * connection then changes nothing and waits for nobody.
 */
async function shadow(tx: Db, table: string): Promise<void> {
  // eslint-disable-next-line shop/sql-parameters -- words of our own lists of tables, columns or conditions
  const row = (await tx.row<Record<string, string>>(`SHOW CREATE TABLE ${table}`))!;
  const columns = row['Create Table']!.replace(/^CREATE TABLE/, 'CREATE TEMPORARY TABLE')
    .split('\n')
    // Neither searched words nor what refers to other tables is of use there, or can be had.
    .filter((line) => !/^\s*(FULLTEXT KEY|CONSTRAINT)/.test(line))
    .join('\n')
    .replace(/,\n\)/, '\n)');
  // eslint-disable-next-line shop/sql-parameters -- what the database itself says of one of our tables
  await tx.run(columns);
}

/** Rebuilds the derived tables from the entries beside those of the shop, and compares them row by row. */
async function checkDerived(tx: Db): Promise<string | null> {
  const before = new Map<keyof typeof KEYS, Map<string, string>>();
  for (const table of DERIVED_TABLES) before.set(table, await rowsOf(tx, table));
  try {
    for (const table of DERIVED_TABLES) await shadow(tx, table);
    await rebuildDerived(tx);
    for (const table of DERIVED_TABLES) {
      const rebuilt = await rowsOf(tx, table);
      const kept = before.get(table)!;
      const off = [...new Set([...kept.keys(), ...rebuilt.keys()])].find(
        (key) => kept.get(key) !== rebuilt.get(key),
      );
      if (off !== undefined) return `derived table ${table}, row ${off}, is not what the entries say.`;
    }
    return null;
  } finally {
    for (const table of DERIVED_TABLES)
      // eslint-disable-next-line shop/sql-parameters -- words of our own lists of tables, columns or conditions
      await tx.run(`DROP TEMPORARY TABLE IF EXISTS ${table}`);
  }
}

/**
 * Walks all chains against their heads and rehashes photos and documents.
 * @returns the first thing wrong, or null
 */
export async function brokenRecord(
  tx: Db,
  tell: (text: string) => void = () => undefined,
): Promise<string | null> {
  const heads = await tx.rows<Row<'chain_head', 'chain' | 'count' | 'hash'>>(
    'SELECT chain, count, hash FROM chain_head ORDER BY chain',
  );
  const loose = await tx.row<Row<'entry', 'id' | 'chain'>>(
    'SELECT id, chain FROM entry WHERE chain NOT IN (SELECT chain FROM chain_head) LIMIT 1',
  );
  if (loose) return `entry ${loose.id} belongs to a chain ${loose.chain} that has no head.`;
  const orphan = await tx.row<Row<'work_order', 'number'>>(
    'SELECT number FROM work_order WHERE id NOT IN (SELECT chain FROM chain_head) LIMIT 1',
  );
  if (orphan) return `order ${orphan.number} has lost the head of its chain.`;
  const mended = await mendedEntries(tx);
  for (const head of heads) {
    const broken = await walkChain(tx, head, mended);
    if (broken) return broken;
  }
  const found = (await checkBytes(tx)) ?? (await checkShop(tx));
  if (found) return found;
  const [entries] = await tx.rows<{ count: number }>('SELECT COUNT(*) AS count FROM entry');
  tell(`${heads.length} chains with ${entries!.count} entries walked, photos and documents rehashed.`);
  return null;
}

/**
 * Walks the whole record, rebuilds the derived tables and compares; all of it as it stood at one moment, while others go on
 * writing.
 * @returns the first thing wrong, or null
 */
export function verifyEverything(tell: (text: string) => void): Promise<string | null> {
  return snapshot(async (tx) => {
    const broken = await brokenRecord(tx, tell);
    if (broken) return broken;
    const derived = await checkDerived(tx);
    if (!derived) tell('Derived tables rebuilt: the same. Nothing is broken.');
    return derived;
  });
}
