import 'server-only';
import { readFile, readdir } from 'node:fs/promises';
import path from 'node:path';
import type { Procedure } from '@/core/procedure/types';
import type { Db } from './database';
import { canonicalJson, sha256 } from './entries/canonical';
import type { Row } from './tables';

export interface KnownProcedure {
  procedure: Procedure;
  hash: string;
  /** 1 for the file that ships; the shop's own versions count on from there. */
  version: number;
  own: boolean;
}
export interface VersionLine {
  version: number;
  note: string;
  personId: string | null;
  createdAt: string | null;
}

export const procedureHash = (procedure: Procedure) => sha256(canonicalJson(procedure));

let library: Promise<KnownProcedure[]> | null = null;

async function readLibrary(): Promise<KnownProcedure[]> {
  const folder = path.join(process.env.WRENCHWISE_ROOT ?? process.cwd(), 'procedures');
  const names = (await readdir(folder)).filter((name) => name.endsWith('.json')).sort();
  return Promise.all(
    names.map(async (name) => {
      const procedure = JSON.parse(await readFile(path.join(folder, name), 'utf8')) as Procedure;
      return { procedure, hash: procedureHash(procedure), version: 1, own: false };
    }),
  );
}

/** The file a shop's own version was made from, as it shipped first, and as it ships now; null where it ships as it did. */
export async function editionsOf(id: string): Promise<{ first: Procedure; second: Procedure } | null> {
  const now = (await procedureLibrary()).find(({ procedure }) => procedure.id === id);
  // Only what ships is looked up: an id of a page is no file name.
  if (!now) return null;
  const file = path.join(
    process.env.WRENCHWISE_ROOT ?? process.cwd(),
    'procedures',
    'first',
    `${now.procedure.id}.json`,
  );
  const text = await readFile(file, 'utf8').catch(() => null);
  return text === null ? null : { first: JSON.parse(text) as Procedure, second: now.procedure };
}

/** The procedures that ship with the application. */
export function procedureLibrary(): Promise<KnownProcedure[]> {
  library ??= readLibrary();
  return library;
}

type VersionRow = Row<'procedure_version', 'procedure_id' | 'version' | 'hash' | 'content'>;

const fromRow = (row: VersionRow): KnownProcedure => ({
  procedure: JSON.parse(row.content) as Procedure,
  hash: row.hash,
  version: row.version,
  own: true,
});

/** Every procedure at its newest version: the shop's own where it has one, else the file that ships. */
export async function procedures(tx: Db): Promise<KnownProcedure[]> {
  const rows = await tx.rows<VersionRow>(
    `SELECT procedure_id, version, hash, content FROM procedure_version AS mine
      WHERE version = (SELECT MAX(version) FROM procedure_version WHERE procedure_id = mine.procedure_id)`,
  );
  const own = rows.map(fromRow);
  const shipped = (await procedureLibrary()).filter(
    ({ procedure }) => !own.some((mine) => mine.procedure.id === procedure.id),
  );
  return [...shipped, ...own].sort((a, b) => a.procedure.title.localeCompare(b.procedure.title));
}

/** A procedure by its id, at a version or the newest; null when there is none. */
export async function procedureById(tx: Db, id: string, version?: number): Promise<KnownProcedure | null> {
  const row = await tx.row<VersionRow>(
    `SELECT procedure_id, version, hash, content FROM procedure_version
      WHERE procedure_id = ? AND (? IS NULL OR version = ?) ORDER BY version DESC LIMIT 1`,
    [id, version ?? null, version ?? null],
  );
  if (row) return fromRow(row);
  if (version !== undefined && version !== 1) return null;
  return (await procedureLibrary()).find(({ procedure }) => procedure.id === id) ?? null;
}

/** The versions of a procedure, newest first. */
export async function versionsOf(tx: Db, id: string): Promise<VersionLine[]> {
  const rows = await tx.rows<Row<'procedure_version', 'version' | 'note' | 'person_id' | 'created_at'>>(
    'SELECT version, note, person_id, created_at FROM procedure_version WHERE procedure_id = ? ORDER BY version DESC',
    [id],
  );
  const own = rows.map((row) => ({
    version: row.version,
    note: row.note,
    personId: row.person_id,
    createdAt: row.created_at.toISOString(),
  }));
  const ships = (await procedureLibrary()).some(({ procedure }) => procedure.id === id);
  return ships ? [...own, { version: 1, note: 'As it ships', personId: null, createdAt: null }] : own;
}
