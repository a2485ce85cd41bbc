import { RULES_EDITION, beginRun, forbidsDrive, judgeStep } from '@/core/procedure/engine';
import { judgeSupport } from '@/core/procedure/support';
import { foldOrder } from '@/contracts/fold';
import { takingBack, waysBack } from '@/contracts/taking-back';
import type { Entry } from '@/core/ledger/entries';
import { bothEndsRun } from '../support/library';
import { Tablet } from '../support/tablet';

const PEOPLE = { p: 'Brannoch', q: 'Ilse' };

/** A job under the rules of today, worked until a step answers. */
function worked(to: string, checks = true): Tablet {
  const tablet = new Tablet(bothEndsRun());
  tablet.checks = checks;
  (tablet.entries[0]!.data as { rules: number }).rules = RULES_EDITION;
  tablet.workTo((step) => step.id === to);
  return tablet;
}
const doneOf = (tablet: Tablet, stepId: string): Entry =>
  tablet.entries.findLast((entry) => entry.kind === 'step.done' && entry.data.stepId === stepId)!;
const voided = (tablet: Tablet, ...ids: string[]) =>
  ids.forEach((id, index) => {
    const last = tablet.entries.at(-1)!;
    tablet.entries.push({
      ...last,
      id: `void ${id} ${index}`,
      seq: last.seq + 1,
      kind: 'void',
      data: {},
      corrects: id,
      why: 'slip',
    } as Entry);
  });

/** A step that has been done and torques something, with what it torques. */
function torquingStep(tablet: Tablet) {
  const { run } = tablet.order;
  const step = tablet.document.steps.findLast((one) => one.torques?.length && run.done.has(one.id))!;
  return { step, fastenerId: step.torques![0]! };
}

describe('a step whose work is undone is open again', () => {
  test('a torque taken back opens the step that asked for it, and it is done again by its torque', () => {
    const tablet = worked('C/unchock');
    const { step, fastenerId } = torquingStep(tablet);
    const torques = tablet.order.state.torques.filter((entry) => entry.data.fastenerId === fastenerId);
    voided(tablet, ...torques.map((entry) => entry.id));
    expect(tablet.order.run.done.has(step.id)).toBe(false);
    expect(tablet.order.run.reopened.has(step.id)).toBe(true);
    const open = [...tablet.order.run.car.open];
    tablet.doStep(step);
    expect(tablet.order.run.done.has(step.id)).toBe(true);
    expect(tablet.order.run.reopened.size).toBe(0);
    // Done again it opens and raises nothing: it only puts right what was undone.
    expect([...tablet.order.run.car.open]).toEqual(open);
    expect(tablet.order.state.alarms).toEqual([]);
  });

  test('another value than the torque was taken by opens it again too', () => {
    const tablet = worked('C/unchock');
    const { step, fastenerId } = torquingStep(tablet);
    tablet.keep({
      kind: 'value',
      data: {
        fastenerId,
        place: 'p',
        kind: 'entered',
        nm: 33,
        angleDeg: null,
        source: 'the kit sheet',
        leadId: 'l',
      },
    });
    expect(tablet.order.run.done.has(step.id)).toBe(false);
  });

  test('jobs begun under older rules keep theirs', () => {
    const tablet = worked('C/unchock');
    (tablet.entries[0]!.data as { rules: number }).rules = 4;
    const { step, fastenerId } = torquingStep(tablet);
    voided(
      tablet,
      ...tablet.order.state.torques.filter((one) => one.data.fastenerId === fastenerId).map((one) => one.id),
    );
    expect(tablet.order.run.done.has(step.id)).toBe(true);
  });

  test('raised again after the chocks went, it says that it is chocked, and the step that takes them comes again', () => {
    const tablet = worked('C/unchock');
    tablet.doStep(tablet.document.steps.find((step) => step.id === 'C/unchock')!);
    const { document, run } = tablet.order;
    expect(judgeSupport(document, run, ['front'], 'raised')[0]!.message).toMatch(
      /Chock it first, and say so/,
    );
    expect(judgeSupport(document, run, ['front'], 'raised', RULES_EDITION, true)).toEqual([]);
    tablet.keep({
      kind: 'support',
      data: { support: { front: 'raised', rear: 'on-wheels' }, chocked: true },
    });
    expect(tablet.order.run.car.open).toContain('C/chocks');
    expect(tablet.order.run.done.has('C/unchock')).toBe(false);
    // Said where a step for it is still to do, it counts for nothing.
    const fresh = beginRun(document);
    expect(judgeSupport(document, fresh, ['front'], 'raised', RULES_EDITION, true)).not.toEqual([]);
  });
});

describe('what taking back would do is said before', () => {
  test('a closing step names what is open again and what cannot stand without it', () => {
    const tablet = worked('C/unchock');
    const { state } = tablet.order;
    const closing = tablet.document.steps.find(
      (step) =>
        state.run!.done.has(step.id) &&
        step.closes?.some(
          (id) => tablet.document.items.find((item) => item.id === id)!.closeBefore === 'ground',
        ),
    )!;
    const told = takingBack(tablet.entries, state, doneOf(tablet, closing.id).id, PEOPLE);
    expect(told.does.join(' ')).toMatch(/Open again: /);
    // It was lowered since, which the open thing forbids.
    expect(told.falls.length).toBeGreaterThan(0);
    voided(tablet, told.entryId, ...told.falls.map((one) => one.entryId));
    expect(tablet.order.state.alarms).toEqual([]);
    expect(foldOrder(tablet.entries, tablet.document).run!.done.has(closing.id)).toBe(false);
  });

  test('for a step with torques each torque is offered alone, with less undone', () => {
    const tablet = worked('C/unchock');
    const { step } = torquingStep(tablet);
    const [whole, ...single] = waysBack(
      tablet.entries,
      tablet.order.state,
      doneOf(tablet, step.id).id,
      PEOPLE,
    );
    expect(whole!.does.join(' ')).toMatch(/to be done again|To be done again/);
    expect(single).toHaveLength(step.torques!.length);
    expect(single[0]!.words).toMatch(/^Torqued /);
    expect(single[0]!.does.join(' ')).toMatch(/Loose again|Without its torque/);
  });
});

describe('a check that is owed', () => {
  test('leaves the step done, forbids driving on steering and brakes, and is given by nobody who torqued it', () => {
    const tablet = worked('C/unchock', false);
    const { document, run } = tablet.order;
    const owing = document.fasteners.filter((one) => run.fasteners.get(one.id)!.owesCheck);
    const critical = owing.filter(({ critical: what }) => what === 'steering' || what === 'brake');
    expect(critical.length).toBeGreaterThan(0);
    const refused = forbidsDrive(document, run).find((one) => one.code === 'check')!;
    expect(refused.refs.sort()).toEqual(critical.map((one) => one.id).sort());
    expect(forbidsDrive(document, run, undefined, 4).map((one) => one.code)).not.toContain('check');
    for (const { id } of owing) {
      expect(run.fasteners.get(id)!.takenBy).toEqual(['p']);
      const step = document.steps.find((one) => one.torques?.includes(id) && run.done.has(one.id))!;
      expect(judgeStep(document, run, step.id)[0]!.code).toBe('done');
    }
    for (const { id } of owing)
      tablet.keep({ kind: 'torque.checked', data: { fastenerId: id, place: 'p', checkerId: 'q' } });
    expect(forbidsDrive(document, tablet.order.run).map((one) => one.code)).not.toContain('check');
  });
});
