import { Refusal } from '../refusal';

export interface TablePoint {
  load: number;
  length: number;
}

export type Spring =
  | { free: number; rate: number; solid?: number }
  | { installed: number; solid?: number }
  | { table: TablePoint[]; solid?: number };

export interface CoilSwapInput {
  wheelLoad: number;
  motionRatio: number;
  old: Spring;
  new: Spring;
  seatGapAtDroop?: number;
  bumpTravel?: number;
}

/** A measured table read straight between its points. @throws Refusal outside of them */
export function readTable(table: TablePoint[], force: number, field: string): number {
  const points = [...table].sort((a, b) => a.load - b.load);
  for (let i = 1; i < points.length; i += 1) {
    const [low, high] = [points[i - 1]!, points[i]!];
    if (low.load === high.load)
      throw new Refusal('bad-value', 'Two points of the table have the same load.', `${field}.table`);
    if (force >= low.load && force <= high.load)
      return low.length + ((high.length - low.length) * (force - low.load)) / (high.load - low.load);
  }
  throw new Refusal(
    'no-solution',
    `The table does not reach a load of ${Math.round(force)} N: measure the spring there too.`,
    `${field}.table`,
  );
}

/** A spring's length under a force, mm. @throws Refusal when it would be pressed to nothing or the table ends */
export function springLength(spring: Spring, force: number, field: string): number {
  if ('installed' in spring) return spring.installed;
  const length =
    'table' in spring ? readTable(spring.table, force, field) : spring.free - force / spring.rate;
  if (length <= 0) {
    throw new Refusal('no-solution', 'This spring would be pressed to nothing under that load.', field);
  }
  return length;
}

/**
 * What another coil does to ride height.
 * @param input load on the wheel (N), motion ratio, both springs (mm, N/mm), and where known the gap between the seats
 *   at full droop and the bump travel at the wheel (mm)
 * @returns installed lengths and lift (mm); how loose the new spring is at droop; what is left before it binds in bump
 * @throws Refusal when a table is left or a spring would be pressed to nothing
 */
export function swapCoil(input: CoilSwapInput) {
  const { wheelLoad, motionRatio: ratio, seatGapAtDroop, bumpTravel } = input;
  const force = wheelLoad / ratio;
  const installedOld = springLength(input.old, force, 'old');
  const installedNew = springLength(input.new, force, 'new');
  const fresh = input.new;
  const loose =
    seatGapAtDroop !== undefined && 'free' in fresh ? { looseAtDroop: seatGapAtDroop - fresh.free } : null;
  return {
    installedOld,
    installedNew,
    lift: (installedNew - installedOld) / ratio,
    ...(loose ? { ...loose, unseats: loose.looseAtDroop > 0 } : {}),
    ...(bumpTravel !== undefined && fresh.solid !== undefined
      ? { bindMargin: installedNew - bumpTravel * ratio - fresh.solid }
      : {}),
  };
}
