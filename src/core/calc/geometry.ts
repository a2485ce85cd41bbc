import { Refusal } from '../refusal';

/** The plane geometry the calculators share: angles in degrees, points in mm. */

export interface Point {
  x: number;
  y: number;
}

export const toDeg = (radians: number) => (radians * 180) / Math.PI;
export const toRad = (degrees: number) => (degrees * Math.PI) / 180;
/** Length of a vector. No car is so long that the squares overflow, and the plain root is several times as quick. */
export const lengthOf = (x: number, y: number) => Math.sqrt(x * x + y * y);
export const distance = (a: Point, b: Point) => lengthOf(a.x - b.x, a.y - b.y);

/** The other leg of a right triangle. @throws Refusal naming `field` when the length cannot span the rise */
export function spanOf(length: number, rise: number, field: string, what: string): number {
  const square = length * length - rise * rise;
  if (square <= 0) {
    throw new Refusal(
      'no-solution',
      `${what} is too short to reach that far up or down: check the numbers.`,
      field,
    );
  }
  return Math.sqrt(square);
}

/**
 * Where two circles cross: the lower and the upper of the two points, or null when they do not meet.
 * @param a center, and its radius `ra` in mm; likewise b
 */
export function circlesCross(
  a: Point,
  ra: number,
  b: Point,
  rb: number,
): { lower: Point; upper: Point } | null {
  const apart = distance(a, b);
  if (apart === 0 || apart > ra + rb || apart < Math.abs(ra - rb)) return null;
  const along = (ra * ra - rb * rb + apart * apart) / (2 * apart);
  const off = Math.sqrt(Math.max(0, ra * ra - along * along));
  const ux = (b.x - a.x) / apart;
  const uy = (b.y - a.y) / apart;
  const foot = { x: a.x + along * ux, y: a.y + along * uy };
  const one = { x: foot.x - off * uy, y: foot.y + off * ux };
  const two = { x: foot.x + off * uy, y: foot.y - off * ux };
  return one.y <= two.y ? { lower: one, upper: two } : { lower: two, upper: one };
}
