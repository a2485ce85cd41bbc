import { drawsFrom } from '../draws';
import type { Precedence, WeekBuilder } from './week-builder';

/** Of the changes: shares that move a whole job and a single phase; the others let two jobs change places. */
const MOVES_JOB = 0.7;
const MOVES_PHASE = 0.1;
/** Of the moved jobs: the share that is late and goes forward, and the share whose phases stay together. */
const LATE_FORWARD = 0.35;
const TOGETHER = 0.5;
/** How many places on the list a job and a phase go forward or back at most. */
const JOB_REACH = 100;
const PHASE_REACH = 24;
/** So many neighbours on the list are tried in every order at the end. */
const WINDOW = 3;

/** A list that is changed, a change at a time, and what is known of the one it stands on. */
class ChangingList {
  list: Precedence;
  next: Precedence;
  /** Where each phase stands on the list. */
  private readonly at: Int32Array;
  private readonly lateness: Float64Array;
  private lateInAll = 0;
  /** Jobs that may change places: those that are held stay where they are. */
  private readonly movable: number[];
  private readonly head: number;
  private readonly wanted: number[] = [];

  constructor(
    private readonly builder: WeekBuilder,
    first: Precedence,
    private readonly draw: () => number,
  ) {
    this.list = first.slice();
    this.next = first.slice();
    this.at = new Int32Array(first.length);
    this.lateness = new Float64Array(builder.firstOf.length);
    this.movable = builder.firstOf.flatMap((_, job) =>
      builder.week.held[job] || !builder.countOf[job] ? [] : [job],
    );
    this.head = builder.heldPhases();
  }

  get canChange(): boolean {
    return this.movable.length > 1;
  }

  /** What follows of standing on the list. */
  look(): void {
    this.list.forEach((phase, index) => (this.at[phase] = index));
    this.lateInAll = 0;
    const { firstOf, countOf, ends, week } = this.builder;
    for (const job of this.movable) {
      const end = ends[firstOf[job]! + countOf[job]! - 1]!;
      const promise = week.problem.jobs[job]!.promise ?? Infinity;
      this.lateness[job] = Math.max(0, end - promise) * week.weights[job]!;
      this.lateInAll += this.lateness[job]!;
    }
  }

  private someJob(): number {
    return this.movable[Math.floor(this.draw() * this.movable.length)]!;
  }

  private someLateJob(): number {
    let left = this.draw() * this.lateInAll;
    return this.movable.find((job) => (left -= this.lateness[job]!) < 0) ?? this.someJob();
  }

  private moveJob(): void {
    const { builder, draw, list, next, at, wanted, head } = this;
    const forward = this.lateInAll > 0 && draw() < LATE_FORWARD;
    const job = forward ? this.someLateJob() : this.someJob();
    const [first, count] = [builder.firstOf[job]!, builder.countOf[job]!];
    const from = at[first]!;
    const to = forward
      ? head + Math.floor(draw() * (from - head + 1))
      : Math.max(head, Math.min(list.length - count, from + Math.round((draw() * 2 - 1) * JOB_REACH)));
    const together = draw() < TOGETHER;
    for (let phase = 0; phase < count; phase += 1)
      wanted[phase] = together ? to + phase : Math.max(to + phase, at[first + phase]! + to - from);
    for (let index = 0, put = 0, read = 0; index < list.length; index += 1) {
      while (read < list.length && builder.jobOf[list[read]!] === job) read += 1;
      if (put < count && (wanted[put]! <= index || read >= list.length)) {
        next[index] = first + put;
        put += 1;
      } else {
        next[index] = list[read]!;
        read += 1;
      }
    }
  }

  private movePhase(): void {
    const { builder, list, next, at, head } = this;
    const from = head + Math.floor(this.draw() * (list.length - head));
    const phase = list[from]!;
    const job = builder.jobOf[phase]!;
    const low = phase > builder.firstOf[job]! ? at[phase - 1]! + 1 : head;
    const high = builder.isLast[phase] ? list.length - 1 : at[phase + 1]! - 1;
    const to = Math.max(low, Math.min(high, from + Math.round((this.draw() * 2 - 1) * PHASE_REACH)));
    next.set(list);
    if (to > from) next.copyWithin(from, from + 1, to + 1);
    else next.copyWithin(to + 1, to, from);
    next[to] = phase;
  }

  private swapJobs(): void {
    const { builder, next, at } = this;
    const [one, other] = [this.someJob(), this.someJob()];
    next.set(this.list);
    const count = builder.countOf[one]!;
    if (one === other || count !== builder.countOf[other]) return;
    const [first, second] = [builder.firstOf[one]!, builder.firstOf[other]!];
    for (let phase = 0; phase < count; phase += 1) {
      next[at[first + phase]!] = second + phase;
      next[at[second + phase]!] = first + phase;
    }
  }

  /** Changes something in `next`. @returns the first place on the list that differs, its length where none does, and the last */
  change(): { from: number; last: number } {
    const kind = this.draw();
    if (kind < MOVES_JOB) this.moveJob();
    else if (kind < MOVES_JOB + MOVES_PHASE) this.movePhase();
    else this.swapJobs();
    const { list, next } = this;
    let from = 0;
    while (from < list.length && next[from] === list[from]) from += 1;
    let last = list.length - 1;
    while (last > from && next[last] === list[last]) last -= 1;
    return { from, last };
  }

  /** Goes on from `next`. */
  take(from: number): void {
    this.builder.standOnList(this.next, from);
    [this.list, this.next] = [this.next, this.list];
    this.look();
  }
}

export interface Searched {
  list: Precedence;
  cost: number;
  tried: number;
}

/**
 * Looks for a better list: changes one thing at a time, keeps what is better and, less and less often, what is a little
 * worse. The same list and seed give the same answer.
 * @param puts phases put while lists are looked at: a list that is soon seen to be no better costs little
 * @param warmth how much worse a list may be, at the beginning, and still be gone on from: weighed minutes
 * @param enough a list that comes to no more is not bettered
 */
export function searchLists(
  builder: WeekBuilder,
  first: Precedence,
  { puts, seed, enough, warmth }: { puts: number; seed: number; enough: number; warmth: number },
): Searched {
  const draw = drawsFrom(seed);
  const changing = new ChangingList(builder, first, draw);
  let here = builder.standOnList(changing.list);
  changing.look();
  const best = { list: first.slice(), cost: here };
  const before = builder.puts;
  let tried = 0;
  // A list that is the same again puts nothing: it counts as one.
  const spent = () => tried + builder.puts - before;
  for (; spent() < puts && best.cost > enough && changing.canChange; tried += 1) {
    const { from, last } = changing.change();
    if (from === first.length) continue;
    const warm = Math.max(0.5, warmth * (1 - spent() / puts) ** 2);
    const limit = here - warm * Math.log(1 - draw());
    const cost = builder.costOfList(changing.next, from, limit, last);
    if (cost > limit) continue;
    changing.take(from);
    here = cost;
    if (here < best.cost) {
      best.cost = here;
      best.list.set(changing.list);
    }
  }
  return { ...best, tried };
}

/** Every order of so many things but the one they are in. */
function ordersOf(count: number): number[][] {
  const orders: number[][] = [];
  const walk = (taken: number[]) => {
    if (taken.length === count) orders.push(taken);
    for (let one = 0; one < count; one += 1) if (!taken.includes(one)) walk([...taken, one]);
  };
  walk([]);
  return orders.slice(1);
}

/**
 * Sets right what a search left: in every window of a few neighbours on the list all orders are tried, again and again
 * until none is better in any window.
 */
export function repairWindows(
  builder: WeekBuilder,
  first: Precedence,
  { enough, rounds = 3 }: { enough: number; rounds?: number },
): Searched {
  const list = first.slice();
  const next = first.slice();
  const head = builder.heldPhases();
  const size = Math.min(WINDOW, list.length - head);
  const orders = ordersOf(size);
  let cost = builder.standOnList(list);
  let tried = 0;
  const lawful = (at: number) => {
    for (let one = at; one < at + size; one += 1)
      for (let other = one + 1; other < at + size; other += 1)
        if (next[one]! > next[other]! && builder.jobOf[next[one]!] === builder.jobOf[next[other]!])
          return false;
    return true;
  };
  for (let round = 0, better = true; round < rounds && better; round += 1) {
    better = false;
    for (let at = head; at + size <= list.length && cost > enough; at += 1) {
      for (const order of orders) {
        next.set(list);
        for (let one = 0; one < size; one += 1) next[at + one] = list[at + order[one]!]!;
        if (!lawful(at)) continue;
        tried += 1;
        if (builder.costOfList(next, at, cost - 1e-6) > cost - 1e-6) continue;
        list.set(next);
        cost = builder.standOnList(list, at);
        better = true;
      }
    }
  }
  return { list, cost, tried };
}
