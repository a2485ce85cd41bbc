import { type OrderState, afterHeightsOf, baselineOf, latestPlan } from '@/core/ledger/order-state';
import { targetsOf } from '@/core/stance/targets';
import type { OneEnd } from '@/core/procedure/types';
import { axleMeans, predictedHeights } from '@/core/stance/plan';
import { formatTape } from '@/core/calc/tape.format';
import { shopClock } from '@/core/units/shop-time';
import { type BayProps, type LastTorque, twinOf } from './bay-props';

/** The last torque of each fastener, as the card says it. */
export function describeLastTorque(
  state: OrderState,
  people: Record<string, string>,
  timeZone: string,
): Record<string, LastTorque> {
  return Object.fromEntries(
    state.torques.map((entry) => {
      const { reading, wrench, moved, angleDeg, nut, extension } = entry.data;
      const read = angleDeg
        ? `turned ${angleDeg}°`
        : 'clicked' in reading
          ? 'clicked'
          : `${Math.round(reading.value * 10) / 10} ${reading.unit}`;
      return [
        entry.data.fastenerId,
        {
          entryId: entry.id,
          personId: entry.personId,
          warnings: entry.data.warnings,
          words: [
            people[entry.personId],
            `${wrench.name}${extension ? ' with extension' : ''}`,
            nut === 'all' ? null : `nut ${nut}`,
            `${read}${moved ? ', had moved' : ''}`,
            shopClock(entry.at, timeZone),
          ]
            .filter(Boolean)
            .join(', '),
        },
      ];
    }),
  );
}

/** For each step its own last picture, or its twin's: what it looked like on the other side. */
export function stepPhotos(state: OrderState): BayProps['stepPhotos'] {
  const last = new Map<string, string>();
  for (const { data } of state.photos) if (data.stepId) last.set(data.stepId, data.photoId);
  const { document } = state;
  const shown: BayProps['stepPhotos'] = {};
  for (const step of document?.steps ?? []) {
    const own = last.get(step.id);
    const twin = twinOf(document!, step);
    const other = twin && last.get(twin.id);
    if (own) shown[step.id] = { photoId: own, twin: false };
    else if (other) shown[step.id] = { photoId: other, twin: true };
  }
  return shown;
}

/** Target against what was measured last and what the plan says, for each end: what is looked at before a cut. */
export function describeTarget(state: OrderState, unit: 'in' | 'mm'): BayProps['targets'] {
  const goals = targetsOf(state);
  const baseline = baselineOf(state);
  const measured = afterHeightsOf(state) ?? baseline;
  const plan = latestPlan(state);
  const predicted = baseline && plan ? axleMeans(predictedHeights(baseline.mm, plan.data)) : null;
  const at = (end: OneEnd): string | null => {
    const goal = goals[end];
    if (goal === null && !measured) return null;
    return [
      goal === null ? 'no target' : `target ${formatTape(goal, unit)}`,
      measured ? `measured ${formatTape(axleMeans(measured.mm)[end], unit)}` : 'not measured',
      predicted ? `planned ${formatTape(predicted[end], unit)}` : null,
    ]
      .filter(Boolean)
      .join(', ');
  };
  return { front: at('front'), rear: at('rear') };
}
