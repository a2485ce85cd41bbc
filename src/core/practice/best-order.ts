import { actsOf, draftPlans } from '../anatomy/draft-plan';
import { type Axle, bodiesNamed, shortName } from '../anatomy/axle';
import { axlesOf } from '../procedure/axles-of';
import { type RunDocument, fastenerOf, itemOf } from '../procedure/run-state';
import { type Step, endsOf } from '../procedure/types';

const EQUIPMENT = { compressor: true };

/** Places in the order in which the cheapest draft of this axle undoes them. */
function draftedPlaces(axle: Axle, steps: readonly Step[]): Map<string, number> {
  const out = new Set(
    steps
      .filter((step) => endsOf(step).includes(axle.end))
      .flatMap((step) => (step.out ?? []).flatMap((name) => bodiesNamed(axle, name, step.corner)))
      .map(shortName),
  );
  const places = new Map<string, number>();
  if (!out.size) return places;
  const [plan] = draftPlans(axle, [...out], EQUIPMENT, false);
  if (!plan) return places;
  for (const [rank, act] of actsOf(axle, plan, plan.takesOut).entries())
    for (const place of [...(act.opens ?? []), ...(act.loosens ?? [])])
      if (!places.has(place)) places.set(place, rank);
  return places;
}

/**
 * The order in which the steps of a run are best undone by the anatomy of its axles.
 * @returns a rank for each step the draft speaks of: lower comes first; the others have none
 */
export function bestOrder(document: RunDocument, steps: readonly Step[]): Map<string, number> {
  const ranks = new Map<string, number>();
  for (const axle of axlesOf(document)) {
    const places = draftedPlaces(axle, steps);
    for (const step of steps) {
      if (!endsOf(step).includes(axle.end)) continue;
      const own = [
        ...(step.opens ?? []).map((id) => itemOf(document, id).place),
        ...(step.loosens ?? []).map((id) => fastenerOf(document, id).place),
      ].flatMap((place) => (place && places.has(place) ? [places.get(place)!] : []));
      if (own.length) ranks.set(step.id, Math.min(...own));
    }
  }
  return ranks;
}

/** Pairs of steps done the other way round than the anatomy’s best order has them. */
export function outOfOrder(done: readonly string[], ranks: ReadonlyMap<string, number>): [string, string][] {
  const ranked = done.filter((id) => ranks.has(id));
  return ranked.flatMap((id, index) =>
    ranked
      .slice(index + 1)
      .filter((later) => ranks.get(later)! < ranks.get(id)!)
      .slice(0, 1)
      .map((later): [string, string] => [id, later]),
  );
}
