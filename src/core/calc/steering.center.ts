import { toRad } from './geometry';

export interface SteeringCenterInput {
  wheelOffDeg: number;
  ratio: number;
  pitmanArm: number;
  mmPerTurn: number;
}

/**
 * How far to turn the drag-link sleeve to bring the steering wheel straight; which way is tried and seen.
 * @param input how far the wheel is off (degrees), steering ratio, pitman arm (mm), mm a turn of the sleeve
 * @returns change of the link (mm) and turns, both as magnitudes
 */
export function centerSteering({ wheelOffDeg, ratio, pitmanArm, mmPerTurn }: SteeringCenterInput) {
  const linkChange = pitmanArm * Math.sin(toRad(Math.abs(wheelOffDeg) / ratio));
  return { linkChange, turns: linkChange / mmPerTurn };
}
