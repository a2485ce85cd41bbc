import Joi from 'joi';
import { calculator } from '../calculator';
import { anyNumber, positive } from '../fields';
import { type DriveshaftAnglesInput, driveshaftByLift } from '../driveshaft.angles';

export const driveshaftAngles = calculator({
  name: 'driveshaft.angles',
  summary: 'Joint angles in degrees and change of length in mm of a driveshaft by lift.',
  principle: 'A joint bends by the difference of the slopes it joins; two equal bends cancel each other.',
  input: Joi.object<DriveshaftAnglesInput>({
    run: positive().required(),
    drop: anyNumber().required(),
    outputDeg: anyNumber().required(),
    pinionDeg: anyNumber().required(),
    lift: anyNumber().required(),
    pinionChangeDeg: anyNumber(),
    outputLowered: anyNumber(),
  }),
  run: driveshaftByLift,
});
