import { type PlanChoice, type PlanOption, choosePlans } from '../calc/plan.search';
import { Refusal } from '../refusal';
import { type CarStand, type PlannerInput, standCar } from './car-stand';
import { judgeCar, unansweredMusts } from './judge';
import { partKind } from './part-kinds';
import { type PlanPart, fitsAxle } from './plan-part';

/** A part of the catalog as the search sees it: what it is, what it needs and does not go with. */
export interface CatalogPart extends Omit<PlanPart, 'id'> {
  id: string;
  requires: string[];
  excludes: string[];
}

export interface FoundPlan extends PlanChoice {
  /** Lift of the axles by the sum of each part's own, and predicted whole, mm. */
  summed: { front: number; rear: number };
  whole: { front: number; rear: number };
  /** Worst axle error of the whole prediction, mm. */
  wholeError: number;
  /** What it costs in trouble: the limits this car passes with it and did not without, and what nothing puts back. */
  trouble: { limits: string[]; irreversible: string[] };
}

const MOST_SLOTS = 12;
const MOST_OPTIONS = 8;

/** What finished jobs teach of a set of parts: measured over predicted, by axle. */
type LearnedOf = (parts: PlanPart[]) => PlannerInput['learned'];

/** What one part alone does to the axles' lift on this car, mm: predicted with it less predicted without. */
export function liftAlone(
  input: PlannerInput,
  part: PlanPart,
  learnedOf: LearnedOf = () => input.learned,
): { front: number; rear: number } {
  const without = standCar({ ...input, parts: [] });
  const withIt = standCar({ ...input, parts: [part], learned: learnedOf([part]) });
  return {
    front: withIt.lift.LF / 2 + withIt.lift.RF / 2 - without.lift.LF / 2 - without.lift.RF / 2,
    rear: withIt.lift.LR / 2 + withIt.lift.RR / 2 - without.lift.LR / 2 - without.lift.RR / 2,
  };
}

/** A catalog part as a plan carries it: what it is on a shelf stays in the catalog. */
export const asPlanPart = (part: CatalogPart): PlanPart => ({
  id: part.id,
  kind: part.kind,
  end: part.end,
  name: part.name,
  set: part.set,
  cost: part.cost,
  minutes: part.minutes,
  rated: part.rated ?? null,
  source: part.source ?? 'new',
  catalogId: part.id,
  kit: part.kit ?? null,
  claimed: part.claimed ?? null,
});

/** Does a part lift or lower an axle, and go on this car at all? */
function useful(input: PlannerInput, part: CatalogPart): boolean {
  const ends = part.end === 'both' ? (['front', 'rear'] as const) : [part.end];
  return (
    ends.every((end) => fitsAxle(part.kind, input.setup[end], end)) &&
    (partKind(part.kind).group === 'height' ||
      (partKind(part.kind).group === 'wheels' && input.method === 'floor'))
  );
}

/** How much farther out the sums are looked at than the wholes may be, since the two differ. */
const WIDER = 1.5;

/** Does one plan beat another: no worse in anything, and better in something? */
function beats(a: FoundPlan, b: FoundPlan): boolean {
  const by = [b.wholeError - a.wholeError, b.cost - a.cost, b.minutes - a.minutes];
  return by.every((less) => less >= 0) && by.some((less) => less > 0);
}

/**
 * Finds in the catalog the sets of parts that nothing beats on height error, cost and minutes. Each option's lift is
 * computed on this car; the sets found are then predicted whole, since lifts do not add up exactly, and what the whole
 * puts out of tolerance or behind another is left out.
 * @param input the car and its targets, with a baseline @param catalog the shop's parts @param tolerance mm
 * @param learnedOf what finished jobs teach of a set of parts; a plan's own where nothing is said by set
 * @returns the choices by the error of the whole, with the difference between the sum and the whole (mm)
 */
export function findParts(
  input: PlannerInput,
  catalog: CatalogPart[],
  tolerance: number,
  learnedOf: LearnedOf = () => input.learned,
): FoundPlan[] {
  const { baseline, targets } = input;
  if (!baseline) throw new Refusal('no-baseline', 'Targets are heights: measure the car first.', 'baseline');
  const bare = standCar({ ...input, parts: [] });
  const means = {
    front: (baseline.LF + baseline.RF + bare.lift.LF + bare.lift.RF) / 2,
    rear: (baseline.LR + baseline.RR + bare.lift.LR + bare.lift.RR) / 2,
  };
  const wanted = {
    ...(targets.front === null ? {} : { front: targets.front - means.front }),
    ...(targets.rear === null ? {} : { rear: targets.rear - means.rear }),
  };
  if (wanted.front === undefined && wanted.rear === undefined)
    throw new Refusal('no-target', 'Say a target height for one axle at least.', 'targets');

  const options: PlanOption[] = [];
  const known = new Map<string, CatalogPart>();
  const slots = new Map<string, number>();
  for (const part of catalog) {
    if (!useful(input, part)) continue;
    // The same kind on the same axle shares a slot: parts of one kind are not stacked.
    const slot = `${part.end} ${part.kind}`;
    const filled = slots.get(slot) ?? 0;
    if (filled >= MOST_OPTIONS || (filled === 0 && slots.size >= MOST_SLOTS)) continue;
    let lift;
    try {
      lift = liftAlone(input, asPlanPart(part), learnedOf);
    } catch (error) {
      if (error instanceof Refusal) continue;
      throw error;
    }
    slots.set(slot, filled + 1);
    known.set(part.id, part);
    options.push({ id: part.id, slot, lift, cost: part.cost, minutes: part.minutes });
  }
  for (const option of options) {
    const part = known.get(option.id)!;
    const needs = part.requires.filter((id) => known.has(id));
    const bars = part.excludes.filter((id) => known.has(id));
    if (needs.length) option.requires = needs;
    if (bars.length) option.excludes = bars;
  }
  // One way of springing an axle: a new spring and a cut old one are not both chosen.
  for (const option of options) {
    const part = known.get(option.id)!;
    if (part.kind !== 'coil') continue;
    const rivals = options.filter((other) => {
      const { kind, end } = known.get(other.id)!;
      return kind === 'coilCut' && end === part.end;
    });
    if (rivals.length) option.excludes = [...(option.excludes ?? []), ...rivals.map((rival) => rival.id)];
  }
  const wider = { targets: wanted, tolerance: tolerance * WIDER, options };
  const limitsOf = (stand: CarStand) =>
    unansweredMusts(judgeCar(stand)).map(({ name, end }) => (end === 'car' ? name : `${name}, ${end}`));
  const already = new Set(limitsOf(bare));
  const found = choosePlans(wider).front.map((choice): FoundPlan => {
    // Told front first and then as the catalog lists them, whatever their ids.
    const chosen = [...known.values()].filter((part) => choice.ids.includes(part.id));
    chosen.sort((a, b) => Number(a.end === 'rear') - Number(b.end === 'rear'));
    const parts = chosen.map(asPlanPart);
    const stand = standCar({ ...input, parts, learned: learnedOf(parts) });
    const whole = {
      front: (stand.lift.LF + stand.lift.RF - bare.lift.LF - bare.lift.RF) / 2,
      rear: (stand.lift.LR + stand.lift.RR - bare.lift.LR - bare.lift.RR) / 2,
    };
    const sum = (end: 'front' | 'rear') =>
      choice.ids.reduce((total, id) => total + (options.find((o) => o.id === id)!.lift[end] ?? 0), 0);
    const off = (end: 'front' | 'rear') =>
      wanted[end] === undefined ? 0 : Math.abs(whole[end] - wanted[end]!);
    return {
      ...choice,
      ids: chosen.map((part) => part.id),
      summed: { front: sum('front'), rear: sum('rear') },
      whole,
      wholeError: Math.max(off('front'), off('rear')),
      trouble: {
        limits: limitsOf(stand).filter((name) => !already.has(name)),
        irreversible: chosen.filter(({ kind }) => partKind(kind).irreversible).map(({ name }) => name),
      },
    };
  });
  const near = found.filter((plan) => plan.wholeError <= tolerance);
  return near
    .filter((plan) => !near.some((other) => beats(other, plan)))
    .sort((a, b) => a.wholeError - b.wholeError || a.cost - b.cost || a.minutes - b.minutes);
}
