import type { OrderState } from './order-state';

/**
 * What the customer's answers leave between an order and the start of its work: a no to the quote as it stands, and what
 * was found to be mended before this work and nobody has answered. The lead may start without, with a reason.
 */
export function answersMissing(state: OrderState): string[] {
  const quote = state.quotes.at(-1);
  const refused = quote?.answer && !quote.answer.data.yes;
  const answered = new Set(
    state.offers.filter((offer) => offer.answer !== null).map((offer) => offer.entry.data.findingId),
  );
  const unmended = state.findings.filter(
    ({ data }) => data.grade === 'now' && data.when === 'as it came' && !answered.has(data.findingId),
  );
  return [
    ...(refused ? ['The customer said no to the quote.'] : []),
    ...unmended.map(({ data }) => `To be mended before this work, and not answered: ${data.text}.`),
  ];
}
