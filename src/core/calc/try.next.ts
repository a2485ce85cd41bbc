import { Z80, Z90 } from '../normal';

/** Of a setting that has no way back only those lie open that go on in its way. */
export const ONE_WAYS = ['lowers', 'raises'] as const;
export type OneWay = (typeof ONE_WAYS)[number];

export interface TryNextInput {
  target: number;
  /** What a tape misses by, one standard deviation. */
  tapeSd?: number;
  tolerance?: number;
  /** How far one step of the setting is expected to move it, and how sure that is. */
  prior: { slope: number; sd: number };
  tries: { set: number; height: number }[];
  allowed?: number[];
  oneWay?: OneWay;
}

export interface TriedRow {
  set: number;
  height: number;
  sd: number;
  /** How far off the target it would stand; + is above. */
  off: number;
}

export interface TryNextAnswer {
  slope: number;
  slopeSd: number;
  setting: number;
  low: number;
  high: number;
  rows: TriedRow[];
  best: number | null;
  stop: 'there' | 'would overshoot' | 'no setting left' | null;
}

const SAME = 1e-9;

const mean = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0) / values.length;

/**
 * What to set next so that a reading meets its target: heights in mm (or any other unit of both), settings in holes, turns,
 * cuts. A line through the tries whose slope is held to what the geometry lets expect, each reading with the tape's error.
 * @returns slope and how sure it is; the setting that meets the target, with the band eight readings in ten fall into there;
 *   each allowed setting with its height; the best of them, or why to stop: it is there, the next would go past by more than
 *   the tolerance too often where there is no way back, or none is left
 */
export function nextTry({
  target,
  tapeSd = 1.6,
  tolerance = 3,
  prior,
  tries,
  allowed,
  oneWay,
}: TryNextInput): TryNextAnswer {
  const variance = tapeSd * tapeSd;
  const setMean = mean(tries.map(({ set }) => set));
  const heightMean = mean(tries.map(({ height }) => height));
  const spread = tries.reduce((sum, { set }) => sum + (set - setMean) ** 2, 0);
  const together = tries.reduce((sum, { set, height }) => sum + (set - setMean) * (height - heightMean), 0);
  const precision = 1 / prior.sd ** 2 + spread / variance;
  const slope = (prior.slope / prior.sd ** 2 + together / variance) / precision;
  const heightAt = (set: number) => heightMean + slope * (set - setMean);
  const sdAt = (set: number) =>
    Math.sqrt(variance / tries.length + (set - setMean) ** 2 / precision + variance);
  const setting = setMean + (target - heightMean) / slope;
  const band = Z90 * sdAt(setting);
  const last = tries.at(-1)!;
  const rows = (allowed ?? []).map((set) => {
    const height = heightAt(set);
    return { set, height, sd: sdAt(set), off: height - target };
  });
  return {
    slope,
    slopeSd: Math.sqrt(1 / precision),
    setting,
    low: target - band,
    high: target + band,
    rows,
    ...choice(rows, { target, tolerance, oneWay, last, asked: allowed !== undefined }),
  };
}

function choice(
  rows: readonly TriedRow[],
  {
    target,
    tolerance,
    oneWay,
    last,
    asked,
  }: {
    target: number;
    tolerance: number;
    oneWay: OneWay | undefined;
    last: TryNextInput['tries'][number];
    asked: boolean;
  },
): Pick<TryNextAnswer, 'best' | 'stop'> {
  if (Math.abs(last.height - target) <= tolerance) return { best: null, stop: 'there' };
  if (!asked) return { best: null, stop: null };
  const beyond = oneWay ? rows.filter(({ set }) => set > last.set) : rows;
  const safe = oneWay ? beyond.filter((row) => !overshoots(row, oneWay, tolerance)) : beyond;
  if (!safe.length) return { best: null, stop: beyond.length ? 'would overshoot' : 'no setting left' };
  const nearest = Math.min(...safe.map(({ off }) => Math.abs(off)));
  const [best] = safe
    .filter(({ off }) => Math.abs(off) - nearest <= SAME)
    .sort((one, other) => {
      const near = Math.abs(one.set - last.set) - Math.abs(other.set - last.set);
      return Math.abs(near) > SAME ? near : one.set - other.set;
    });
  return { best: best!.set, stop: null };
}

/** Does it go past the target by more than the tolerance more often than one time in five? */
function overshoots({ off, sd }: TriedRow, oneWay: OneWay, tolerance: number): boolean {
  const past = oneWay === 'lowers' ? -off : off;
  return past + Z80 * sd >= tolerance;
}
