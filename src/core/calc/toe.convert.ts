import { Refusal } from '../refusal';
import { toDeg, toRad } from './geometry';
import { MM_PER_INCH } from '../units/length';

export interface ToeConvertInput {
  value: number;
  from: 'deg' | 'arcmin' | 'mm' | 'in';
  diameter: number;
}

/**
 * One wheel's toe in every unit shops use.
 * @param input the value and its unit, and the diameter (mm) across which length units are measured
 * @returns degrees, minutes of arc, mm and inches
 * @throws Refusal when a length is more than the diameter it is measured across
 */
export function convertToe({ value, from, diameter }: ToeConvertInput) {
  const across = from === 'in' ? value * MM_PER_INCH : value;
  if ((from === 'mm' || from === 'in') && Math.abs(across) > diameter)
    throw new Refusal('no-solution', 'Toe cannot be more than the diameter it is measured across.', 'value');
  const deg = from === 'deg' ? value : from === 'arcmin' ? value / 60 : toDeg(Math.asin(across / diameter));
  const mm = from === 'mm' || from === 'in' ? across : diameter * Math.sin(toRad(deg));
  return { deg, arcmin: deg * 60, mm, in: mm / MM_PER_INCH };
}
