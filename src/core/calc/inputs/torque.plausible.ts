import Joi from 'joi';
import { calculator } from '../calculator';
import { positive } from '../fields';
import { type TorquePlausibleInput, plausibleTorque } from '../torque.plausible';

export const torquePlausible = calculator({
  name: 'torque.plausible',
  summary: 'A plausible torque band in N·m for a thread and grade, as a guard against slips, never a spec.',
  principle: 'Torque is K·d·F with the clamp force at three quarters of proof load on the stress area.',
  input: Joi.object<TorquePlausibleInput>({
    thread: Joi.string().required(),
    grade: Joi.string().required(),
    lubricated: Joi.boolean(),
    entered: positive(),
  }),
  run: plausibleTorque,
});
