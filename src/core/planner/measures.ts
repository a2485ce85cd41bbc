import { AXLE_MEASURES } from './axle-measures';
import { CAR_MEASURES } from './car-measures';
import type { CarSetup, Known, MeasureDef, MeasureUnit, Measured, OneEnd } from './measure-defs';

export * from './measure-defs';
export { AXLE_MEASURES, CAR_MEASURES };

/** What was measured or typed for a car, by measure id; what is not there is assumed. */
export type MeasureSheet = Partial<Record<string, Measured>>;

export const measureIdOf = (end: OneEnd, id: string) => `${end}.${id}`;

/** The measures a car of this setup asks for, with their full ids. */
export function measuresOf(setup: CarSetup): (MeasureDef & { key: string; end: OneEnd | null })[] {
  const axle = (end: OneEnd) =>
    AXLE_MEASURES.filter((def) => def.asks?.(setup[end], end) ?? true).map((def) => ({
      ...def,
      key: measureIdOf(end, def.id),
      end,
    }));
  return [
    ...CAR_MEASURES.map((def) => ({ ...def, key: def.id, end: null })),
    ...axle('front'),
    ...axle('rear'),
  ];
}

const assumedFor = (def: MeasureDef, setup: CarSetup, end: OneEnd | null) =>
  typeof def.assumed === 'number' ? def.assumed : def.assumed(setup[end ?? 'front'], end ?? 'front', setup);

/** The whole sheet of a car: what is known, and assumed where nothing is. */
export function wholeSheet(setup: CarSetup, sheet: MeasureSheet): Record<string, Measured> {
  return Object.fromEntries(
    measuresOf(setup).map((def) => [
      def.key,
      sheet[def.key] ?? { value: assumedFor(def, setup, def.end), known: 'platform' as const },
    ]),
  );
}

const MOST_MM: Record<Known, number> = { measured: 1, kit: 0.8, platform: 6, guessed: 15 };
const SHARE: Record<Known, number> = { measured: 0.01, kit: 0.02, platform: 0.04, guessed: 0.1 };
const DEGREES: Record<Known, number> = { measured: 0.1, kit: 0.2, platform: 0.5, guessed: 1.2 };

/**
 * One standard deviation of a figure, in its own unit, by how well it is known: lengths by what a tape gives and at
 * most a share of themselves, angles by the gauge, the rest by share.
 */
export function spreadOf(unit: MeasureUnit, { value, known }: Measured): number {
  if (unit === 'deg') return DEGREES[known];
  const share = SHARE[known] * Math.abs(value);
  return unit === 'mm' ? Math.min(MOST_MM[known], Math.max(share, 0.25)) : share;
}
