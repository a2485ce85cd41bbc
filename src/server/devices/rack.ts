import 'server-only';
import { mkdir, rename, writeFile } from 'node:fs/promises';
import path from 'node:path';
import type { AlignmentReadings, AlignmentSpec, Range } from '@/core/calc/alignment.verdict';
import { type RackSheet, writeRackCsv } from '@/core/formats/rack-sheet';
import { rackFolder } from '../rack/inbox';

/** The stand-in rack: it writes a sheet for a car into the shop's folder, as a rack at work would. */

const middle = (range: Range | undefined, without: number) =>
  range === undefined ? without : ((range.min ?? range.max! - 1) + (range.max ?? range.min! + 1)) / 2;
const round = (value: number) => Math.round(value * 100) / 100;

/** Readings within a spec; with caster short of it where told to. */
function readings(
  spec: AlignmentSpec | null,
  short: boolean,
): { before: AlignmentReadings; after: AlignmentReadings } {
  const caster = short ? (spec?.front.caster?.min ?? 2.4) - 0.5 : middle(spec?.front.caster, 3);
  const camber = middle(spec?.front.camber, 0);
  const toe = middle(spec?.front.toeTotal, 0.1) / 2;
  const rear = {
    camber: round(middle(spec?.rear?.camber, -0.3)),
    toe: round(middle(spec?.rear?.toeTotal, 0.1) / 2),
  };
  const wheel = (off: number) => ({
    caster: round(caster + off),
    camber: round(camber - off),
    toe: round(toe),
  });
  const came = (off: number) => ({
    caster: round(caster - 0.6 + off),
    camber: round(camber + 0.55 - off),
    toe: round(toe + 0.22 + off / 2),
  });
  return {
    before: {
      LF: came(0.05),
      RF: came(-0.1),
      LR: rear,
      RR: { ...rear, toe: round(rear.toe + 0.04) },
      setback: 3,
    },
    after: { LF: wheel(0.05), RF: wheel(-0.05), LR: rear, RR: rear, setback: 2 },
  };
}

/** Drops one sheet. It is written beside and moved in, so that nobody reads half of it. @returns the file's name */
export async function dropSheet(
  order: { number: number; plate: string },
  spec: AlignmentSpec | null,
  as: 'csv' | 'json',
  short: boolean,
): Promise<string> {
  const sheet: RackSheet = {
    format: 'wrenchwise-rack/1',
    order: order.number,
    plate: order.plate,
    rack: 'stand-in rack',
    operator: 'the stand-in',
    ...readings(spec, short),
  };
  const name = `sheet-${order.number}-${Date.now()}.${as}`;
  const folder = rackFolder();
  await mkdir(folder, { recursive: true });
  const beside = path.join(folder, `.${name}`);
  await writeFile(beside, as === 'csv' ? writeRackCsv(sheet) : JSON.stringify(sheet, null, 2));
  await rename(beside, path.join(folder, name));
  return name;
}
