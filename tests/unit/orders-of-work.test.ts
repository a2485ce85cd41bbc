import { retorqueVisit } from '@/core/follow-up/visit';
import { checkProcedure } from '@/core/procedure/check';
import {
  type RunDocument,
  type RunState,
  applyStep,
  applySecondCheck,
  applyTorque,
  applyValue,
  beginRun,
  fastenerOf,
  judgeStep,
  judgeTorque,
} from '@/core/procedure/engine';
import { judgeSupport } from '@/core/procedure/support';
import type { Step } from '@/core/procedure/types';
import { drawsFrom } from '@/core/draws';
import { libraryFile, libraryIds, provedRun } from '../support/library';
import { ShopFloor } from '../support/shop-floor';

/**
 * Each job of the library worked in random orders that the engine allows: each comes to its end with the car whole, and an
 * onlooker who knows wheels, hubs, chocks and jacks, and nothing of the engine, finds nothing to stop.
 */

const ORDERS = 300;
/** So many of them on the axles the job names; asking those too takes its time. */
const ON_AXLES = 100;
const ORDERS_OF_A_WAY = 10;

const runOf = provedRun;

/** Every pass of a fastener, the angle too, where the car as it stands allows it. */
function torque(run: RunDocument, state: RunState, id: string): void {
  const fastener = fastenerOf(run, id);
  if (!state.fasteners.get(id)!.spec)
    applyValue(state, id, { kind: 'entered', spec: { nm: 90, source: 'the kit sheet' } });
  if (judgeTorque(run, state, id).length) return;
  const passes = fastener.passes ?? 1;
  const { angleDeg } = state.fasteners.get(id)!.spec!;
  for (let pass = 1; pass <= passes; pass += 1)
    applyTorque(run, state, id, { pass, moved: false, recheck: false });
  if (angleDeg !== undefined)
    applyTorque(run, state, id, { pass: passes, moved: false, recheck: false, angleDeg });
  // Somebody else stands by.
  applySecondCheck(state, id);
}

function tryStep(run: RunDocument, state: RunState, step: Step): boolean {
  const refused = () =>
    judgeStep(run, state, step.id).filter((one) => one.code !== 'untorqued' && one.code !== 'approval');
  if (refused().length) return false;
  if (step.irreversible) state.approved.add(step.id);
  for (const id of step.torques ?? []) torque(run, state, id);
  return judgeStep(run, state, step.id).length === 0;
}

/** One random order from the first step to the last. @returns the steps as they were done */
function work(run: RunDocument, draw: () => number): Step[] {
  const state = beginRun(run);
  const floor = new ShopFloor(run);
  const order: Step[] = [];
  let left = [...run.steps];
  while (left.length) {
    let done: Step | null = null;
    // What waits for a step that is not done is refused; asking for each of them again and again is most of the time.
    const untried = left.filter((step) =>
      (step.after ?? []).every((id) => state.done.has(id) || state.skipped.has(id)),
    );
    while (untried.length && !done) {
      const at = Math.floor(draw() * untried.length);
      const step = untried[at]!;
      untried[at] = untried[untried.length - 1]!;
      untried.pop();
      if (tryStep(run, state, step)) done = step;
    }
    if (!done)
      throw new Error(
        `no step left that may be done after ${order.map((one) => one.id).join(', ')}: ${left
          .map((one) => `${one.id} (${judgeStep(run, state, one.id).map((why) => why.message)})`)
          .join('; ')}`,
      );
    const step = done;
    applyStep(run, state, step.id, { entryId: step.id, at: '2026-04-14T15:00:00.000Z', personId: 'p' });
    floor.done(step);
    order.push(step);
    left = left.filter((one) => one !== step && !state.skipped.has(one.id));
  }
  expect([floor.wrong, floor.left()]).toEqual([[], []]);
  expect([[...state.car.open], [...state.car.loose.keys()]]).toEqual([[], []]);
  return order;
}

const HURTS = ['ground-with-open', 'drive-with-open', 'drive-with-loose', 'never-closed', 'never-torqued'];

function workMany(run: RunDocument, orders: number, seed: number): void {
  const draw = drawsFrom(seed);
  for (let round = 0; round < orders; round += 1) {
    const steps = work(run, draw).map((step) => ({ ...step, after: undefined }));
    if (round % 10 === 0) {
      const problems = checkProcedure({ ...run, steps }).filter(({ code }) => HURTS.includes(code));
      expect(problems).toEqual([]);
    }
  }
}

describe(`${ORDERS} random orders end whole, and an onlooker finds nothing to stop`, () => {
  test.each(libraryIds())('%s', (id) => {
    const onAxles = runOf(id);
    const { anatomies: _, ...bare } = onAxles;
    workMany(onAxles, ON_AXLES, 20260414);
    workMany(bare, ORDERS - ON_AXLES, 20261129);
  });
});

const ways = libraryIds().flatMap((id) => libraryFile(id).ways.map((way) => [id, way.id] as const));
test.each(ways)('%s by its way %s', (id, way) => workMany(runOf(id, [way]), ORDERS_OF_A_WAY, 7));

test('a re-torque visit of a car with spacers takes the wheels off for the bolts behind them', () => {
  const { fasteners } = runOf('wheels-tires-spacers');
  const plain = retorqueVisit(fasteners.filter((fastener) => fastener.recheck));
  expect(checkProcedure(plain)).toEqual([]);
  const run: RunDocument = { ...plain, sources: [], carried: { open: [], loose: {} } };
  const hidden = run.steps.filter((step) => step.torques?.some((id) => id.endsWith('.wheel-spacer')));
  expect(hidden.length).toBeGreaterThan(0);
  const draw = drawsFrom(5);
  for (let round = 0; round < 100; round += 1) {
    const order = work(run, draw).map((step) => step.id);
    const at = (id: string) => order.indexOf(id);
    for (const { id } of hidden) {
      expect(at('wheels-off')).toBeLessThan(at(id));
      expect(at(id)).toBeLessThan(at('wheels-on'));
    }
  }
});

describe('what must not be taken', () => {
  const takesWheelsOff = libraryIds().filter((id) =>
    libraryFile(id).steps.some((step) => step.id === 'wheels-off'),
  );

  test.each(takesWheelsOff)('%s: with a wheel off nothing lowers it, listed or not', (id) => {
    const run = runOf(id);
    const state = beginRun(run);
    for (const step of run.steps) {
      expect([step.id, tryStep(run, state, step)]).toEqual([step.id, true]);
      applyStep(run, state, step.id, { entryId: 'e', at: '2026-04-14T15:00:00.000Z', personId: 'p' });
      if (step.id === 'X/wheels-off') break;
    }
    const off = run.steps.find((step) => step.id === 'X/wheels-off')!;
    const ends = off.end === 'front' || off.end === 'rear' ? [off.end] : (['front', 'rear'] as const);
    for (const end of ends)
      expect(judgeSupport(run, state, [end], 'on-wheels').map((one) => one.code)).toContain('ground');
    for (const step of run.steps.filter((one) => one.sets === 'on-wheels' && !state.done.has(one.id)))
      expect(judgeStep(run, state, step.id).map((one) => one.code)).toContain('ground');
  });

  test('a run of before, which names no wheels: loosened and not snugged again, in the air, counts as off', () => {
    const { items, steps, ...rest } = runOf('rear-lift-block');
    const run: RunDocument = {
      ...rest,
      items: items.filter((item) => !item.place?.endsWith('.wheel')),
      steps: steps.map((step) => ({
        ...step,
        opens: step.opens?.filter((one) => !one.includes('roadwheel')),
        closes: step.closes?.filter((one) => !one.includes('roadwheel')),
      })),
    };
    const state = beginRun(run, 1);
    for (const step of run.steps) {
      tryStep(run, state, step);
      applyStep(run, state, step.id, { entryId: 'e', at: '2026-04-14T15:00:00.000Z', personId: 'p' });
      if (step.id === 'X/wheels-off') break;
    }
    expect(judgeSupport(run, state, ['rear'], 'on-wheels').map((one) => one.message)).toEqual([
      expect.stringMatching(/counts as off: Wheel nuts, left rear/),
    ]);
    // What is on record of such a job is judged by the rules it began under.
    expect(judgeSupport(run, state, ['rear'], 'on-wheels', state.rules)).toEqual([]);
    applyStep(run, state, 'X/wheels-on', { entryId: 'e', at: '2026-04-14T15:00:00.000Z', personId: 'p' });
    expect(judgeSupport(run, state, ['rear'], 'on-wheels')).toEqual([]);
  });

  test('it is not raised without its chocks, by step or by hand', () => {
    const run = runOf('rear-lift-block');
    const state = beginRun(run);
    expect(judgeSupport(run, state, ['rear'], 'raised').map((one) => one.message)).toEqual([
      expect.stringMatching(/Chock it first/),
    ]);
    expect(judgeStep(run, state, 'X/raise').map((one) => one.code)).toContain('after');
  });

  test('no lead’s word raises it without its chocks; what a job was allowed under earlier rules stays', () => {
    const run = runOf('rear-lift-block');
    const state = beginRun(run);
    state.lifted.add('X/raise');
    const now = judgeStep(run, state, 'X/raise');
    expect(now).toEqual([expect.objectContaining({ code: 'after', overridable: false })]);
    expect(now[0]!.message).toMatch(/Chock/);
    expect(judgeStep(run, state, 'X/raise', 3)).toEqual([]);
    // With its chocks in place the lead's word on the rest counts.
    state.car.open.add(run.items.find((item) => item.place?.endsWith('.chocks'))!.id);
    expect(judgeStep(run, state, 'X/raise')).toEqual([]);
  });
});
