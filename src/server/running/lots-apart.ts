import 'server-only';
import { availableParallelism } from 'node:os';
import { LANES, type WalkLot } from '../entries/verify';
import { freshThreads } from '../threads';

/**
 * Threads that walk the record's cars, one more than the machine has cores: hashing and folding takes most of a walk, and the
 * database's answers are waited for meanwhile.
 */
export function lotsApart(): { walk: WalkLot; end(): Promise<void> } {
  const pool = freshThreads('lot-worker', Math.min(LANES, availableParallelism() + 1));
  return {
    walk: async (cars, mended) => (await pool.exec('walk', [cars, mended])) as Awaited<ReturnType<WalkLot>>,
    // Each ends when it has closed its connections.
    end: async () => void (await pool.terminate()),
  };
}
