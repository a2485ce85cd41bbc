import type { DistanceUnit, Odometer } from '../ledger/kinds/arrival';

const KM_PER_MILE = 1.609344;

/** Converts a distance between kilometers and miles. */
export function convertDistance(value: number, from: DistanceUnit, to: DistanceUnit): number {
  if (from === to) return value;
  return from === 'mi' ? value * KM_PER_MILE : value / KM_PER_MILE;
}

/** A distance or a dial as people write it, to the whole unit: `61,340 mi`. */
export const distanceText = (value: number, unit: DistanceUnit): string =>
  `${Math.round(value).toLocaleString('en-US')} ${unit}`;

/** An odometer as people read it out: `61,340 mi`, or why nobody could read it. */
export function odometerText(odometer: Odometer): string {
  if ('unread' in odometer) return `not read: ${odometer.unread}`;
  return distanceText(odometer.value, odometer.unit);
}
