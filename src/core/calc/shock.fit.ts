export interface ShockFitInput {
  ride: number;
  bumpTravel: number;
  droopTravel: number;
  motionRatio: number;
  collapsed: number;
  extended: number;
  margin?: number;
}

/**
 * Whether a damper's closed and open lengths suit the travel at the new height.
 * @param input mount distance at the new height, travels at the wheel, damper lengths and margin (mm), motion ratio
 * @returns lengths at bump and droop, whether it bottoms before the bump stop and how much longer that must be, whether
 *   it limits droop, and the travel it leaves each way (mm at the wheel)
 */
export function fitShock(input: ShockFitInput) {
  const { ride, bumpTravel, droopTravel, motionRatio: ratio, collapsed, extended, margin = 10 } = input;
  const lengthAtBump = ride - bumpTravel * ratio;
  const lengthAtDroop = ride + droopTravel * ratio;
  const bottomsFirst = collapsed + margin > lengthAtBump;
  return {
    lengthAtBump,
    lengthAtDroop,
    bottomsFirst,
    bumpStopExtension: bottomsFirst ? (collapsed + margin - lengthAtBump) / ratio : 0,
    limitsDroop: extended < lengthAtDroop,
    droopAvailable: (extended - ride) / ratio,
    bumpAvailable: (ride - collapsed) / ratio,
  };
}
