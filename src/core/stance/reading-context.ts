import { eachCorner } from '../corners';
import type { HeightsData } from '../ledger/kinds/arrival';
import { Z90 } from '../normal';
import { stillCounts } from '../ledger/apart';
import { type HeightSet, type OrderState, baselineOf, latestPlan } from '../ledger/order-state';
import type { EarlierSet, ReadingContext } from './doubtful';
import { predictedHeights } from './plan';
import { whyNotComparable } from './readings';

const earlier = ({ entry, mm }: HeightSet): EarlierSet => ({
  mm,
  readings: entry.data.readings,
  unit: entry.data.unit,
  by: entry.personId,
});

/** A lift of less is none, mm: what a plan of wheels alone comes to. */
const NO_LIFT_MM = 1.5;
/** So long after it was read, a car may have settled. */
const SAME_DAY_MS = 24 * 3600 * 1000;

/**
 * What a set of heights is doubted by, of all that the order knows: how it came, what is predicted, what was read since the
 * work, and by whom.
 * @param at the instant it is read at, ISO; null where that is now
 */
export function readingContext(
  state: OrderState,
  data: Pick<HeightsData, 'occasion' | 'method' | 'upperPoint' | 'tires'>,
  personId: string | null,
  at: string | null = null,
): ReadingContext {
  const came = baselineOf(state);
  const comparable = (set: HeightSet) => whyNotComparable(set.entry.data, data) === null;
  const before = came && data.occasion !== 'as came' && comparable(came) ? came : null;
  const last = state.heights.findLast(
    (set) =>
      set !== came &&
      set.entry.data.occasion === data.occasion &&
      comparable(set) &&
      stillCounts(state, set.entry) &&
      (at === null || Date.parse(at) - Date.parse(set.entry.at) < SAME_DAY_MS),
  );
  const plan = before ? (latestPlan(state)?.data ?? null) : null;
  const lift = plan && (data.occasion === 'with accessories' ? plan.liftLater : plan.lift);
  return {
    before: before && earlier(before),
    same: before && last ? earlier(last) : null,
    predicted: before && lift ? predictedHeights(before.mm, { lift }) : null,
    predictedSd: plan && eachCorner((corner) => (plan.band[corner].p90 - plan.band[corner].p10) / (2 * Z90)),
    claimed: { front: plan?.front?.claimed ?? null, rear: plan?.rear?.claimed ?? null },
    onlyWheels:
      plan !== null &&
      data.method === 'hub' &&
      plan.parts.length > 0 &&
      Object.values(plan.lift).every((one) => Math.abs(one) < NO_LIFT_MM),
    by: personId,
  };
}
