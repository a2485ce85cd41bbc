import type { CatalogPart } from './find-parts';
import type { PlanPart } from './plan-part';

/** How far a part of the catalog is set from what is wanted: the sum over its settings, each in its own size. */
function apart(wanted: Record<string, number>, has: Record<string, number>): number {
  return Object.entries(wanted).reduce((sum, [key, value]) => {
    const other = has[key];
    return other === undefined
      ? sum + 1
      : sum + Math.abs(value - other) / Math.max(1, Math.abs(value), Math.abs(other));
  }, 0);
}

/**
 * A part at what the shop's own catalog asks for one like it: of the same kind and end, the one set nearest.
 * @returns the part with that price and those minutes (cents, minutes); where the catalog has none of its kind, without a
 *   price and with the minutes it came with
 */
export function pricedBy(catalog: readonly CatalogPart[], part: PlanPart): PlanPart {
  const like = catalog
    .filter(
      (one) => one.kind === part.kind && (one.end === part.end || one.end === 'both' || part.end === 'both'),
    )
    .sort((a, b) => apart(part.set, a.set) - apart(part.set, b.set) || a.cost - b.cost)[0];
  return like ? { ...part, cost: like.cost, minutes: like.minutes } : { ...part, cost: 0 };
}
