import { CORNER_NAMES } from '../corners';
import { COMPARED } from '../procedure/compare';
import type { Step } from '../procedure/types';
import { Refusal } from '../refusal';
import type { EntryOf } from './entries';
import { asksFigures } from './figures';
import { isLifted } from './lifted';
import type { OrderState } from './order-state';

/** What was laid beside what, and what does not go on. */

export type Compared = EntryOf<'compared'>;

const keyOf = ({ data: { kind, end, corner } }: Compared) => `${kind} ${corner ?? end}`;

/** The last comparison of each kind of part at each place: another one taken stands in the place of the first. */
export const comparedNow = ({ compared }: Pick<OrderState, 'compared'>): Compared[] => [
  ...new Map(compared.map((one) => [keyOf(one), one])).values(),
];

export const comparedTitle = ({ data: { kind, corner, end } }: Compared): string =>
  `${COMPARED[kind].title}, ${corner ? CORNER_NAMES[corner] : end}`;

/** Which pairs do not match, in words. */
export const mismatchWords = ({ data }: Compared): string =>
  data.pairs
    .filter(({ fits }) => fits === false)
    .map(({ what, old, fresh }) => `${what.toLowerCase()} ${fresh.text}, the old one ${old.text}`)
    .join('; ');

/** Comparisons whose part does not go on, with no other taken in its place. */
export const mismatches = (state: OrderState): Compared[] =>
  comparedNow(state).filter(({ data }) => !data.fits);

/** A used, donor or shop-made part that fits goes on with the lead's yes to that very part. */
export const partLifted = (state: Pick<OrderState, 'overrides'>, entryId: string): boolean =>
  isLifted(state, 'used-part', entryId);

export const waitsForYes = (state: OrderState): Compared[] =>
  comparedNow(state).filter(
    (one) => one.data.fits && one.data.source !== 'new' && !partLifted(state, one.id),
  );

/** What stops the take-down: a part that does not match, while the car is whole. */
export const mismatchReason = (state: OrderState): string | null => {
  const [first] = mismatches(state);
  return first
    ? `${comparedTitle(first)}: it does not match, ${mismatchWords(first)}. Take another before the car is apart.`
    : null;
};

/** The comparison a step asks for: made in it, or of the same part at the same place before the work began. */
export const comparisonFor = (state: OrderState, step: Step): Compared | null =>
  state.compared.findLast(
    ({ data }) =>
      data.kind === step.compare?.kind &&
      (data.stepId === step.id ||
        (data.stepId === null && (data.corner ?? data.end) === (step.corner ?? step.end))),
  ) ?? null;

/** A step that compares is done with a part that matches; nothing is taken apart for one that does not. @throws Refusal */
export function refuseMismatch(state: OrderState, step: Step): void {
  if (!asksFigures(state)) return;
  const why = step.phase === 'teardown' ? mismatchReason(state) : null;
  if (why) throw new Refusal('mismatch', why, 'stepId');
  if (!step.compare) return;
  const compared = comparisonFor(state, step);
  if (!compared)
    throw new Refusal('compare', 'Lay old and new side by side and record both first.', 'stepId');
  if (!compared.data.fits)
    throw new Refusal('mismatch', `It does not match: ${mismatchWords(compared)}. Take another.`, 'stepId');
  if (compared.data.source !== 'new' && !partLifted(state, compared.id))
    throw new Refusal('used-part', `A ${compared.data.source} part goes on with the lead’s yes.`, 'stepId');
}
