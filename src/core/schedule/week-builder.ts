import { becauseOfItself, becauseOfOthers } from './because';
import { type Bookings, type BookingsKept, SOMEBODY } from './bookings';
import { emptyBookings } from './empty-bookings';
import { type PreparedPhase, type PreparedWeek, WEIGHT, afterNight, sumUpEnds } from './prepare';
import { SeatAnswers } from './seat-answers';
import type { Pin, PlacedPhase, WeekPlan } from './types';

/** Phases by number, in the order in which they choose their place, tech and hour. */
export type Precedence = Int32Array;

/** At so many phases of the list the bookings are kept, to go on from there. */
const KEPT_EVERY = 4;
/**
 * Weighed minutes that a list may be behind the one it is a change of, where it is like that again, and a promise more
 * that it may break by then: more is hardly made good.
 */
const MADE_GOOD = 400;
const MOST_WEIGHT = Math.max(...Object.values(WEIGHT));
/** A minute past a wish counts next to nothing beside one past a promise; and being done soon decides between equals. */
const WISH_COUNTS = 0.02;
const END_COUNTS = 0.000_001;

interface Kept {
  bookings: BookingsKept;
  cost: number;
}

/**
 * Builds weeks: phases choose one after the other, each as early as its place, its tech and its helper are free. Of one
 * list a whole plan follows, and of all lists one gives the best there is. The list the builder stands on is remembered,
 * so that another which begins alike is built from where they part.
 */
export class WeekBuilder {
  /** The phases of all jobs, job after job. */
  readonly phases: PreparedPhase[] = [];
  /** How many phases were put in all. */
  puts = 0;
  /** By phase: its job, and whether it is the job's last. */
  readonly jobOf: number[] = [];
  readonly isLast: boolean[] = [];
  /** By job: its first phase, and how many there are. */
  readonly firstOf: number[] = [];
  readonly countOf: number[] = [];
  /** By phase, on the list the builder stands on. */
  readonly ends: Int32Array;
  private readonly endsNow: Int32Array;
  private readonly bookings: Bookings;
  /** By phase, the same for all that may have the same seats. */
  private readonly answers: SeatAnswers[];
  private readonly allAnswers: SeatAnswers[];
  private readonly empty: BookingsKept;
  private readonly kept: Kept[] = [];
  /** By place on that list: what everything put up to there comes to at least, and what the whole of it does. */
  private readonly atLeast: Float64Array;
  private standing = 0;
  private readonly placeCount: number;
  private readonly seatCount: number;
  private readonly dayMinutes: number;
  /** By seat: how many skills a tech has. */
  private readonly breadth: number[];
  /** By phase: the minutes of its job that still come after it. */
  private readonly tails: Float64Array;
  /** By job: what it comes to alone in an empty shop. No plan makes it less. */
  private readonly alone: Float64Array;
  private readonly allAlone: number;
  /** Whose a booking is is noted, to say what stood in whose way. */
  private naming = false;
  /** What the phase just put got: seats, -1 for none. */
  private place = -1;
  private tech = -1;
  private helper = -1;

  /**
   * @param perBroken minutes that each broken promise counts beside those it is late: 0 where only lateness does
   */
  constructor(
    readonly week: PreparedWeek,
    private readonly perBroken = 0,
  ) {
    const { problem } = week;
    week.jobs.forEach((phases, job) => {
      this.firstOf.push(this.phases.length);
      this.countOf.push(phases.length);
      phases.forEach((phase, index) => {
        this.phases.push(phase);
        this.jobOf.push(job);
        this.isLast.push(index === phases.length - 1);
      });
    });
    this.dayMinutes = problem.dayMinutes;
    this.placeCount = problem.places.length;
    this.seatCount = problem.places.length + problem.techs.length;
    const answers = new Map<string, SeatAnswers>();
    this.answers = this.phases.map(({ places, techs, helper }) => {
      const key = JSON.stringify([places, techs, helper]);
      const known = answers.get(key) ?? new SeatAnswers();
      answers.set(key, known);
      return known;
    });
    this.allAnswers = [...answers.values()];
    this.breadth = [...problem.places.map(() => 0), ...problem.techs.map(({ skills }) => skills.length)];
    this.bookings = emptyBookings(problem, this.phases);
    this.phases.forEach(({ phase, from, places }, index) => {
      // Until its part is there, nobody gets onto the place of a car that stands opened up.
      if (phase.blocks && phase.placeId !== null && places?.length === 1)
        this.standOn(places[0]!, 0, from, this.jobOf[index]!);
    });
    this.atLeast = new Float64Array(this.phases.length);
    this.tails = new Float64Array(this.phases.length);
    for (let index = this.phases.length - 2; index >= 0; index -= 1)
      if (!this.isLast[index]) this.tails[index] = this.tails[index + 1]! + this.phases[index + 1]!.length;
    this.empty = this.bookings.copy();
    this.ends = new Int32Array(this.phases.length);
    this.endsNow = new Int32Array(this.phases.length);
    this.alone = Float64Array.from(this.firstOf, (_, job) => this.costAlone(job));
    this.allAlone = this.alone.reduce((sum, cost) => sum + cost, 0);
  }

  private backTo(bookings: BookingsKept): void {
    this.bookings.backTo(bookings);
    for (const answers of this.allAnswers) answers.forget();
  }

  private costAlone(job: number): number {
    this.backTo(this.empty);
    const [first, count] = [this.firstOf[job]!, this.countOf[job]!];
    // A pin may be missed, and what stands somewhere may be in another's way: neither makes it sooner than this.
    for (let index = first; index < first + count; index += 1) this.put(index, this.readyAt(index));
    return count ? this.costOf(job, this.endsNow[first + count - 1]!) : 0;
  }

  /** What no list comes under: each job alone in an empty shop. */
  get least(): number {
    return this.allAlone;
  }

  /** Weighed minutes past the promises that no plan can do without: each job alone in an empty shop. */
  weighedAlone(): number {
    return this.week.problem.jobs.reduce((sum, { promise }, job) => {
      if (promise === null || !this.countOf[job]) return sum;
      this.costAlone(job);
      const end = this.endsNow[this.firstOf[job]! + this.countOf[job]! - 1]!;
      return sum + this.week.weights[job]! * Math.max(0, end - promise);
    }, 0);
  }

  /** The car is there whatever else is: closed days are left out, and so is another that is said to stand there too. */
  private standOn(seat: number, from: number, to: number, owner: number): void {
    for (let at = from; at < to;) {
      const free = this.bookings.nextFree(seat, at, 1);
      if (free >= to) return;
      let end = free + 1;
      while (end < to && this.bookings.isFree(seat, end, 1)) end += 1;
      this.bookings.take(seat, free, end, owner);
      at = end;
    }
  }

  /** When a phase can begin were everything free, after the one before it. */
  private readyAt(index: number): number {
    const { phase, from } = this.phases[index]!;
    if (index === this.firstOf[this.jobOf[index]!]) return from;
    return Math.max(afterNight(phase, this.endsNow[index - 1]!, this.dayMinutes), from);
  }

  /**
   * Whoever is free at a minute, of two that can do alike the one with less to do: becomes `tech`.
   * @returns that minute, or the next at which anybody is
   */
  private someTech(techs: readonly number[], start: number, length: number, helper: number): number {
    const { bookings, breadth } = this;
    let next = Infinity;
    let alone = -1;
    this.tech = -1;
    for (const one of techs) {
      const seat = this.placeCount + one;
      const free = bookings.nextFree(seat, start, length);
      if (free > start) {
        if (free < next) next = free;
        continue;
      }
      alone = seat;
      if (this.tech >= 0) {
        if (breadth[seat]! > breadth[this.tech]!) break;
        if (bookings.loads[seat]! >= bookings.loads[this.tech]!) continue;
      }
      if (helper === 0 || this.freeHelper(seat, start, helper)) this.tech = seat;
    }
    if (this.tech >= 0) {
      if (helper > 0) this.freeHelper(this.tech, start, helper);
      return start;
    }
    return alone < 0 ? next : Math.min(next, this.soonestOther(alone, start, helper));
  }

  private freeHelper(tech: number, start: number, minutes: number): boolean {
    this.helper = -1;
    for (let seat = this.placeCount; seat < this.seatCount; seat += 1) {
      if (seat === tech || !this.bookings.isFree(seat, start, minutes)) continue;
      if (this.helper < 0 || this.bookings.loads[seat]! < this.bookings.loads[this.helper]!)
        this.helper = seat;
    }
    return this.helper >= 0;
  }

  /** The soonest minute at which one of some places is free for so long: it becomes `place`. */
  private somePlace(places: readonly number[], from: number, length: number): number {
    let best = Infinity;
    for (const seat of places) {
      const start = this.bookings.nextFree(seat, from, length);
      if (start >= best) continue;
      best = start;
      this.place = seat;
      if (best === from) break;
    }
    return best;
  }

  /** Only one is free at a minute, with nobody to help: the soonest at which anybody else is. */
  private soonestOther(alone: number, from: number, minutes: number): number {
    let best = Infinity;
    for (let seat = this.placeCount; seat < this.seatCount; seat += 1)
      if (seat !== alone) best = Math.min(best, this.bookings.nextFree(seat, from, minutes));
    return best;
  }

  /** Puts a phase where it can begin soonest, not before `from`; answers when that is. */
  private put(index: number, from: number): number {
    const { phase, length, helper, places, techs } = this.phases[index]!;
    const answers = this.answers[index]!;
    this.puts += 1;
    let start = answers.notBefore(from, length);
    this.place = this.tech = this.helper = -1;
    for (;;) {
      if (places) start = this.somePlace(places, start, length);
      if (!techs) break;
      const both = this.someTech(techs, start, length, helper);
      if (both === start) break;
      start = both;
    }
    answers.remember(from, length, start);
    const end = start + length;
    const owner = this.naming ? this.jobOf[index]! : SOMEBODY;
    if (this.place >= 0) {
      this.bookings.take(this.place, start, end, owner);
      // It stands there until somebody comes to it.
      if (phase.blocks) this.standOn(this.place, from, start, owner);
    }
    if (this.tech >= 0) this.bookings.take(this.tech, start, end, owner);
    if (this.helper >= 0) this.bookings.take(this.helper, start, start + helper, owner);
    this.endsNow[index] = end;
    return start;
  }

  /** What a finished job adds to what plans are compared by. */
  private costOf(job: number, end: number): number {
    const { promise, wish } = this.week.problem.jobs[job]!;
    let cost = END_COUNTS * end;
    if (promise !== null && end > promise) cost += this.week.weights[job]! * (this.perBroken + end - promise);
    if (wish != null && end > wish) cost += WISH_COUNTS * (end - wish);
    return cost;
  }

  /** By how much what the job of a phase comes to at least rises with where the phase was just put. */
  private rise(index: number): number {
    const { jobOf, endsNow, tails } = this;
    const job = jobOf[index]!;
    const before =
      index === this.firstOf[job]
        ? this.alone[job]!
        : Math.max(this.alone[job]!, this.costOf(job, endsNow[index - 1]! + tails[index - 1]!));
    return Math.max(0, this.costOf(job, endsNow[index]! + tails[index]!) - before);
  }

  private beginAt(from: number): { at: number; cost: number } {
    const step = Math.floor(from / KEPT_EVERY);
    const kept = step === 0 ? undefined : this.kept[step]!;
    this.backTo(kept ? kept.bookings : this.empty);
    if (kept) this.endsNow.set(this.ends);
    return { at: step * KEPT_EVERY, cost: kept?.cost ?? this.allAlone };
  }

  /**
   * What a list comes to: weighed minutes past the promises, and next to nothing for wishes and for time.
   * @param from up to there it is the list the builder stands on
   * @param limit past this nobody wants to know how much worse it gets: it is as bad as can be
   * @param alike from there on it is that list again: where it is far behind by then it is given up, though it might, if
   * hardly ever, come to less than the limit
   */
  costOfList(list: Precedence, from = 0, limit = Infinity, alike = Infinity): number {
    let { at, cost } = this.beginAt(from);
    const behind = limit - this.standing + MADE_GOOD + MOST_WEIGHT * this.perBroken;
    for (; at < list.length; at += 1) {
      const index = list[at]!;
      this.put(index, Math.max(this.readyAt(index), this.phases[index]!.floor));
      cost += this.rise(index);
      if (cost > limit || (at >= alike && cost - this.atLeast[at]! > behind)) return Infinity;
    }
    return cost;
  }

  /** Stands on a list from now on; up to `from` it is the one it stood on. @returns what it comes to */
  standOnList(list: Precedence, from = 0): number {
    let { at, cost } = this.beginAt(from);
    for (; at < list.length; at += 1) {
      if (at % KEPT_EVERY === 0) this.keep(at / KEPT_EVERY, cost);
      const index = list[at]!;
      this.put(index, Math.max(this.readyAt(index), this.phases[index]!.floor));
      cost += this.rise(index);
      this.atLeast[at] = cost;
    }
    this.ends.set(this.endsNow);
    this.standing = cost;
    return cost;
  }

  private keep(step: number, cost: number): void {
    const kept = this.kept[step];
    if (!kept) this.kept[step] = { bookings: this.bookings.copy(), cost };
    else {
      this.bookings.copyInto(kept.bookings);
      kept.cost = cost;
    }
  }

  /** Minutes of a span in which a seat is away, or stood on by a car that is opened up, before anything is planned. */
  takenBefore(kind: 'place' | 'tech', index: number, from: number, to: number): number {
    this.bookings.backTo(this.empty);
    return this.bookings.takenIn(kind === 'place' ? index : this.placeCount + index, from, to);
  }

  /** All jobs whole, one after the other; what is held comes first. */
  listOfJobs(order: readonly number[]): Precedence {
    const { held } = this.week;
    const jobs = [...order.filter((job) => held[job]), ...order.filter((job) => !held[job])];
    return Int32Array.from(
      jobs.flatMap((job) => Array.from({ length: this.countOf[job]! }, (_, at) => this.firstOf[job]! + at)),
    );
  }

  /** Phases by a moment each; what is held comes first, and a job's phases stay in their order. */
  listByMoment(moments: ArrayLike<number>): Precedence {
    const { held } = this.week;
    const list = this.phases.map((_, index) => index);
    const first = (index: number) => (held[this.jobOf[index]!] ? 0 : 1);
    return Int32Array.from(list.sort((a, b) => first(a) - first(b) || moments[a]! - moments[b]! || a - b));
  }

  /** How many phases at the head of every list belong to jobs that are held. */
  heldPhases(): number {
    return this.jobOf.filter((job) => this.week.held[job]).length;
  }

  /** The plan that follows of a list: where every phase lies and why, and how late it comes out. */
  planOf(list: Precedence): WeekPlan {
    const { problem } = this.week;
    const plan: WeekPlan = { placed: [], ends: {}, late: 0, weighed: 0, idle: 0, after: [], pinsMissed: [] };
    this.backTo(this.empty);
    this.naming = true;
    const placed: PlacedPhase[] = [];
    const missed: Pin[] = [];
    for (const index of list) {
      const prepared = this.phases[index]!;
      const before = index === this.firstOf[this.jobOf[index]!] ? 0 : this.endsNow[index - 1]!;
      const { ready, because } = becauseOfItself(prepared, before, this.readyAt(index));
      // Asked before it is put: then it stands in its own way.
      const inTheWay = becauseOfOthers(prepared, ready, this.bookings, problem);
      const start = this.put(index, ready);
      const { pin, phase } = prepared;
      if (pin?.start != null && start !== pin.start) missed.push(pin);
      const tech = (seat: number) => (seat < 0 ? null : problem.techs[seat - this.placeCount]!.id);
      placed[index] = {
        jobId: problem.jobs[this.jobOf[index]!]!.id,
        phaseId: phase.id,
        start,
        end: this.endsNow[index]!,
        placeId: this.place < 0 ? null : problem.places[this.place]!.id,
        techId: tech(this.tech),
        helperId: tech(this.helper),
        because: start > ready ? inTheWay : because,
      };
    }
    this.naming = false;
    plan.placed = placed;
    plan.pinsMissed = missed;
    problem.jobs.forEach((job, index) => {
      const count = this.countOf[index]!;
      plan.ends[job.id] = count ? this.endsNow[this.firstOf[index]! + count - 1]! : 0;
    });
    sumUpEnds(this.week, plan);
    problem.places.forEach((place, seat) => {
      if (place.kind === 'lift') plan.idle += this.bookings.idle(seat);
    });
    return plan;
  }
}
