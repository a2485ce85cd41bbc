import Joi from 'joi';
import { calculator } from './calculator';
import { positive, zeroOrMore } from './fields';

export interface RefitRoomInput {
  freeLength: number;
  spacer: number;
  openingAtDroop: number;
  preload: number;
  rate: number;
}

/**
 * Whether the taller strut or spring goes back into its opening at full droop.
 * @param input lengths in mm, preload (N) and rate (N/mm) of what must be closed
 * @returns how much it lacks (mm), whether it fits as it is, and the force (N) that closes it
 */
export function roomToRefit({ freeLength, spacer, openingAtDroop, preload, rate }: RefitRoomInput) {
  const shortfall = Math.max(0, freeLength + spacer - openingAtDroop);
  const fits = shortfall === 0;
  return { shortfall, fits, force: fits ? 0 : preload + rate * shortfall };
}

export const refitRoom = calculator({
  name: 'refit.room',
  summary: 'What a taller part lacks in its opening at droop, in mm, and the force in N that closes it.',
  principle: 'Length beyond the opening has to be pressed out against preload and rate.',
  input: Joi.object<RefitRoomInput>({
    freeLength: positive().required(),
    spacer: zeroOrMore().required(),
    openingAtDroop: positive().required(),
    preload: zeroOrMore().required(),
    rate: positive().required(),
  }),
  run: roomToRefit,
});
