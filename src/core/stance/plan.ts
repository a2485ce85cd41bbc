import { type Corner, type PerCorner, eachCorner } from '../calc/fields';
import { predictLift } from '../calc/lift.predict';
import type { HeightMethod, PlanAxle, PlanData } from '../ledger/entries';

/** Suspension kinds and the motion ratios assumed for them until somebody measures. */
export const SUSPENSIONS = {
  strut: { name: 'strut', spring: 0.95, damper: 0.95, ends: ['front', 'rear'] },
  coilover: { name: 'coilover on a lower arm', spring: 0.6, damper: 0.6, ends: ['front', 'rear'] },
  'leaf-over': { name: 'leaf springs over the axle', spring: 1, damper: 0.9, ends: ['front', 'rear'] },
  'leaf-under': { name: 'leaf springs under the axle', spring: 1, damper: 0.9, ends: ['front', 'rear'] },
  'coil-solid': { name: 'coils on a solid axle', spring: 1, damper: 0.9, ends: ['front', 'rear'] },
  'multi-link': { name: 'multi-link, separate coil', spring: 0.6, damper: 0.7, ends: ['rear'] },
  cart: { name: 'cart', spring: 1, damper: 0.9, ends: ['front', 'rear'] },
} as const satisfies Record<
  string,
  { name: string; spring: number; damper: number; ends: ('front' | 'rear')[] }
>;
export type SuspensionKind = keyof typeof SUSPENSIONS;

/** What one axle's parts do to a standing height measured by a method, in mm. */
export function axleLift(axle: PlanAxle | null, method: HeightMethod): number {
  if (!axle) return 0;
  const lift = predictLift(axle);
  return method === 'floor' ? lift.floorToFender : lift.hubToFender;
}

/** The lift a plan predicts per axle, mm, for heights by this method. */
export function plannedLift(plan: PlanData, method: HeightMethod): { front: number; rear: number } {
  return { front: axleLift(plan.front, method), rear: axleLift(plan.rear, method) };
}

/** The standing heights a plan predicts: the baseline of each corner and its axle's lift, mm. */
export function predictedHeights(
  baseline: PerCorner<number>,
  plan: PlanData,
  method: HeightMethod,
): PerCorner<number> {
  const lift = plannedLift(plan, method);
  return eachCorner((corner: Corner) => baseline[corner] + (corner.endsWith('F') ? lift.front : lift.rear));
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
