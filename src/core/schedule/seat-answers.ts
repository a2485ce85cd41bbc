/** How many answers are remembered for phases that may have the same seats. */
const ANSWERS = 8;

/**
 * When phases that may have the same seats got them. Bookings only become more while a week is built: what asks for no
 * less, from no sooner on, gets its seat no sooner either.
 */
export class SeatAnswers {
  private readonly from = new Int32Array(ANSWERS);
  private readonly length = new Int32Array(ANSWERS);
  private readonly start = new Int32Array(ANSWERS);
  private count = 0;

  forget(): void {
    this.count = 0;
  }

  /** The minute before which a phase need not look. */
  notBefore(from: number, length: number): number {
    let least = from;
    for (let at = 0; at < this.count; at += 1)
      if (this.from[at]! <= from && this.length[at]! <= length && this.start[at]! > least)
        least = this.start[at]!;
    return least;
  }

  remember(from: number, length: number, start: number): void {
    if (start === from) return;
    // The answer that says least makes room: the one that is soonest.
    let at = this.count;
    if (at < ANSWERS) this.count += 1;
    else {
      at = 0;
      for (let other = 1; other < ANSWERS; other += 1)
        if (this.start[other]! - this.from[other]! < this.start[at]! - this.from[at]!) at = other;
      if (start - from <= this.start[at]! - this.from[at]!) return;
    }
    this.from[at] = from;
    this.length[at] = length;
    this.start[at] = start;
  }
}
