import type { AlignmentReadings } from './calc/alignment.verdict';
import { formatTape } from './calc/tape.format';
import type { TapeUnit } from './calc/tape.parse';
import { CORNER_NAMES, CORNERS, type PerCorner } from './corners';
import { Refusal } from './refusal';
import type { Target } from './stance/targets';
import { torqueBoth } from './units/torque-text';
import { capital } from './wording';

/** Something that cannot well be: asked about once, in words, with the figure it may have been. */
export interface Doubt {
  field: string;
  text: string;
}

/**
 * Asks about all that is doubted at once; what was looked at and confirmed is taken.
 * @throws Refusal `confirm` at the first field in doubt
 */
export function askAbout(doubts: readonly (Doubt | null)[], confirmed = false): void {
  const open = doubts.filter((one) => one !== null);
  if (!open.length || confirmed) return;
  throw new Refusal(
    'confirm',
    `${open.map((one) => one.text).join(' ')} Look at it again, or send it once more as it is.`,
    open[0]!.field,
  );
}

/** A digit too many or too few, an inch for a millimeter: the first of these that would fit. */
const SLIPS = [10, 1 / 10, 25.4, 1 / 25.4, 100, 1 / 100];
const slipOf = (value: number, fits: (one: number) => boolean): number | null => {
  const by = SLIPS.find((factor) => fits(value * factor));
  return by === undefined ? null : value * by;
};
const perhaps = (slip: string | null) => (slip === null ? '' : ` Was it ${slip}?`);
const tape = (mm: number | null, unit: TapeUnit) => (mm === null ? null : formatTape(mm, unit));

/** A corner is asked about when it stands this much lower or higher than the other three do. */
const FAR = 1.4;
const middle = (of: number[]) => [...of].sort((a, b) => a - b)[Math.floor(of.length / 2)]!;

/**
 * One corner far from the other three: 54 beside 541.
 * @param mm the four standing heights, millimeters
 * @param unit the unit they are told in
 */
export function heightDoubts(mm: PerCorner<number>, unit: TapeUnit): Doubt[] {
  return CORNERS.flatMap((corner) => {
    const beside = middle(CORNERS.filter((other) => other !== corner).map((other) => mm[other]));
    const near = (one: number) => one <= beside * FAR && one >= beside / FAR;
    if (near(mm[corner])) return [];
    const slip = slipOf(mm[corner], near);
    return [
      {
        field: `readings.${corner}`,
        text: `${capital(CORNER_NAMES[corner])} reads ${formatTape(mm[corner], unit)} beside ${formatTape(beside, unit)}.${perhaps(tape(slip, unit))}`,
      },
    ];
  });
}

/** What no car on its wheels stands like, mm: a height from hub or floor to the fender, and a wheelbase. */
const HEIGHT_MM = { least: 120, most: 1600 };
/** What an axle is lifted or lowered by at most. */
const LIFT_MM = { least: 0, most: 400 };
const WHEELBASE_MM = { least: 1200, most: 6500 };

function lengthDoubt(
  mm: number | null,
  { least, most }: { least: number; most: number },
  what: string,
  field: string,
  unit: TapeUnit,
): Doubt | null {
  const near = (one: number) => one >= least && one <= most;
  if (mm === null || near(mm)) return null;
  return { field, text: `${what} of ${formatTape(mm, unit)}.${perhaps(tape(slipOf(mm, near), unit))}` };
}

/** A height asked for that no car stands at, or a lift no car is given. */
export const targetDoubt = (target: Target, end: 'front' | 'rear', unit: TapeUnit): Doubt | null =>
  'height' in target
    ? lengthDoubt(target.height, HEIGHT_MM, `A ${end} height`, `targets.${end}`, unit)
    : lengthDoubt(Math.abs(target.lift), LIFT_MM, `A ${end} lift`, `targets.${end}`, unit);

/** A wheelbase of no vehicle that is worked on here. */
export const wheelbaseDoubt = (mm: number, field: string): Doubt | null =>
  lengthDoubt(mm, WHEELBASE_MM, 'A wheelbase', field, 'mm');

/** Wheel angles beyond which a sheet was misread sooner than a car stands so, degrees. */
const ANGLES = {
  camber: { least: -8, most: 8 },
  caster: { least: -5, most: 15 },
  toe: { least: -4, most: 4 },
} as const;

/**
 * Angles no wheel stands at on a car that drives: caster 33°.
 * @param readings one set as read, degrees
 * @param set which set of the sheet it is
 */
export function angleDoubts(readings: AlignmentReadings, set: 'before' | 'after'): Doubt[] {
  return CORNERS.flatMap((corner) =>
    (['camber', 'caster', 'toe'] as const).flatMap((angle) => {
      const value = (readings[corner] as Partial<Record<typeof angle, number>> | undefined)?.[angle];
      const { least, most } = ANGLES[angle];
      const near = (one: number) => one >= least && one <= most;
      if (value === undefined || value === null || near(value)) return [];
      const slip = slipOf(value, near);
      return [
        {
          field: `${set}.${corner}.${angle}`,
          text: `${capital(angle)} ${value}° ${CORNER_NAMES[corner]}.${perhaps(slip === null ? null : `${Math.round(slip * 100) / 100}°`)}`,
        },
      ];
    }),
  );
}

/**
 * A day promised that is over.
 * @param promised the instant, ISO; null where nothing is promised
 * @param now the instant it is promised at
 * @param words the same day as the shop reads it
 */
export function promiseDoubt(promised: string | null, now: Date, words: string): Doubt | null {
  if (promised === null || Date.parse(promised) >= now.getTime()) return null;
  return { field: 'promisedFor', text: `It is promised for ${words}, which is over.` };
}

/** What no car's wheel nuts go by, N·m. */
const WHEEL_NUTS_NM = { least: 60, most: 350 };
/** Wheel nuts at a torque that no car or cart asks. */
export function wheelNutsDoubt(nm: number, field: string): Doubt | null {
  const near = (one: number) => one >= WHEEL_NUTS_NM.least && one <= WHEEL_NUTS_NM.most;
  if (near(nm)) return null;
  return { field, text: `Wheel nuts at ${torqueBoth(nm)}.` };
}

/** A wrench with a range no wrench has: from above to below, or beyond what a hand turns, N·m. */
export function wrenchDoubt(lowNm: number, highNm: number): Doubt | null {
  if (highNm > 3000) return { field: 'high', text: `A wrench up to ${Math.round(highNm)} N·m.` };
  if (lowNm > 0 && highNm / lowNm > 60)
    return { field: 'low', text: `A wrench from ${lowNm} to ${highNm} N·m reads neither end true.` };
  return null;
}
