import { type Axle, axleOf } from '../anatomy/axle';
import { speaksOf } from '../anatomy/prove';
import { type Hang, standingHang } from '../anatomy/state';
import type { OneEnd, PlainProcedure } from './types';

const ENDS = ['front', 'rear'] as const;

const known = new WeakMap<PlainProcedure, Axle[]>();
/** The axles a run is judged on; none for a run that began before anatomies, or names none. */
export function axlesOf(run: PlainProcedure): Axle[] {
  const had = known.get(run);
  if (had) return had;
  const axles = ENDS.flatMap((end) => {
    const anatomy = run.anatomies?.find(({ id }) => id === run.anatomy?.[end]);
    return anatomy ? [axleOf(anatomy, end)] : [];
  });
  known.set(run, axles);
  return axles;
}

export function standingHangs(run: PlainProcedure): Record<OneEnd, Hang> {
  const axleAt = (end: OneEnd) => axlesOf(run).find((axle) => axle.end === end);
  const at = (end: OneEnd) => standingHang(axleAt(end) ? speaksOf(axleAt(end)!, run.steps) : []);
  return { front: at('front'), rear: at('rear') };
}
