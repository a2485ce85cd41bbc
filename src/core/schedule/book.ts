/** What a place or a person is booked for: spans of the axis that never overlap, in order. */
export class Book {
  /** Minutes booked for jobs. */
  load = 0;

  constructor(
    private readonly starts: number[] = [],
    private readonly ends: number[] = [],
    private readonly owners: (string | null)[] = [],
  ) {}

  /** The same bookings in a book of its own. */
  copy(): Book {
    return new Book(this.starts.slice(), this.ends.slice(), this.owners.slice());
  }

  private firstAfter(minute: number): number {
    let [low, high] = [0, this.ends.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if (this.ends[middle]! <= minute) low = middle + 1;
      else high = middle;
    }
    return low;
  }

  /** The first minute not before `from` at which `length` minutes are free. */
  nextFree(from: number, length: number): number {
    let start = from;
    for (let index = this.firstAfter(from); index < this.starts.length; index += 1) {
      if (this.starts[index]! >= start + length) return start;
      start = this.ends[index]!;
    }
    return start;
  }

  /** Who has it at some minute of a span; null when it is free, or away. */
  ownerIn(from: number, length: number): string | null {
    for (
      let index = this.firstAfter(from);
      index < this.starts.length && this.starts[index]! < from + length;
      index += 1
    )
      if (this.owners[index] !== null) return this.owners[index]!;
    return null;
  }

  isFree(from: number, length: number): boolean {
    return this.nextFree(from, length) === from;
  }

  /** Books a free span; `owner` null is time away, which is no work. */
  take(start: number, end: number, owner: string | null): void {
    if (end <= start) return;
    const index = this.firstAfter(start);
    this.starts.splice(index, 0, start);
    this.ends.splice(index, 0, end);
    this.owners.splice(index, 0, owner);
    if (owner !== null) this.load += end - start;
  }

  /** Minutes without a job from the beginning to the last one; time away counts as closed, not idle. */
  idle(): number {
    let [idle, last] = [0, 0];
    let closed = 0;
    for (let index = 0; index < this.starts.length; index += 1) {
      if (this.owners[index] === null) {
        closed += this.ends[index]! - this.starts[index]!;
        continue;
      }
      idle += Math.max(0, this.starts[index]! - last - closed);
      last = this.ends[index]!;
      closed = 0;
    }
    return idle;
  }
}

/** A book with whole days away; days that follow each other are one span. */
export function bookWithDays(days: readonly number[], dayMinutes: number): Book {
  const book = new Book();
  const sorted = [...new Set(days)].sort((a, b) => a - b);
  for (let index = 0; index < sorted.length;) {
    let last = index;
    while (sorted[last + 1] === sorted[last]! + 1) last += 1;
    book.take(sorted[index]! * dayMinutes, (sorted[last]! + 1) * dayMinutes, null);
    index = last + 1;
  }
  return book;
}
