import Joi from 'joi';
import { calculator } from './calculator';
import { anyNumber, motionRatio, positive, zeroOrMore } from './fields';

export interface CollarTurnsInput {
  change: number;
  motionRatio: number;
  pitch: number;
  threadLeft?: number;
}

/**
 * How far to turn a threaded spring seat for a change of ride height.
 * @param input wanted change at the wheel (mm, either sign), motion ratio, thread pitch and thread left (mm)
 * @returns travel of the collar (mm), turns, and with the thread left whether it is enough
 */
export function turnsOfCollar({ change, motionRatio: ratio, pitch, threadLeft }: CollarTurnsInput) {
  const collarTravel = change * ratio;
  return {
    collarTravel,
    turns: collarTravel / pitch,
    ...(threadLeft === undefined ? {} : { enough: Math.abs(collarTravel) <= threadLeft }),
  };
}

export const collarTurns = calculator({
  name: 'collar.turns',
  summary: 'Turns of an adjustable spring seat for a wanted change of height.',
  principle: 'The seat moves the wheel change times the motion ratio; a turn moves it one pitch.',
  input: Joi.object<CollarTurnsInput>({
    change: anyNumber().required(),
    motionRatio: motionRatio().required(),
    pitch: positive().required(),
    threadLeft: zeroOrMore(),
  }),
  run: turnsOfCollar,
});
