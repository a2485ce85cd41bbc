import type { driveshaftByLift } from '../calc/driveshaft.angles';
import type { IndependentWheel, MotionState } from '../motion/wheel';
import { shiftLoad } from '../calc/load.shift';
import { type PerCorner, eachCorner } from '../corners';
import { toDeg } from '../calc/geometry';
import type { LiftPart } from '../calc/lift.predict';
import { type AxleStand, liftParts, standAxle } from './axle-stand';
import { type Values, blankValues, placeOfFigure } from './figures';
import { type CarSetup, type MeasureSheet, type OneEnd, wholeSheet } from './measures';
import { type Accessory, type PlanPart, partsAt } from './plan-part';

/** A plan for a car: how it is hung, what is known of it, what goes on. */
export interface PlannerInput {
  setup: CarSetup;
  sheet: MeasureSheet;
  parts: PlanPart[];
  accessories: Accessory[];
  /** Standing heights as it came, by hub or floor, mm; null while nobody has measured. */
  baseline: PerCorner<number> | null;
  method: 'hub' | 'floor' | 'chassis';
  targets: { front: number | null; rear: number | null };
  /** Measured over predicted of finished jobs, by axle. */
  learned?: { front: number; rear: number };
}

export interface CarStand {
  v: Values;
  setup: CarSetup;
  axles: Record<OneEnd, AxleStand>;
  accessories: Accessory[];
  /** Body against wheel (by hub) or ground (by floor) at each corner, mm of change. */
  lift: PerCorner<number>;
  /** Means of an axle's corners, wheel lift with accessories, mm. */
  axleLift: Record<OneEnd, number>;
  /** What the weights alone do, mm. */
  sag: PerCorner<number>;
  /** Nose down is positive. */
  pitchDeg: number;
  parts: PlanPart[];
  learned: PlannerInput['learned'];
  /** What several consequences ask alike is worked out once for one stand. */
  memo: Memo;
}

/** Kept in plain fields: a draw makes one of these, and there are ten thousand draws. */
export interface Memo {
  frontWheel?: IndependentWheel;
  rearWheel?: IndependentWheel;
  shafts?: Partial<Record<`${OneEnd} ${MotionState}`, ReturnType<typeof driveshaftByLift>>>;
}

/** A car's figures as plain numbers, measured ones and assumed ones alike. */
export function valuesOf(setup: CarSetup, sheet: MeasureSheet): Values {
  const v = blankValues();
  for (const [key, one] of Object.entries(wholeSheet(setup, sheet))) {
    const { at, place } = placeOfFigure(v, key);
    at[place] = one.value;
  }
  return v;
}

export type StandSetup = Pick<PlannerInput, 'setup' | 'accessories' | 'method' | 'learned'> & {
  partsAt: Record<OneEnd, PlanPart[]>;
  stacks: Record<OneEnd, LiftPart[]>;
  parts: PlanPart[];
};

export function standSetup(input: PlannerInput): StandSetup {
  const at = { front: partsAt(input.parts, 'front'), rear: partsAt(input.parts, 'rear') };
  return {
    setup: input.setup,
    accessories: input.accessories,
    method: input.method,
    learned: input.learned,
    parts: input.parts,
    partsAt: at,
    stacks: { front: liftParts(at.front, input.setup.front), rear: liftParts(at.rear, input.setup.rear) },
  };
}

/** Stands the whole car with the given figures. @throws Refusal where springs, shackles or links have no answer */
export function standWith(v: Values, plan: StandSetup): CarStand {
  const { setup, accessories, method, learned } = plan;
  const front = standAxle(v, 'front', setup.front, plan.partsAt.front, plan.stacks.front, learned?.front);
  const rear = standAxle(v, 'rear', setup.rear, plan.partsAt.rear, plan.stacks.rear, learned?.rear);
  const axles = { front, rear };
  const sag = accessories.length
    ? shiftLoad({
        wheelbase: v.car.wheelbase!,
        track: { front: v.front.track!, rear: v.rear.track! },
        wheelRate: {
          LF: front.wheelRate,
          RF: front.wheelRate,
          LR: rear.wheelRate,
          RR: rear.wheelRate,
        },
        masses: accessories,
      }).height
    : eachCorner(() => 0);
  const lift = eachCorner((corner) => {
    const axle = corner.endsWith('F') ? front : rear;
    return axle.wheelLift + axle.bodyLift + (method === 'floor' ? axle.tireLift : 0) + sag[corner];
  });
  const axleLift = {
    front: front.wheelLift + (sag.LF + sag.RF) / 2,
    rear: rear.wheelLift + (sag.LR + sag.RR) / 2,
  };
  const overGround = (end: OneEnd) => axleLift[end] + axles[end].tireLift;
  return {
    v,
    setup,
    axles,
    accessories,
    lift,
    axleLift,
    sag,
    pitchDeg: toDeg(Math.atan((overGround('rear') - overGround('front')) / v.car.wheelbase!)),
    parts: plan.parts,
    learned: plan.learned,
    memo: {},
  };
}

/** Stands the car as the plan has it. */
export const standCar = (input: PlannerInput): CarStand =>
  standWith(valuesOf(input.setup, input.sheet), standSetup(input));

/** The heights a plan predicts from the baseline, mm; null without a baseline. */
export function heightsAfter(input: PlannerInput, stand: CarStand): PerCorner<number> | null {
  const { baseline } = input;
  return baseline && eachCorner((corner) => baseline[corner] + stand.lift[corner]);
}
