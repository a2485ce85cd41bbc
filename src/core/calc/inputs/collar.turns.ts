import Joi from 'joi';
import { calculator } from '../calculator';
import { anyNumber, motionRatio, positive, zeroOrMore } from '../fields';
import { type CollarTurnsInput, turnsOfCollar } from '../collar.turns';

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
