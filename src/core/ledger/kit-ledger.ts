/** What finished jobs and visits taught of one kit. */

export interface KitLift {
  end: 'front' | 'rear';
  platform: string;
  claimed: number | null;
  measured: number;
  /** The instant its order was closed; null while it is open, absent where nobody asks. */
  closedAt?: string | null;
}
export interface KitLiftSummary {
  end: 'front' | 'rear';
  jobs: number;
  claimed: number | null;
  /** Mean of what was measured, mm, and how far jobs lie from one another; null with one job alone. */
  mean: number;
  spread: number | null;
  /** Mean of measured over claimed; null where nothing was claimed. */
  ratio: number | null;
  platforms: string[];
}

/**
 * Claimed against measured, an end at a time: mean and standard deviation over the jobs (n − 1 beneath it), and the mean
 * of measured over claimed.
 * @param lifts measured and claimed change, mm, any order
 */
export function summarizeLifts(lifts: readonly KitLift[]): KitLiftSummary[] {
  return (['front', 'rear'] as const).flatMap((end) => {
    const own = lifts.filter((lift) => lift.end === end);
    if (!own.length) return [];
    const mean = own.reduce((sum, lift) => sum + lift.measured, 0) / own.length;
    const square = own.reduce((sum, lift) => sum + (lift.measured - mean) ** 2, 0);
    const claims = own.filter((lift) => lift.claimed !== null && lift.claimed !== 0);
    const claimed = claims.length ? claims[claims.length - 1]!.claimed : null;
    return [
      {
        end,
        jobs: own.length,
        claimed,
        mean,
        spread: own.length > 1 ? Math.sqrt(square / (own.length - 1)) : null,
        ratio: claims.length
          ? claims.reduce((sum, lift) => sum + lift.measured / lift.claimed!, 0) / claims.length
          : null,
        platforms: [...new Set(own.map((lift) => lift.platform).filter(Boolean))].sort(),
      },
    ];
  });
}

/**
 * The same a platform at a time, where cars of more than one wear the kit: what sits low on one may sit high on another.
 * @returns nothing where all are of one platform
 */
export function summarizeByPlatform(
  lifts: readonly KitLift[],
): { platform: string; lifts: KitLiftSummary[] }[] {
  const platforms = [...new Set(lifts.map((lift) => lift.platform))].sort();
  if (platforms.length < 2) return [];
  return platforms.map((platform) => ({
    platform,
    lifts: summarizeLifts(lifts.filter((lift) => lift.platform === platform)),
  }));
}

export interface Tally {
  words: string;
  count: number;
}
/** Counts what was said or found, the most frequent first. */
export function tally(words: readonly string[]): Tally[] {
  const counts = new Map<string, number>();
  for (const one of words) counts.set(one, (counts.get(one) ?? 0) + 1);
  return [...counts]
    .map(([one, count]) => ({ words: one, count }))
    .sort((a, b) => b.count - a.count || a.words.localeCompare(b.words));
}
