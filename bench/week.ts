/**
 * The week's solver: up to 40 jobs, 4 techs, 4 places, 10 days. Time for one week; lateness against the rule "earliest
 * promise first" and against the lower bound over 200 made-up weeks and 200 others; how long a re-plan takes; and what
 * was said of promises against what held.
 */
import { heldShares, madeUpWeek, quickPlan, ruledWeek, slippedWeek } from '../tests/support/weeks';
import { isProven, searchFromPrices, solvedWeek } from '../src/core/schedule/solve';
import { earliestPromiseFirst } from '../src/core/schedule/first-orders';
import { prepareWeek } from '../src/core/schedule/prepare';
import { WeekBuilder } from '../src/core/schedule/week-builder';
import { chancesOf } from '../src/core/schedule/chance';
import { rePlan } from '../src/core/schedule/re-plan';

const timed = <T>(work: () => T): { ms: number; found: T } => {
  const from = performance.now();
  const found = work();
  return { ms: performance.now() - from, found };
};
const at = (list: number[], share: number) =>
  [...list].sort((a, b) => a - b)[Math.floor(share * (list.length - 1))]!;
const spread = (list: number[], digits = 0) =>
  [0.5, 0.9, 1].map((share) => at(list, share).toFixed(digits)).join(', ');

const big = madeUpWeek(1, 40);
const { ms: ruleAlone } = timed(() => {
  const builder = new WeekBuilder(prepareWeek(big));
  return builder.planOf(builder.listOfJobs(earliestPromiseFirst(big)));
});
console.log(`the rule alone, 40 jobs: ${ruleAlone.toFixed(1)} ms`);

function weeks(from: number, to: number): void {
  const [gaps, ratios, both, side, again]: number[][] = [[], [], [], [], []] as never;
  let [late, rule, bound, worse, under, proven] = [0, 0, 0, 0, 0, 0];
  for (let seed = from; seed <= to; seed += 1) {
    const problem = madeUpWeek(seed, 24 + (seed % 17));
    const one = timed(() => searchFromPrices(problem, 'one'));
    const other = isProven(one.found) ? null : timed(() => searchFromPrices(problem, 'other'));
    const solved = solvedWeek(problem, other ? [one.found, other.found] : [one.found]);
    both!.push(one.ms + (other?.ms ?? 0));
    side!.push(Math.max(one.ms, other?.ms ?? 0));
    if (solved.plan.late > solved.rule.late) worse += 1;
    if (solved.plan.late < solved.bound - 1e-6) under += 1;
    if (solved.proven) proven += 1;
    if (solved.rule.late > 0) ratios!.push(solved.plan.late / solved.rule.late);
    gaps!.push(solved.plan.late > 0 ? 1 - solved.bound / solved.plan.late : 0);
    late += solved.plan.late;
    rule += solved.rule.late;
    bound += solved.bound;
    again!.push(timed(() => rePlan(slippedWeek(problem, seed), solved.plan.placed)).ms);
  }
  console.log(
    [
      `weeks ${from} to ${to}: late ${(late / 60).toFixed(0)} h planned, ${(rule / 60).toFixed(0)} h by the rule, ${(bound / 60).toFixed(0)} h lower bound`,
      `  gap over lateness, median, nine in ten, most: ${spread(
        gaps!.map((gap) => 100 * gap),
        1,
      )} %; proven best in ${proven}; worse than the rule in ${worse}, under the bound in ${under}`,
      `  ratio to the rule, median, nine in ten, most: ${spread(ratios!, 2)}`,
      `  ms one after the other: ${spread(both!)}; the slower half, as beside each other on two cores: ${spread(side!)}`,
      `  re-plan after something slipped, ms: ${spread(again!)}`,
    ].join('\n'),
  );
}
weeks(1, 200);
weeks(201, 400);

const draws = timed(() => chancesOf(big, quickPlan(big)));
console.log(`chances by 1,000 draws: ${draws.ms.toFixed(0)} ms`);
for (const [what, share] of [madeUpWeek, ruledWeek].flatMap((make) =>
  heldShares(200, make).map((one) => [make.name, one] as const),
))
  console.log(
    `${what}, said ${share.said}: held ${(share.held * 100).toFixed(0)} in 100 (${share.promises} promises)`,
  );
