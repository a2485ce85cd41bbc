import 'server-only';
import type { Pool } from 'workerpool';
import { freshThreads } from '../threads';
import { log } from './log';
import { isUnderWay, leaveLongWork, longWorkOf } from './long-work';
import { beginTelling } from './walk-record';

const held = globalThis as typeof globalThis & { wrenchwiseWalk?: Pool | null };

const ENDS_WITHIN_MS = 500;

/**
 * Begins to walk the record beside the server, or goes on where a walk was interrupted; `How it runs` shows how far it is.
 * @throws Refusal where a walk is under way
 */
export function beginWalk(anew: boolean): void {
  // Its thread takes a while to begin: told of before that, so that whoever asked for it sees it at once.
  beginTelling(anew, 'server');
  const pool = freshThreads('walk-worker');
  held.wrenchwiseWalk = pool;
  void (async () => {
    try {
      const { broken } = (await pool.exec('walk', [])) as { broken: string | null };
      if (broken) log().error({ broken }, 'the record does not hold');
    } catch (error) {
      // Stopped by a hand, or the database went away: it goes on from its place when it is begun again.
      if (held.wrenchwiseWalk === pool) {
        log().error({ err: error }, 'the record could not be walked to its end');
        leaveLongWork('verify', `It could not be walked to its end: ${(error as Error).message}`);
      }
    } finally {
      if (held.wrenchwiseWalk === pool) held.wrenchwiseWalk = null;
      void pool.terminate(true);
    }
  })();
}

/** Stops a walk of this server; begun again, it goes on from there. */
export async function stopWalk(): Promise<void> {
  const pool = held.wrenchwiseWalk;
  if (!pool) return;
  held.wrenchwiseWalk = null;
  void pool.terminate(true);
  // Its thread may yet write how far it was: said after that, whether or not anybody tells that it has ended.
  await new Promise((resolve) => setTimeout(resolve, ENDS_WITHIN_MS));
  leaveLongWork('verify', 'Stopped by hand.');
}

/** A walk this server had begun before it was stopped or killed goes on by itself. */
export function resumeWalk(): void {
  const before = longWorkOf('verify');
  if (before?.by !== 'server' || before.pid === null || !before.place || before.endedAt) return;
  // Where numbers of processes begin anew with the machine, this one may have that of the one that was killed.
  if (before.pid !== process.pid && isUnderWay(before)) return;
  leaveLongWork('verify', before.words);
  beginWalk(false);
}
