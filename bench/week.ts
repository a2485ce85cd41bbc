/**
 * The week's solver: 40 jobs, 4 techs, 4 places, 10 days. Time for one week; lateness against the rule "earliest
 * promise first" and against the lower bound over 200 made-up weeks; and what was said of promises against what held.
 */
import { heldShares, madeUpWeek } from '../tests/support/weeks';
import { solveWeek } from '../src/core/schedule/solve';
import { earliestPromiseFirst } from '../src/core/schedule/first-orders';
import { placeInOrder, prepareWeek } from '../src/core/schedule/place-jobs';
import { chancesOf } from '../src/core/schedule/chance';

const WEEKS = 200;
const ms = (work: () => unknown) => {
  const from = performance.now();
  work();
  return performance.now() - from;
};
const at = (sorted: number[], share: number) => sorted[Math.floor(share * (sorted.length - 1))]!;

const big = madeUpWeek(1, 40);
const one = ms(() => placeInOrder(prepareWeek(big), earliestPromiseFirst(big)));
const times = Array.from({ length: 5 }, (_, seed) => ms(() => solveWeek(madeUpWeek(seed + 1, 40)))).sort(
  (a, b) => a - b,
);
console.log(
  `one week of 40 jobs: ${at(times, 0.5).toFixed(0)} ms (slowest of 5: ${times[4]!.toFixed(0)} ms); the rule alone ${one.toFixed(1)} ms`,
);
console.log(
  `chances by 1,000 draws: ${ms(() => chancesOf(big, solveWeek(big, { tries: 10 }).plan)).toFixed(0)} ms`,
);

const ratios: number[] = [];
const gaps: number[] = [];
let [late, rule, bound, worse, proven] = [0, 0, 0, 0, 0];
for (let seed = 1; seed <= WEEKS; seed += 1) {
  const solved = solveWeek(madeUpWeek(seed, 24 + (seed % 17)));
  if (solved.plan.late > solved.rule.late) worse += 1;
  if (solved.rule.late > 0) ratios.push(solved.plan.late / solved.rule.late);
  if (solved.plan.late <= solved.bound + 1) proven += 1;
  gaps.push((solved.plan.late - solved.bound) / 60);
  late += solved.plan.late;
  rule += solved.rule.late;
  bound += solved.bound;
}
ratios.sort((a, b) => a - b);
gaps.sort((a, b) => a - b);
console.log(
  `${WEEKS} weeks: late ${(late / 60).toFixed(0)} h planned, ${(rule / 60).toFixed(0)} h by the rule, ${(bound / 60).toFixed(0)} h lower bound`,
);
console.log(
  `ratio to the rule: all together ${(late / rule).toFixed(2)}, median week ${at(ratios, 0.5).toFixed(2)}, nine in ten below ${at(ratios, 0.9).toFixed(2)}; worse in ${worse} weeks`,
);
console.log(
  `gap to the bound: median ${at(gaps, 0.5).toFixed(1)} h, nine in ten below ${at(gaps, 0.9).toFixed(1)} h; proven best in ${proven} weeks`,
);

for (const share of heldShares(200))
  console.log(
    `said ${share.said}: held ${(share.held * 100).toFixed(0)} in 100 (${share.promises} promises)`,
  );
