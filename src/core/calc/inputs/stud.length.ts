import Joi from 'joi';
import { calculator } from '../calculator';
import { positive, zeroOrMore } from '../fields';
import { type StudLengthInput, trimStud } from '../stud.length';

export const studLength = calculator({
  name: 'stud.length',
  summary: 'How much of a stud must be cut, in mm, and the threads left beyond its nut.',
  principle: 'The stud must stay its clearance short of the pocket’s bottom, and proud of its nut.',
  input: Joi.object<StudLengthInput>({
    protrusion: positive().required(),
    pocketDepth: positive().required(),
    nut: positive().required(),
    pitch: positive().required(),
    clearance: zeroOrMore(),
    minThreads: zeroOrMore(),
  }),
  run: trimStud,
});
