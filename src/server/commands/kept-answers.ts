import type { Db } from '../database';
import type { Row } from '../tables';

/**
 * The answers kept for commands that may be asked for again. Each is kept with a hash over what is kept of it, so that one
 * that is changed in the database is named.
 */
export interface KeptCommand {
  id: string;
  name: string;
  contentHash: string;
}

/** Takes a command's id, so that it runs once. @returns false when it was taken before */
export async function takeId(tx: Db, { id, name, contentHash }: KeptCommand, at: Date): Promise<boolean> {
  const taken = await tx.run(
    "INSERT IGNORE INTO command_done (id, name, content_hash, answer, done_at) VALUES (?, ?, ?, '', ?)",
    [id, name, contentHash, at],
  );
  return taken.affectedRows > 0;
}

/** Keeps what was answered under an id that was taken. */
export async function keepAnswer(tx: Db, id: string, answer: unknown): Promise<void> {
  await tx.run(
    "UPDATE command_done SET answer = ?, seal = SHA2(CONCAT_WS('\\n', id, name, content_hash, answer), 256) WHERE id = ?",
    [JSON.stringify(answer), id],
  );
}

/** The first kept answer that is not as it was kept, or null. */
export async function brokenAnswer(tx: Db): Promise<string | null> {
  const row = await tx.row<Row<'command_done', 'id' | 'name'>>(
    `SELECT id, name FROM command_done
      WHERE seal IS NULL OR seal <> SHA2(CONCAT_WS('\\n', id, name, content_hash, answer), 256) LIMIT 1`,
  );
  return row && `what is kept of the command ${row.id} (${row.name}) was changed.`;
}
