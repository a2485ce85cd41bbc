import type { SuspensionKind } from './axle-kinds';

export type OneEnd = 'front' | 'rear';

/** How well a figure is known: it sets how far the draws may carry it. */
export const KNOWN = ['measured', 'kit', 'platform', 'guessed'] as const;
export type Known = (typeof KNOWN)[number];
export const KNOWN_WORDS: Record<Known, string> = {
  measured: 'measured here',
  kit: 'from the kit',
  platform: 'assumed for its kind',
  guessed: 'guessed',
};
export interface Measured {
  value: number;
  known: Known;
}

export type MeasureUnit = 'mm' | 'deg' | 'N/mm' | 'N' | 'kg' | 'ratio' | 'turns' | 'number';
export type MeasureGroup =
  'ride' | 'damper' | 'spring' | 'arms' | 'steering' | 'driveline' | 'lines' | 'wheel' | 'car';

export interface MeasureDef {
  /** Without its end: an axle's measures are named `front.` or `rear.` before it. */
  id: string;
  label: string;
  unit: MeasureUnit;
  group: MeasureGroup;
  /** Which axles ask for it; all of them when absent. */
  asks?: (kind: SuspensionKind, end: OneEnd) => boolean;
  /** What is assumed until it is measured. */
  assumed: number | ((kind: SuspensionKind, end: OneEnd, setup: CarSetup) => number);
  /** May be zero or negative. */
  anySign?: boolean;
  /** May be zero: the car has none. */
  mayBeZero?: boolean;
}

export interface CarSetup {
  front: SuspensionKind;
  rear: SuspensionKind;
}
