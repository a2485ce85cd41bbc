import Joi from 'joi';
import { calculator } from './calculator';
import { positive, zeroOrMore } from './fields';

export interface RaiseHeightInput {
  supportAtRide: number;
  hubAtRide: number;
  droopTravel: number;
  tireDiameter: number;
  clearance?: number;
}

/**
 * How high the frame must stand so that the new tire clears the floor at full droop. Lengths in mm.
 * @returns `supportHeight` at the stand and how far that is above where it is at ride
 */
export function heightToRaise(input: RaiseHeightInput) {
  const { supportAtRide, hubAtRide, droopTravel, tireDiameter, clearance = 30 } = input;
  const supportHeight = supportAtRide - hubAtRide + droopTravel + tireDiameter / 2 + clearance;
  return { supportHeight, raise: supportHeight - supportAtRide };
}

export const raiseHeight = calculator({
  name: 'raise.height',
  summary: 'Stand height in mm that lets the new tire hang free at full droop.',
  principle:
    'The hub hangs its droop below ride, the tire its radius below the hub, and some floor stays free.',
  input: Joi.object<RaiseHeightInput>({
    supportAtRide: positive().required(),
    hubAtRide: positive().required(),
    droopTravel: zeroOrMore().required(),
    tireDiameter: positive().required(),
    clearance: zeroOrMore(),
  }),
  run: heightToRaise,
});
