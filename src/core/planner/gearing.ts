/**
 * What tires and axle gears do to gearing: a taller tire divides the ratio, other gears set it anew.
 * @param input tire diameters (mm) before and after, the axle ratio it came with and the one fitted
 * @returns the ratio as the engine feels it, its change in percent (negative is taller), the ratio that restores it, and
 *   how far the dial reads from true in percent
 */
export function compareGearing(input: {
  oldDiameter: number;
  newDiameter: number;
  axleRatio: number;
  fittedRatio: number;
}) {
  const factor = input.newDiameter / input.oldDiameter;
  const effectiveRatio = input.fittedRatio / factor;
  return {
    effectiveRatio,
    changePct: (effectiveRatio / input.axleRatio - 1) * 100,
    restoringRatio: input.axleRatio * factor,
    dialErrorPct: (1 / factor - 1) * 100,
  };
}
