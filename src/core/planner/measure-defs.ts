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
/** What is said of how a figure is known. */
export const knownWords = ({ known, cars }: Measured): string =>
  cars ? `the mean of ${cars === 1 ? 'one car' : `${cars} cars`} of its platform` : KNOWN_WORDS[known];

export interface Measured {
  value: number;
  known: Known;
  /** Of how many other cars of its platform it is the mean, where it is. */
  cars?: number;
}

/** What one of a few is called. */
export const choiceWords = ({ choices }: Pick<MeasureDef, 'choices'>, value: number): string =>
  choices?.find(([one]) => one === value)?.[1] ?? '';

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
  /** One of a few, in words: no length and no angle. */
  choices?: readonly (readonly [number, string])[];
}

export interface CarSetup {
  front: SuspensionKind;
  rear: SuspensionKind;
}
