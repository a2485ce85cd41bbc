export interface RefitRoomInput {
  freeLength: number;
  spacer: number;
  openingAtDroop: number;
  preload: number;
  rate: number;
}

/**
 * Whether the taller strut or spring goes back into its opening at full droop.
 * @param input lengths in mm, preload (N) and rate (N/mm) of what must be closed
 * @returns how much it lacks (mm), whether it fits as it is, and the force (N) that closes it
 */
export function roomToRefit({ freeLength, spacer, openingAtDroop, preload, rate }: RefitRoomInput) {
  const shortfall = Math.max(0, freeLength + spacer - openingAtDroop);
  const fits = shortfall === 0;
  return { shortfall, fits, force: fits ? 0 : preload + rate * shortfall };
}
