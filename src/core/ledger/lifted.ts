import type { OverrideRule } from './kinds/bay';
import type { OrderState } from './order-state';

/** Has a lead lifted this rule for this very thing, with a written reason? */
export const isLifted = (
  { overrides }: Pick<OrderState, 'overrides'>,
  rule: OverrideRule,
  ref: string,
): boolean => overrides.some(({ data }) => data.rule === rule && data.ref === ref);
