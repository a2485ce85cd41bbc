interface ThickPart {
  kind: 'strutSpacer' | 'preloadSpacer' | 'coilSpacer' | 'spindle' | 'bodySpacer' | 'damperExtension';
  thickness: number;
  remove?: boolean;
}

interface BlockPart {
  kind: 'block';
  thickness: number;
  mount: 'springOverAxle' | 'springUnderAxle';
  remove?: boolean;
}

interface TirePart {
  kind: 'tire';
  oldDiameter: number;
  newDiameter: number;
  remove?: boolean;
}

export type LiftPart = ThickPart | BlockPart | TirePart;

export interface LiftPredictInput {
  springMotionRatio: number;
  damperMotionRatio: number;
  parts: LiftPart[];
  damper?: { ride: number; collapsed: number; extended: number };
}

export interface LiftPredictOutput {
  wheelLift: number;
  hubToFender: number;
  floorToFender: number;
  fullDroopShift: number;
  damperRide?: number;
  droopTravel?: number;
  bumpTravel?: number;
  toppedOut?: boolean;
  bottomed?: boolean;
}

interface Effect {
  wheel: number;
  body: number;
  floor: number;
  damper: number;
  droop: number;
}

const NOTHING: Effect = { wheel: 0, body: 0, floor: 0, damper: 0, droop: 0 };

function effectOf(part: LiftPart, springRatio: number, damperRatio: number): Effect {
  switch (part.kind) {
    case 'strutSpacer':
      return { ...NOTHING, wheel: part.thickness / damperRatio, droop: part.thickness / damperRatio };
    case 'preloadSpacer':
    case 'coilSpacer':
      return {
        ...NOTHING,
        wheel: part.thickness / springRatio,
        damper: (part.thickness * damperRatio) / springRatio,
      };
    case 'block': {
      const rise = part.mount === 'springOverAxle' ? part.thickness : -part.thickness;
      return { ...NOTHING, wheel: rise, damper: rise * damperRatio };
    }
    case 'spindle':
      return { ...NOTHING, wheel: part.thickness, droop: part.thickness };
    case 'bodySpacer':
      return { ...NOTHING, body: part.thickness };
    case 'damperExtension':
      return { ...NOTHING, damper: -part.thickness, droop: part.thickness / damperRatio };
    case 'tire':
      return { ...NOTHING, floor: (part.newDiameter - part.oldDiameter) / 2 };
  }
}

/**
 * Predicts what a stack of parts does to one wheel's ride height and to the travel its damper has left.
 * Lengths in mm; a motion ratio is spring or damper length change for one unit of wheel travel. The damper is taken to
 * limit droop.
 * @returns wheel lift, hub-to-fender and floor-to-fender rise, how far full droop moves down, and with a damper its
 *   length at ride and the travel left each way
 */
export function predictLift(input: LiftPredictInput): LiftPredictOutput {
  const { springMotionRatio, damperMotionRatio, parts, damper } = input;
  const sum = parts.reduce<Effect>((total, part) => {
    const effect = effectOf(part, springMotionRatio, damperMotionRatio);
    const sign = part.remove ? -1 : 1;
    return {
      wheel: total.wheel + sign * effect.wheel,
      body: total.body + sign * effect.body,
      floor: total.floor + sign * effect.floor,
      damper: total.damper + sign * effect.damper,
      droop: total.droop + sign * effect.droop,
    };
  }, NOTHING);
  const output: LiftPredictOutput = {
    wheelLift: sum.wheel,
    hubToFender: sum.wheel + sum.body,
    floorToFender: sum.wheel + sum.body + sum.floor,
    fullDroopShift: sum.droop,
  };
  if (!damper) return output;
  const damperRide = damper.ride + sum.damper;
  const droopTravel = (damper.extended - damperRide) / damperMotionRatio;
  const bumpTravel = (damperRide - damper.collapsed) / damperMotionRatio;
  return {
    ...output,
    damperRide,
    droopTravel,
    bumpTravel,
    toppedOut: droopTravel <= 0,
    bottomed: bumpTravel <= 0,
  };
}
