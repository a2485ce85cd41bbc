import { answersMissing } from '@/core/ledger/before-start';
import { foldOrder } from '@/contracts/fold';
import { entryOf } from '../support/entries';

const found = (seq: number, grade: string, when: string, findingId = `f${seq}`) =>
  entryOf(seq, 'finding', {
    findingId,
    area: 'front',
    grade,
    text: `ball joint ${seq}`,
    photoId: null,
    when,
  } as never);
const offer = (seq: number, findingId: string) =>
  entryOf(seq, 'offer', { offerId: 'o', version: 1, findingId, text: 'a joint', cents: 100, photoId: null });
const answer = (seq: number, yes: boolean) =>
  entryOf(seq, 'offer.answer', { offerId: 'o', version: 1, yes, how: 'by phone', witness: 'W' });
const quote = (seq: number, version: number) =>
  entryOf(seq, 'quote', { version, lines: [], depositCents: 0, promisedFor: null, unknown: '' } as never);
const quoteAnswer = (seq: number, version: number, yes: boolean) =>
  entryOf(seq, 'quote.answer', { version, yes, how: 'by phone', witness: 'W' } as never);
const missing = (...entries: Parameters<typeof foldOrder>[0]) => answersMissing(foldOrder(entries, null));

test('what was found to be mended before this work waits for an answer, whichever it is', () => {
  const now = found(1, 'now', 'as it came');
  expect(missing(now)).toEqual([expect.stringMatching(/before this work.*ball joint 1/)]);
  expect(missing(now, offer(2, 'f1'))).toHaveLength(1);
  expect(missing(now, offer(2, 'f1'), answer(3, true))).toEqual([]);
  expect(missing(now, offer(2, 'f1'), answer(3, false))).toEqual([]);
  // What is due soon, or was found while working, stops no start.
  expect(missing(found(1, 'soon', 'as it came'), found(2, 'now', 'during the work'))).toEqual([]);
});

test('a no to the quote as it stands stops the start; a new quote asks again, a yes lets it go', () => {
  expect(missing(quote(1, 1))).toEqual([]);
  expect(missing(quote(1, 1), quoteAnswer(2, 1, false))).toEqual(['The customer said no to the quote.']);
  expect(missing(quote(1, 1), quoteAnswer(2, 1, false), quote(3, 2))).toEqual([]);
  expect(missing(quote(1, 1), quoteAnswer(2, 1, false), quote(3, 2), quoteAnswer(4, 2, true))).toEqual([]);
});
