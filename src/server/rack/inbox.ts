import 'server-only';
import { randomUUID } from 'node:crypto';
import { mkdir, readFile, readdir, rename, stat } from 'node:fs/promises';
import path from 'node:path';
import { Refusal } from '@/core/refusal';
import { type RackSheet, readRackFile } from '@/core/formats/rack-sheet';
import { type Db, dataFolder, db } from '../database';
import { sha256 } from '../entries/canonical';
import type { Row } from '../tables';

/** A sheet is a page of numbers; what is larger is no sheet. */
const LARGEST_SHEET = 200_000;

export const rackFolder = () => process.env.WRENCHWISE_RACK ?? path.join(dataFolder(), 'rack');

/**
 * Takes in what the rack dropped: each file is read, kept once by its hash, and moved to `taken`, or to `refused` with
 * the reason kept. A file still being written is left for the next look.
 * @returns how many were taken in
 */
export async function takeRackFiles(at: Date): Promise<number> {
  const folder = rackFolder();
  await mkdir(path.join(folder, 'taken'), { recursive: true });
  await mkdir(path.join(folder, 'refused'), { recursive: true });
  let taken = 0;
  for (const name of (await readdir(folder)).sort()) {
    const file = path.join(folder, name);
    const about = await stat(file).catch(() => null);
    if (!about?.isFile() || name.startsWith('.') || Date.now() - about.mtimeMs < 300) continue;
    if (!/\.(csv|json)$/i.test(name)) continue;
    await takeOne(file, name, about.size, at);
    taken += 1;
  }
  return taken;
}

async function takeOne(file: string, name: string, size: number, at: Date): Promise<void> {
  const content = size > LARGEST_SHEET ? null : await readFile(file);
  let sheet: RackSheet | null = null;
  let error = content ? '' : 'The file is larger than any sheet.';
  try {
    if (content) sheet = readRackFile(name, content.toString('utf8'));
  } catch (problem) {
    if (!(problem instanceof Refusal)) throw problem;
    error = problem.message;
  }
  await db().run(
    `INSERT IGNORE INTO rack_sheet (id, file_name, file_hash, came_at, order_number, plate, sheet, error, state)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?)`,
    [
      randomUUID(),
      name.slice(0, 200),
      sha256(content ?? Buffer.from(`${name} ${size}`)),
      at,
      sheet?.order ?? null,
      sheet?.plate ?? '',
      sheet ? JSON.stringify(sheet) : null,
      error.slice(0, 300),
      sheet ? 'waiting' : 'refused',
    ],
  );
  const to = path.join(rackFolder(), sheet ? 'taken' : 'refused', `${at.getTime()}-${name}`);
  await rename(file, to).catch((problem: NodeJS.ErrnoException) => {
    // Another server of this shop moved it first.
    if (problem.code !== 'ENOENT') throw problem;
  });
}

export interface DroppedSheet {
  id: string;
  fileName: string;
  fileHash: string;
  cameAt: string;
  orderNumber: number | null;
  plate: string;
  sheet: RackSheet | null;
  error: string;
}

type SheetRow = Row<
  'rack_sheet',
  'id' | 'file_name' | 'file_hash' | 'came_at' | 'order_number' | 'plate' | 'error'
> & { sheet: RackSheet | null };

const fromRow = (row: SheetRow): DroppedSheet => ({
  id: row.id,
  fileName: row.file_name,
  fileHash: row.file_hash,
  cameAt: row.came_at.toISOString(),
  orderNumber: row.order_number,
  plate: row.plate,
  sheet: row.sheet,
  error: row.error,
});

/** Sheets that wait to be taken or were refused; those of one order by its number or plate lead. */
export async function waitingSheets(
  tx: Db,
  order?: { number: number; plate: string },
): Promise<DroppedSheet[]> {
  const rows = await tx.rows<SheetRow>(
    `SELECT id, file_name, file_hash, came_at, order_number, plate, sheet, error FROM rack_sheet
      WHERE state IN ('waiting', 'refused') ORDER BY (order_number = ? OR (plate <> '' AND plate = ?)) DESC, came_at DESC LIMIT 40`,
    [order?.number ?? null, order?.plate ?? ''],
  );
  return rows.map(fromRow);
}

/** A waiting sheet, locked to be used. @throws Refusal when it is gone */
export async function takeSheet(tx: Db, sheetId: string): Promise<DroppedSheet> {
  const row = await tx.row<SheetRow>(
    "SELECT id, file_name, file_hash, came_at, order_number, plate, sheet, error FROM rack_sheet WHERE id = ? AND state = 'waiting' FOR UPDATE",
    [sheetId],
  );
  if (!row?.sheet) throw new Refusal('no-sheet', 'That sheet is not waiting any more.', 'rackSheetId');
  await tx.run("UPDATE rack_sheet SET state = 'used' WHERE id = ?", [sheetId]);
  return fromRow(row);
}
