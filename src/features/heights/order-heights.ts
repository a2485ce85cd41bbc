import { capital } from '@/core/wording';
import { type PerCorner, eachCorner, endOfCorner } from '@/core/corners';
import { formatTape } from '@/core/calc/tape.format';
import { sentBack } from '@/core/ledger/after-work';
import { afterHeightsOf, baselineOf, isJob, latestPlan } from '@/core/ledger/order-state';
import { axleMeans } from '@/core/stance/plan';
import { whyNotComparable } from '@/core/stance/readings';
import { type PlannerInput, standCar } from '@/core/planner/car-stand';
import { attempt } from '@/core/refusal';
import type { CauseId } from '@/core/stance/causes';
import { reasonsOff } from '@/core/stance/reasons';
import { judgeHeights } from '@/core/stance/verdict';
import { shopMoment } from '@/core/units/shop-time';
import type { OrderFile } from '@/server/queries/order';
import { stanceOfOrder } from '@/core/stance/of-order';
import type { CarHeights } from '@/server/queries/car-heights';
import type { HistoryEnd } from './height-history';
import type { HeightRow } from './stance-panel';

/** How near a claim counts as kept, mm. */
const CLAIM_TOLERANCE = 6.35;
/** Less than this (mm) nobody measures with a tape. */
const MEASURABLE = 0.8;

/** An order's sets of heights as rows, the prediction among them, and the verdicts in words. */
export function heightsOfOrder(file: OrderFile) {
  const baseline = baselineOf(file.state);
  const stance = stanceOfOrder(file);
  const unit = baseline?.entry.data.unit ?? file.state.intake!.data.targets.unit;
  const rows: HeightRow[] = file.state.heights.map((set) => ({
    label: set === baseline ? 'As it came' : capital(set.entry.data.occasion),
    mm: set.mm,
    note: `${shopMoment(set.entry.at, file.shop.timeZone)}, ${file.people[set.entry.personId] ?? ''}`,
  }));
  if (stance.predicted) rows.splice(1, 0, { label: 'Predicted', mm: stance.predicted, tone: 'predicted' });
  const verdicts =
    stance.before && stance.after
      ? judgeHeights({ ...stance, before: stance.before, after: stance.after }, unit).axles
      : [];
  return { baseline, stance, unit, rows, verdicts };
}

const OLD_SPRING = /spring|sag|leaf|coil/i;

/** Was a tired spring found at this end when the car came? */
const sagFound = ({ state }: OrderFile, end: 'front' | 'rear') =>
  state.findings.some(
    ({ data }) => data.area === end && data.grade !== 'sound' && OLD_SPRING.test(data.text),
  );

/** Was a fastener that takes its last torque on the wheels torqued hanging at this end? */
function hangingBush({ state }: OrderFile, end: 'front' | 'rear'): boolean {
  const { document } = state;
  return state.torques.some(({ data }) => {
    const fastener = document?.fasteners.find((one) => one.id === data.fastenerId);
    return (
      fastener?.final === 'on-wheels' &&
      fastener.end === end &&
      !['on-wheels', 'at-height'].includes(data.support[end])
    );
  });
}

/** What is known beside the heights: the car's springs by its plan, and what this shop has found before. */
export interface Known {
  car: PlannerInput | null;
  found: Partial<Record<CauseId, number>>;
}

/** What the record and the plan say for or against each cause. */
function saidOf(file: OrderFile, { car, found }: Known) {
  const plan = latestPlan(file.state)?.data;
  const stand = car && attempt(() => standCar(car));
  const springs = stand?.ok
    ? {
        wheelbase: stand.value.v.car.wheelbase!,
        track: { front: stand.value.v.front.track!, rear: stand.value.v.rear.track! },
        wheelRate: eachCorner((corner) => stand.value.axles[endOfCorner(corner)].wheelRate),
      }
    : undefined;
  return {
    sagFound: { front: sagFound(file, 'front'), rear: sagFound(file, 'rear') },
    hangingBush: { front: hangingBush(file, 'front'), rear: hangingBush(file, 'rear') },
    ...(springs && { springs }),
    ...(plan && { touched: { front: plan.front !== null, rear: plan.rear !== null } }),
    found,
  };
}

/** The last set that was sent back or accepted as off and of which nobody has said yet what it was. */
export function causeToSay(file: OrderFile, known: Known) {
  const { state } = file;
  const said = new Set(state.causesFound.map(({ data }) => data.setId));
  const set = state.heights.findLast(
    ({ entry }) => (sentBack(state, entry.id) || state.after.accepted.has(entry.id)) && !said.has(entry.id),
  );
  const { stance, unit } = heightsOfOrder(file);
  if (!set || !stance.before || !stance.predicted) return null;
  const reasons = reasonsOff(
    {
      ...saidOf(file, known),
      before: stance.before,
      after: set.mm,
      expected: stance.predicted,
      unsettled: set.entry.data.occasion === 'on wheels',
      stillToCome: { front: 0, rear: 0 },
    },
    unit,
  );
  return reasons.length ? { setId: set.entry.id, reasons } : null;
}

/**
 * Why the last set is off, likeliest first, with what was planned and got in words; null while it has not been
 * measured after the work, was sent back on it, was accepted, or is as planned.
 */
export function whyHeightsOff(file: OrderFile, known: Known) {
  const { stance, unit } = heightsOfOrder(file);
  const set = afterHeightsOf(file.state);
  const { before, after, predicted } = stance;
  if (!set || !before || !after || !predicted) return null;
  if (sentBack(file.state, set.entry.id) || file.state.after.accepted.has(set.entry.id)) return null;
  const plan = latestPlan(file.state)!.data;
  const takes = axleMeans(plan.liftLater);
  const now = axleMeans(plan.lift);
  const reasons = reasonsOff(
    {
      ...saidOf(file, known),
      before,
      after,
      expected: predicted,
      unsettled: set.entry.data.occasion === 'on wheels',
      stillToCome: { front: now.front - takes.front, rear: now.rear - takes.rear },
    },
    unit,
  );
  if (!reasons.length) return null;
  const words = (four: PerCorner<number>) => {
    const { front, rear } = axleMeans(four);
    return `front ${formatTape(front, unit)}, rear ${formatTape(rear, unit)}`;
  };
  return { setId: set.entry.id, reasons, planned: words(predicted), got: words(after) };
}

/** Every set of a job and its visits as two series, with the bands of what was predicted and claimed. */
export function heightHistory(
  { job, sets }: CarHeights,
  targets: { front: number | null; rear: number | null },
): HistoryEnd[] {
  const baseline = baselineOf(job);
  const plan = latestPlan(job)?.data;
  if (!baseline) return [];
  // Readings of another distance never share a picture.
  const alike = sets.filter((set) => whyNotComparable(baseline.entry.data, set.entry.data) === null);
  if (alike.length < 2) return [];
  return (['front', 'rear'] as const).map((end) => {
    const [left, right] = end === 'front' ? (['LF', 'RF'] as const) : (['LR', 'RR'] as const);
    const was = (baseline.mm[left] + baseline.mm[right]) / 2;
    const claim = plan?.[end]?.claimed ?? null;
    const seen = new Map<string, number>();
    return {
      end,
      points: alike.map((set) => {
        const occasion = set.entry.id === baseline.entry.id ? 'as it came' : set.entry.data.occasion;
        const count = (seen.get(occasion) ?? 0) + 1;
        seen.set(occasion, count);
        return {
          label: count > 1 ? `${occasion} ${count}` : occasion,
          left: set.mm[left],
          right: set.mm[right],
          mean: (set.mm[left] + set.mm[right]) / 2,
        };
      }),
      // The plan's spread is of heights, not of lift.
      predicted: plan
        ? [
            Math.min(plan.band[left].p10, plan.band[right].p10),
            Math.max(plan.band[left].p90, plan.band[right].p90),
          ]
        : null,
      claimed: claim === null ? null : [was + claim - CLAIM_TOLERANCE, was + claim + CLAIM_TOLERANCE],
      target: targets[end],
    };
  });
}

/** Heights predicted again from where it stands now, with the accessories that are still to come; null where none are. */
export function heightsWithPendingAccessories(file: OrderFile): { row: HeightRow; names: string } | null {
  const plan = latestPlan(file.state)?.data;
  const set = afterHeightsOf(file.state);
  const coming = plan?.accessories.filter((one) => one.later) ?? [];
  if (!plan || !set || !coming.length || set.entry.data.occasion === 'with accessories') return null;
  return {
    row: {
      label: 'Predicted then',
      tone: 'predicted',
      mm: eachCorner((corner) => set.mm[corner] + plan.liftLater[corner] - plan.lift[corner]),
    },
    names: coming.map((one) => `${one.name}, ${one.kg} kg`).join('; '),
  };
}

/** How a visit's last set stands against the one its job was handed over with, in words; null where they do not compare. */
export function sinceHandoff({ job }: CarHeights, file: OrderFile): string | null {
  const before = afterHeightsOf(job);
  const now = file.state.heights[file.state.heights.length - 1];
  if (isJob(file.state) || !before || !now || whyNotComparable(before.entry.data, now.entry.data))
    return null;
  const [was, is] = [axleMeans(before.mm), axleMeans(now.mm)];
  const moved = (end: 'front' | 'rear') => {
    const by = is[end] - was[end];
    if (Math.abs(by) < MEASURABLE) return `${end} as it was`;
    return `${end} ${by < 0 ? 'down' : 'up'} ${formatTape(Math.abs(by), now.entry.data.unit)}`;
  };
  return `Since it was handed over: ${moved('front')}, ${moved('rear')}.`;
}
