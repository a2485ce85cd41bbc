/** The units a person may choose, as a list of choices says them. */
export const LENGTH_UNITS = [
  ['in', 'inches'],
  ['mm', 'millimeters'],
] as const;
export const TORQUE_UNITS = [
  ['lbft', 'lbf·ft'],
  ['nm', 'N·m'],
] as const;
export const DISTANCE_UNITS = [
  ['mi', 'mi'],
  ['km', 'km'],
] as const;
