import type { CarStand } from './car-stand';
import type { OneEnd } from './measures';
import type { Accessory, PlanPart } from './plan-part';

/** Something to do about a consequence: a part to add, one to set lower, or something to leave out. */
export type Cure =
  | { kind: 'add'; label: string; part: Omit<PlanPart, 'id'> }
  | { kind: 'leave-out'; label: string; partId: string }
  | { kind: 'set'; label: string; partId: string; set: Record<string, number> }
  | { kind: 'unload'; label: string; accessoryId: Accessory['id'] };

export interface Limit {
  /** The figure must stay at or below `most`, and at or above `least`. */
  most?: number;
  least?: number;
  /** Where the limit comes from, in words. */
  from: string;
}

export type FigureUnit = 'mm' | 'deg' | '%' | 'kg' | 'N' | 'count';

/** One thing that lift changes on the rest of the car. Each stands in a table of its own subject. */
export interface Consequence {
  id: string;
  name: string;
  /** The axle it is about, or the car. */
  end: OneEnd | 'car';
  unit: FigureUnit;
  /** Does this car, with this plan, have it at all? */
  applies(car: CarStand): boolean;
  /** The figure, from the calculators. @throws Refusal when the geometry has no answer */
  figure(car: CarStand): number;
  limit(car: CarStand): Limit;
  /** What happens when the limit is passed, and what to do: a plain sentence. */
  why: string;
  /** Follows from the choice of parts alone: no draw changes it. */
  certain?: true;
  /** Read from the car as it moves: readings that change smoothly with the car's figures, and what is made of them. */
  motion?: FromMotion;
  /** Hangs on something nobody has looked at: beyond its limit it is a question, not a point to fix. */
  asks?: true;
  /** Beyond the limit it is nobody's to allow. */
  never?: boolean;
  cures(car: CarStand, figure: number): Cure[];
}

export interface FromMotion {
  /** @throws Refusal when the links have no answer */
  reads(car: CarStand): number[];
  of(reads: number[]): number;
}

/**
 * A figure that is read from motion. Its readings are smooth, so that draws can be laid along their slopes; which of them
 * counts is said apart, since the largest of several is not smooth.
 */
export const inMotion = (
  reads: FromMotion['reads'],
  of: FromMotion['of'] = ([one]) => one!,
): Required<Pick<Consequence, 'motion' | 'figure'>> => ({
  motion: { reads, of },
  figure: (car) => of(reads(car)),
});

export const largest = (reads: number[]) => Math.max(...reads);
/** The largest, whichever way. */
export const largestSize = (reads: number[]) => Math.max(...reads.map(Math.abs));

/** A consequence for both axles, from one description that takes its end. */
export function bothEnds(make: (end: OneEnd) => Consequence): Consequence[] {
  return [make('front'), make('rear')];
}

const round = (value: number, step: number) => Math.ceil(value / step - 1e-9) * step;
export { round as ceilToStep };
