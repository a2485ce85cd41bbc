import { db } from '../database';

const POLL_MS = 250;
/** Commits come out of order, so what moved in the last seconds is looked at again each time, by its count. */
const LOOK_BACK_MS = 5000;

type Listener = (chains: string[]) => void;

/** One watcher a process, however many browsers listen; it looks only while somebody does. */
class ChangeWatch {
  private readonly listeners = new Set<Listener>();
  private seen = new Map<string, number>();
  private timer: ReturnType<typeof setTimeout> | null = null;

  listen(listener: Listener): () => void {
    this.listeners.add(listener);
    if (!this.timer) {
      this.seen = new Map();
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

  private schedule(first: boolean): void {
    this.timer = setTimeout(() => void this.look(first), first ? 0 : POLL_MS);
    this.timer.unref?.();
  }

  private async look(first: boolean): Promise<void> {
    try {
      const rows = await db().rows<{ chain: string; count: number }>(
        `SELECT chain, count FROM chain_head WHERE changed_at >= NOW(3) - INTERVAL ${LOOK_BACK_MS / 1000} SECOND`,
      );
      const moved = rows.filter((row) => this.seen.get(row.chain) !== row.count).map((row) => row.chain);
      this.seen = new Map(rows.map((row) => [row.chain, row.count]));
      if (moved.length && !first) for (const listener of this.listeners) listener(moved);
    } catch {
      // The database is away: what moved meanwhile is seen when it is back.
    }
    if (this.listeners.size) this.schedule(false);
    else this.timer = null;
  }
}

const held = globalThis as typeof globalThis & { wrenchwiseChanges?: ChangeWatch };

/** Tells of every chain that moved, on whatever server it was moved. @returns how to stop */
export function onChange(listener: Listener): () => void {
  held.wrenchwiseChanges ??= new ChangeWatch();
  return held.wrenchwiseChanges.listen(listener);
}
