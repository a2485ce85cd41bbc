import 'server-only';
import { areaOf, projectionsOf } from '@/contracts/entries';
import type { ChainMoved } from '@/contracts/live';
import type { EntryKind } from '@/core/ledger/entries';
import { db } from '../database';
import { Kept } from '../entries/kept';
import type { Row } from '../tables';

const POLL_MS = 250;
/** Commits come out of order, so what moved in the last seconds is looked at again each time, by its count. */
const LOOK_BACK_MS = 5000;
/** Of a chain not seen before only so many of its last entries are asked for. */
const LAST_OF_UNSEEN = 25;

type Listener = (moved: ChainMoved[]) => void;
type HeadRow = Row<'chain_head', 'chain' | 'count'>;

const places = (list: readonly unknown[]) => list.map(() => '?').join(', ');
const distinct = <T>(all: readonly T[]): T[] => [...new Set(all)];

/** One watcher a process, however many browsers listen; it looks only while somebody does. */
class ChangeWatch {
  private readonly listeners = new Set<Listener>();
  private recent = new Map<string, number>();
  /** How far each chain had come when it was last told of, and how its order looked in lists. */
  private readonly told = new Kept<number>(5000);
  private readonly heads = new Kept<string>(5000);
  private timer: ReturnType<typeof setTimeout> | null = null;

  listen(listener: Listener): () => void {
    this.listeners.add(listener);
    if (!this.timer) {
      this.recent = new Map();
      this.schedule(true);
    }
    return () => {
      this.listeners.delete(listener);
      if (!this.listeners.size && this.timer) {
        clearTimeout(this.timer);
        this.timer = null;
      }
    };
  }

  get count(): number {
    return this.listeners.size;
  }

  private schedule(first: boolean): void {
    this.timer = setTimeout(() => void this.look(first), first ? 0 : POLL_MS);
    this.timer.unref?.();
  }

  private async look(first: boolean): Promise<void> {
    try {
      const rows = await db().rows<HeadRow>(
        `SELECT chain, count FROM chain_head WHERE changed_at >= NOW(3) - INTERVAL ${LOOK_BACK_MS / 1000} SECOND`,
      );
      const moved = rows.filter((row) => this.recent.get(row.chain) !== row.count);
      this.recent = new Map(rows.map((row) => [row.chain, row.count]));
      if (moved.length) {
        const said = await this.describe(moved);
        if (!first) for (const listener of this.listeners) listener(said);
      }
    } catch {
      // The database is away: what moved meanwhile is seen when it is back.
    }
    if (this.listeners.size) this.schedule(false);
    else this.timer = null;
  }

  /** What the new entries of chains are, so that a page reads again only what concerns it. */
  private async describe(moved: HeadRow[]): Promise<ChainMoved[]> {
    const since = (row: HeadRow) => this.told.get(row.chain) ?? row.count - LAST_OF_UNSEEN;
    const entries = await db().rows<Row<'entry', 'chain' | 'corrects'> & { kind: EntryKind }>(
      `SELECT chain, kind, corrects FROM entry WHERE ${moved.map(() => '(chain = ? AND seq > ?)').join(' OR ')}`,
      moved.flatMap((row) => [row.chain, since(row)]),
    );
    const looks = await db().rows<Row<'order_now', 'order_id'> & { look: string }>(
      // eslint-disable-next-line shop/sql-parameters -- a place for each id
      `SELECT order_id, MD5(CONCAT_WS('|', place, closed, mark, next_text, next_role, next_page, waiting, tape, promised_for)) AS look
         FROM order_now WHERE order_id IN (${places(moved)})`,
      moved.map((row) => row.chain),
    );
    return moved.map(({ chain, count }) => {
      const own = entries.filter((entry) => entry.chain === chain);
      const kinds = distinct(own.map((entry) => entry.kind));
      const look = looks.find((row) => row.order_id === chain)?.look ?? '';
      const head = look !== this.heads.get(chain);
      this.heads.set(chain, look);
      this.told.set(chain, count);
      return {
        chain,
        count,
        areas: distinct(kinds.map(areaOf)),
        projections: distinct(kinds.flatMap(projectionsOf)),
        head,
        corrected: own.some((entry) => entry.corrects !== null),
      };
    });
  }
}

/** A page that was read longer ago than this is read again, whatever moved. */
const LONGEST_MS = 10 * 60_000;
/** A change is stamped before it is committed: as long as this may lie between. */
const COMMIT_MS = 2000;

/**
 * What moved in the last `ms`, for a page that was read so long ago and begins to listen only now; of a chain that moved
 * anything may have. @returns null when it is too long ago to say
 */
export async function movedWithin(ms: number): Promise<ChainMoved[] | null> {
  if (!(ms >= 0 && ms <= LONGEST_MS)) return null;
  const rows = await db().rows<HeadRow>(
    'SELECT chain, count FROM chain_head WHERE changed_at >= NOW(3) - INTERVAL ? MICROSECOND',
    [Math.round(ms + COMMIT_MS) * 1000],
  );
  return rows.map((row) => ({ ...row, areas: [], projections: [], head: true, corrected: true }));
}

const watching = globalThis as typeof globalThis & { wrenchwiseChanges?: ChangeWatch };

/** How many listen in this process. */
export const listening = (): number => watching.wrenchwiseChanges?.count ?? 0;

/** Tells of every chain that moved, on whatever server it was moved. @returns how to stop */
export function onChange(listener: Listener): () => void {
  watching.wrenchwiseChanges ??= new ChangeWatch();
  return watching.wrenchwiseChanges.listen(listener);
}
