import { eachCorner } from '../corners';
import { formatTape } from '../calc/tape.format';
import type { TapeUnit } from '../calc/tape.parse';
import type { PlanAxle, PlanData, PlanMust } from '../ledger/kinds/planned';
import type { BodyKind } from '../stance/shapes';
import { type CarStand, type PlannerInput, heightsAfter, standCar } from './car-stand';
import { planSide } from './drawing';
import { figureText } from './figure-text';
import { type Judged, judgeCar, unansweredMusts } from './judge';
import type { LearnedLift } from './learning';
import type { OneEnd } from './measures';
import { partKind } from './part-kinds';
import { partsAt } from './plan-part';
import { spreadOfPlan } from './spread';

const DRAWS = 10_000;

function axleOf(input: PlannerInput, stand: CarStand, end: OneEnd): PlanAxle | null {
  const parts = partsAt(input.parts, end);
  if (!parts.length) return null;
  // A used, donor or shop-made part carries nobody's claim.
  const claims = parts.flatMap((part) =>
    part.claimed == null || (part.source && part.source !== 'new') ? [] : [part.claimed],
  );
  const corners =
    end === 'front' ? ([stand.lift.LF, stand.lift.RF] as const) : ([stand.lift.LR, stand.lift.RR] as const);
  return {
    name: parts.map((part) => part.name).join(', '),
    claimed: claims.length ? claims.reduce((sum, claim) => sum + claim, 0) : null,
    lift: (corners[0] + corners[1]) / 2,
  };
}

function mustOf(one: Judged, unit: TapeUnit): PlanMust {
  const limit = one.limit.most ?? one.limit.least!;
  return {
    id: one.id,
    name: one.end === 'car' ? one.name : `${one.name}, ${one.end}`,
    figure: one.figure === null ? (one.stopped ?? '') : figureText(one.figure, one.unit, unit),
    limit: `${one.limit.most === undefined ? 'at least' : 'at most'} ${figureText(limit, one.unit, unit)}`,
    never: one.level === 'never',
  };
}

/** Parts that can only be fitted with a yes, since nothing puts back what they take away. */
export const irreversibleParts = (input: PlannerInput) =>
  input.parts.filter((part) => partKind(part.kind).irreversible).map((part) => part.name);

/**
 * Everything a plan freezes of itself: what it predicts with its spread, what it leaves unanswered, what cannot be
 * undone, what it costs, and the picture the customer is shown.
 */
export function freezePlan(
  input: PlannerInput,
  learned: Record<OneEnd, LearnedLift>,
  shown: { body: BodyKind; unit: TapeUnit },
): Omit<PlanData, 'version' | 'baselineId' | 'note'> {
  const now = { ...input, accessories: input.accessories.filter((one) => !one.later) };
  const stand = standCar(now);
  const later = standCar(input);
  const sd = { front: learned.front.sdLog, rear: learned.rear.sdLog };
  // Of its spread a plan freezes the heights alone.
  const spread = spreadOfPlan(now, DRAWS, 1, sd, []);
  const predicted = heightsAfter(now, stand)!;
  return {
    front: axleOf(now, stand, 'front'),
    rear: axleOf(now, stand, 'rear'),
    setup: input.setup,
    sheet: input.sheet,
    parts: input.parts,
    accessories: input.accessories,
    learned: {
      front: { ratio: learned.front.ratio, jobs: learned.front.jobs, from: learned.front.from },
      rear: { ratio: learned.rear.ratio, jobs: learned.rear.jobs, from: learned.rear.from },
    },
    lift: eachCorner((corner) => stand.lift[corner]),
    liftLater: eachCorner((corner) => later.lift[corner]),
    band: spread.corners,
    musts: unansweredMusts(judgeCar(later)).map((one) => mustOf(one, shown.unit)),
    irreversible: irreversibleParts(input),
    cost: input.parts.reduce((sum, part) => sum + part.cost, 0),
    minutes: input.parts.reduce((sum, part) => sum + part.minutes, 0),
    drawing: planSide({
      ...shown,
      stand,
      baseline: input.baseline!,
      predicted,
      target: input.targets,
      band: spread.corners,
      fromFloor: input.method === 'floor',
    }),
  };
}

/** A height and its band in words: `22 7/16" (22 5/16" to 22 9/16")`. */
export const bandText = (band: { p10: number; p90: number }, unit: TapeUnit) =>
  `${formatTape(band.p10, unit)} to ${formatTape(band.p90, unit)}`;
