import { type PreparedPhase, afterNight } from './prepare';
import type { WeekPlan } from './types';
import type { WeekBuilder } from './week-builder';

/** How much of the way the prices went before they go on with. */
const KEPT = 0.9;
/** Past the plan's end nothing is scarce; so many days later no door is closed either. */
const DAYS_BEYOND = 1;
/** Prices change so many times a day: fewer where a week is so large that its starts would be too many to look at. */
const PRICES_A_DAY = [8, 4, 2, 1];
const MOST_STARTS = 100_000;

/** Places or techs of which some phases must have one, and what an hour on them is said to be worth. */
interface Pool {
  kind: 'place' | 'tech';
  members: readonly number[];
  /** By day: whether any of them can be had. */
  open: boolean[];
  /** By price: what a minute on a seat costs, the minutes used and those there are, and which way it was mended. */
  price: Float64Array;
  used: Float64Array;
  has: Float64Array;
  way: Float64Array;
}

/** What all pieces that draw on the same pools have in common. */
interface Seat {
  pools: Pool[];
  /** By day: nobody or no place could take it. */
  shut: boolean[];
  /** By minute: what all minutes before it cost together. */
  before: Float64Array;
}

/** One phase of a chain. Only starts at which the cheapest way can begin are looked at. */
interface Piece {
  length: number;
  helper: number;
  from: number;
  nextDay: boolean;
  seat: Seat;
  starts: Int32Array;
  /** By start: the next piece's first start after it. */
  next: Int32Array;
  /** By start of a last piece: what its lateness counts. */
  lateness: Float64Array;
  /** By start: the least from there on or later. */
  least: Float64Array;
}

interface Chain {
  job: number;
  pieces: Piece[];
  /** Where each piece begins on the cheapest way. */
  way: Int32Array;
}

const within = (some: readonly number[], others: readonly number[]) =>
  some.every((one) => others.includes(one));

/**
 * The week as its bound sees it: promised jobs as chains of pieces that draw on pools instead of single seats. Every pool
 * has a price, which holds for an hour or so; minutes are exact. What a piece costs by its start is then a line that
 * bends only where a price changes at its beginning or its end, and the cheapest way of a chain begins, ends or waits at
 * such a bend: no other start has to be looked at.
 */
export class PricedWeek {
  private readonly day: number;
  /** Minutes that are scarce, minutes on which doors may be closed, and minutes in all. */
  private readonly scarce: number;
  private readonly doors: number;
  private readonly all: number;
  /** The first minute of each price, and the price of each minute. */
  private readonly edges: Int32Array;
  private readonly priceAt: Int32Array;
  private readonly pools: Pool[] = [];
  private readonly seats: Seat[] = [];
  private readonly chains: Chain[];
  /** All techs: a helper may be any of them. */
  private readonly crew: Seat;

  /** @param plan one that is known: nothing after its end is scarce */
  constructor(
    private readonly builder: WeekBuilder,
    plan: WeekPlan,
  ) {
    const { week } = builder;
    const { problem } = week;
    this.day = problem.dayMinutes;
    const promised = problem.jobs.flatMap(({ promise }, job) =>
      promise === null || !week.jobs[job]!.length ? [] : [{ job, promise, phases: week.jobs[job]! }],
    );
    const phases = promised.flatMap((one) => one.phases);
    const last = Math.max(0, ...Object.values(plan.ends), ...phases.map(({ from }) => from));
    this.scarce = Math.ceil(last / this.day) * this.day;
    this.doors = this.scarce + DAYS_BEYOND * this.day;
    const longest = Math.max(
      0,
      ...promised.map((one) => one.phases.reduce((sum, { length }) => sum + length + this.day, 0)),
    );
    this.all = this.doors + longest + this.day;
    const starts = (perDay: number) => 2 * phases.length * perDay * (this.scarce / this.day) * 3;
    const perDay = PRICES_A_DAY.find((count) => starts(count) <= MOST_STARTS) ?? 1;
    this.edges = this.edgesOf(perDay);
    this.priceAt = new Int32Array(this.all + 1).fill(this.edges.length - 1);
    for (let at = 0; at + 1 < this.edges.length; at += 1)
      this.priceAt.fill(at, this.edges[at]!, this.edges[at + 1]!);
    const everybody = problem.techs.map((_, tech) => tech);
    const crew = this.pool('tech', everybody);
    this.crew = this.seat([crew]);
    const pools = [
      crew,
      ...this.poolsOf(
        'place',
        phases.map(({ places }) => places),
      ),
      ...this.poolsOf(
        'tech',
        phases.map(({ techs }) => techs),
      ).filter((pool) => pool !== crew),
    ];
    this.chains = promised.map(({ job, promise, phases: own }) => {
      const pieces = own.map((phase) => this.pieceOf(phase, pools));
      this.findStarts(pieces, promise, week.weights[job]!);
      return { job, pieces, way: new Int32Array(pieces.length) };
    });
  }

  private edgesOf(perDay: number): Int32Array {
    const edges: number[] = [];
    for (let day = 0; day < this.scarce; day += this.day)
      for (let part = 0; part < perDay; part += 1) edges.push(day + Math.round((part * this.day) / perDay));
    return Int32Array.from([...edges, this.scarce]);
  }

  private pool(kind: Pool['kind'], members: readonly number[]): Pool {
    const same = this.pools.find(
      (one) => one.kind === kind && one.members.length === members.length && within(members, one.members),
    );
    if (same) return same;
    const { places, techs } = this.builder.week.problem;
    const away = members.map(
      (member) => new Set(kind === 'place' ? places[member]!.closed : techs[member]!.away),
    );
    const open = Array.from({ length: this.doors / this.day }, (_, day) =>
      away.some((days) => !days.has(day)),
    );
    const count = this.edges.length - 1;
    const has = new Float64Array(count);
    for (let at = 0; at < count; at += 1) {
      const [from, to] = [this.edges[at]!, this.edges[at + 1]!];
      for (const member of members) has[at]! += to - from - this.builder.takenBefore(kind, member, from, to);
    }
    const made: Pool = {
      kind,
      members,
      open,
      has,
      price: new Float64Array(count),
      used: new Float64Array(count),
      way: new Float64Array(count),
    };
    this.pools.push(made);
    return made;
  }

  private poolsOf(kind: Pool['kind'], sets: (readonly number[] | null)[]): Pool[] {
    return [...new Set(sets.flatMap((set) => (set === null ? [] : [this.pool(kind, set)])))];
  }

  private seat(pools: Pool[]): Seat {
    const same = this.seats.find(
      (one) => one.pools.length === pools.length && one.pools.every((pool) => pools.includes(pool)),
    );
    if (same) return same;
    const made: Seat = {
      pools,
      shut: Array.from({ length: this.doors / this.day }, (_, day) => pools.some(({ open }) => !open[day])),
      before: new Float64Array(this.all + 1),
    };
    this.seats.push(made);
    return made;
  }

  private pieceOf({ phase, length, from, helper, places, techs }: PreparedPhase, pools: Pool[]): Piece {
    const none = new Int32Array(0);
    // It draws on every pool that holds all the seats it may have.
    const takes = ({ kind, members }: Pool) => {
      const seats = kind === 'place' ? places : techs;
      return seats !== null && within(seats, members);
    };
    return {
      length,
      helper,
      from,
      nextDay: phase.nextDay,
      seat: this.seat(pools.filter(takes)),
      starts: none,
      next: none,
      lateness: new Float64Array(0),
      least: new Float64Array(0),
    };
  }

  private readyAfter(piece: Piece, before: number): number {
    return Math.max(piece.from, afterNight(piece, before, this.day));
  }

  /** Starts of a piece at which its own cost bends, or which it has to wait for. */
  private bendsOf(pieces: Piece[], index: number, promise: number): number[] {
    const { length, helper, from } = pieces[index]!;
    const bends = [from];
    for (const edge of this.edges) {
      bends.push(edge, edge - length);
      if (helper) bends.push(edge - helper);
    }
    // Doors open and close with the days, also where nothing is scarce any more.
    for (let day = this.scarce; day <= this.doors; day += this.day) bends.push(day, day - length);
    if (index === pieces.length - 1) bends.push(promise - length);
    return bends;
  }

  private findStarts(pieces: Piece[], promise: number, weight: number): void {
    const { all, day } = this;
    const offsets = pieces.map((_, index) =>
      pieces.slice(0, index).reduce((sum, { length }) => sum + length, 0),
    );
    const bends = pieces.map((_, index) => this.bendsOf(pieces, index, promise));
    let soonest = 0;
    pieces.forEach((piece, index) => {
      soonest = this.readyAfter(piece, soonest);
      const { length, seat } = piece;
      const marked = new Uint8Array(all + 1);
      marked[soonest] = 1;
      // A piece also begins where another of its chain bends, when those between follow each other at once.
      bends.forEach((own, other) => {
        const away = offsets[index]! - offsets[other]!;
        for (const bend of own)
          if (bend + away >= soonest && bend + away + length <= all) marked[bend + away] = 1;
      });
      const starts: number[] = [];
      for (let start = soonest; start + length <= all; start += 1) {
        if (!marked[start]) continue;
        let open = true;
        for (let at = Math.floor(start / day); open && at * day < start + length; at += 1)
          open = !seat.shut[at];
        if (open) starts.push(start);
      }
      piece.starts = Int32Array.from(starts);
      if (index === pieces.length - 1)
        piece.lateness = Float64Array.from(starts, (start) => weight * Math.max(0, start + length - promise));
      soonest += length;
    });
    this.link(pieces);
  }

  /** Finds the next piece's first start after each start. */
  private link(pieces: Piece[]): void {
    pieces.forEach((piece, index) => {
      piece.least = new Float64Array(piece.starts.length + 1).fill(Infinity);
      const after = pieces[index + 1];
      if (!after) return;
      let next = 0;
      piece.next = piece.starts.map((start) => {
        const ready = this.readyAfter(after, start + piece.length);
        while (next < after.starts.length && after.starts[next]! < ready) next += 1;
        return next;
      });
    });
  }

  /**
   * Leaves out starts that no plan has which comes to as little as one that is known: a chain that begins a piece there
   * is dearer than on its cheapest way by more than that plan is above the bound. What is left has the same bound.
   * @param more by how much the plan is above what all was just found worth
   */
  leaveOut(more: number): void {
    for (const { pieces } of this.chains) {
      const most = pieces[0]!.least[0]! + more;
      /** By start: the least that the pieces before it cost. */
      let before = new Float64Array(pieces[0]!.starts.length);
      const may = pieces.map((piece, index) => {
        const { starts, next } = piece;
        const after = pieces[index + 1];
        const then = new Float64Array(after?.starts.length ?? 0);
        let [lowest, reached] = [Infinity, 0];
        const mayBegin = Array.from(starts, (_, at) => {
          const upTo = before[at]! + this.costAt(piece, at);
          if (!after) return upTo <= most;
          // Starts of the next piece before its first one after this do without it.
          while (reached < next[at]!) then[reached++] = lowest;
          lowest = Math.min(lowest, upTo);
          return upTo + after.least[next[at]!]! <= most;
        });
        then.fill(lowest, reached);
        before = then;
        return mayBegin;
      });
      pieces.forEach((piece, index) => {
        // Between two starts the cost never dips under both: where it may begin at one, it may a minute before or after.
        const stays = (_: number, at: number) =>
          [at - 1, at, at + 1].some((near) => may[index]![near] === true);
        piece.lateness = piece.lateness.filter(stays);
        piece.starts = piece.starts.filter(stays);
      });
      this.link(pieces);
    }
  }

  /** What a piece costs by itself when it begins at one of its starts. */
  private costAt({ starts, length, helper, seat: { before }, lateness }: Piece, at: number): number {
    const start = starts[at]!;
    const hand = helper ? this.crew.before[start + helper]! - this.crew.before[start]! : 0;
    return before[start + length]! - before[start]! + hand + (lateness.length ? lateness[at]! : 0);
  }

  /** How many starts a round looks at. */
  get size(): number {
    return this.chains.reduce(
      (sum, { pieces }) => sum + pieces.reduce((own, { starts }) => own + starts.length, 0),
      0,
    );
  }

  /** Sums the prices anew. */
  private sumUp({ pools, before }: Seat): void {
    const { edges } = this;
    for (let at = 0; at + 1 < edges.length; at += 1) {
      let price = 0;
      for (const pool of pools) price += pool.price[at]!;
      const until = edges[at + 1]!;
      let sum = before[edges[at]!]!;
      for (let minute = edges[at]!; minute < until;) before[(minute += 1)] = sum += price;
    }
    before.fill(before[this.scarce]!, this.scarce);
  }

  /**
   * With what everything costs now: each chain goes through on its own as cheaply as it can, lateness and seats together;
   * less what all the seats are worth, that is a lower bound on lateness. What the chains used is left in the pools.
   */
  worth(): number {
    for (const seat of this.seats) this.sumUp(seat);
    for (const pool of this.pools) pool.used.fill(0);
    let sum = 0;
    for (const chain of this.chains) sum += this.cheapest(chain);
    for (const { price, has } of this.pools)
      for (let at = 0; at < price.length; at += 1) sum -= price[at]! * has[at]!;
    return sum;
  }

  /** Backwards over the pieces: the least that a piece and all after it cost when it begins at a start or later. */
  private cheapest({ pieces, way }: Chain): number {
    const { crew } = this;
    for (let index = pieces.length - 1; index >= 0; index -= 1) {
      const { starts, length, helper, seat, next, lateness, least } = pieces[index]!;
      const { before } = seat;
      const after = pieces[index + 1]?.least;
      // What comes after a piece and what it costs itself are summed apart: short loops are quick ones.
      if (after) for (let at = 0; at < starts.length; at += 1) least[at] = after[next[at]!]!;
      else least.set(lateness);
      if (helper)
        for (let at = 0; at < starts.length; at += 1)
          least[at]! += crew.before[starts[at]! + helper]! - crew.before[starts[at]!]!;
      let lowest = Infinity;
      for (let at = starts.length - 1; at >= 0; at -= 1) {
        const start = starts[at]!;
        const sum = least[at]! + before[start + length]! - before[start]!;
        if (sum < lowest) lowest = sum;
        least[at] = lowest;
      }
    }
    for (let index = 0, at = 0; index < pieces.length; index += 1) {
      const { least, starts, seat, length, helper, next } = pieces[index]!;
      // The last start that comes to the least from here on.
      while (least[at + 1] === least[at]) at += 1;
      const start = starts[at]!;
      way[index] = start;
      for (const pool of seat.pools) this.use(pool, start, start + length);
      if (helper) this.use(crew.pools[0]!, start, start + helper);
      at = next[at]!;
    }
    return pieces[0]!.least[0]!;
  }

  private use({ used }: Pool, from: number, to: number): void {
    const { edges, priceAt } = this;
    const end = Math.min(to, this.scarce);
    for (let minute = from, at = priceAt[from]!; minute < end; at += 1) {
      const next = Math.min(end, edges[at + 1]!);
      used[at]! += next - minute;
      minute = next;
    }
  }

  /**
   * What more is asked of a pool than it has gets dearer, what lies idle cheaper; never less than nothing. Part of the way
   * taken before is kept, so that prices do not swing to and fro.
   * @param stride how far, as a share of the way to what is short
   * @param short how much the bound is said to be too low
   * @returns false when no price has anywhere to go
   */
  mendPrices(stride: number, short: number): boolean {
    let square = 0;
    for (const { used, has, price, way } of this.pools)
      for (let at = 0; at < price.length; at += 1) {
        way[at] = used[at]! - has[at]! + KEPT * way[at]!;
        if (price[at] === 0 && way[at]! < 0) way[at] = 0;
        square += way[at]! ** 2;
      }
    if (square === 0) return false;
    for (const { price, way } of this.pools)
      for (let at = 0; at < price.length; at += 1)
        price[at] = Math.max(0, price[at]! + (stride * short * way[at]!) / square);
    return true;
  }

  /** The middle of each phase on its chain's cheapest way, by phase; jobs without a promise are done after all others. */
  moments(): Float64Array {
    const { builder } = this;
    const moments = new Float64Array(builder.phases.length).fill(this.all);
    for (const { job, way, pieces } of this.chains)
      pieces.forEach(({ length }, index) => {
        moments[builder.firstOf[job]! + index] = way[index]! + length / 2;
      });
    return moments;
  }
}
