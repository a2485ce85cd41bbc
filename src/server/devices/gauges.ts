import 'server-only';
import { CORNERS, type PerCorner, eachCorner } from '@/core/corners';
import { drawsFrom, normalFrom } from '@/core/draws';
import { baselineOf, latestPlan } from '@/core/ledger/order-state';
import type { OrderState } from '@/core/ledger/order-state';
import { predictedHeights } from '@/core/stance/plan';
import type { TapeUnit } from '@/core/calc/tape.parse';
import { formatTape } from '@/core/calc/tape.format';

/** The stand-in height gauges: four readings at the wheels, made up from where the record says that the car stands. */

/** What a tape misses by, mm. */
const NOISE_MM = 1.2;
/** Once its work is put together it stands as planned. */
const TOGETHER = ['reassemble', 'on-wheels', 'align', 'road', 'handoff'];

function standing(state: OrderState): PerCorner<number> | null {
  const baseline = baselineOf(state);
  const plan = latestPlan(state);
  if (!baseline) return null;
  const { document, run } = state;
  const fitted =
    document && run
      ? document.steps.some((step) => TOGETHER.includes(step.phase) && run.done.has(step.id))
      : false;
  const last = state.heights.at(-1)!;
  if (last !== baseline) return last.mm;
  return fitted && plan ? predictedHeights(baseline.mm, plan.data) : baseline.mm;
}

/**
 * What the four gauges read now, as they would be typed.
 * @param seed another reading of the same car differs by what a tape misses by
 * @returns null before anybody has measured the car: then there is nothing to make up from
 */
export function gaugesRead(state: OrderState, unit: TapeUnit, seed: number): PerCorner<string> | null {
  const mm = standing(state);
  if (!mm) return null;
  const draw = normalFrom(drawsFrom(seed));
  const noise = Object.fromEntries(CORNERS.map((corner) => [corner, draw() * NOISE_MM])) as PerCorner<number>;
  return eachCorner((corner) => formatTape(mm[corner] + noise[corner], unit));
}
