import Joi from 'joi';
import { searchPlans } from '../plan-search/search';
import type { PlanChoice, PlanOption, PlanSearchInput } from '../plan-search/types';
import { calculator } from './calculator';
import { Refusal } from '../refusal';
import { anyNumber, zeroOrMore } from './fields';

export type { PlanChoice, PlanOption, PlanSearchInput };

const MOST_SLOTS = 12;
const MOST_OPTIONS = 8;

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

const ids = () => Joi.array().items(Joi.string());

export const planSearch = calculator({
  name: 'plan.search',
  summary: 'The choices of parts nothing beats on error (mm), cost and minutes.',
  principle:
    'Exact: both halves of the slots are listed whole and met in the middle, pairs of groups passed over when a known choice beats their best corner.',
  input: Joi.object<PlanSearchInput>({
    targets: Joi.object({ front: anyNumber(), rear: anyNumber() }).or('front', 'rear').required(),
    tolerance: zeroOrMore().required(),
    options: Joi.array()
      .items(
        Joi.object({
          id: Joi.string().required(),
          slot: Joi.string().required(),
          lift: Joi.object({ front: anyNumber(), rear: anyNumber() }).required(),
          cost: zeroOrMore().required(),
          minutes: zeroOrMore().required(),
          requires: ids(),
          excludes: ids(),
        }),
      )
      .required(),
  }),
  run: choosePlans,
});
