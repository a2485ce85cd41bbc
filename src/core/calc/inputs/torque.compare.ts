import Joi from 'joi';
import { calculator } from '../calculator';
import { positive, zeroOrMore } from '../fields';
import { type TorqueCompareInput, compareTorque } from '../torque.compare';

export const torqueCompare = calculator({
  name: 'torque.compare',
  summary: 'Holds a torque reading against its target and names a likely unit slip.',
  principle: 'Percent deviation; a ratio within 3% of the ratio of two units points at the wrong unit.',
  input: Joi.object<TorqueCompareInput>({
    target: positive().required(),
    reading: zeroOrMore().required(),
    tolerancePct: zeroOrMore(),
  }),
  run: compareTorque,
});
