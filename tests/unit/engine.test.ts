import fc from 'fast-check';
import {
  type RunDocument,
  type RunState,
  applySecondCheck,
  applyStep,
  applyTorque,
  beginRun,
  forbidsDrive,
  judgeStep,
  judgeTorque,
  nextSteps,
} from '@/core/procedure/engine';
import { endsOf } from '@/core/procedure/types';
import { bothEndsRun } from '../support/library';

const entry = { entryId: 'e', at: '2026-04-14T18:00:00.000Z', personId: 'p' };

function torqueFully(run: RunDocument, state: RunState, id: string, checks = true): void {
  const passes = run.fasteners.find((fastener) => fastener.id === id)!.passes ?? 1;
  for (let pass = 1; pass <= passes; pass += 1)
    applyTorque(run, state, id, { pass, moved: false, recheck: false });
  // Somebody else stands by.
  if (state.fasteners.get(id)!.owesCheck && checks) applySecondCheck(state, id);
}

/** Works in the listed order up to and without a step. */
function workUntil(run: RunDocument, state: RunState, stop: string): void {
  for (const step of run.steps) {
    if (step.id === stop) return;
    for (const id of step.torques ?? []) torqueFully(run, state, id);
    state.approved.add(step.id);
    expect(judgeStep(run, state, step.id)).toEqual([]);
    applyStep(run, state, step.id, entry);
  }
}

const codes = (refused: { code: string }[]) => refused.map((reason) => reason.code);

describe('the live engine', () => {
  const run = bothEndsRun();

  test('walks the listed order to the end with nothing left', () => {
    const state = beginRun(run);
    workUntil(run, state, 'nowhere');
    expect(nextSteps(run, state)).toEqual([]);
    expect(state.car.open.size).toBe(0);
    expect(forbidsDrive(run, state)).toEqual([]);
  });

  test('refuses to lower with a ground item open and names it', () => {
    const state = beginRun(run);
    workUntil(run, state, 'J/hose-on');
    for (const step of run.steps.slice(run.steps.findIndex((s) => s.id === 'J/hose-on') + 1)) {
      if (step.id === 'C/lower') break;
      for (const id of step.torques ?? []) torqueFully(run, state, id);
      applyStep(run, state, step.id, entry);
    }
    const refused = judgeStep(run, state, 'C/lower');
    expect(codes(refused)).toContain('ground');
    expect(refused.find((reason) => reason.code === 'ground')).toMatchObject({
      refs: ['J/hose'],
      overridable: false,
      message: expect.stringContaining('Rear brake-hose bracket'),
    });
  });

  test('an unmet after is the lead’s to lift; the wrong support is nobody’s', () => {
    const state = beginRun(run);
    const refused = judgeStep(run, state, 'C/joint-part-L');
    expect(refused.find((reason) => reason.code === 'after')).toMatchObject({ overridable: true });
    expect(refused.find((reason) => reason.code === 'support')).toMatchObject({ overridable: false });
    state.lifted.add('C/joint-part-L');
    expect(codes(judgeStep(run, state, 'C/joint-part-L'))).toEqual(['support']);
  });

  test('other safe orders are taken: the rear may come apart before the front', () => {
    const state = beginRun(run);
    workUntil(run, state, 'C/sensor-off-L');
    expect(judgeStep(run, state, 'J/cable-off-R')).toEqual([]);
    applyStep(run, state, 'J/cable-off-R', entry);
    expect(judgeStep(run, state, 'C/sensor-off-L')).toEqual([]);
  });

  test('a bonded bush gets no last torque hanging', () => {
    const state = beginRun(run);
    workUntil(run, state, 'C/wheels-on');
    expect(codes(judgeTorque(run, state, 'C/arm-L'))).toEqual(['support']);
    applyTorque(run, state, 'C/arm-L', { pass: 1, moved: false, recheck: false });
    expect(state.fasteners.get('C/arm-L')).toMatchObject({ stripe: 'thin', torqued: false });
  });

  test('the stripe is full only after the last pass, double after somebody else’s check', () => {
    const state = beginRun(run);
    workUntil(run, state, 'J/ubolt-torque');
    for (const pass of [1, 2]) {
      applyTorque(run, state, 'J/ubolt-L', { pass, moved: false, recheck: false });
      expect(state.fasteners.get('J/ubolt-L')).toMatchObject({ stripe: 'thin', torqued: false });
    }
    applyTorque(run, state, 'J/ubolt-L', { pass: 3, moved: false, recheck: false });
    expect(state.fasteners.get('J/ubolt-L')).toMatchObject({
      stripe: 'full',
      torqued: true,
      owesCheck: true,
    });
    applySecondCheck(state, 'J/ubolt-L');
    expect(state.fasteners.get('J/ubolt-L')).toMatchObject({ stripe: 'double', owesCheck: false });
  });

  test('driving is refused while anything is open, loose or has no torque', () => {
    const state = beginRun(run);
    workUntil(run, state, 'C/link-torque');
    expect(codes(forbidsDrive(run, state))).toEqual(expect.arrayContaining(['drive', 'loose']));
    const fresh = beginRun(run);
    expect(codes(forbidsDrive(run, fresh))).toEqual(['untorqued']);
  });

  test('what an earlier visit left open or loose counts from the start', () => {
    const carried = { ...run, carried: { open: ['C/link-L'], loose: { 'J/ubolt-L': 'snug' as const } } };
    const state = beginRun(carried);
    expect(codes(forbidsDrive(carried, state))).toEqual(expect.arrayContaining(['drive', 'loose']));
    expect(state.fasteners.get('J/ubolt-L')!.stripe).toBe('thin');
  });

  test('an irreversible step waits for the lead’s yes', () => {
    const trimmed = bothEndsRun({ front: ['studs-trimmed'] });
    const state = beginRun(trimmed);
    workUntil(trimmed, state, 'C/trim-L');
    state.approved.clear();
    expect(codes(judgeStep(trimmed, state, 'C/trim-L'))).toEqual(['approval']);
  });

  test('whatever order is tried, no lowering and no drive is allowed that would hurt', () => {
    const ids = run.steps.map((step) => step.id);
    const items = new Map(run.items.map((item) => [item.id, item]));
    fc.assert(
      fc.property(fc.array(fc.nat(ids.length - 1), { minLength: 200, maxLength: 900 }), (picks) => {
        const state = beginRun(run);
        for (const pick of picks) {
          const step = run.steps[pick]!;
          for (const id of step.torques ?? []) {
            if (judgeTorque(run, state, id).length === 0) torqueFully(run, state, id);
          }
          if (judgeStep(run, state, step.id).length) continue;
          const before = { ...state.car.support };
          applyStep(run, state, step.id, entry);
          for (const end of endsOf(step)) {
            if (step.sets !== 'on-wheels' || before[end] === 'on-wheels') continue;
            const hurt = [...state.car.open].map((id) => items.get(id)!);
            expect(hurt.filter((item) => item.closeBefore === 'ground' && item.end === end)).toEqual([]);
          }
          if (step.drive) {
            expect(state.car.support).toEqual({ front: 'on-wheels', rear: 'on-wheels' });
            expect(state.car.loose.size).toBe(0);
            const open = [...state.car.open].map((id) => items.get(id)!.closeBefore);
            expect(open.filter((before) => before !== 'handoff')).toEqual([]);
          }
        }
      }),
      { numRuns: 150, seed: 20260414 },
    );
  });
});
