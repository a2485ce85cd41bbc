import type { SuspensionKind } from './axle-kinds';
import { hasCoil, isCoilover, isLeaf } from './axle-kinds';
import { type PlannerInput, standCar, valuesOf } from './car-stand';
import type { OneEnd } from './measures';
import type { PartKind } from './part-kinds';
import { type PlanPart, freshPart } from './plan-part';

/** The ways shops lift an axle, each a school of its own: compared side by side, one is taken. */
export const SCHOOLS = [
  { id: 'top-spacer', name: 'Spacer on top', kind: 'strutSpacer', key: 't' },
  { id: 'preload', name: 'Preload spacer', kind: 'preloadSpacer', key: 't' },
  { id: 'coil-spacer', name: 'Coil spacer', kind: 'coilSpacer', key: 't' },
  { id: 'adjustable', name: 'Adjustable seat', kind: 'seat', key: 'travel' },
  { id: 'spring', name: 'Other spring', kind: 'coil', key: 'free' },
  { id: 'block', name: 'Block', kind: 'block', key: 't' },
  { id: 'shackle', name: 'Shackle', kind: 'shackle', key: 'length' },
  { id: 'leaf', name: 'New leaf pack', kind: 'leafPack', key: 'camber' },
] as const satisfies { id: string; name: string; kind: PartKind; key: string }[];
export type School = (typeof SCHOOLS)[number];

/** Minutes a school usually takes on one axle, until the shop's catalog says better. What it costs the catalog says. */
const USUAL_MINUTES: Record<School['id'], number> = {
  'top-spacer': 190,
  preload: 240,
  'coil-spacer': 120,
  adjustable: 260,
  spring: 210,
  block: 150,
  shackle: 130,
  leaf: 230,
};

function suits(school: School, kind: SuspensionKind, end: OneEnd): boolean {
  if (school.kind === 'strutSpacer' || school.kind === 'preloadSpacer') return isCoilover(kind);
  if (school.kind === 'block') return isLeaf(kind) && end === 'rear';
  if (school.kind === 'shackle' || school.kind === 'leafPack') return isLeaf(kind);
  if (school.kind === 'coilSpacer') return hasCoil(kind) && !isCoilover(kind);
  return hasCoil(kind);
}

const ROUNDS = 40;

/**
 * The setting of a part that gives an axle a lift on this car, found by halving between the ends of its slider.
 * @returns the part so set, or null when no setting reaches the lift
 */
export function partForLift(
  input: PlannerInput,
  end: OneEnd,
  part: PlanPart,
  key: string,
  range: { min: number; max: number; step: number },
  wanted: number,
): PlanPart | null {
  const other = input.parts.filter((one) => one.end !== end && one.end !== 'both');
  const liftAt = (value: number): number | null => {
    try {
      const stand = standCar({
        ...input,
        parts: [...other, { ...part, set: { ...part.set, [key]: value } }],
      });
      return stand.axleLift[end] + stand.axles[end].bodyLift;
    } catch {
      return null;
    }
  };
  const { min: low, max } = range;
  const steps = Math.round((max - low) / range.step);
  let best: { value: number; off: number } | null = null;
  // The lift grows with the setting: halve, then keep the nearest step of the slider.
  let [from, to] = [0, steps];
  for (let round = 0; round < ROUNDS && from <= to; round += 1) {
    const middle = (from + to) >> 1;
    const value = low + middle * range.step;
    const lift = liftAt(value);
    if (lift !== null) {
      const off = Math.abs(lift - wanted);
      if (!best || off < best.off) best = { value, off };
    }
    if (lift === null || lift > wanted) to = middle - 1;
    else from = middle + 1;
  }
  if (!best || best.off > 6) return null;
  return { ...part, set: { ...part.set, [key]: Math.round(best.value * 1000) / 1000 } };
}

/** Every school that reaches a lift on this axle, with its part set to it. */
export function schoolsFor(
  input: PlannerInput,
  end: OneEnd,
  wanted: number,
  settingOf: (kind: PartKind, key: string) => { min: number; max: number; step: number },
): { school: School; part: PlanPart }[] {
  const kind = input.setup[end];
  const v = valuesOf(input.setup, input.sheet);
  return SCHOOLS.filter((school) => suits(school, kind, end)).flatMap((school) => {
    const start: Record<string, number> =
      school.kind === 'coil'
        ? { free: v[end].springFree!, rate: v[end].springRate! * 1.05, solid: v[end].springSolid! }
        : school.kind === 'leafPack'
          ? {
              rate: v[end].leafMainRate!,
              camber: v[end].leafMainCamber!,
              helperRate: v[end].leafHelperRate!,
              helperCamber: v[end].leafHelperCamber!,
            }
          : {};
    const fresh = freshPart(school.kind, end, `${end}-${school.id}`, start);
    const part = partForLift(input, end, fresh, school.key, settingOf(school.kind, school.key), wanted);
    if (!part) return [];
    return [{ school, part: { ...part, minutes: USUAL_MINUTES[school.id] } }];
  });
}
