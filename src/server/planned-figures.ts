import { baselineOf, kitsOf, latestPlan } from '@/core/ledger/order-state';
import { type ExpectedSlope, type PlannedFigures, plannedFigures } from '@/core/planner/planned-figures';
import { attempt } from '@/core/refusal';
import { targetsOf } from '@/core/stance/targets';
import type { LockedOrder } from './commands/context';
import type { Db } from './database';
import { learnedSlopes } from './queries/kit-slopes';
import { platformOf } from './queries/platform';

/** What the agreed plan of an order says of what is measured while it is carried out; null where it has none. */
export async function plannedOfOrder(
  tx: Db,
  { state, vehicleId }: Pick<LockedOrder, 'state' | 'vehicleId'>,
): Promise<PlannedFigures | null> {
  const plan = latestPlan(state)?.data;
  const baseline = baselineOf(state);
  if (!plan || !baseline) return null;
  const learned: Record<string, ExpectedSlope> = await learnedSlopes(
    tx,
    kitsOf(state),
    await platformOf(tx, vehicleId),
  );
  const made = attempt(() =>
    plannedFigures(
      {
        setup: plan.setup,
        sheet: plan.sheet,
        parts: plan.parts,
        accessories: plan.accessories.filter((one) => !one.later),
        baseline: baseline.mm,
        method: baseline.entry.data.method,
        targets: targetsOf(state),
        learned: { front: plan.learned.front.ratio, rear: plan.learned.rear.ratio },
      },
      learned,
    ),
  );
  return made.ok ? made.value : null;
}
