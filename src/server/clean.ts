import { type Db, transaction } from './database';
import { dropFile } from './kept-files';
import type { Row } from './tables';

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
  /** A picture nobody put to anything: a tablet that keeps its bindings without network has this long to send them. */
  picture: 90,
  /** A browser that somebody once opened the shop in and nobody signed in on. */
  device: 30,
} as const;
const AT_ONCE = 20;

/** Deletes pictures that no entry names. One that is being put to something meanwhile is waited for, and stays. */
async function cleanPictures(db: Db, before: Date): Promise<number> {
  const old = await db.rows<Row<'photo', 'id'>>(
    'SELECT id FROM photo WHERE NOT in_record AND created_at < ? LIMIT ?',
    [before, AT_ONCE],
  );
  let gone = 0;
  for (const { id } of old)
    gone += await transaction(async (tx) => {
      const photo = await tx.row<Row<'photo', 'sha256' | 'thumbnail_sha256'>>(
        'SELECT sha256, thumbnail_sha256 FROM photo WHERE id = ? FOR UPDATE',
        [id],
      );
      if (!photo) return 0;
      const named = await tx.row("SELECT id FROM entry WHERE canonical LIKE CONCAT('%', ?, '%') LIMIT 1", [
        id,
      ]);
      if (!named) {
        const { affectedRows } = await tx.run('DELETE FROM photo WHERE id = ?', [id]);
        await dropFile(tx, photo.sha256);
        await dropFile(tx, photo.thumbnail_sha256);
        return affectedRows;
      }
      await tx.run('UPDATE photo SET in_record = TRUE WHERE id = ?', [id]);
      return 0;
    });
  return gone;
}

/** Deletes devices on which nobody is or was signed in and nothing was recorded. */
const cleanDevices = (db: Db, before: Date) =>
  db.run(
    `DELETE FROM device WHERE first_seen < ?
        AND NOT EXISTS (SELECT 1 FROM session WHERE session.device_id = device.id)
        AND NOT EXISTS (SELECT 1 FROM device_key WHERE device_key.device_id = device.id)
        AND NOT EXISTS (SELECT 1 FROM wrench_link WHERE wrench_link.device_id = device.id)
        AND NOT EXISTS (SELECT 1 FROM entry WHERE entry.device_id = device.id) LIMIT 500`,
    [before],
  );

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
    await cleanDevices(db, before(KEEP_DAYS.device)),
  ];
  const rows = done.reduce((sum, { affectedRows }) => sum + affectedRows, 0);
  return rows + (await cleanPictures(db, before(KEEP_DAYS.picture)));
}
