/** Bookings at one moment, to go back to. */
export interface BookingsKept {
  starts: Int32Array;
  ends: Int32Array;
  owners: Int16Array;
  tops: Int32Array;
  loads: Int32Array;
}

/** Nobody has it: it is closed, or they are away. */
export const AWAY = -1;
/** Whose it is does not matter. */
export const SOMEBODY = -2;
/** Before the first span of a seat stands one that ended before all time, after its last one that never begins. */
const NEVER = 2 ** 30;

/**
 * What places and people are booked for: for each of these seats spans of the axis that never overlap, in order. All of
 * them lie in a few typed arrays, since a search copies them thousands of times.
 */
export class Bookings {
  private readonly base: Int32Array;
  private readonly starts: Int32Array;
  private readonly ends: Int32Array;
  private readonly owners: Int16Array;
  /** By seat: where the span stands that never begins. */
  private readonly tops: Int32Array;
  /** Minutes booked for work, by seat. */
  readonly loads: Int32Array;

  /**
   * @param capacities how many spans each seat can have at most
   * @param least by seat, the fewest minutes that anybody ever wants of it
   */
  constructor(
    capacities: readonly number[],
    private readonly least: readonly number[],
  ) {
    this.base = new Int32Array(capacities.length);
    let all = 0;
    capacities.forEach((capacity, seat) => {
      this.base[seat] = all + 1;
      all += capacity + 2;
    });
    this.starts = new Int32Array(all).fill(NEVER);
    this.ends = new Int32Array(all).fill(NEVER);
    this.owners = new Int16Array(all).fill(AWAY);
    for (const base of this.base) this.ends[base - 1] = -NEVER;
    this.tops = this.base.slice();
    this.loads = new Int32Array(capacities.length);
  }

  copy(): BookingsKept {
    const { starts, ends, owners, tops, loads } = this;
    return {
      starts: starts.slice(),
      ends: ends.slice(),
      owners: owners.slice(),
      tops: tops.slice(),
      loads: loads.slice(),
    };
  }

  copyInto(kept: BookingsKept): void {
    kept.starts.set(this.starts);
    kept.ends.set(this.ends);
    kept.owners.set(this.owners);
    kept.tops.set(this.tops);
    kept.loads.set(this.loads);
  }

  backTo(kept: BookingsKept): void {
    this.starts.set(kept.starts);
    this.ends.set(kept.ends);
    this.owners.set(kept.owners);
    this.tops.set(kept.tops);
    this.loads.set(kept.loads);
  }

  /** The first span of a seat that ends after a minute. */
  private firstAfter(seat: number, minute: number): number {
    const { ends } = this;
    let at = this.tops[seat]!;
    // Most of what is asked for lies near the end.
    while (ends[at - 1]! > minute) at -= 1;
    return at;
  }

  /** The first minute not before `from` at which `length` minutes are free. */
  nextFree(seat: number, from: number, length: number): number {
    const { starts, ends } = this;
    let start = from;
    for (let at = this.firstAfter(seat, from); starts[at]! < start + length; at += 1) start = ends[at]!;
    return start;
  }

  isFree(seat: number, from: number, length: number): boolean {
    return this.starts[this.firstAfter(seat, from)]! >= from + length;
  }

  /** Who has a seat at some minute of a span; null when it is free, or away. */
  ownerIn(seat: number, from: number, length: number): number | null {
    for (let at = this.firstAfter(seat, from); this.starts[at]! < from + length; at += 1)
      if (this.owners[at] !== AWAY) return this.owners[at]!;
    return null;
  }

  /**
   * Books a free span. Where it does not matter whose they are, spans between which nothing fits any more are one: few
   * are looked through then.
   */
  take(seat: number, start: number, end: number, owner: number): void {
    if (end <= start) return;
    if (owner !== AWAY) this.loads[seat]! += end - start;
    const { starts, ends, owners } = this;
    const at = this.firstAfter(seat, start);
    const least = owner === SOMEBODY ? this.least[seat]! : 0;
    const joins = (one: number, gap: number) => owners[one] === SOMEBODY && gap < least;
    const before = joins(at - 1, start - ends[at - 1]!);
    const after = joins(at, starts[at]! - end);
    if (before && after) {
      ends[at - 1] = ends[at]!;
      this.remove(seat, at);
    } else if (before) ends[at - 1] = end;
    else if (after) starts[at] = start;
    else this.insert(seat, at, start, end, owner);
  }

  private insert(seat: number, at: number, start: number, end: number, owner: number): void {
    const { starts, ends, owners } = this;
    // Most spans go in near the end: shifting by hand is quicker than a copy.
    for (let index = (this.tops[seat]! += 1); index > at; index -= 1) {
      starts[index] = starts[index - 1]!;
      ends[index] = ends[index - 1]!;
      owners[index] = owners[index - 1]!;
    }
    starts[at] = start;
    ends[at] = end;
    owners[at] = owner;
  }

  private remove(seat: number, at: number): void {
    const { starts, ends, owners } = this;
    const top = (this.tops[seat]! -= 1);
    for (let index = at; index <= top; index += 1) {
      starts[index] = starts[index + 1]!;
      ends[index] = ends[index + 1]!;
      owners[index] = owners[index + 1]!;
    }
  }

  /** Minutes of a span in which a seat is booked or away. */
  takenIn(seat: number, from: number, to: number): number {
    let taken = 0;
    for (let at = this.firstAfter(seat, from); this.starts[at]! < to; at += 1)
      taken += Math.min(to, this.ends[at]!) - Math.max(from, this.starts[at]!);
    return taken;
  }

  /** Minutes without a job from the beginning to the last one; time away counts as closed, not idle. */
  idle(seat: number): number {
    let [idle, last, closed] = [0, 0, 0];
    for (let at = this.base[seat]!; at < this.tops[seat]!; at += 1) {
      const [from, to] = [this.starts[at]!, this.ends[at]!];
      if (this.owners[at] === AWAY) {
        closed += to - from;
        continue;
      }
      idle += Math.max(0, from - last - closed);
      last = to;
      closed = 0;
    }
    return idle;
  }
}

/** Days that follow each other, as spans of the axis. */
export function spansOfDays(days: readonly number[], dayMinutes: number): [number, number][] {
  const sorted = [...new Set(days)].sort((a, b) => a - b);
  const spans: [number, number][] = [];
  for (const day of sorted) {
    const last = spans[spans.length - 1];
    if (last && last[1] === day * dayMinutes) last[1] += dayMinutes;
    else spans.push([day * dayMinutes, (day + 1) * dayMinutes]);
  }
  return spans;
}
