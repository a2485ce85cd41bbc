import fc from 'fast-check';
import { LatenessBound } from '@/core/schedule/bound';
import { fromAxis, morningOf, toAxis, workCalendar } from '@/core/schedule/calendar';
import { chancesOf } from '@/core/schedule/chance';
import { earliestPromiseFirst, ordersByWorth } from '@/core/schedule/first-orders';
import { PricedWeek } from '@/core/schedule/priced-week';
import { prepareWeek } from '@/core/schedule/prepare';
import { solveWeek } from '@/core/schedule/solve';
import { WeekBuilder } from '@/core/schedule/week-builder';
import type { WeekPlan, WeekProblem } from '@/core/schedule/types';
import { movesBetween, withHappening } from '@/core/schedule/what-if';
import { expectLawful } from '../support/lawful-week';
import { heldShares, madeUpWeek, ruledWeek } from '../support/weeks';

const builderOf = (problem: WeekProblem) => new WeekBuilder(prepareWeek(problem));
const inOrder = (problem: WeekProblem, order: readonly number[]) => {
  const builder = builderOf(problem);
  return builder.planOf(builder.listOfJobs(order));
};
/** The lower bound that prices come to when a plan is known. */
function latenessBound(problem: WeekProblem, plan: WeekPlan): number {
  const prices = new LatenessBound(builderOf(problem), plan);
  prices.raise(plan.weighed, 400);
  return prices.bound;
}

test('every plan is lawful, never worse than earliest promise first, never under the bound', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 5000 }), fc.integer({ min: 1, max: 22 }), (seed, count) => {
      const problem = madeUpWeek(seed, count);
      const { plan, rule, bound } = solveWeek(problem, { effort: 0.01, seed });
      expectLawful(problem, plan);
      expect(plan.late).toBeLessThanOrEqual(rule.late);
      expect(plan.late).toBeGreaterThanOrEqual(bound - 1e-6);
    }),
    { numRuns: 40 },
  );
});

test('small weeks: the bound is under the best of all orders, and the search comes near it', () => {
  for (let seed = 1; seed <= 12; seed += 1) {
    const problem = madeUpWeek(seed, 5);
    const orders: number[][] = [];
    const walk = (left: number[], taken: number[]) => {
      if (!left.length) orders.push(taken);
      for (const one of left)
        walk(
          left.filter((other) => other !== one),
          [...taken, one],
        );
    };
    walk([0, 1, 2, 3, 4], []);
    const best = Math.min(...orders.map((order) => inOrder(problem, order).late));
    // Whatever plan it is told of, the best of all is not under it.
    for (const order of [orders[0]!, orders[60]!, earliestPromiseFirst(problem)])
      expect(latenessBound(problem, inOrder(problem, order))).toBeLessThanOrEqual(best + 1e-6);
    expect(solveWeek(problem, { effort: 0.01 }).plan.late).toBeLessThanOrEqual(best + 1e-6);
  }
});

test('starts that no good plan has are left out: nothing is worth less for it, and never more than the best plan', () => {
  let [before, left] = [0, 0];
  for (let seed = 1; seed <= 30; seed += 1) {
    const problem = madeUpWeek(seed, 6 + seed);
    const { plan } = solveWeek(problem, { effort: 0.02, seed });
    const priced = new PricedWeek(builderOf(problem), plan);
    before += priced.size;
    for (let round = 0; round < 60; round += 1) {
      const worth = priced.worth();
      expect(worth).toBeLessThanOrEqual(plan.weighed + 1e-6);
      if (round % 6 === 5) {
        priced.leaveOut(plan.weighed - worth + 1);
        expect(priced.worth()).toBeCloseTo(worth, 6);
      }
      if (!priced.mendPrices(1.2, plan.weighed * 1.1 - worth)) break;
    }
    left += priced.size;
  }
  expect(left).toBeGreaterThan(0);
  expect(left).toBeLessThan(0.9 * before);
});

test('a car that stands on the floor, or is pinned to it, is not counted against the lifts', () => {
  const problem = madeUpWeek(1, 0);
  const job = (id: string, placeId: string | null): WeekProblem['jobs'][number] => ({
    ...madeUpWeek(1, 1).jobs[0]!,
    id,
    sdLog: 0,
    promise: 450,
    phases: [
      {
        ...madeUpWeek(1, 1).jobs[0]!.phases[1]!,
        minutes: 450,
        notBefore: 0,
        skill: null,
        helperMinutes: 0,
        placeId,
      },
    ],
  });
  problem.techs.forEach((tech) => tech.away.splice(0));
  problem.jobs.push(job('a', 'f1'), job('b', null), job('c', null), job('d', null));
  const late = inOrder(problem, [0, 1, 2, 3]);
  expect(late.late).toBe(450);
  expect(latenessBound(problem, late)).toBeLessThanOrEqual(450);
  problem.pins.push({ jobId: 'd', phaseId: 'bay', techId: null, placeId: 'r1', start: null });
  const { plan } = solveWeek(problem, { effort: 0.01 });
  expect(latenessBound(problem, late)).toBeLessThanOrEqual(plan.late + 1e-6);
});

test('the bound holds whatever is fixed by hand, however long the day, and it is not merely nothing', () => {
  let [bound, best] = [0, 0];
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 5000 }),
      fc.integer({ min: 8, max: 24 }),
      fc.constantFrom(480, 455, 510, 437),
      (seed, count, dayMinutes) => {
        const problem = { ...madeUpWeek(seed, count), dayMinutes };
        for (const [index, job] of problem.jobs.entries()) {
          const phaseId = job.phases[1]!.id;
          if (index % 5 === 0)
            problem.pins.push({ jobId: job.id, phaseId, techId: null, placeId: 'f1', start: null });
          if (index % 7 === 0) job.phases[1]!.techId = 't2';
          if (index % 6 === 0) job.promise = null;
        }
        const { plan } = solveWeek(problem, { effort: 0.01, seed });
        const said = latenessBound(problem, inOrder(problem, earliestPromiseFirst(problem)));
        expect(said).toBeLessThanOrEqual(plan.late + 1e-6);
        bound += said;
        best += plan.late;
      },
    ),
    { numRuns: 25, seed: 7 },
  );
  expect(bound).toBeGreaterThan(best / 3);
});

test('orders by worth: short before long where both are late, the far promise later, and every job once', () => {
  const problem = madeUpWeek(11, 3);
  const [one, two, three] = problem.jobs;
  for (const job of problem.jobs)
    Object.assign(job, { sdLog: 0, phases: [{ ...job.phases[0]!, notBefore: 0 }] });
  Object.assign(one!, { promise: 0 });
  one!.phases[0]!.minutes = 400;
  Object.assign(two!, { promise: 0 });
  two!.phases[0]!.minutes = 60;
  Object.assign(three!, { promise: 4000 });
  three!.phases[0]!.minutes = 60;
  expect(ordersByWorth(problem)[0]).toEqual([1, 0, 2]);
  const many = madeUpWeek(12, 30);
  for (const order of ordersByWorth(many))
    expect([...order].sort((a, b) => a - b)).toEqual([...many.jobs.keys()]);
});

test('the same problem and seed give the same plan; what does not fit is named', () => {
  const problem = madeUpWeek(3, 40);
  const [one, two] = [solveWeek(problem, { effort: 0.05 }), solveWeek(problem, { effort: 0.05 })];
  expect(one).toEqual(two);
  const crowded = solveWeek(madeUpWeek(9, 60), { effort: 0.01 });
  expect(crowded.plan.after.length).toBeGreaterThan(0);
  for (const id of crowded.plan.after) expect(crowded.plan.ends[id]).toBeGreaterThan(10 * 480);
});

test('a pin is kept to the minute, by whom and where', () => {
  const problem = madeUpWeek(5, 12);
  const job = problem.jobs[7]!;
  const pinned = {
    ...problem,
    pins: [{ jobId: job.id, phaseId: 'bay', techId: 't2', placeId: 'l2', start: 4 * 480 + 60 }],
  };
  job.phases.find((phase) => phase.id === 'bay')!.skill = null;
  const { plan } = solveWeek(pinned, { effort: 0.01 });
  const placed = plan.placed.find((one) => one.jobId === job.id && one.phaseId === 'bay')!;
  expect(placed).toMatchObject({ techId: 't2', placeId: 'l2', start: 4 * 480 + 60 });
  expect(plan.pinsMissed).toEqual([]);
});

test('what if: a slipped part, a tech out and a rush job change a week of their own', () => {
  const problem = madeUpWeek(2, 10);
  const before = JSON.stringify(problem);
  const job = problem.jobs[0]!;
  const slipped = withHappening(problem, {
    what: 'part slips',
    jobId: job.id,
    to: 6 * 480,
    words: 'a spring',
  });
  const plan = solveWeek(slipped, { effort: 0.01 }).plan;
  const bay = plan.placed.find((one) => one.jobId === job.id && one.phaseId === 'bay')!;
  expect(bay.start).toBeGreaterThanOrEqual(6 * 480);
  expect(bay.because).toEqual({ why: 'waits', what: 'a spring' });
  const out = withHappening(problem, { what: 'tech out', techId: 't1', days: [0, 1] });
  const without = solveWeek(out, { effort: 0.01 }).plan;
  for (const one of without.placed)
    if (one.techId === 't1') expect(one.start).toBeGreaterThanOrEqual(2 * 480);
  const rush = withHappening(problem, { what: 'rush job', job: { ...job, id: 'rush' } });
  expect(rush.jobs).toHaveLength(11);
  expect(JSON.stringify(problem)).toBe(before);
  const worked = (one: WeekProblem) => {
    const solved = solveWeek(one, { effort: 0.01 });
    return { problem: one, plan: solved.plan, chances: chancesOf(one, solved.plan, { draws: 50 }) };
  };
  expect(movesBetween(worked(problem), worked(problem))).toEqual([]);
  const moves = movesBetween(worked(problem), worked(slipped));
  expect(moves.find((move) => move.jobId === job.id)).toBeTruthy();
});

test('a sure job in an empty shop keeps its promise; one promised too soon does not', () => {
  const problem = madeUpWeek(4, 1);
  const [job] = problem.jobs;
  job!.phases.forEach((phase) => (phase.notBefore = 0));
  const { plan } = solveWeek(problem);
  const sure = { ...problem, jobs: [{ ...job!, promise: 9 * 480 }] };
  const late = { ...problem, jobs: [{ ...job!, promise: 30 }] };
  expect(chancesOf(sure, plan)[job!.id]!.holds).toBeGreaterThan(0.99);
  expect(chancesOf(late, plan)[job!.id]!.holds).toBeLessThan(0.01);
  const { p50, p80 } = chancesOf(sure, plan)[job!.id]!;
  expect(p80).toBeGreaterThan(p50);
});

test('hours are off together: what all hangs on one after the other is spread wider than by chance alone', () => {
  // Twelve short jobs, one tech, one after the other: drawn apart they would even out.
  const problem = madeUpWeek(4, 12);
  const phase = problem.jobs[0]!.phases[0]!;
  problem.techs = [problem.techs[0]!];
  problem.techs[0]!.away = [];
  problem.jobs = problem.jobs.map((job) => ({
    ...job,
    sdLog: 0.05,
    phases: [
      { ...phase, minutes: 100, needs: null, skill: null, helperMinutes: 0, notBefore: 0, nextDay: false },
    ],
  }));
  const { plan } = solveWeek(problem, { effort: 0.01 });
  const chances = chancesOf(problem, plan);
  const last = problem.jobs.reduce((one, job) => (plan.ends[job.id]! > plan.ends[one.id]! ? job : one));
  const { p50, p80 } = chances[last.id]!;
  // Apart: 1200 × 0.05 × 0.84 / √12 is 15 minutes; together as well: half as much again and more.
  expect(p50).toBeGreaterThan(1190);
  expect(p80 - p50).toBeGreaterThan(40);
  expect(p80 - p50).toBeLessThan(70);
});

test('of promises said to hold 80 in 100, 75 to 85 hold when the weeks are played', () => {
  const band = heldShares(200).find((one) => one.said === '75 to 85')!;
  expect(band.promises).toBeGreaterThan(200);
  expect(band.held).toBeGreaterThanOrEqual(0.75);
  expect(band.held).toBeLessThanOrEqual(0.85);
});

test('the same with parts that come at a chance, a blocked lift, come-backs, wishes and promises that cost', () => {
  const shares = heldShares(200, ruledWeek);
  const band = shares.find((one) => one.said === '75 to 85')!;
  expect(band.promises).toBeGreaterThan(400);
  expect(band.held).toBeGreaterThanOrEqual(0.75);
  expect(band.held).toBeLessThanOrEqual(0.86);
});

describe('the working axis', () => {
  const hours = { from: 480, to: 1020, restFrom: 720, restMinutes: 30, weekdays: [1, 2, 3, 4, 5] };
  const calendar = workCalendar(hours, 'America/Denver', '2026-04-14');

  test('leaves out nights, rests and closed days', () => {
    expect(calendar.dayMinutes).toBe(510);
    expect(calendar.days.slice(0, 5)).toEqual([
      '2026-04-14',
      '2026-04-15',
      '2026-04-16',
      '2026-04-17',
      '2026-04-20',
    ]);
    expect(toAxis(calendar, '2026-04-14T14:00:00.000Z')).toBe(0);
    expect(toAxis(calendar, '2026-04-14T19:00:00.000Z')).toBe(270);
    // Saturday is the next Monday morning.
    expect(toAxis(calendar, '2026-04-18T15:00:00.000Z')).toBe(4 * 510);
    expect(morningOf(calendar, '2026-04-19')).toBe(4 * 510);
  });

  test('goes there and back, over the clock change too', () => {
    const spring = workCalendar(hours, 'America/Denver', '2026-03-05');
    for (const one of [calendar, spring])
      for (let minute = 0; minute < 12 * 510; minute += 37)
        expect(toAxis(one, fromAxis(one, minute))).toBe(minute);
  });

  test('an end at closing time stays on its day', () => {
    expect(fromAxis(calendar, 510, true)).toBe('2026-04-14T23:00:00.000Z');
    expect(fromAxis(calendar, 510)).toBe('2026-04-15T14:00:00.000Z');
  });
});
