import Joi from 'joi';
import { calculator } from '../calculator';
import { anyNumber, positive, zeroOrMore } from '../fields';
import { type TorqueExtensionInput, torqueExtensionSetting } from '../torque.extension';

export const torqueExtension = calculator({
  name: 'torque.extension',
  summary: 'The wrench setting that gives a target torque through an extension that lengthens the lever.',
  principle:
    'Force at the handle is the same; torque grows with the lever, so the setting shrinks by L/(L + E·cos a).',
  input: Joi.object<TorqueExtensionInput>({
    target: positive().required(),
    wrenchLength: positive().required(),
    extension: zeroOrMore().required(),
    angleDeg: anyNumber(),
  }),
  run: (input: TorqueExtensionInput) => ({ setting: torqueExtensionSetting(input) }),
});
