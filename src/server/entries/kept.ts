import type { Entry } from '@/core/ledger/entries';
import type { Db } from '../database';
import type { Row } from '../tables';

/** What is read again and again and never changes under its hash is kept in memory, frozen so that nobody changes it. */

export function frozen<T>(value: T): T {
  if (value !== null && typeof value === 'object' && !Object.isFrozen(value)) {
    Object.freeze(value);
    for (const inner of Object.values(value)) frozen(inner);
  }
  return value;
}

/** The last used of something, up to a number of them. */
export class Kept<T> {
  private readonly held = new Map<string, T>();
  constructor(private readonly most: number) {}

  get(key: string): T | undefined {
    const value = this.held.get(key);
    if (value !== undefined) this.set(key, value);
    return value;
  }

  set(key: string, value: T): void {
    this.held.delete(key);
    this.held.set(key, value);
    if (this.held.size > this.most) this.held.delete(this.held.keys().next().value!);
  }
}

export interface Chain {
  entries: readonly Entry[];
  /** The hash of each of them, in their order. */
  hashes: readonly string[];
}
export const lastHash = ({ hashes }: Chain) => hashes.at(-1) ?? '';
type ChainRow = Row<'entry', 'seq' | 'canonical' | 'hash'>;

const chains = new Kept<Chain>(300);
const NONE: Chain = { entries: [], hashes: [] };

/**
 * All entries of a chain in its order. Those known from before are kept as long as the last of them still stands in the
 * database under its number and hash; whatever was rolled back, restored or written by another server since shows there.
 * @param head the hash of the last entry, where whoever asks holds the chain's lock
 */
export async function chainOf(tx: Db, chain: string, head: string | null = null): Promise<Chain> {
  const known = chains.get(chain);
  if (known && head === lastHash(known)) return known;
  const from = known?.entries.length ?? 0;
  const rows = await tx.rows<ChainRow>(
    'SELECT seq, canonical, hash FROM entry WHERE chain = ? AND seq >= ? ORDER BY seq',
    [chain, from],
  );
  if (known && rows[0]?.seq === from && rows[0].hash === lastHash(known))
    return keep(chain, known, rows.slice(1));
  if (!from) return keep(chain, NONE, rows);
  const all = await tx.rows<ChainRow>('SELECT seq, canonical, hash FROM entry WHERE chain = ? ORDER BY seq', [
    chain,
  ]);
  return keep(chain, NONE, all);
}

export const entriesOf = async (tx: Db, chain: string): Promise<Entry[]> => [
  ...(await chainOf(tx, chain)).entries,
];

function keep(chain: string, known: Chain, rows: readonly ChainRow[]): Chain {
  if (!rows.length) return known;
  const entries = [...known.entries, ...rows.map((row) => frozen(JSON.parse(row.canonical) as Entry))];
  const hashes = [...known.hashes, ...rows.map((row) => row.hash)];
  const now = { entries, hashes };
  chains.set(chain, now);
  return now;
}
