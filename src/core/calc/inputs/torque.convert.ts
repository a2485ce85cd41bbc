import Joi from 'joi';
import { calculator } from '../calculator';
import { anyNumber } from '../fields';
import { type TorqueUnit, convertTorque } from '../torque.convert';

export const torqueConvert = calculator({
  name: 'torque.convert',
  summary: 'Converts a torque between N·m, lbf·ft, lbf·in and kgf·m.',
  principle: 'One pound-force foot is 1.3558179483314004 N·m; twelve inches to the foot.',
  input: Joi.object<{ value: number; from: TorqueUnit }>({
    value: anyNumber().required(),
    from: Joi.valid('nm', 'lbft', 'lbin', 'kgfm').required(),
  }),
  run: ({ value, from }) => convertTorque(value, from),
});
