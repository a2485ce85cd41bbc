import { type CarStand, standSetup, standWith } from '../car-stand';
import type { Consequence, Cure } from '../consequence';
import type { OneEnd } from '../measures';
import { type PartKind, partKind } from '../part-kinds';
import { type PlanPart, partsAt } from '../plan-part';
import { add } from './cure';

/** The setting by which a part lifts, where it has one that can be set lower. */
function liftSetting(part: PlanPart): string | null {
  if (part.kind === 'seat') return 'travel';
  return partKind(part.kind).lifts && part.set.t !== undefined && part.set.t > 0 ? 't' : null;
}

/** Is a figure inside its limit on the same car with other parts? */
function keeps(rule: Consequence, car: CarStand, parts: PlanPart[]): boolean {
  try {
    const stand = standWith(
      car.v,
      standSetup({
        setup: car.setup,
        sheet: {},
        parts,
        accessories: car.accessories,
        baseline: null,
        method: 'hub',
        targets: { front: null, rear: null },
        learned: car.learned,
      }),
    );
    const { most, least } = rule.limit(stand);
    const figure = rule.figure(stand);
    return (most === undefined || figure <= most) && (least === undefined || figure >= least);
  } catch {
    return false;
  }
}

/** A part that is added to clear a limit: what of it is set, in which steps and how far. */
export interface Fitting {
  kind: PartKind;
  key: string;
  step: number;
  most: number;
  label: (value: number) => string;
}

/**
 * The least of a part that clears a limit, found by halving between none and the most there is of it.
 * @returns nothing when not even the most clears it
 */
export function fitting(
  rule: Consequence,
  car: CarStand,
  end: OneEnd,
  { kind, key, step, most, label }: Fitting,
): Cure[] {
  const cure = (value: number) => add(kind, end, { [key]: value }, label(value));
  const clears = (value: number) => {
    const made = cure(value);
    return made.kind === 'add' && keeps(rule, car, [...car.parts, { ...made.part, id: 'fitting' }]);
  };
  let [low, high] = [0, Math.floor(most / step)];
  if (high < 1 || !clears(high * step)) return [];
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (clears(middle * step)) high = middle;
    else low = middle;
  }
  return [cure(Math.round(high * step * 1000) / 1000)];
}

/**
 * The most lift that keeps a limit: the axle's tallest part set down to the last step that holds it. A lift that would
 * use an adjustment up is capped there.
 * @returns nothing when no part can be set low enough
 */
export function cappedLift(rule: Consequence, car: CarStand, end: OneEnd): Cure[] {
  const tallest = partsAt(car.parts, end)
    .filter((part) => liftSetting(part) !== null)
    .sort((a, b) => (b.set.t ?? b.set.travel ?? 0) - (a.set.t ?? a.set.travel ?? 0))[0];
  if (!tallest) return [];
  const key = liftSetting(tallest)!;
  const { min, step } = partKind(tallest.kind).settings.find((setting) => setting.id === key)!;
  const holds = (value: number) =>
    keeps(
      rule,
      car,
      car.parts.map((part) =>
        part.id === tallest.id ? { ...part, set: { ...part.set, [key]: value } } : part,
      ),
    );
  let [low, high] = [0, Math.floor((tallest.set[key]! - min) / step)];
  if (high <= 0 || !holds(min)) return [];
  // The last step that holds lies between one that does and one that does not.
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (holds(min + middle * step)) low = middle;
    else high = middle;
  }
  const value = Math.round((min + low * step) * 1000) / 1000;
  return [
    { kind: 'set', label: `Capped: ${tallest.name}, ${value} mm`, partId: tallest.id, set: { [key]: value } },
  ];
}
