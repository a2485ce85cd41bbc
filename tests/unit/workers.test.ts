import type { PlannerInput } from '@/core/planner/car-stand';
import { freshPart } from '@/core/planner/plan-part';
import type { PlannerApi } from '@/workers/planner.worker';
import type { WeekDoors } from '@/workers/week.worker';
import { madeUpWeek } from '../support/weeks';

// What a page asks a worker for: here both stand in one place, and what is exposed is taken hold of.
const exposed: unknown[] = [];
jest.mock('comlink', () => ({ expose: (doors: unknown) => exposed.push(doors) }));

const doorsOf = async <T>(load: () => Promise<unknown>): Promise<T> => {
  exposed.length = 0;
  await load();
  expect(exposed).toHaveLength(1);
  return exposed[0] as T;
};

test('the week is worked out whole by two halves: a plan, and how surely each promise holds', async () => {
  const doors = await doorsOf<WeekDoors>(() => import('@/workers/week.worker'));
  const problem = madeUpWeek(5, 6);
  const halves = [doors.half(problem, 'one', {}), doors.half(problem, 'other', {})];
  const { plan, chances, rule, bound } = doors.plan(problem, halves);
  expect(new Set(plan.placed.map(({ jobId }) => jobId))).toEqual(new Set(problem.jobs.map(({ id }) => id)));
  expect(Object.keys(chances).sort()).toEqual(problem.jobs.map(({ id }) => id).sort());
  expect(plan.late).toBeLessThanOrEqual(rule.late);
  expect(plan.late).toBeGreaterThanOrEqual(bound - 1e-6);
  const again = doors.again(problem, plan.placed);
  expect(again).toMatchObject({ slips: [], moved: [], changed: expect.anything() });
  expect(again.plan.ends).toEqual(plan.ends);
});

describe('the planner', () => {
  const car: PlannerInput = {
    setup: { front: 'coilover', rear: 'leaf-over' },
    sheet: {},
    parts: [freshPart('strutSpacer', 'front', 'a')],
    accessories: [],
    baseline: { LF: 520, RF: 520, LR: 560, RR: 560 },
    method: 'hub',
    targets: { front: 560, rear: 575 },
  };
  const load = () => doorsOf<PlannerApi>(() => import('@/workers/planner.worker'));

  test('the spread of a plan is drawn; a car nobody measured is refused in words at its field', async () => {
    const doors = await load();
    const spread = doors.spread(car, { front: 0.1, rear: 0.1 });
    if (!spread.ok) throw new Error(spread.message);
    const { LF } = spread.answer.corners;
    expect(LF.p10).toBeLessThan(LF.p50);
    expect(LF.p50).toBeLessThan(LF.p90);
    const refused = doors.find({ ...car, baseline: null }, [], 6, [], '');
    expect(refused).toMatchObject({
      ok: false,
      field: 'baseline',
      message: expect.stringMatching(/measure/) as string,
    });
  });

  test('parts are searched for, and what they cost in trouble is told with them', async () => {
    jest.resetModules();
    const doors = await load();
    const spacer = {
      ...freshPart('strutSpacer', 'front', 'spacer'),
      requires: [],
      excludes: [],
      cost: 18500,
      minutes: 150,
    };
    const block = {
      ...freshPart('block', 'rear', 'block'),
      requires: [],
      excludes: [],
      cost: 9900,
      minutes: 90,
    };
    const found = doors.find({ ...car, parts: [] }, [spacer, block] as never, 60, [], 'Ox');
    if (!found.ok) throw new Error(found.message);
    expect(found.answer.length).toBeGreaterThan(0);
    for (const plan of found.answer) {
      expect(plan.wholeError).toBeLessThanOrEqual(60);
      expect(plan.trouble.irreversible).toEqual([]);
      expect(new Set(plan.trouble.limits).size).toBe(plan.trouble.limits.length);
    }
    const none = doors.find({ ...car, targets: { front: null, rear: null } }, [], 6, [], '');
    expect(none).toMatchObject({ ok: false, field: 'targets' });
  });

  test('other ways to lift it are told an axle at a time; one that stays as it is has none', async () => {
    jest.resetModules();
    const doors = await load();
    const ways = doors.schools(car, { front: 40, rear: null });
    if (!ways.ok) throw new Error(ways.message);
    expect(ways.answer[0]!.length).toBeGreaterThan(1);
    expect(ways.answer[1]).toEqual([]);
  });
});
