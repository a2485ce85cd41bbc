import { readTireSize } from '../calc/tire.size';
import type { PerCorner } from '../corners';
import { type OrderState, afterHeightsOf, baselineOf, latestPlan } from '../ledger/order-state';
import { predictedHeights } from './plan';
import type { BodyKind } from './shapes';
import { targetsOf } from './targets';

/** A tire's diameter in mm, with a middling one assumed when its size does not read. */
function tireDiameter(size: string): number {
  try {
    return readTireSize(size).diameter;
  } catch {
    return 760;
  }
}

/** The heights an order's drawing needs: as it came, as it stands, as predicted, and the targets; all in mm. */
export function stanceOfOrder({
  state,
  vehicle,
}: {
  state: OrderState;
  vehicle: { body: BodyKind; wheelbaseMm: number };
}) {
  const intake = state.intake!.data;
  const baseline = baselineOf(state);
  const after = afterHeightsOf(state);
  const plan = latestPlan(state);
  const method = baseline?.entry.data.method ?? intake.targets.method;
  const predicted: PerCorner<number> | null =
    baseline && plan ? predictedHeights(baseline.mm, plan.data) : null;
  return {
    body: vehicle.body,
    wheelbaseMm: vehicle.wheelbaseMm,
    tireDiameterMm: tireDiameter((after ? intake.newTires : null) ?? intake.tires),
    before: baseline?.mm ?? null,
    after: after?.mm ?? null,
    predicted,
    target: targetsOf(state),
    fromFloor: method === 'floor',
    method,
    claimed: {
      ...(plan?.data.front?.claimed == null ? {} : { front: plan.data.front.claimed }),
      ...(plan?.data.rear?.claimed == null ? {} : { rear: plan.data.rear.claimed }),
    },
  };
}
