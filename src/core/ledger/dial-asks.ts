import { convertDistance, distanceText } from '../units/distance';
import type { Odometer } from './kinds/arrival';

/** A dial as it was read once. */
export interface DialReading {
  value: number;
  unit: 'km' | 'mi';
  /** When, as an instant. */
  at: string;
}

const DAY_MS = 86_400_000;
/** Nobody drives further than this a day for days on end, km. */
const MOST_KM_PER_DAY = 1500;
/** Dials are read to the whole unit, and units are converted. */
const SLACK = 1;

/** A digit too many or too few, where that would fit. */
function likelySlip(value: number, low: number, high: number): number | null {
  const fits = (one: number) => one >= low && one <= high;
  return [Math.floor(value / 10), value * 10].find(fits) ?? null;
}

/**
 * What speaks against a dial as it was read now: less than before, or more than anybody drives in the time since.
 * @param before the readings of the car, in any order
 * @param at the moment it is read at, as an instant
 * @returns the question, with the figure it may have been; null where there is nothing to ask
 */
export function dialAsks(before: readonly DialReading[], read: Odometer, at: string): string | null {
  if ('unread' in read) return null;
  const last = [...before]
    .filter((one) => one.at < at)
    .sort((one, other) => one.at.localeCompare(other.at))
    .at(-1);
  if (!last) return null;
  const had = convertDistance(last.value, last.unit, read.unit);
  const days = Math.max(1, (Date.parse(at) - Date.parse(last.at)) / DAY_MS);
  const most = had + convertDistance(MOST_KM_PER_DAY, 'km', read.unit) * days;
  const slip = likelySlip(read.value, had - SLACK, most);
  const perhaps = slip === null ? '' : ` Was it ${distanceText(slip, read.unit)}?`;
  if (read.value < had - SLACK)
    return `It read ${distanceText(had, read.unit)} before, and now less.${perhaps}`;
  if (read.value > most)
    return `It read ${distanceText(had, read.unit)} before: ${distanceText(read.value - had, read.unit)} in ${Math.round(days)} days is more than anybody drives.${perhaps}`;
  return null;
}
