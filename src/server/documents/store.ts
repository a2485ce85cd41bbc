import { withoutEntryWork } from '@/core/procedure/entry-work';
import type { RunDocument } from '@/core/procedure/engine';
import type { Procedure } from '@/core/procedure/types';
import type { Db } from '../database';
import { canonicalJson } from '../entries/canonical';
import { Kept, frozen } from '../entries/kept';
import { keepFile } from '../kept-files';
import type { Row } from '../tables';

export type DocumentKind = 'run' | 'packet' | 'pdf' | 'procedure';

/** Keeps a document under the hash of its bytes; the same bytes are kept once. */
export async function keepDocument(tx: Db, kind: DocumentKind, content: Buffer, at: Date): Promise<string> {
  const hash = await keepFile(tx, content);
  await tx.run('INSERT IGNORE INTO document (hash, kind, created_at) VALUES (?, ?, ?)', [hash, kind, at]);
  return hash;
}

export async function readDocument(tx: Db, hash: string): Promise<Buffer | null> {
  const row = await tx.row<Row<'kept_file', 'bytes'>>(
    'SELECT bytes FROM document JOIN kept_file USING (hash) WHERE hash = ?',
    [hash],
  );
  return row?.bytes ?? null;
}

/** Keeps a run as its procedures make it: what entries brought into it stays in those. */
export const keepRun = (tx: Db, run: RunDocument, at: Date) =>
  keepDocument(tx, 'run', Buffer.from(canonicalJson(withoutEntryWork(run))), at);

const runs = new Kept<RunDocument>(100);

/** The run kept under this hash. It never changes; nobody may change what is handed out. */
export async function readRun(tx: Db, hash: string): Promise<RunDocument | null> {
  const known = runs.get(hash);
  if (known) return known;
  const content = await readDocument(tx, hash);
  if (!content) return null;
  const run = frozen(JSON.parse(content.toString('utf8')) as RunDocument);
  runs.set(hash, run);
  return run;
}

/** Keeps a procedure as a run begins with it, so that the run can change its way later at that same version. */
export const keepProcedure = (tx: Db, procedure: Procedure, at: Date) =>
  keepDocument(tx, 'procedure', Buffer.from(canonicalJson(procedure)), at);

export async function readProcedure(tx: Db, hash: string): Promise<Procedure | null> {
  const content = await readDocument(tx, hash);
  return content ? (JSON.parse(content.toString('utf8')) as Procedure) : null;
}
