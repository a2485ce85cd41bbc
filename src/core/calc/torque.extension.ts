import Joi from 'joi';
import { calculator } from './calculator';
import { Refusal } from '../refusal';
import { anyNumber, positive, zeroOrMore } from './fields';

export interface TorqueExtensionInput {
  target: number;
  wrenchLength: number;
  extension: number;
  angleDeg?: number;
}

/**
 * The figure to set on the wrench so that the fastener gets its target through a crowfoot or extension.
 * @param input target (any torque unit), wrench length and extension (mm), angle between them (degrees)
 * @returns the setting, in the target's unit
 * @throws Refusal when the extension folded back takes the whole lever away
 */
export function torqueExtensionSetting({
  target,
  wrenchLength,
  extension,
  angleDeg = 0,
}: TorqueExtensionInput): number {
  const lever = wrenchLength + extension * Math.cos((angleDeg * Math.PI) / 180);
  if (lever <= 1e-9) {
    throw new Refusal(
      'no-solution',
      'Folded back this far the extension leaves no lever: turn it outward.',
      'angleDeg',
    );
  }
  return (target * wrenchLength) / lever;
}

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
