export interface RaiseHeightInput {
  supportAtRide: number;
  hubAtRide: number;
  droopTravel: number;
  tireDiameter: number;
  clearance?: number;
}

/**
 * How high the frame must stand so that the new tire clears the floor at full droop. Lengths in mm.
 * @returns `supportHeight` at the stand and how far that is above where it is at ride
 */
export function heightToRaise(input: RaiseHeightInput) {
  const { supportAtRide, hubAtRide, droopTravel, tireDiameter, clearance = 30 } = input;
  const supportHeight = supportAtRide - hubAtRide + droopTravel + tireDiameter / 2 + clearance;
  return { supportHeight, raise: supportHeight - supportAtRide };
}
