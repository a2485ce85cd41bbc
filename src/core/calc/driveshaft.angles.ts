import { lengthOf, toDeg } from './geometry';

export interface DriveshaftAnglesInput {
  run: number;
  drop: number;
  outputDeg: number;
  pinionDeg: number;
  lift: number;
  pinionChangeDeg?: number;
  outputLowered?: number;
}

function shaftAt(run: number, drop: number, outputDeg: number, pinionDeg: number) {
  const shaftDeg = toDeg(Math.atan(drop / run));
  const frontJointDeg = Math.abs(shaftDeg - outputDeg);
  const rearJointDeg = Math.abs(shaftDeg - pinionDeg);
  return {
    shaftDeg,
    frontJointDeg,
    rearJointDeg,
    residualDeg: Math.sqrt(Math.abs(frontJointDeg ** 2 - rearJointDeg ** 2)),
    length: lengthOf(run, drop),
  };
}

/**
 * Joint angles and length of a driveshaft before and after a lift.
 * @param input run and drop from output to axle (mm), slopes of output and pinion (degrees, + falling rearward), lift
 *   and what the output was lowered (mm), turn of the pinion (degrees)
 * @returns for each: shaft slope, both joint angles, what they leave uncancelled (degrees) and the length (mm); and the
 *   change of length
 */
export function driveshaftByLift(input: DriveshaftAnglesInput) {
  const { run, drop, outputDeg, pinionDeg, lift, pinionChangeDeg = 0, outputLowered = 0 } = input;
  const before = shaftAt(run, drop, outputDeg, pinionDeg);
  const after = shaftAt(run, drop + lift - outputLowered, outputDeg, pinionDeg + pinionChangeDeg);
  return { before, after, lengthChange: after.length - before.length };
}
