import { eachCorner } from '../src/core/corners';
import { doubtfulReading } from '../src/core/stance/doubtful';
import { heightsOf } from '../src/core/stance/readings';
import { type MadeUpSet, SPOILS, madeUpSet } from '../tests/support/made-up-readings';

/** How often an honest set of heights is asked about, and how often a spoiled one is not, over made-up sets of their own seeds. */

const COUNT = Number(process.env.COUNT ?? 20_000);
const FIRST = Number(process.env.FIRST ?? 700_000);

function asks(set: MadeUpSet): boolean {
  const readings = eachCorner((corner) => [set.now[corner]]);
  const came = eachCorner((corner) => [set.came[corner]]);
  const { unit } = set;
  return (
    doubtfulReading(readings, heightsOf({ readings, unit }), unit, {
      before: { readings: came, mm: heightsOf({ readings: came, unit }), unit },
      same: null,
      predicted: set.predicted,
      predictedSd: eachCorner(() => set.predictedSd),
      claimed: set.claimed,
      onlyWheels: set.onlyTires,
    }) !== null
  );
}
const share = (spoil: (typeof SPOILS)[number] | null) => {
  let asked = 0;
  for (let seed = FIRST; seed < FIRST + COUNT; seed += 1) if (asks(madeUpSet(seed, spoil))) asked += 1;
  return (100 * asked) / COUNT;
};
console.log(`\ndoubtful readings, ${COUNT} made-up sets of each kind, each corner read once`);
console.log(`  honest sets asked about: ${share(null).toFixed(2)} in 100`);
for (const spoil of SPOILS)
  console.log(`  ${spoil}: not asked about ${(100 - share(spoil)).toFixed(1)} in 100`);
