import type { Db } from './database';
import { sha256 } from './entries/canonical';
import type { Row } from './tables';

/** The bytes of pictures and papers, each kept once under its hash. */

/** Keeps bytes. @returns their hash */
export async function keepFile(tx: Db, bytes: Buffer): Promise<string> {
  const hash = sha256(bytes);
  await tx.run('INSERT IGNORE INTO kept_file (hash, bytes) VALUES (?, ?)', [hash, bytes]);
  return hash;
}

export async function keptFile(tx: Db, hash: string): Promise<Buffer | null> {
  const row = await tx.row<Row<'kept_file', 'bytes'>>('SELECT bytes FROM kept_file WHERE hash = ?', [hash]);
  return row?.bytes ?? null;
}

/**
 * Deletes bytes that no picture and no paper has any more. Whoever keeps the same ones meanwhile holds their row, or waits for
 * this one: they are not lost under them.
 */
export async function dropFile(tx: Db, hash: string): Promise<void> {
  if (!(await tx.row('SELECT hash FROM kept_file WHERE hash = ? FOR UPDATE', [hash]))) return;
  const had = await tx.row(
    `SELECT id FROM photo WHERE sha256 = ? UNION SELECT id FROM photo WHERE thumbnail_sha256 = ?
      UNION SELECT hash FROM document WHERE hash = ? LIMIT 1`,
    [hash, hash, hash],
  );
  if (!had) await tx.run('DELETE FROM kept_file WHERE hash = ?', [hash]);
}
