import type { Entry, EntryData, EntryKind } from '@/core/ledger/entries';
import { nextThing } from '@/core/ledger/next-thing';
import { lineIsIn, linesMissing, offersOpen, openHolds, planAnswer } from '@/core/ledger/order-state';
import { foldOrder } from '@/contracts/fold';
import { describeStanding } from '@/features/customer/standing';
import { markNow, tapeOf } from '@/core/ledger/tape';
import type { PlanData } from '@/core/ledger/kinds/planned';
import { CAME_HEIGHTS } from '../support/entries';

/** An order's entries as they would stand in its chain, told briefly. */
class Chain {
  readonly entries: Entry[] = [];
  add<K extends EntryKind>(
    kind: K,
    data: EntryData[K],
    more: { corrects?: string; why?: string } = {},
  ): string {
    const seq = this.entries.length + 1;
    const id = `e${seq}`;
    this.entries.push({
      id,
      chain: 'order',
      seq,
      kind,
      at: `2026-04-14T10:${String(seq).padStart(2, '0')}:00.000Z`,
      receivedAt: `2026-04-14T10:${String(seq).padStart(2, '0')}:00.000Z`,
      personId: 'p',
      deviceId: 'd',
      deviceSeq: seq,
      corrects: more.corrects ?? null,
      why: more.why ?? null,
      data,
    } as Entry);
    return id;
  }
  get state() {
    return foldOrder(this.entries, null);
  }
}

const INTAKE: EntryData['intake'] = {
  number: 1001,
  orderKind: 'job',
  comesBackFrom: null,
  vehicleId: 'v',
  customerId: 'c',
  odometer: { value: 1000, unit: 'km' },
  tires: 'LT245/75R17',
  wheels: '',
  newTires: null,
  carries: '',
  wants: 'Level',
  targets: { front: '560 mm', rear: null, unit: 'mm', method: 'hub' },
  promisedFor: null,
  pacePerDay: null,
};
const plan = (version: number): PlanData => ({
  version,
  baselineId: 'e2',
  note: '',
  front: { name: 'Top spacer', claimed: 50, lift: 48 },
  rear: null,
  setup: { front: 'coilover', rear: 'leaf-over' },
  sheet: {},
  parts: [],
  accessories: [],
  learned: { front: { ratio: 1, jobs: 0, from: 'nothing' }, rear: { ratio: 1, jobs: 0, from: 'nothing' } },
  lift: { LF: 48, RF: 48, LR: 0, RR: 0 },
  liftLater: { LF: 48, RF: 48, LR: 0, RR: 0 },
  band: {
    LF: { p10: 565, p50: 568, p90: 571 },
    RF: { p10: 563, p50: 566, p90: 569 },
    LR: { p10: 559, p50: 560, p90: 561 },
    RR: { p10: 560, p50: 561, p90: 562 },
  },
  musts: [],
  irreversible: [],
  cost: 100,
  minutes: 60,
  drawing: { width: 1, height: 1, top: 0, shapes: [], alt: '' },
});
const yes = { yes: true, how: 'in the shop' as const, witness: null };

function planned(): Chain {
  const chain = new Chain();
  chain.add('intake', INTAKE);
  chain.add('heights', CAME_HEIGHTS);
  chain.add('plan', plan(1));
  return chain;
}

describe('plans and answers', () => {
  test('an answer counts for the version it was given to; a new version asks again', () => {
    const chain = planned();
    expect(nextThing(chain.state)).toMatchObject({ text: 'Ask the customer about the plan', waiting: true });
    chain.add('agreement', { what: 'plan', planVersion: 1, ...yes });
    expect(planAnswer(chain.state)?.data.yes).toBe(true);
    chain.add('plan', plan(2));
    expect(planAnswer(chain.state)).toBeNull();
    chain.add('agreement', { what: 'plan', planVersion: 2, ...yes, yes: false });
    expect(nextThing(chain.state).text).toBe('Plan again: the customer said no');
  });
});

describe('offers and quotes', () => {
  const offer = (version: number, cents: number): EntryData['offer'] => ({
    offerId: 'o',
    version,
    findingId: null,
    text: 'Bushes',
    cents,
    photoId: null,
  });
  test('changing an offer voids its answer, and an answer to an old version counts for nothing', () => {
    const chain = planned();
    chain.add('offer', offer(1, 9000));
    chain.add('offer.answer', { offerId: 'o', version: 1, ...yes });
    expect(offersOpen(chain.state)).toHaveLength(0);
    chain.add('offer', offer(2, 9900));
    expect(offersOpen(chain.state)).toHaveLength(1);
    chain.add('offer.answer', { offerId: 'o', version: 1, ...yes });
    expect(offersOpen(chain.state)).toHaveLength(1);
    chain.add('offer.answer', { offerId: 'o', version: 2, ...yes, yes: false });
    expect(offersOpen(chain.state)).toHaveLength(0);
    expect(chain.state.offers).toHaveLength(1);
  });
  test('an offer unanswered is what the order waits for before the work starts', () => {
    const chain = planned();
    chain.add('agreement', { what: 'plan', planVersion: 1, ...yes });
    expect(nextThing(chain.state).text).toBe('Start the work');
    chain.add('offer', offer(1, 9000));
    expect(nextThing(chain.state)).toMatchObject({ role: 'advisor', page: 'look-over', waiting: true });
  });
  test('each quote keeps its own answer', () => {
    const chain = planned();
    const quote = (version: number): EntryData['quote'] => ({
      version,
      planVersion: 1,
      lines: [{ text: 'Lift', cents: 100, minutes: 60 }],
      hours: { p50: 60, p80: 80, jobs: 0 },
      ratePerHour: 12500,
      depositCents: 0,
      promisedFor: null,
      unknown: '',
    });
    chain.add('quote', quote(1));
    chain.add('quote.answer', { version: 1, ...yes, yes: false });
    chain.add('quote', quote(2));
    const { quotes } = chain.state;
    expect(quotes.map((one) => one.answer?.data.yes ?? null)).toEqual([false, null]);
  });
});

describe('parts and holds', () => {
  const LIST: EntryData['parts.list'] = {
    kit: 'Quillstone Top 30',
    build: 'one for all',
    lines: [
      { lineId: 'a', name: 'Plate', catalogId: null, count: 2, side: 'front', phase: 'fit' },
      { lineId: 'b', name: 'Nut', catalogId: null, count: 6, side: 'any', phase: 'align' },
    ],
  };
  const box = (
    lineId: string,
    got: number,
    more: Partial<EntryData['parts.in']> = {},
  ): EntryData['parts.in'] => ({
    lineId,
    got,
    right: true,
    condition: 'good',
    note: '',
    photoId: null,
    ...more,
  });
  const agreed = () => {
    const chain = planned();
    chain.add('agreement', { what: 'plan', planVersion: 1, ...yes });
    chain.add('parts.list', LIST);
    return chain;
  };
  test('a line is in only when all of it is here, right and whole; the last count counts', () => {
    const chain = agreed();
    expect(linesMissing(chain.state).map((line) => line.lineId)).toEqual(['a', 'b']);
    for (const wrong of [box('a', 1), box('a', 2, { right: false }), box('a', 2, { condition: 'damaged' })]) {
      chain.add('parts.in', wrong);
      expect(lineIsIn(chain.state, 'a')).toBe(false);
    }
    chain.add('parts.in', box('a', 2));
    expect(lineIsIn(chain.state, 'a')).toBe(true);
    chain.add('parts.in', box('a', 1));
    expect(lineIsIn(chain.state, 'a')).toBe(false);
    expect(lineIsIn(chain.state, 'nobody')).toBe(false);
  });
  test('boxes, then holds, then the start: what is next says so, and the tape waits on its mark', () => {
    const chain = agreed();
    expect(nextThing(chain.state)).toMatchObject({ text: 'Check the boxes in', role: 'tech', page: 'parts' });
    expect(markNow(tapeOf(chain.state))).toBe('parts');
    chain.add('parts.in', box('a', 1));
    chain.add('hold', { holdId: 'h', reason: 'Plate is short, 1 of 2', lineIds: ['a'] });
    expect(nextThing(chain.state)).toMatchObject({ text: 'On hold: Plate is short, 1 of 2', waiting: true });
    chain.add('parts.in', box('a', 2));
    chain.add('hold.end', { holdId: 'h', how: 'checked in', leadId: null, reason: null });
    expect(openHolds(chain.state)).toHaveLength(0);
    chain.add('parts.in', box('b', 6));
    expect(nextThing(chain.state).text).toBe('Start the work');
    expect(tapeOf(chain.state).find((mark) => mark.id === 'parts')).toMatchObject({ ticks: 1, done: 1 });
  });
  test('the car is told to stand where work was done, not where the next gap is', () => {
    const chain = new Chain();
    const told = () => describeStanding(chain.state, true);
    chain.add('intake', INTAKE);
    expect(told()).toBe('It has come in.');
    chain.add('heights', CAME_HEIGHTS);
    expect(told()).toBe('It has been measured as it came.');
    chain.add('plan', plan(1));
    expect(told()).toBe('Its plan is made; the shop asks you about it.');
    chain.add('agreement', { what: 'plan', planVersion: 1, ...yes });
    expect(told()).toBe('Its plan is agreed.');
    // Nothing of the work is written yet: it is owed, not done.
    expect(markNow(tapeOf(chain.state))).toBe('take-down');
    for (const id of ['take-down', 'fit'])
      expect(tapeOf(chain.state).find((mark) => mark.id === id)).toMatchObject({ ticks: 1, done: 0 });
  });
  test('a count taken back is as if it had not been', () => {
    const chain = agreed();
    const id = chain.add('parts.in', box('a', 2));
    chain.add('void', {}, { corrects: id, why: 'wrong box' });
    expect(lineIsIn(chain.state, 'a')).toBe(false);
  });
});
