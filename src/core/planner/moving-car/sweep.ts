import { attempt } from '../../refusal';
import { isIndependent } from '../axle-kinds';
import { type CarStand, type PlannerInput, standCar } from '../car-stand';
import type { OneEnd } from '../measures';
import { driveshaftAt, movingWheel, spindleOf } from '../moving';
import { heaveAt } from '../../motion/solid';
import { travelRange } from './pose';

/** What is read along the travel, with its unit; which of them an axle has hangs on how it is hung. */
export const CURVES = {
  camber: { name: 'Camber', unit: '°' },
  toe: { name: 'Toe, in +', unit: '°' },
  caster: { name: 'Caster', unit: '°' },
  shaft: { name: 'Half shaft, steeper joint', unit: '°' },
  damper: { name: 'Damper length', unit: 'mm' },
  turn: { name: 'Axle turned, top rearward +', unit: '°' },
  back: { name: 'Axle moved rearward', unit: 'mm' },
  across: { name: 'Axle moved across', unit: 'mm' },
  joint: { name: 'Driveshaft, steeper joint', unit: '°' },
} as const;
export type CurveId = keyof typeof CURVES;

/** One place of the travel: mm from ride as planned (bump +), and what is read there. */
export type SweepRow = { travel: number } & Partial<Record<CurveId, number>>;

export interface Sweep {
  rows: SweepRow[];
  /** Full droop and the bump stop, mm from ride. */
  low: number;
  high: number;
}

const ROWS = 61;

function rowAt(car: CarStand, end: OneEnd, travel: number): SweepRow {
  const f = car.v[end];
  const axle = car.axles[end];
  const damper = axle.damper.ride - travel * f.damperRatio!;
  if (isIndependent(axle.kind)) {
    const { row } = movingWheel(car, end).at(spindleOf(car, end) - car.axleLift[end] + travel);
    return {
      travel,
      camber: row.camber,
      toe: row.toe,
      ...(row.caster !== null && end === 'front' && { caster: row.caster }),
      shaft: Math.max(row.shaft!.innerDeg, row.shaft!.outerDeg),
      damper,
    };
  }
  const down = car.axleLift[end] - travel;
  const { turnDeg, back, across } = heaveAt(f, axle, down, car.axleLift[end]);
  const shaft = f.shaftLen! > 0 ? driveshaftAt(car, end, down, turnDeg).after : null;
  return {
    travel,
    ...(end === 'front' ? { caster: f.caster! + turnDeg } : { turn: turnDeg }),
    back,
    across,
    ...(shaft && { joint: Math.max(shaft.frontJointDeg, shaft.rearJointDeg) }),
    damper,
  };
}

/**
 * An axle through its whole travel, from full droop to its bump stop.
 * @returns 61 rows, those left out that the links cannot follow
 * @throws Refusal where the car cannot be stood at all
 */
export function sweepOf(input: PlannerInput, end: OneEnd): Sweep {
  const car = standCar(input);
  const { low, high } = travelRange(car, end);
  const rows: SweepRow[] = [];
  for (let at = 0; at < ROWS; at += 1) {
    const travel = low + ((high - low) * at) / (ROWS - 1);
    const row = attempt(() => rowAt(car, end, travel));
    if (row.ok) rows.push(row.value);
  }
  return { rows, low, high };
}

/** The same axle before any part, on its own ride height: what the planned one is laid beside. */
export function sweepsOf(input: PlannerInput, end: OneEnd): { before: Sweep; after: Sweep } {
  return { before: sweepOf({ ...input, parts: [], accessories: [] }, end), after: sweepOf(input, end) };
}
