import { CORNERS, type Corner, type PerCorner, eachCorner } from '../corners';
import { Refusal, blaming } from '../refusal';
import { parseTape } from '../calc/tape.parse';
import type { HeightsData } from '../ledger/kinds/arrival';

/** Two readings further apart than this (mm) ask for a third. */
export const READINGS_AGREE_MM = 3;

/**
 * What a corner's readings come to: one stands as it is, two within 3 mm give their mean, else a third decides by the
 * median.
 * @param mm one to three readings in millimeters
 * @returns the height in mm, or null when a third reading is needed
 */
export function settledReading(mm: number[]): number | null {
  const [first, second, third] = mm;
  if (first === undefined) return null;
  if (second === undefined) return first;
  if (third !== undefined) return [first, second, third].sort((a, b) => a - b)[1]!;
  return Math.abs(first - second) <= READINGS_AGREE_MM + 1e-9 ? (first + second) / 2 : null;
}

/**
 * The four heights of a set in mm.
 * @throws Refusal naming `readings.CORNER` for an unreadable reading, or when two disagree and a third is owed
 */
export function heightsOf(data: Pick<HeightsData, 'readings' | 'unit'>): PerCorner<number> {
  const typed = (corner: Corner) =>
    blaming(`readings.${corner}`, () => data.readings[corner].map((text) => parseTape(text, data.unit)));
  const mm = eachCorner((corner) => typed(corner));
  for (const corner of CORNERS) {
    if (settledReading(mm[corner]) === null) {
      const [a, b] = data.readings[corner];
      throw new Refusal(
        'third-reading',
        `${a} and ${b} are more than ${READINGS_AGREE_MM} mm apart: measure this corner a third time.`,
        `readings.${corner}`,
      );
    }
  }
  return eachCorner((corner) => settledReading(mm[corner])!);
}

/**
 * Why two sets of heights may not be subtracted, or null when they may. Hub readings compare across tires; floor
 * readings do not; different methods or upper points never do.
 */
export function whyNotComparable(
  a: Pick<HeightsData, 'method' | 'upperPoint' | 'tires'>,
  b: Pick<HeightsData, 'method' | 'upperPoint' | 'tires'>,
): string | null {
  if (a.method !== b.method) {
    return `One set is by ${METHOD_WORDS[a.method]}, the other by ${METHOD_WORDS[b.method]}: measure again the same way.`;
  }
  if (a.upperPoint.trim().toLowerCase() !== b.upperPoint.trim().toLowerCase()) {
    return `One set goes up to the ${a.upperPoint}, the other to the ${b.upperPoint}: measure to the same point.`;
  }
  if (a.method === 'floor' && a.tires.trim().toLowerCase() !== b.tires.trim().toLowerCase()) {
    return `Floor heights do not compare across tires (${a.tires} and ${b.tires}): measure from the hub center.`;
  }
  return null;
}

export const METHOD_WORDS = { hub: 'hub center', floor: 'floor', chassis: 'chassis point' } as const;
