import type { OfferData } from './kinds/arrival';
import type { Offer, OrderState } from './order-state';
import type { Step } from '../procedure/types';

/** The step that an approved extra becomes: one for each version, since another version is asked anew. */
export const extraStepId = ({ offerId, version }: Pick<OfferData, 'offerId' | 'version'>): string =>
  `extra/${offerId}/${version}`;

export const isExtra = (step: Pick<Step, 'id'>): boolean => step.id.startsWith('extra/');

/** What an extra asks of the work: where in the job it is done when the offer says so, else while the car is apart. */
export const stepOfExtra = (data: OfferData): Step => ({
  id: extraStepId(data),
  phase: data.phase ?? 'fit',
  do: data.text,
  why: 'The customer said yes to this beside the quote.',
  minutes: data.minutes ?? 0,
});

/**
 * Where something offered stands. `taken` is a yes that has no step: the work had not begun, or was judged before extras
 * became steps.
 */
export type ExtraStands = 'asked' | 'declined' | 'taken back' | 'taken' | 'to do' | 'done';

export function standsOf(state: OrderState, { entry: { data }, answer, back }: Offer): ExtraStands {
  if (!answer) return 'asked';
  if (!answer.data.yes) return 'declined';
  if (back) return 'taken back';
  const id = extraStepId(data);
  if (!state.document?.steps.some((step) => step.id === id)) return 'taken';
  return state.run?.done.has(id) ? 'done' : 'to do';
}

/** All that was offered beside the quote, with where it stands. */
export const extrasOf = (state: OrderState): { offer: OfferData; stands: ExtraStands }[] =>
  state.offers.map((one) => ({ offer: one.entry.data, stands: standsOf(state, one) }));

/** Approved and not in the work yet: what becomes steps when it starts. */
export const extrasToStart = (state: OrderState): Step[] =>
  extrasOf(state)
    .filter(({ stands }) => stands === 'taken')
    .map(({ offer }) => stepOfExtra(offer));
