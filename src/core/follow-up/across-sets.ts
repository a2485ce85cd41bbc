/** Another wheel set put on: from that reading on the dial counts by its factor. */
export interface SetChange {
  /** What the dial read; null where nobody read it. */
  odometer: number | null;
  dialFactor: number;
}

/**
 * What the dial reads once a true distance is driven, over the wheel sets the car wore on the way. Each stretch of the
 * dial is worth its length times the factor of the set that ran it; the change nobody read counts from the start where
 * that makes it due sooner, and not at all where it would make it due later.
 * @param start dial reading it counts from, @param distance true distance, in the dial's unit
 * @param dialFactor how much further the car goes than its dial counts, on the set worn at the start
 * @param changes sets put on since, in the order they were put on
 * @returns the dial reading when it is due
 */
export function dialWhenDriven(
  start: number,
  distance: number,
  dialFactor: number,
  changes: readonly SetChange[],
): number {
  let [from, left, factor] = [start, distance, dialFactor];
  for (const change of changes) {
    const at = change.odometer;
    if (at === null || at <= from) {
      factor = at === null ? Math.max(factor, change.dialFactor) : change.dialFactor;
      continue;
    }
    if ((at - from) * factor >= left) break;
    left -= (at - from) * factor;
    from = at;
    factor = change.dialFactor;
  }
  return from + left / factor;
}
