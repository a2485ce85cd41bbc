import type { TapeUnit } from './tape.parse';
import { MM_PER_INCH } from '../units/length';

/** Rounds to whole numbers, halves away from zero; the hair forgives binary fractions of an inch. */
function roundHalfAway(value: number): number {
  return Math.floor(Math.abs(value) + 0.5 + 1e-9) * (value < 0 ? -1 : 1);
}

function greatestDivisor(a: number, b: number): number {
  return b === 0 ? a : greatestDivisor(b, a % b);
}

/**
 * Writes a length the way a tape shows it.
 * @param mm length in millimeters, any sign
 * @param system inches with a reduced fraction, or whole millimeters
 * @param denominator the finest division shown (a power of two up to 64)
 * @returns `21 3/16"`, `7/8"`, `-1 1/2"` or `538 mm`
 */
export function formatTape(mm: number, system: TapeUnit, denominator = 16): string {
  if (system === 'mm') return `${roundHalfAway(mm) + 0} mm`;
  const divisions = roundHalfAway((mm * denominator) / MM_PER_INCH);
  const size = Math.abs(divisions);
  const sign = divisions < 0 ? '-' : '';
  const whole = Math.floor(size / denominator);
  const left = size % denominator;
  if (left === 0) return `${sign}${whole}"`;
  const shared = greatestDivisor(left, denominator);
  const fraction = `${left / shared}/${denominator / shared}`;
  return whole === 0 ? `${sign}${fraction}"` : `${sign}${whole} ${fraction}"`;
}
