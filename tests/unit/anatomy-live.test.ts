import {
  RULES_EDITION,
  type RunDocument,
  type RunState,
  applyStep,
  applyTorque,
  applyValue,
  beginRun,
  fastenerOf,
  judgeStep,
  judgeTorque,
} from '@/core/procedure/engine';
import { underTheCar } from '@/core/procedure/under-the-car';
import { applySupport, judgeSupport } from '@/core/procedure/support';
import type { Step } from '@/core/procedure/types';
import { drawsFrom } from '@/core/draws';
import { AxleOnlooker } from '../support/axle-onlooker';
import { anatomies, libraryFile, libraryIds, provedRun } from '../support/library';

/**
 * The jobs of the library with everything that says what comes before what taken out: hands do what they like, in any order,
 * raise and hold by themselves. What the engine then still allows pulls no line, lets no loaded spring go, drops nothing heavy.
 */

const ROUNDS = 10;
const MOVES = 90;

const lawless = (id: string): RunDocument => {
  const run = provedRun(id);
  const steps = run.steps.map(({ after: _, needs: __, irreversible: ___, ...step }): Step => step);
  return { ...run, steps };
};

function torqueAll(run: RunDocument, state: RunState, step: Step): void {
  for (const id of step.torques ?? []) {
    const fastener = fastenerOf(run, id);
    if (!state.fasteners.get(id)!.spec)
      applyValue(state, id, { kind: 'entered', spec: { nm: 90, source: 'the kit sheet' } });
    if (judgeTorque(run, state, id).length) continue;
    for (let pass = 1; pass <= (fastener.passes ?? 1); pass += 1)
      applyTorque(run, state, id, { pass, moved: false, recheck: false });
  }
}

const proved = libraryIds().filter((id) => libraryFile(id).anatomy);

/** Random hands on a job by the rules of an edition. @returns what was done, what the axle refused, what the onlookers saw wrong */
function hands(id: string, edition: number, rounds: number) {
  const run = lawless(id);
  const draw = drawsFrom(20261129);
  const seen = { done: 0, refused: 0, wrong: [] as string[] };
  for (let round = 0; round < rounds; round += 1) {
    const state = beginRun(run);
    const eyes = (['front', 'rear'] as const).flatMap((end) => {
      const found = anatomies.find((one) => one.id === run.anatomy?.[end]);
      return found ? [new AxleOnlooker(found, end, run)] : [];
    });
    for (let move = 0; move < MOVES; move += 1) {
      // Nearly always a step near the front of what is left, sometimes any.
      const left = run.steps.filter((step) => !state.done.has(step.id));
      if (!left.length) break;
      const step = left[Math.floor(draw() * Math.min(left.length, draw() < 0.2 ? left.length : 6))]!;
      const against = () => judgeStep(run, state, step.id, edition);
      const refused = against().filter((one) => one.code !== 'untorqued');
      seen.refused += refused.filter((one) => one.code === 'anatomy').length;
      if (refused.length) {
        // What does not touch the axle alone is passed over, as hands in a hurry do.
        if (refused.every((one) => one.code !== 'anatomy') && draw() < 0.3) state.skipped.add(step.id);
        continue;
      }
      torqueAll(run, state, step);
      if (against().length) continue;
      applyStep(run, state, step.id, { entryId: step.id, at: '2026-04-14T15:00:00.000Z', personId: 'p' });
      seen.done += 1;
      for (const eye of eyes) eye.done(step);
    }
    seen.wrong.push(...eyes.flatMap(({ wrong }) => wrong));
  }
  return seen;
}

let refusedByAxle = 0;
test.each(proved)('%s: whatever hands do, no line is pulled, no spring let go, nothing heavy falls', (id) => {
  const { done, refused, wrong } = hands(id, RULES_EDITION, ROUNDS);
  expect([id, wrong]).toEqual([id, []]);
  expect(done).toBeGreaterThan(ROUNDS * 10);
  refusedByAxle += refused;
});

test('the axle had its say, and by the rules from before it the onlooker finds what hurts', () => {
  expect(refusedByAxle).toBeGreaterThan(500);
  for (const id of ['rear-leaf-shackles', 'front-leaf-springs', 'lowering']) {
    const { wrong } = hands(id, 5, 4);
    expect([id, wrong.length > 0]).toEqual([id, true]);
  }
});

test('a car held by hand is let down by hand only as far as its hose reaches', () => {
  const run = lawless('rear-leaf-shackles');
  const state = beginRun(run);
  const all = { front: 'on-wheels', rear: 'raised' } as const;
  for (const step of ['chock', 'ease', 'raise', 'wheels-off', 'hold', 'free-L', 'free-R']) {
    expect([step, judgeStep(run, state, `X/${step}`)]).toEqual([step, []]);
    applyStep(run, state, `X/${step}`, { entryId: step, at: '2026-04-14T15:00:00.000Z', personId: 'p' });
  }
  // Its dampers are off and its hose is on: the jack is not let go.
  expect(
    judgeSupport(run, state, ['rear'], 'raised').map(({ code, message }) => [code, message]),
  ).toContainEqual([
    'anatomy',
    'The rear brake hose reaches 110 mm of drop and the wheel hangs 130 mm: free it first, at its bracket or plug.',
  ]);
  // Rules of before knew no axle: what was done under them is not refused now.
  expect(judgeSupport(run, state, ['rear'], 'raised', 5).filter(({ code }) => code === 'anatomy')).toEqual(
    [],
  );
  applyStep(run, state, 'X/lines-free', { entryId: 'l', at: '2026-04-14T15:00:00.000Z', personId: 'p' });
  applyStep(run, state, 'X/shackle-ease', { entryId: 'e', at: '2026-04-14T15:00:00.000Z', personId: 'p' });
  // Free of its lines it may hang as low as its leaves let it, but for the eye that nobody eased.
  const left = judgeSupport(run, state, ['rear'], 'raised').filter(({ code }) => code === 'anatomy');
  expect(left.map(({ refs }) => refs[0])).toEqual(['rear.left.leaf-eye', 'rear.right.leaf-eye']);
  applySupport(run, state, all, null);
  expect(state.hang.rear.drop.LR).toBe(130);
});

describe('under the car', () => {
  const at = '2026-04-14T15:00:00.000Z';
  const worked = (id: string, until: string) => {
    const run = provedRun(id);
    const state = beginRun(run);
    for (const step of run.steps) {
      if (step.id === `X/${until}`) break;
      torqueAll(run, state, step);
      applyStep(run, state, step.id, { entryId: step.id, at, personId: 'p' });
    }
    return { run, state };
  };

  test('of all joints on the way out those that are closed are told, also what no step loosens', () => {
    const { run, state } = worked('lowering', 'f-part-L');
    const seen = underTheCar(run, state, 'front')!;
    expect(seen.hangs).toEqual([
      { side: 'left', mm: 90 },
      { side: 'right', mm: 90 },
    ]);
    expect(seen.carried).toEqual(['Left front lower arm: jack', 'Right front lower arm: jack']);
    expect(seen.wayOut).toEqual([
      {
        body: 'left front coil',
        title: 'lower joint apart, arm down on its jack',
        joints: [
          { id: 'front.left.coil-seat', name: 'Left front coil in its lower seat', state: 'closed' },
          { id: 'front.left.coil-top', name: 'Left front coil in its upper seat', state: 'closed' },
          { id: 'front.left.lower-ball-joint', name: 'Left front lower ball joint', state: 'closed' },
        ],
      },
    ]);
    expect(seen.lines).toContainEqual({ name: 'Left front brake hose', reach: 110 });
    // The rear of the same run is another axle.
    expect(underTheCar(run, state, 'rear')!.wayOut).toEqual([]);
  });

  test('what only turns is told apart from what is closed, and lines that were freed are not told', () => {
    const { run, state } = worked('strut-top-spacer', 'strut-out-L');
    const seen = underTheCar(run, state, 'front')!;
    expect(seen.wayOut[0]!.body).toBe('left front coilover');
    expect(seen.wayOut[0]!.joints).toContainEqual({
      id: 'front.left.strut-foot',
      name: 'Left front coilover foot',
      state: 'eased',
    });
    expect(seen.lines.map(({ name }) => name)).not.toContain('Left front brake hose');
  });

  test('on its wheels nothing hangs; a run without an anatomy says nothing', () => {
    const { run, state } = worked('lowering', 'chock');
    expect(underTheCar(run, state, 'front')).toMatchObject({ hangs: [], carried: [] });
    const { anatomies: _, ...bare } = run;
    expect(underTheCar(bare, beginRun(bare), 'front')).toBeNull();
    expect(underTheCar(provedRun('strut-top-spacer'), state, 'rear')).toBeNull();
  });
});
