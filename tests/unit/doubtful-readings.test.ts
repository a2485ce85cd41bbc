import { eachCorner } from '@/core/corners';
import type { HeightsData } from '@/core/ledger/kinds/arrival';
import type { OrderState } from '@/core/ledger/order-state';
import { heightsMove } from '@/core/moves/heights';
import { type ReadingContext, changedOver, doubtfulReading } from '@/core/stance/doubtful';
import { parseTape } from '@/core/calc/tape.parse';
import { heightsOf, settledReading } from '@/core/stance/readings';
import { CAME_HEIGHTS } from '../support/entries';
import { bothEndsRun } from '../support/library';
import { refusedBy } from '../support/refused';
import { Tablet } from '../support/tablet';
import { type MadeUpSet, SPOILS, type Spoil, madeUpSet } from '../support/made-up-readings';

const HONEST = 4000;
const EACH = 1000;

function judged(set: MadeUpSet) {
  // Two readings further apart than 3 mm ask for a third before anything is judged.
  const both = (one: string, again: string | undefined) =>
    again !== undefined && settledReading([one, again].map((text) => parseTape(text, set.unit))) !== null
      ? [one, again]
      : [one];
  const readings = eachCorner((corner) => both(set.now[corner], set.nowAgain?.[corner]));
  const came = eachCorner((corner) => both(set.came[corner], set.cameAgain?.[corner]));
  const context: ReadingContext = {
    before: { readings: came, mm: heightsOf({ readings: came, unit: set.unit }), unit: set.unit },
    same: null,
    predicted: set.predicted,
    predictedSd: eachCorner(() => set.predictedSd),
    claimed: set.claimed,
    onlyWheels: set.onlyTires,
  };
  return doubtfulReading(readings, heightsOf({ readings, unit: set.unit }), set.unit, context);
}

describe('doubtful readings over made-up sets', () => {
  test('under two in a hundred honest sets are asked about', () => {
    const asked = Array.from({ length: HONEST }, (_, seed) => judged(madeUpSet(seed, null))).filter(Boolean);
    const kinds = new Map<string, number>();
    for (const one of asked) kinds.set(one!.kind, (kinds.get(one!.kind) ?? 0) + 1);
    process.stdout.write(
      `false alarms ${((100 * asked.length) / HONEST).toFixed(2)} in 100 ${JSON.stringify([...kinds])}\n`,
    );
    expect(asked.length / HONEST).toBeLessThan(0.02);
  });

  test.each(SPOILS)('of sets spoiled by %s under ten in a hundred pass', (spoil: Spoil) => {
    const found = Array.from({ length: EACH }, (_, seed) => judged(madeUpSet(seed + 50_000, spoil)));
    const missed = found.filter((one) => one === null).length;
    const kinds = new Map<string, number>();
    for (const one of found) if (one) kinds.set(one.kind, (kinds.get(one.kind) ?? 0) + 1);
    process.stdout.write(
      `${spoil}: missed ${((100 * missed) / EACH).toFixed(1)} in 100 ${JSON.stringify([...kinds])}\n`,
    );
    expect(missed / EACH).toBeLessThan(0.1);
  });
});

describe('what is asked', () => {
  test('figures changed over are those beside each other, never a leading zero lost', () => {
    expect(changedOver('549 mm')).toEqual(['459 mm', '594 mm']);
    expect(changedOver('22 3/16')).toEqual([]);
  });

  const four = (LF: string, RF: string, LR: string, RR: string) => ({
    LF: [LF],
    RF: [RF],
    LR: [LR],
    RR: [RR],
  });
  const came = four('520', '514', '560', '561');
  const at = (readings: ReturnType<typeof four>) => heightsOf({ readings, unit: 'mm' });
  const context = (more: Partial<ReadingContext> = {}): ReadingContext => ({
    before: { readings: came, mm: at(came), unit: 'mm', by: 'ilse' },
    same: null,
    predicted: { LF: 560, RF: 554, LR: 590, RR: 591 },
    predictedSd: { LF: 5, RF: 5, LR: 5, RR: 5 },
    claimed: { front: 40, rear: 30 },
    onlyWheels: false,
    by: 'ilse',
    ...more,
  });
  const asked = (readings: ReturnType<typeof four>, more: Partial<ReadingContext> = {}) =>
    doubtfulReading(readings, at(readings), 'mm', context(more));

  test('an honest set is not asked about, nor the first one of a car', () => {
    expect(asked(four('559', '555', '588', '590'))).toBeNull();
    expect(asked(four('470', '640', '588', '590'), { before: null, predicted: null })).toBeNull();
  });
  test('a corner copied from another, and one left as it came', () => {
    expect(asked(four('559', '590', '588', '590'))).toMatchObject({ kind: 'copied', corners: ['RF'] });
    expect(asked(four('559', '555', '560', '590'))).toMatchObject({ kind: 'copied', corners: ['LR'] });
    expect(asked(four('559', '555', '560', '590'))!.text).toContain('exactly what it read as it came');
  });
  test('figures changed over are said as they would read', () => {
    const got = asked(four('595', '555', '588', '590'));
    expect(got).toMatchObject({ kind: 'digits', corners: ['LF'] });
    expect(got!.text).toContain('is it 559');
  });
  test('a lean that changed its side names both', () => {
    const leaning = four('524', '512', '560', '561');
    const got = asked(four('553', '565', '588', '590'), {
      before: { readings: leaning, mm: at(leaning), unit: 'mm' },
      predicted: { LF: 564, RF: 552, LR: 590, RR: 591 },
    });
    expect(got).toMatchObject({ kind: 'lean turned over', corners: ['LF', 'RF'] });
    expect(got!.text).toMatch(/leaned to the right front by 12 mm, now to the left front by 12 mm/);
  });
  test('a claim that does not add up with what was predicted', () => {
    expect(asked(four('598', '594', '588', '590'))).toMatchObject({ kind: 'claim', corners: ['LF', 'RF'] });
    // As predicted it is asked about nothing, whatever the box claims.
    expect(asked(four('559', '555', '588', '590'), { claimed: { front: 90, rear: 30 } })).toBeNull();
  });
  test('two people further apart than a tape; the same person is not asked', () => {
    const read = four('559', '555', '588', '590');
    const same = { readings: read, mm: at(read), unit: 'mm' as const, by: 'brannoch' };
    const other = four('559', '555', '588', '600');
    expect(asked(other, { same })).toMatchObject({ kind: 'two people', corners: ['RR'] });
    expect(asked(four('560', '556', '587', '591'), { same })).toBeNull();
    expect(asked(other, { same: { ...same, by: 'ilse' } })?.kind).not.toBe('two people');
  });
  test('one question a set, the worst of them', () => {
    const got = asked(four('595', '555', '560', '590'));
    expect(got!.corners).toEqual(['LF']);
  });
});

describe('heights as they are recorded', () => {
  const { LF, RF, LR, RR } = CAME_HEIGHTS.readings;
  function stood(): OrderState {
    const tablet = new Tablet();
    tablet.keep({ kind: 'heights', data: CAME_HEIGHTS });
    tablet.workTo((step) => step.phase === 'align');
    return tablet.order.state;
  }
  const set = (readings: HeightsData['readings']): HeightsData => ({
    ...CAME_HEIGHTS,
    occasion: 'on wheels',
    readings,
  });
  test('a doubt is asked once at its corner, and what was measured again is kept as that', () => {
    const state = stood();
    // Right rear copied from the right front, while the left rear went up.
    const copied = set({ LF: ['560'], RF: ['558'], LR: ['598'], RR: ['558'] });
    expect(refusedBy(() => heightsMove(state, copied, false, 'p'))).toMatchObject({
      code: 'confirm',
      field: 'readings.RR',
    });
    const [kept] = heightsMove(state, copied, true, 'p');
    expect(kept).toMatchObject({ data: { doubted: { kind: 'copied', corners: ['RR'] } } });
    const [plain] = heightsMove(
      state,
      set({ LF: ['560'], RF: ['558'], LR: ['598'], RR: ['599'] }),
      false,
      'p',
    );
    expect(plain!.data).not.toHaveProperty('doubted');
  });
  test('as it came there is nothing to doubt it by', () => {
    const tablet = new Tablet(bothEndsRun());
    const bare = { ...tablet.order.state, run: null };
    expect(heightsMove(bare, { ...CAME_HEIGHTS, readings: { LF, RF, LR, RR } })).toHaveLength(1);
  });
});
