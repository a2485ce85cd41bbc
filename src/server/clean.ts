import type { Db } from './database';

const DAY_MS = 86_400_000;

/** How long each kind of row that only grows is kept, in days. The record itself is never cleaned. */
export const KEEP_DAYS = {
  /** Ended or slept through: who was signed in where. */
  session: 90,
  /** Wrong tries long past. */
  tries: 7,
  /** When a customer looked at their page. */
  views: 400,
  /** Answers kept for whoever asks again under the same id; after that the entry's own id tells. */
  commands: 400,
  /** What came of moves that tablets had queued. */
  queued: 400,
} as const;

/**
 * Deletes what only grows and is past its time; some hundred rows of a kind a round, so that nobody waits for it.
 * @returns how many rows went
 */
export async function cleanUp(db: Db, at: Date): Promise<number> {
  const before = (days: number) => new Date(at.getTime() - days * DAY_MS);
  const done = [
    await db.run('DELETE FROM session WHERE COALESCE(ended_at, last_seen) < ? LIMIT 500', [
      before(KEEP_DAYS.session),
    ]),
    await db.run('DELETE FROM sign_in_try WHERE last_at < ? LIMIT 500', [before(KEEP_DAYS.tries)]),
    await db.run('DELETE FROM customer_link_view WHERE at < ? LIMIT 500', [before(KEEP_DAYS.views)]),
    await db.run('DELETE FROM command_done WHERE done_at < ? LIMIT 500', [before(KEEP_DAYS.commands)]),
    await db.run('DELETE FROM outbox_taken WHERE taken_at < ? LIMIT 500', [before(KEEP_DAYS.queued)]),
  ];
  return done.reduce((sum, { affectedRows }) => sum + affectedRows, 0);
}
