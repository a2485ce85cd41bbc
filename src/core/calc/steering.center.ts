import Joi from 'joi';
import { calculator } from './calculator';
import { anyNumber, positive } from './fields';
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

export const steeringCenter = calculator({
  name: 'steering.center',
  summary: 'Sleeve turns that center a steering wheel.',
  principle: 'The pitman arm turns by the wheel’s angle over the ratio and moves the link by its sine.',
  input: Joi.object<SteeringCenterInput>({
    wheelOffDeg: anyNumber().required(),
    ratio: positive().required(),
    pitmanArm: positive().required(),
    mmPerTurn: positive().required(),
  }),
  run: centerSteering,
});
