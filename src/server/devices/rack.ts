import 'server-only';
import { mkdir, rename, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { type WheelMoves, readingsWith } from '@/core/alignment/coach';
import type { AlignmentReadings, AlignmentSpec, Range } from '@/core/calc/alignment.verdict';
import { drawsFrom, normalFrom } from '@/core/draws';
import type { CarStand } from '@/core/planner/car-stand';
import { type RackSheet, writeRackCsv } from '@/core/formats/rack-sheet';
import { rackFolder } from '../rack/inbox';

/** The stand-in rack: it writes a sheet for a car into the shop's folder, as a rack at work would. */

const middle = (range: Range | undefined, without: number) =>
  range === undefined ? without : ((range.min ?? range.max! - 1) + (range.max ?? range.min! + 1)) / 2;
const round = (value: number) => Math.round(value * 100) / 100;

/** How a sheet comes out: in its ranges, with caster short of them, or by what was turned at the wheels. */
export type RackOutcome = { as: 'in' | 'short' } | { as: 'turned'; car: CarStand; moves: WheelMoves };

/** What the rack's own heads are off by from one reading to the next, degrees. */
const HEADS_SD = 0.02;

/** The same car as it came, with what was turned at it: by its links, and the rack's own noise. */
function turned(came: AlignmentReadings, car: CarStand, moves: WheelMoves): AlignmentReadings {
  const normal = normalFrom(drawsFrom(4711));
  const read = readingsWith(car, came, moves);
  const wheel = <W extends object>(one: W | undefined) =>
    one &&
    (Object.fromEntries(
      Object.entries(one).map(([angle, value]) => [angle, round((value as number) + normal() * HEADS_SD)]),
    ) as W);
  return { ...read, LF: wheel(read.LF)!, RF: wheel(read.RF)!, LR: wheel(read.LR), RR: wheel(read.RR) };
}

/** Readings within a spec; with caster short of it where told to, or by what was turned. */
function readings(
  spec: AlignmentSpec | null,
  outcome: RackOutcome,
): { before: AlignmentReadings; after: AlignmentReadings } {
  const short = outcome.as === 'short';
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
  const before = {
    LF: came(0.05),
    RF: came(-0.1),
    LR: rear,
    RR: { ...rear, toe: round(rear.toe + 0.04) },
    setback: 3,
  };
  if (outcome.as === 'turned') return { before, after: turned(before, outcome.car, outcome.moves) };
  return {
    before,
    after: { LF: wheel(0.05), RF: wheel(-0.05), LR: rear, RR: rear, setback: 2 },
  };
}

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
    ...readings(spec, outcome),
  };
  const name = `sheet-${order.number}-${Date.now()}.${as}`;
  const folder = rackFolder();
  await mkdir(folder, { recursive: true });
  const beside = path.join(folder, `.${name}`);
  await writeFile(beside, as === 'csv' ? writeRackCsv(sheet) : JSON.stringify(sheet, null, 2));
  await rename(beside, path.join(folder, name));
  return name;
}
