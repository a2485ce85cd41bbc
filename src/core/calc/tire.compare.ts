import { blaming } from '../refusal';
import { readTireSize } from './tire.size';

export interface TireCompareInput {
  old: string;
  new: string;
  indicated?: number;
  axleRatio?: number;
}

/**
 * What another tire size does: ride height (mm), the dial's error (how far it reads from true, percent) and gearing.
 * @returns diameters, half their difference, new/old, and with a dial speed or axle ratio what becomes of those
 */
export function compareTires({ old, new: fitted, indicated, axleRatio }: TireCompareInput) {
  const oldDiameter = blaming('old', () => readTireSize(old).diameter);
  const newDiameter = blaming('new', () => readTireSize(fitted).diameter);
  const factor = newDiameter / oldDiameter;
  return {
    oldDiameter,
    newDiameter,
    rideHeight: (newDiameter - oldDiameter) / 2,
    factor,
    speedometerErrorPct: (oldDiameter / newDiameter - 1) * 100,
    ...(indicated === undefined ? {} : { trueSpeed: indicated * factor }),
    ...(axleRatio === undefined
      ? {}
      : { effectiveRatio: axleRatio / factor, restoringRatio: axleRatio * factor }),
  };
}
