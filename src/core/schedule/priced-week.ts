import type { PreparedPhase, PreparedWeek } from './place-jobs';
import type { WeekPlan } from './types';

/** How much of the way the prices went before they go on with. */
const KEPT = 0.7;
/** A price holds for so many steps of the clock. */
const STEPS_AT_ONE_PRICE = 10;
/** Past the plan's end nothing is scarce; so many days later no door is closed either. */
const DAYS_BEYOND = 1;

/**
 * The longest step of the bound's clock that days are whole numbers of. On a coarser clock every length is rounded down:
 * a plan's starts rounded down then still follow each other, and end no later, so that nothing is bounded too high.
 */
const stepOf = (dayMinutes: number) => [6, 5, 4, 3, 2].find((step) => dayMinutes % step === 0) ?? 1;

/** Places or techs of which some phases must have one, and what an hour on them is said to be worth. */
interface Pool {
  kind: 'away' | 'closed';
  members: readonly number[];
  /** Open seats by step. */
  open: Int16Array;
  /** By price: what a step on a seat costs, the steps used and those there are, and which way it was mended. */
  price: Float64Array;
  used: Float64Array;
  has: Float64Array;
  way: Float64Array;
}

interface Piece {
  length: number;
  helper: number;
  /** When it can begin, by the step at which the piece before it ends; and the soonest of all. */
  ready: Int32Array;
  soonest: number;
  /** What a step on everything it takes costs, summed from the beginning; kept one for all pieces that take the same. */
  seat: Seat;
}
interface Seat {
  pools: Pool[];
  /** Steps from the beginning on which nobody or no place could take it. */
  shut: Int32Array;
  cost: Float64Array;
}

interface Chain {
  pieces: Piece[];
  /** In minutes. */
  promise: number;
}

const within = (some: readonly number[], others: readonly number[]) =>
  some.every((one) => others.includes(one));
/** Does a phase that may have any of these always take one of those? */
const takesOf = (seats: readonly number[], members: readonly number[]) =>
  seats[0] !== -1 && within(seats, members);

/** The week as the bound sees it: promised jobs as chains of pieces that draw on pools instead of single seats. */
export class PricedWeek {
  private readonly step: number;
  private readonly day: number;
  /** Steps that are scarce, steps on which doors may be closed, and steps in all. */
  private readonly scarce: number;
  private readonly doors: number;
  private readonly all: number;
  private readonly chains: Chain[];
  private readonly pools: Pool[] = [];
  private readonly seats: Seat[] = [];
  private readonly readies = new Map<string, Int32Array>();
  /** All techs: a helper may be any of them. */
  private readonly crew: Pool;
  private readonly crewCost: Float64Array;
  /** By piece of a chain and step: the least from there on, and the start that has it. */
  private readonly least: Float64Array[] = [];
  private readonly starts: Int32Array[] = [];

  /** @param plan one that is known: nothing after its end is scarce */
  constructor(week: PreparedWeek, plan: WeekPlan) {
    const { problem } = week;
    this.step = stepOf(problem.dayMinutes);
    this.day = problem.dayMinutes / this.step;
    const promised = problem.jobs.flatMap(({ promise }, index) =>
      promise === null || !week.jobs[index]!.length ? [] : [{ promise, pieces: week.jobs[index]! }],
    );
    const last = Math.max(
      ...Object.values(plan.ends),
      ...promised.flatMap(({ pieces }) => pieces.map(({ phase }) => phase.notBefore)),
    );
    this.scarce = Math.ceil(last / problem.dayMinutes) * this.day;
    this.doors = this.scarce + DAYS_BEYOND * this.day;
    const longest = Math.max(
      ...promised.map(({ pieces }) =>
        pieces.reduce((sum, { length }) => sum + Math.ceil(length / this.step) + this.day, 0),
      ),
    );
    this.all = this.doors + longest + this.day;
    const everybody = problem.techs.map((_, index) => index);
    this.crew = this.pool(everybody, problem.techs, 'away');
    this.crewCost = new Float64Array(this.all + 1);
    const sets = promised.flatMap(({ pieces }) => pieces);
    const placePools = this.poolsOf(
      sets.map(({ places }) => places),
      problem.places,
      'closed',
    );
    const techPools = [
      this.crew,
      ...this.poolsOf(
        sets.map(({ techs }) => techs),
        problem.techs,
        'away',
        everybody,
      ),
    ];
    this.chains = promised.map(({ promise, pieces }) => {
      let soonest = 0;
      return {
        promise,
        pieces: pieces.map((piece) => {
          const made = this.pieceOf(piece, [...placePools, ...techPools], soonest, problem.techs.length > 1);
          soonest = made.soonest + made.length;
          return made;
        }),
      };
    });
  }

  private pool<Kind extends 'away' | 'closed'>(
    members: readonly number[],
    owners: readonly Record<Kind, number[]>[],
    kind: Kind,
  ): Pool {
    const open = new Int16Array(this.all);
    for (let at = 0; at < this.all; at += 1) {
      const day = Math.floor(at / this.day);
      open[at] =
        at >= this.doors
          ? members.length
          : members.reduce((sum, member) => sum + (owners[member]![kind].includes(day) ? 0 : 1), 0);
    }
    const [price, used, has, way] = [0, 1, 2, 3].map(
      () => new Float64Array(Math.ceil(this.all / STEPS_AT_ONE_PRICE)),
    ) as [Float64Array, Float64Array, Float64Array, Float64Array];
    for (let at = 0; at < this.scarce; at += 1) has[Math.floor(at / STEPS_AT_ONE_PRICE)]! += open[at]!;
    const made: Pool = { kind, members, open, price, used, has, way };
    this.pools.push(made);
    return made;
  }

  private poolsOf<Kind extends 'away' | 'closed'>(
    sets: number[][],
    owners: readonly Record<Kind, number[]>[],
    kind: Kind,
    but: readonly number[] = [],
  ): Pool[] {
    const own = new Map(sets.filter((set) => set[0] !== -1).map((set) => [[...set].sort().join(' '), set]));
    return [...own.values()]
      .filter((set) => set.length !== but.length || !within(set, but))
      .map((set) => this.pool(set, owners, kind));
  }

  private pieceOf(
    { phase, length, places, techs }: PreparedPhase,
    pools: Pool[],
    before: number,
    helped: boolean,
  ): Piece {
    const ready = this.readyAfter(Math.floor(phase.notBefore / this.step), phase.nextDay);
    return {
      length: Math.floor(length / this.step),
      helper: helped ? Math.floor(Math.min(phase.helperMinutes, length) / this.step) : 0,
      ready,
      soonest: ready[before]!,
      seat: this.seat(
        pools.filter(({ kind, members }) => takesOf(kind === 'closed' ? places : techs, members)),
      ),
    };
  }

  /** When a piece can begin, by the step at which the one before it ends; made once for all pieces that wait alike. */
  private readyAfter(notBefore: number, nextDay: boolean): Int32Array {
    const key = `${notBefore} ${nextDay}`;
    const known = this.readies.get(key);
    if (known) return known;
    const ready = new Int32Array(this.all + 1);
    for (let end = 0; end <= this.all; end += 1) {
      const morning = nextDay && end > 0 ? Math.ceil(end / this.day) * this.day : end;
      ready[end] = Math.min(this.all, Math.max(notBefore, morning));
    }
    this.readies.set(key, ready);
    return ready;
  }

  private seat(pools: Pool[]): Seat {
    const same = this.seats.find(
      (one) => one.pools.length === pools.length && one.pools.every((pool) => pools.includes(pool)),
    );
    if (same) return same;
    const shut = new Int32Array(this.all + 1);
    for (let at = 0; at < this.all; at += 1)
      shut[at + 1] = shut[at]! + (pools.some((pool) => pool.open[at] === 0) ? 1 : 0);
    const made = { pools, shut, cost: new Float64Array(this.all + 1) };
    this.seats.push(made);
    return made;
  }

  /** Sums the prices anew. */
  private sumUp(cost: Float64Array, pools: Pool[]): void {
    let price = 0;
    for (let at = 0; at < this.all; at += 1) {
      if (at === this.scarce) price = 0;
      else if (at < this.scarce && at % STEPS_AT_ONE_PRICE === 0)
        price = pools.reduce((sum, pool) => sum + pool.price[at / STEPS_AT_ONE_PRICE]!, 0);
      cost[at + 1] = cost[at]! + price;
    }
  }

  /**
   * With what everything costs now: each chain goes through on its own as cheaply as it can, lateness and seats together;
   * less what all the seats are worth, that is a lower bound on lateness. What the chains used is left in the pools.
   */
  worth(): number {
    for (const seat of this.seats) this.sumUp(seat.cost, seat.pools);
    this.sumUp(this.crewCost, [this.crew]);
    for (const pool of this.pools) pool.used.fill(0);
    let sum = 0;
    for (const chain of this.chains) sum += this.cheapest(chain);
    for (const { price, has } of this.pools)
      for (let at = 0; at < price.length; at += 1) sum -= price[at]! * has[at]!;
    return sum;
  }

  /** Backwards over the pieces: the least that a piece and all after it cost when it begins at a step or later. */
  private cheapest({ pieces, promise }: Chain): number {
    const { step, all, crewCost } = this;
    const last = pieces.length - 1;
    for (let index = last; index >= 0; index -= 1) {
      const { length, helper, seat, soonest } = pieces[index]!;
      const { cost, shut } = seat;
      const starts = (this.starts[index] ??= new Int32Array(all + 1));
      const least = (this.least[index] ??= new Float64Array(all + 1));
      const after = this.least[index + 1]!;
      const ready = pieces[index + 1]?.ready;
      least.fill(Infinity, all - length + 1);
      let lowest = Infinity;
      let start = -1;
      for (let at = all - length; at >= soonest; at -= 1) {
        const end = at + length;
        if (shut[end]! === shut[at]!) {
          let sum = cost[end]! - cost[at]!;
          if (helper) sum += crewCost[at + helper]! - crewCost[at]!;
          if (ready) sum += after[ready[end]!]!;
          else if (end * step > promise) sum += end * step - promise;
          if (sum < lowest) {
            lowest = sum;
            start = at;
          }
        }
        least[at] = lowest;
        starts[at] = start;
      }
    }
    let before = 0;
    for (const [index, { seat, ready, length, helper }] of pieces.entries()) {
      const at = this.starts[index]![ready[before]!]!;
      for (const pool of seat.pools) this.use(pool, at, at + length);
      this.use(this.crew, at, at + helper);
      before = at + length;
    }
    return this.least[0]![pieces[0]!.ready[0]!]!;
  }

  private use(pool: Pool, from: number, to: number): void {
    const end = Math.min(to, this.scarce);
    for (let at = from; at < end;) {
      const price = Math.floor(at / STEPS_AT_ONE_PRICE);
      const next = Math.min(end, (price + 1) * STEPS_AT_ONE_PRICE);
      pool.used[price]! += next - at;
      at = next;
    }
  }

  /**
   * What more is asked of a pool than it has gets dearer, what lies idle cheaper; never less than nothing. Part of the way
   * taken before is kept, so that prices do not swing to and fro.
   */
  mendPrices(stride: number, short: number): void {
    const prices = Math.ceil(this.scarce / STEPS_AT_ONE_PRICE);
    let square = 0;
    for (const { used, has, price, way } of this.pools) {
      for (let at = 0; at < prices; at += 1) {
        const over = used[at]! - has[at]!;
        way[at] = over + KEPT * way[at]!;
        if (price[at] === 0 && way[at]! < 0) way[at] = 0;
        square += way[at]! ** 2;
      }
    }
    if (square === 0) return;
    for (const { price, way } of this.pools)
      for (let at = 0; at < prices; at += 1)
        price[at] = Math.max(0, price[at]! + (stride * short * way[at]!) / square);
  }
}
