import Joi from 'joi';
import { calculator } from '../calculator';
import { motionRatio, positive } from '../fields';
import { type CoilCutInput, cutCoil } from '../coil.cut';

export const coilCut = calculator({
  name: 'coil.cut',
  summary: 'Rate, length and drop in mm for each of several cuts of a coil. For open ends only.',
  principle: 'Rate grows as the working turns shrink; each turn takes its pitch off the free length.',
  input: Joi.object<CoilCutInput>({
    free: positive().required(),
    rate: positive().required(),
    activeCoils: positive().required(),
    pitch: positive().required(),
    wheelLoad: positive().required(),
    motionRatio: motionRatio().required(),
    cuts: Joi.array().items(positive()).required(),
  }),
  run: cutCoil,
});
