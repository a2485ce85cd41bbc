import { Refusal } from '../refusal';

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
