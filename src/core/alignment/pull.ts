import { type AlignmentReadings, pairedAngles } from '../calc/alignment.verdict';

export interface SteerReading {
  /** Null where the sheet does not hold what it takes. */
  crossCaster: number | null;
  crossCamber: number | null;
  thrustDeg: number | null;
  /** Where the front wheels point against the thrust line when they share their toe, degrees; + is to the right. */
  steerAheadDeg: number | null;
  pull: 'left' | 'right' | 'none' | 'not known';
  text: string;
}

/** Half a degree of caster draws about as hard as a third of a degree of camber; below a quarter nobody feels it. */
const CAMBER_WEIGHT = 1.5;
const FELT = 0.25;

/**
 * Which way a car is drawn and how its wheel stands, from the sheet alone: it leans to the side with less caster and
 * to the side with more camber; the front wheels follow the thrust line of the rear ones.
 * @param readings degrees, toe-in positive, per wheel
 */
export function steerReading(readings: AlignmentReadings): SteerReading {
  const { crossCaster = null, crossCamber = null, thrustDeg = null } = pairedAngles(readings);
  const { LF, RF } = readings;
  const steerAheadDeg = thrustDeg === null ? null : (LF.toe - RF.toe) / 2 - thrustDeg;
  if (crossCaster === null || crossCamber === null)
    return {
      crossCaster,
      crossCamber,
      thrustDeg,
      steerAheadDeg,
      pull: 'not known',
      text: 'The sheet does not hold caster and camber of both sides: which way it draws is not known by it.',
    };
  // Both say "to the left" when positive: less caster on the left is a negative cross caster.
  const draw = -crossCaster + CAMBER_WEIGHT * crossCamber;
  const pull = Math.abs(draw) < FELT ? 'none' : draw > 0 ? 'left' : 'right';
  const degrees = (value: number) => `${Math.abs(value).toFixed(2)}°`;
  const causes = [
    Math.abs(crossCaster) >= 0.1 &&
      `${degrees(crossCaster)} less caster on the ${crossCaster < 0 ? 'left' : 'right'}`,
    Math.abs(crossCamber) >= 0.1 &&
      `${degrees(crossCamber)} more camber on the ${crossCamber > 0 ? 'left' : 'right'}`,
  ].filter(Boolean);
  const text =
    pull === 'none'
      ? 'By its angles it runs straight.'
      : `By its angles it draws to the ${pull}: ${causes.join(', ')}.`;
  return { crossCaster, crossCamber, thrustDeg, steerAheadDeg, pull, text };
}
