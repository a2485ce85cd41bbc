import { type PerCorner, CORNERS, eachCorner } from '../corners';
import { Refusal } from '../refusal';

export const GRAVITY = 9.80665;

export interface PlacedMass {
  kg: number;
  x: number;
  y: number;
}

export interface LoadShiftInput {
  wheelbase: number;
  track: { front: number; rear: number };
  wheelRate: PerCorner<number>;
  masses: PlacedMass[];
}

/**
 * What masses put on (or taken off) a car do to its corners.
 * @param input wheelbase and tracks (mm), wheel rates (N/mm), masses (kg at x rearward of the front axle and y right
 *   of the center line, mm)
 * @returns `force` each corner gains (N) and its `height` change (mm, negative sinks)
 */
export function shiftLoad({ wheelbase, track, wheelRate, masses }: LoadShiftInput) {
  const place = eachCorner((corner) => ({
    x: corner.endsWith('F') ? 0 : wheelbase,
    y: ((corner.startsWith('L') ? -1 : 1) * (corner.endsWith('F') ? track.front : track.rear)) / 2,
  }));
  // The normal equations of the plane z + pitch·x + roll·y on four springs, solved by Cramer's rule.
  let [k, kx, ky, kxx, kxy, kyy] = [0, 0, 0, 0, 0, 0];
  for (const corner of CORNERS) {
    const { x, y } = place[corner];
    const rate = wheelRate[corner];
    k += rate;
    kx += rate * x;
    ky += rate * y;
    kxx += rate * x * x;
    kxy += rate * x * y;
    kyy += rate * y * y;
  }
  let [w, wx, wy] = [0, 0, 0];
  for (const { kg, x, y } of masses) {
    w += kg * GRAVITY;
    wx += kg * GRAVITY * x;
    wy += kg * GRAVITY * y;
  }
  const minor = { z: kxx * kyy - kxy * kxy, pitch: kx * kyy - kxy * ky, roll: kx * kxy - kxx * ky };
  const whole = k * minor.z - kx * minor.pitch + ky * minor.roll;
  if (whole === 0) throw new Refusal('no-solution', 'These springs do not carry a body.', 'wheelRate');
  const z = (w * minor.z - kx * (wx * kyy - kxy * wy) + ky * (wx * kxy - kxx * wy)) / whole;
  const pitch = (k * (wx * kyy - kxy * wy) - w * minor.pitch + ky * (kx * wy - wx * ky)) / whole;
  const roll = (k * (kxx * wy - wx * kxy) - kx * (kx * wy - wx * ky) + w * minor.roll) / whole;
  const drop = eachCorner((corner) => z + pitch * place[corner].x + roll * place[corner].y);
  return {
    force: eachCorner((corner) => wheelRate[corner] * drop[corner]),
    // Zero stays a plain zero: a drop of nothing is no rise either.
    height: eachCorner((corner) => (drop[corner] === 0 ? 0 : -drop[corner])),
  };
}
