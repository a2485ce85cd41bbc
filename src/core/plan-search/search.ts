import type { PlanChoice, PlanSearchInput } from './types';
import { type Half, fitTogether, idsOf, listHalf, splitSlots } from './halves';
import { type Group, groupHalf } from './tree';

const MICRO = 1e6;
/** Sums of money and minutes are compared to a millionth, so that the order of adding does not part equals. */
const exact = (value: number) => Math.round(value * MICRO) / MICRO;

interface Kept {
  error: number;
  cost: number;
  minutes: number;
  a: number;
  b: number;
}

function firstIds(a: string[], b: string[]): boolean {
  for (let i = 0; i < Math.min(a.length, b.length); i += 1) {
    if (a[i] !== b[i]) return a[i]! < b[i]!;
  }
  return a.length < b.length;
}

/** Sorted by ids the way a choice is written down. */
const idsOfPair = (halves: [Half, Half], a: number, b: number) =>
  [...idsOf(halves[0], a), ...idsOf(halves[1], b)].sort();

/** The choices no other beats so far, and the question whether some corner is beaten already. */
class Front {
  readonly kept: Kept[] = [];
  constructor(private readonly halves: [Half, Half]) {}

  /** Is there a kept choice that is at least as good in all three and better in one? */
  beats(error: number, cost: number, minutes: number): boolean {
    const { kept } = this;
    for (let i = 0; i < kept.length; i += 1) {
      const known = kept[i]!;
      if (
        known.error <= error &&
        known.cost <= cost &&
        known.minutes <= minutes &&
        (known.error < error || known.cost < cost || known.minutes < minutes)
      ) {
        // One that beats much is asked first next time.
        if (i > 0) {
          kept[i] = kept[i - 1]!;
          kept[i - 1] = known;
        }
        return true;
      }
    }
    return false;
  }

  add(error: number, cost: number, minutes: number, a: number, b: number): void {
    if (this.beats(error, cost, minutes)) return;
    const same = this.kept.find(
      (known) => known.error === error && known.cost === cost && known.minutes === minutes,
    );
    if (same) {
      if (firstIds(idsOfPair(this.halves, a, b), idsOfPair(this.halves, same.a, same.b))) {
        same.a = a;
        same.b = b;
      }
      return;
    }
    for (let i = this.kept.length - 1; i >= 0; i -= 1) {
      const known = this.kept[i]!;
      if (known.error >= error && known.cost >= cost && known.minutes >= minutes) this.kept.splice(i, 1);
    }
    this.kept.push({ error, cost, minutes, a, b });
  }
}

/** How near to a target two ranges added can come. */
function gap(low: number, high: number, target: number): number {
  return low > target ? low - target : high < target ? target - high : 0;
}

/**
 * Searches all choices exactly: the slots are parted in two halves, each listed whole and grouped, and pairs of groups
 * are passed over when their best corner is out of tolerance or beaten by a choice already known.
 */
export function searchPlans({ targets, tolerance, options }: PlanSearchInput): PlanChoice[] {
  const slots = splitSlots(options);
  const flat = [slots[0].flat(), slots[1].flat()] as const;
  const halves: [Half, Half] = [listHalf(slots[0], flat[1]), listHalf(slots[1], flat[0])];
  const [left, right] = halves;
  const { front: wantFront, rear: wantRear } = targets;
  const spread = (values: number[]) =>
    Math.max(
      1e-9,
      values.reduce((sum, value) => sum + value, 0),
    );
  const scale: [number, number, number, number] = [
    wantFront === undefined ? 0 : 1,
    wantRear === undefined ? 0 : 1,
    100 / spread(options.map((option) => option.cost)),
    100 / spread(options.map((option) => option.minutes)),
  ];
  const front = new Front(halves);

  const bestError = (a: Group, b: Group) =>
    exact(
      Math.max(
        wantFront === undefined ? 0 : gap(a.low[0] + b.low[0], a.high[0] + b.high[0], wantFront),
        wantRear === undefined ? 0 : gap(a.low[1] + b.low[1], a.high[1] + b.high[1], wantRear),
      ),
    );
  const worth = (a: Group, b: Group) => {
    const error = bestError(a, b);
    return error <= tolerance && !front.beats(error, exact(a.low[2] + b.low[2]), exact(a.low[3] + b.low[3]));
  };
  const promise = (a: Group, b: Group) =>
    bestError(a, b) * scale[0] + (a.low[2] + b.low[2]) * scale[2] + (a.low[3] + b.low[3]) * scale[3];

  const meet = (a: Group, b: Group) => {
    for (const i of a.members!) {
      for (const j of b.members!) {
        const error = exact(
          Math.max(
            wantFront === undefined ? 0 : Math.abs(left.front[i]! + right.front[j]! - wantFront),
            wantRear === undefined ? 0 : Math.abs(left.rear[i]! + right.rear[j]! - wantRear),
          ),
        );
        if (error > tolerance) continue;
        const cost = exact(left.cost[i]! + right.cost[j]!);
        const minutes = exact(left.minutes[i]! + right.minutes[j]!);
        if (!front.beats(error, cost, minutes) && fitTogether(left, i, right, j))
          front.add(error, cost, minutes, i, j);
      }
    }
  };
  const visit = (a: Group, b: Group): void => {
    if (!worth(a, b)) return;
    if (!a.children && !b.children) {
      meet(a, b);
      return;
    }
    // The larger group is parted, its more promising half first, so that good choices are known early.
    if (a.children && (!b.children || a.size >= b.size)) {
      const [one, two] = a.children;
      const swap = promise(two, b) < promise(one, b);
      visit(swap ? two : one, b);
      visit(swap ? one : two, b);
    } else {
      const [one, two] = b.children!;
      const swap = promise(a, two) < promise(a, one);
      visit(a, swap ? two : one);
      visit(a, swap ? one : two);
    }
  };
  if (left.count && right.count) visit(groupHalf(left, scale), groupHalf(right, scale));

  return front.kept
    .sort((a, b) => a.error - b.error || a.cost - b.cost || a.minutes - b.minutes)
    .map(({ error, cost, minutes, a, b }) => ({ error, cost, minutes, ids: idsOfPair(halves, a, b) }));
}
