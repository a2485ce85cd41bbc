/**
 * The order in which the nuts of a group are taken, numbered round the circle from 1. Star and cross go from each nut to
 * one across; without a pattern they go round.
 */
export function nutOrder(count: number, pattern: string | undefined): number[] {
  const round = Array.from({ length: count }, (_, index) => index + 1);
  if (!pattern || !/star|cross/.test(pattern) || count < 4) return round;
  if (count % 2 === 1) {
    // An odd circle has no nut straight across: the next but one of it reaches every nut.
    const stride = (count - 1) / 2;
    return round.map((_, index) => ((index * stride) % count) + 1);
  }
  const half = count / 2;
  return round.slice(0, half).flatMap((nut) => [nut, nut + half]);
}

/** The nut to take next: the first in the pattern's order that has had the fewest passes. */
export function nextNut(nuts: readonly number[], pattern: string | undefined): number {
  const least = Math.min(...nuts);
  return nutOrder(nuts.length, pattern).find((nut) => nuts[nut - 1] === least)!;
}
