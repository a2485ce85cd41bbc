import { type PerCorner, eachCorner } from '../corners';
import type { PlanData } from '../ledger/kinds/planned';

/** The standing heights a plan predicts: the baseline of each corner and the lift the plan computed for it, mm. */
export function predictedHeights(
  baseline: PerCorner<number>,
  plan: Pick<PlanData, 'lift'>,
): PerCorner<number> {
  return eachCorner((corner) => baseline[corner] + plan.lift[corner]);
}

/** Means of an axle's two corners. */
export function axleMeans(heights: PerCorner<number>): { front: number; rear: number } {
  return { front: (heights.LF + heights.RF) / 2, rear: (heights.LR + heights.RR) / 2 };
}

/** How near to its target height an axle counts as met, mm: a quarter of an inch. */
export const TARGET_TOLERANCE_MM = 6.35;

/** Holds an axle's measured height against its target: met, high or low, and by how much (mm). */
export function againstTarget(measured: number, target: number) {
  const off = measured - target;
  const verdict = Math.abs(off) <= TARGET_TOLERANCE_MM + 1e-9 ? 'met' : off > 0 ? 'high' : 'low';
  return { off, verdict } as const;
}
