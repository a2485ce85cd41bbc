import { type AdjusterId, type WheelMoves, adjustersOf } from '../alignment/coach';
import { standInReadings } from '../alignment/stand-in-rack';
import type { AlignmentReadings, AlignmentSpec } from '../calc/alignment.verdict';
import { CORNERS, type Corner, type PerCorner, eachCorner, endOfCorner } from '../corners';
import { drawsFrom } from '../draws';
import { type CarStand, standCar } from '../planner/car-stand';
import type { CarSetup } from '../planner/measures';
import { type HiddenCar, isOn } from './hidden-car';

/** What gauges and rack read at a practice car: made up, and off by what is wrong with it. */

/** How high a practice car stands, hub to lip, mm. */
const STANDS_AT = 560;
/** What a set brake holds a car up by, mm: its wheels cannot roll out to let it settle. */
const BRAKE_HOLDS = 9;
/** What a tape misses by, mm. */
const TAPE = 1;

const hasFault = (car: HiddenCar, kind: HiddenCar['faults'][number]['kind']) =>
  car.faults.some((fault) => fault.kind === kind && isOn(car, fault));

/**
 * What four gauges at the wheels read, mm.
 * @param seed another reading of the same car differs by what a tape misses by
 */
export function gaugesAt(car: HiddenCar, seed: number): PerCorner<number> {
  const draw = drawsFrom(seed);
  const held = hasFault(car, 'brake-on') ? BRAKE_HOLDS : 0;
  return eachCorner(() => STANDS_AT + held + (draw() * 2 - 1) * TAPE);
}

/** The limits a practice sheet is held against: made up, and said to be. */
export const PRACTICE_SPEC: AlignmentSpec = {
  front: {
    caster: { min: 2.4, max: 3.6 },
    camber: { min: -0.5, max: 0.5 },
    toeTotal: { min: 0, max: 0.2 },
    crossCaster: 0.6,
    crossCamber: 0.5,
  },
};

/** How a job's cars are hung: by the first kind each end of its procedure fits. */
export const setupOf = (fits: { front?: string[]; rear?: string[] }): CarSetup => ({
  front: (fits.front?.[0] ?? 'coilover') as CarSetup['front'],
  rear: (fits.rear?.[0] ?? 'leaf-over') as CarSetup['rear'],
});

const standOf = (setup: CarSetup): CarStand =>
  standCar({
    setup,
    sheet: {},
    parts: [],
    accessories: [],
    baseline: null,
    method: 'hub',
    targets: { front: null, rear: null },
  });

/** A cam turned with nobody knowing where it stood, degrees of its wheel. */
const CAM_LOST = 0.8;

export interface PracticeSheet {
  before: AlignmentReadings;
  after: AlignmentReadings;
  /** How far each thing that can be turned goes, mm to either side. */
  adjusters: Partial<Record<Corner, Partial<Record<AdjusterId, number>>>>;
}

/**
 * What the rack reads at a practice car with this turned at its wheels; nothing is turned further than it goes.
 * @throws Refusal where the links bind before they can be set so
 */
export function rackAt(car: HiddenCar, setup: CarSetup, seed: number, moves: WheelMoves): PracticeSheet {
  const draw = drawsFrom(seed);
  const stand = standOf(setup);
  const lost = new Set(
    car.faults.flatMap((fault) =>
      fault.kind === 'cam-unmarked' && isOn(car, fault) ? [fault.at.includes('.left.') ? 'LF' : 'RF'] : [],
    ),
  );
  const scatter = (corner: Corner) => (draw() - 0.5) * 0.5 + (lost.has(corner) ? CAM_LOST : 0);
  const adjusters = Object.fromEntries(
    CORNERS.map((corner) => [corner, adjustersOf(stand, endOfCorner(corner))]),
  ) as Required<PracticeSheet['adjusters']>;
  const within = Object.fromEntries(
    CORNERS.map((corner) => [
      corner,
      Object.fromEntries(
        Object.entries(moves[corner] ?? {}).flatMap(([id, by]) => {
          const most = adjusters[corner][id as AdjusterId];
          return most === undefined ? [] : [[id, Math.max(-most, Math.min(most, by))]];
        }),
      ),
    ]),
  ) as WheelMoves;
  const read = standInReadings(PRACTICE_SPEC, { as: 'turned', car: stand, moves: within }, scatter);
  return { ...read, adjusters };
}
