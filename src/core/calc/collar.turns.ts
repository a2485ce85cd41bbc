export interface CollarTurnsInput {
  change: number;
  motionRatio: number;
  pitch: number;
  threadLeft?: number;
}

/**
 * How far to turn a threaded spring seat for a change of ride height.
 * @param input wanted change at the wheel (mm, either sign), motion ratio, thread pitch and thread left (mm)
 * @returns travel of the collar (mm), turns, and with the thread left whether it is enough
 */
export function turnsOfCollar({ change, motionRatio: ratio, pitch, threadLeft }: CollarTurnsInput) {
  const collarTravel = change * ratio;
  return {
    collarTravel,
    turns: collarTravel / pitch,
    ...(threadLeft === undefined ? {} : { enough: Math.abs(collarTravel) <= threadLeft }),
  };
}
