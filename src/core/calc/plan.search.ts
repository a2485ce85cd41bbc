import type { PlanChoice, PlanOption, PlanSearchInput } from '../plan-search/types';
import { searchPlans } from '../plan-search/search';
import { Refusal } from '../refusal';

export type { PlanChoice, PlanOption, PlanSearchInput };

export const MOST_SLOTS = 12;

export const MOST_OPTIONS = 8;

/** What the schema cannot see: ids used twice or unknown, and more than can be searched exactly. */
function checkOptions(options: PlanOption[]): void {
  const ids = new Set<string>();
  const slots = new Map<string, number>();
  for (const [index, { id, slot }] of options.entries()) {
    if (ids.has(id)) {
      throw new Refusal('duplicate-id', `"${id}" names two options.`, `options[${index}].id`);
    }
    ids.add(id);
    slots.set(slot, (slots.get(slot) ?? 0) + 1);
    if (slots.get(slot)! > MOST_OPTIONS || slots.size > MOST_SLOTS) {
      throw new Refusal(
        'too-many',
        `At most ${MOST_SLOTS} places with ${MOST_OPTIONS} options each can be searched exactly.`,
        'options',
      );
    }
  }
  for (const [index, option] of options.entries()) {
    for (const kind of ['requires', 'excludes'] as const) {
      const at = (option[kind] ?? []).findIndex((id) => !ids.has(id));
      if (at >= 0) {
        throw new Refusal(
          'unknown-id',
          `"${option[kind]![at]}" is not among the options.`,
          `options[${index}].${kind}[${at}]`,
        );
      }
    }
  }
}

/**
 * The choices of parts that nothing beats on height error, cost and minutes: at most one option a slot, needs met and
 * conflicts avoided, the worst axle within tolerance.
 * @param input target lifts and tolerance (mm), options with their lift (mm), cost and minutes
 * @returns the choices sorted by error (mm), cost, minutes; of equal ones that with the first ids
 * @throws Refusal for unknown or doubled ids and more than 12 slots or 8 options a slot
 */
export function choosePlans(input: PlanSearchInput): { front: PlanChoice[] } {
  checkOptions(input.options);
  return { front: searchPlans(input) };
}
