import 'server-only';
import { mkdir, rename, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { type RackOutcome, standInReadings } from '@/core/alignment/stand-in-rack';
import type { AlignmentSpec } from '@/core/calc/alignment.verdict';
import { type RackSheet, writeRackCsv } from '@/core/formats/rack-sheet';
import { rackFolder } from '../rack/inbox';

/** The stand-in rack: it writes a sheet for a car into the shop's folder, as a rack at work would. */

/** Drops one sheet. It is written beside and moved in, so that nobody reads half of it. @returns the file's name */
export async function dropSheet(
  order: { number: number; plate: string },
  spec: AlignmentSpec | null,
  as: 'csv' | 'json',
  outcome: RackOutcome,
): Promise<string> {
  const sheet: RackSheet = {
    format: 'wrenchwise-rack/1',
    order: order.number,
    plate: order.plate,
    rack: 'stand-in rack',
    operator: 'the stand-in',
    ...standInReadings(spec, outcome),
  };
  const name = `sheet-${order.number}-${Date.now()}.${as}`;
  const folder = rackFolder();
  await mkdir(folder, { recursive: true });
  const beside = path.join(folder, `.${name}`);
  await writeFile(beside, as === 'csv' ? writeRackCsv(sheet) : JSON.stringify(sheet, null, 2));
  await rename(beside, path.join(folder, name));
  return name;
}
