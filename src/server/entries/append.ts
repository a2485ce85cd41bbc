import type { Entry, EntryData, EntryKind } from '@/core/ledger/entries';
import type { Db } from '../database';
import { CHAIN_START, canonicalJson, chainHash } from './canonical';
import type { Row } from '../tables';

export const SHOP_CHAIN = 'shop';

/** An entry about to be written; its place in the chain and its hash are given here. */
export type EntryDraft = {
  [K in EntryKind]: {
    id: string;
    kind: K;
    data: EntryData[K];
    corrects?: string;
    why?: string;
  };
}[EntryKind];

/** An entry without its id, which is given from the command's. */
export type NewEntry = EntryDraft extends infer D ? (D extends EntryDraft ? Omit<D, 'id'> : never) : never;

export interface Author {
  personId: string;
  deviceId: string;
  deviceSeq: number;
  at: Date;
  receivedAt: Date;
}

/** The columns of an entry's row, and a place for each. */
export const ENTRY_COLUMNS = [
  'id',
  'chain',
  'seq',
  'kind',
  'at',
  'received_at',
  'person_id',
  'device_id',
  'corrects',
  'canonical',
  'previous_hash',
  'hash',
] as const;
export const ENTRY_INTO = `entry (${ENTRY_COLUMNS.join(', ')}) VALUES (${ENTRY_COLUMNS.map(() => '?').join(', ')})`;

/** An entry as its row: the text that is hashed, and beside it what is looked up by. */
export const entryRow = (entry: Entry, canonical: string, previous: string, hash: string) => [
  entry.id,
  entry.chain,
  entry.seq,
  entry.kind,
  new Date(entry.at),
  new Date(entry.receivedAt),
  entry.personId,
  entry.deviceId,
  entry.corrects,
  canonical,
  previous,
  hash,
];

/** How far a chain has come. */
export type Head = Row<'chain_head', 'count' | 'hash'>;

/** Locks a chain's head until the transaction ends, making it when the chain is new. */
export async function lockHead(tx: Db, chain: string, at: Date): Promise<Head> {
  const lock = () => tx.row<Head>('SELECT count, hash FROM chain_head WHERE chain = ? FOR UPDATE', [chain]);
  // Looked for before it is made: an insert that finds the row would first share its lock, and two sharing deadlock.
  const known = await lock();
  if (known) return known;
  await tx.run('INSERT IGNORE INTO chain_head (chain, count, hash, moved_at) VALUES (?, 0, ?, ?)', [
    chain,
    CHAIN_START,
    at,
  ]);
  return (await lock())!;
}

/**
 * Appends entries to a chain whose head is locked, each hashed over the one before, and advances the head.
 * @param locked the head, where whoever appends has locked it already
 * @returns the entries as written, and the head after them
 */
export async function appendEntries(
  tx: Db,
  chain: string,
  drafts: EntryDraft[],
  author: Author,
  locked: Head | null = null,
): Promise<{ written: Entry[]; head: Head }> {
  let { count, hash } = locked ?? (await lockHead(tx, chain, author.receivedAt));
  const written: Entry[] = [];
  for (const draft of drafts) {
    count += 1;
    const entry = {
      id: draft.id,
      chain,
      seq: count,
      kind: draft.kind,
      at: author.at.toISOString(),
      receivedAt: author.receivedAt.toISOString(),
      personId: author.personId,
      deviceId: author.deviceId,
      deviceSeq: author.deviceSeq,
      corrects: draft.corrects ?? null,
      why: draft.why ?? null,
      data: draft.data,
    } as Entry;
    const canonical = canonicalJson(entry);
    const own = chainHash(hash, canonical);
    await tx.run(`INSERT INTO ${ENTRY_INTO}`, entryRow(entry, canonical, hash, own));
    hash = own;
    written.push(JSON.parse(canonical) as Entry);
  }
  await tx.run('UPDATE chain_head SET count = ?, hash = ?, moved_at = ? WHERE chain = ?', [
    count,
    hash,
    author.receivedAt,
    chain,
  ]);
  return { written, head: { count, hash } };
}
