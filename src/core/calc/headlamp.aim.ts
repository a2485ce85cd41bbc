import { toDeg } from './geometry';

export interface HeadlampAimInput {
  frontLift: number;
  rearLift: number;
  wheelbase: number;
  lampX: number;
  wallDistance?: number;
}

/**
 * Where a lamp's beam goes after a lift, on a wall ahead.
 * @param input axle lifts, wheelbase, lamp place (negative ahead of the front axle) and wall distance (mm)
 * @returns pitch (degrees, + nose down), rise of the lamp and shift of the beam on the wall (mm, + up)
 */
export function aimOfLamp({ frontLift, rearLift, wheelbase, lampX, wallDistance = 7620 }: HeadlampAimInput) {
  const slope = (rearLift - frontLift) / wheelbase;
  const lampRise = frontLift + slope * lampX;
  return {
    pitchDeg: toDeg(Math.atan(slope)),
    lampRise,
    beamShift: lampRise - wallDistance * slope,
  };
}
