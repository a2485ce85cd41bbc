import { PricedWeek } from './priced-week';
import type { WeekPlan } from './types';
import { type Precedence, WeekBuilder } from './week-builder';
import { prepareWeek } from './prepare';

/** How far prices go at first, how many rounds without gain make that less, and by how much; under that they rest. */
const STRIDE = 1.2;
const PATIENCE = 15;
const LESS = 0.6;
const REST = 0.001;
/** Prices are mended towards a little more than the best plan known: aimed too low they come to rest too soon. */
const AIM = 1.1;
/** Each so many rounds the ways that the jobs took are tried as lists: as they are, and in the mean of the last rounds. */
const LIST_EVERY = 4;
const MEAN_KEEPS = 0.95;
/** At a higher bound starts are left out, not sooner than so many rounds after the last time. */
const LEAVE_OUT_AFTER = 20;
/** A round looks at each start once; so many starts are looked at in all. */
const MOST_LOOKS = 20_000_000;
/** Lists that are remembered to begin a search from. */
const KEPT_LISTS = 4;
/** Where a better plan became known prices go on from where they came to rest, in smaller strides. */
const GO_ON = 0.5;

/** A week without the minutes of its pins: these may be missed where they cannot be kept; who and where always hold. */
const freeOfMinutes = (builder: WeekBuilder): WeekBuilder => {
  const { problem } = builder.week;
  if (!problem.pins.some(({ start }) => start !== null)) return builder;
  return new WeekBuilder(
    prepareWeek({ ...problem, pins: problem.pins.map((pin) => ({ ...pin, start: null })) }),
  );
};

/**
 * Finds a lower bound on the weighed minutes past the promises, and lists to begin a search from on the way there. Every
 * hour on a lift, a rack and a tech gets a price, each job then goes its own cheapest way as if alone, and the prices are
 * mended where too many chose the same hour; whatever the prices, what the jobs pay less what the seats are worth is
 * never above the best plan.
 */
export class LatenessBound {
  /** No plan is less late, in weighed minutes. */
  bound: number;
  /** The best lists that the ways came to, and what they come to. */
  lists: { list: Precedence; cost: number }[] = [];
  private readonly priced: PricedWeek;
  private readonly mean: Float64Array;
  private round = 0;
  /** The round after which starts were left out last. */
  private leftOut = 0;

  /** @param plan one that is known: nothing after its end is scarce */
  constructor(
    private readonly builder: WeekBuilder,
    plan: WeekPlan,
  ) {
    const free = freeOfMinutes(builder);
    this.bound = free.weighedAlone();
    this.priced = new PricedWeek(free, plan);
    this.mean = new Float64Array(builder.phases.length);
  }

  private tryList(moments: Float64Array): void {
    const list = this.builder.listByMoment(moments);
    const cost = this.builder.costOfList(list, 0, this.lists[KEPT_LISTS - 1]?.cost);
    if (cost === Infinity || this.lists.some((one) => Math.abs(one.cost - cost) < 1)) return;
    this.lists = [...this.lists, { list, cost }]
      .sort((one, other) => one.cost - other.cost)
      .slice(0, KEPT_LISTS);
  }

  private tryWays(): void {
    const moments = this.priced.moments();
    for (let phase = 0; phase < moments.length; phase += 1)
      this.mean[phase] =
        this.round === 0
          ? moments[phase]!
          : MEAN_KEEPS * this.mean[phase]! + (1 - MEAN_KEEPS) * moments[phase]!;
    if (this.round % LIST_EVERY !== LIST_EVERY - 1) return;
    this.tryList(moments);
    this.tryList(this.mean);
  }

  /**
   * Mends the prices.
   * @param best the best plan known, weighed minutes: nothing is left to prove at it
   * @param most rounds at most
   */
  raise(best: number, most: number): void {
    const rounds = Math.min(most, Math.round(MOST_LOOKS / Math.max(1, this.priced.size)));
    let [stride, since, highest] = [this.round === 0 ? STRIDE : GO_ON, 0, -Infinity];
    for (let left = rounds; left > 0; left -= 1, this.round += 1) {
      const worth = this.priced.worth();
      this.bound = Math.max(this.bound, worth);
      const known = Math.min(best, this.lists[0]?.cost ?? Infinity);
      if (known - this.bound < 1) return;
      this.tryWays();
      if (worth === this.bound && this.round - this.leftOut >= LEAVE_OUT_AFTER) {
        this.leftOut = this.round;
        this.priced.leaveOut(known - worth + 1);
      }
      since += 1;
      if (worth > highest) [highest, since] = [worth, 0];
      if (since >= PATIENCE) [stride, since] = [stride * LESS, 0];
      if (stride < REST || !this.priced.mendPrices(stride, known * AIM - worth)) return;
    }
  }
}
