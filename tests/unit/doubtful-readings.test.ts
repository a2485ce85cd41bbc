import { eachCorner } from '@/core/corners';
import { type ReadingContext, changedOver, doubtfulReading } from '@/core/stance/doubtful';
import { parseTape } from '@/core/calc/tape.parse';
import { heightsOf, settledReading } from '@/core/stance/readings';
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
});
