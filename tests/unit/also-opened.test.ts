import { takingBack } from '@/contracts/taking-back';
import { foldOrder, foldOnto } from '@/contracts/fold';
import { lessonOfOpened } from '@/core/ledger/also-opened';
import { type AlsoOpenedInput, alsoOpenedMove } from '@/core/moves/also-opened';
import { besideRun, openablesAt } from '@/core/procedure/openables';
import { RULES_EDITION, forbidsDrive, nextSteps } from '@/core/procedure/engine';
import { withoutEntryWork } from '@/core/procedure/entry-work';
import { redoSteps } from '@/core/procedure/redo';
import type { RunDocument } from '@/core/procedure/run-state';
import { libraryFile, libraryIds, provedRun } from '../support/library';
import { refusedBy } from '../support/refused';
import { Tablet } from '../support/tablet';

const picked = (thing: string, how: AlsoOpenedInput['how'], more: Partial<AlsoOpenedInput> = {}) => ({
  thing,
  typed: null,
  how,
  stepId: null,
  already: false,
  ...more,
});

const open = (tablet: Tablet, input: AlsoOpenedInput) => {
  tablet.keep(...alsoOpenedMove(tablet.order, input, tablet.mover));
};
/** Everything the procedure itself opens is done, and the car is on its wheels for the last torques. */
const onWeight = () => {
  const tablet = new Tablet(provedRun('strut-top-spacer'), RULES_EDITION);
  tablet.workTo((step) => step.phase === 'on-wheels' && Boolean(step.torques?.length));
  return tablet;
};
const drives = (tablet: Tablet) => forbidsDrive(tablet.document, tablet.order.run).map(({ code }) => code);

describe('a thing no step lists', () => {
  test('a joint eased becomes a fastener without a value, loose, and its step torques it', () => {
    const tablet = onWeight();
    const before = tablet.document.fasteners.length;
    expect(tablet.document.fasteners.some(({ place }) => place === 'front.left.upper-arm-pivots')).toBe(
      false,
    );
    open(tablet, picked('joint front.left.upper-arm-pivots', 'eased'));
    const { document, run, state } = tablet.order;
    expect(document.fasteners).toHaveLength(before + 1);
    const fastener = document.fasteners.at(-1)!;
    expect(fastener).toMatchObject({
      id: 'also/front.left.upper-arm-pivots',
      corner: 'LF',
      end: 'front',
      spec: null,
      recheck: 'chassis',
    });
    expect(run.car.loose.get(fastener.id)).toBe('loosened');
    expect(run.fasteners.get(fastener.id)).toMatchObject({ stripe: 'broken', valueKind: 'missing' });
    expect(drives(tablet)).toContain('loose');
    expect(state.alarms).toEqual([]);
    const closer = document.steps.find((step) => step.torques?.includes(fastener.id))!;
    expect(closer).toMatchObject({ phase: 'reassemble', corner: 'LF' });
    expect(nextSteps(document, run)[0]!.step.id).toBe(closer.id);
    tablet.torqueAll(fastener.id);
    tablet.doStep(closer);
    expect(tablet.order.run.car.loose.has(fastener.id)).toBe(false);
    expect(tablet.order.run.fasteners.get(fastener.id)!.stripe).toBe('full');
  });

  test('what sets the alignment is snugged now and torqued at the rack', () => {
    const tablet = new Tablet(provedRun('subframe-spacers'), RULES_EDITION);
    open(tablet, picked('joint rear.right.toe-link', 'eased'));
    const steps = tablet.document.steps.filter(({ id }) => id.startsWith('also/'));
    expect(steps.map(({ phase }) => phase)).toEqual(['reassemble', 'align']);
    const { id } = tablet.document.fasteners.at(-1)!;
    expect(id).toMatch(/^also\/rear\.right\./);
    expect(steps[0]!.snugs).toEqual([id]);
    expect(steps[1]).toMatchObject({ torques: [id], needs: ['on-wheels'] });
  });

  test('a plug pulled keeps it from being driven, and one step puts it back', () => {
    const tablet = onWeight();
    open(tablet, picked('line front.center.actuator'.replace('center.', ''), 'unplugged'));
    const item = tablet.document.items.at(-1)!;
    expect(item).toMatchObject({ kind: 'wire', closeBefore: 'drive', place: 'front.center.axle-actuator' });
    expect(drives(tablet)).toContain('drive');
    const closer = tablet.document.steps.find((step) => step.closes?.includes(item.id))!;
    tablet.doStep(closer);
    expect(tablet.order.run.car.open.has(item.id)).toBe(false);
    expect(tablet.document.steps.filter((step) => step.closes?.includes(item.id))).toHaveLength(1);
  });

  test('what the run lists already gets no second name, and the step that closed it opens again', () => {
    const tablet = onWeight();
    const had = tablet.document.fasteners.find(({ place }) => place === 'front.left.upper-ball-joint')!;
    const closer = tablet.document.steps.find((step) => step.torques?.includes(had.id))!;
    expect(tablet.order.run.done.has(closer.id)).toBe(true);
    open(tablet, picked('joint front.left.upper-ball-joint', 'eased'));
    const { document, run } = tablet.order;
    expect(document.fasteners.filter(({ place }) => place === had.place)).toHaveLength(1);
    expect(run.car.loose.get(had.id)).toBe('loosened');
    expect(run.reopened.has(closer.id)).toBe(true);
    expect(run.fasteners.get(had.id)!.torqued).toBe(false);
    // Its cotter pin is out with it.
    expect(run.car.open.has(`${had.id}.pin`)).toBe(true);
  });

  test('by rules under which a step stays done, what is opened again has a step of its own', () => {
    const tablet = new Tablet(provedRun('strut-top-spacer'), 4);
    tablet.workTo((step) => step.phase === 'on-wheels' && Boolean(step.torques?.length));
    open(tablet, picked('joint front.left.upper-ball-joint', 'eased'));
    const own = tablet.document.steps.filter(({ id }) => id.startsWith('also/'));
    expect(own).toHaveLength(1);
    expect(own[0]!.torques).toHaveLength(1);
    expect(own[0]!.closes).toEqual([`${own[0]!.torques![0]}.pin`]);
  });

  test('what is written in by hand has a place of its own, the same for the same words', () => {
    const tablet = onWeight();
    const typed = { name: 'Tunnel brace bolt', kind: 'bolt or nut', end: 'rear', corner: 'RR' } as const;
    open(tablet, { ...picked('', 'eased'), thing: null, typed });
    const fastener = tablet.document.fasteners.at(-1)!;
    expect(fastener).toMatchObject({ place: 'rear.right.also-tunnel-brace-bolt', name: 'Tunnel brace bolt' });
    expect(refusedBy(() => open(tablet, { ...picked('', 'eased'), thing: null, typed })).code).toBe(
      'open-already',
    );
    const cover = { name: 'Splash shield', kind: 'cover', end: 'front', corner: null } as const;
    open(tablet, { ...picked('', 'out'), thing: null, typed: cover });
    expect(tablet.document.items.at(-1)).toMatchObject({ kind: 'cover', closeBefore: 'drive' });
    expect(refusedBy(() => open(tablet, { ...picked('', 'out'), thing: null })).code).toBe('say-what');
    expect(refusedBy(() => open(tablet, picked('joint front.left.nothing', 'out'))).code).toBe('no-thing');
  });

  test('apart on the car that hangs on it: refused, and written down with a task when it is off already', () => {
    const tablet = new Tablet(provedRun('strut-top-spacer'), RULES_EDITION);
    tablet.workTo(({ id }) => id === 'X/joint-part-L');
    // Nothing is on the coil: its center nut lets it go.
    const other = picked('joint front.right.center-nut', 'out');
    const refused = refusedBy(() => open(tablet, other));
    expect(refused).toMatchObject({ code: 'confirm', field: 'already' });
    expect(refused.message).toMatch(/^Not now\. /);
    open(tablet, { ...other, already: true });
    const { state, run } = tablet.order;
    expect(state.alsoOpened.at(-1)!.data.against).toHaveLength(1);
    expect(state.conflicts.tasks.at(-1)!.entry.data).toMatchObject({ about: 'opened' });
    expect(state.conflicts.tasks.at(-1)!.entry.data.words).toContain('look at the car');
    expect(run.car.loose.get('also/front.right.strut-center-nut')).toBe('loosened');
  });
});

describe('in the record', () => {
  const tablet = onWeight();
  open(tablet, picked('joint front.left.upper-arm-pivots', 'eased', { stepId: 'X/final-arm' }));
  const id = 'also/front.left.upper-arm-pivots';
  tablet.torqueAll(id);
  tablet.doStep(tablet.document.steps.find((step) => step.torques?.includes(id))!);

  test('it is proposed for the procedure, at its step, and goes with the entry', () => {
    const [lesson] = tablet.order.state.alsoOpened.flatMap(lessonOfOpened);
    expect(lesson!.data).toMatchObject({
      about: 'a step missing',
      procedureId: 'strut-top-spacer',
      stepId: 'final-arm',
      standing: 'proven here',
    });
    expect(lesson!.data.text).toContain('left front, eased');
  });
  test('folded one by one and all at once, on a run that has it or not, it is the same', () => {
    const whole = tablet.order.state;
    const began = foldOrder(tablet.entries.slice(0, 1), withoutEntryWork(whole.document!));
    const onto = foldOnto(began, tablet.entries.slice(1))!;
    expect(onto.document!.steps.map((step) => step.id)).toEqual(whole.document!.steps.map((step) => step.id));
    expect(onto.run!.done.size).toBe(whole.run!.done.size);
    const again = foldOrder(tablet.entries, whole.document);
    expect(again.document!.fasteners.map((one) => one.id)).toEqual(
      whole.document!.fasteners.map((one) => one.id),
    );
  });
  test('taken back, what speaks of it falls with it, and nothing of it is left', () => {
    const entry = tablet.entries.find(({ kind }) => kind === 'also.opened')!;
    const { falls } = takingBack(tablet.entries, tablet.order.state, entry.id, {});
    const kinds = falls.map((one) => tablet.entries.find(({ id: entryId }) => entryId === one.entryId)!.kind);
    expect(new Set(kinds)).toEqual(new Set(['value', 'torque', 'step.done']));
  });
  test('a run is kept as its procedures make it, and the end done again does not do it again', () => {
    const own = withoutEntryWork(tablet.document);
    expect(
      [...own.items, ...own.fasteners, ...own.steps].some(({ id: one }) => one.startsWith('also/')),
    ).toBe(false);
    expect(withoutEntryWork(own)).toBe(own);
    expect(redoSteps(tablet.document, 'front', 1).some(({ id: one }) => one.includes('also/'))).toBe(false);
  });
});

describe('what is known beside the run', () => {
  const run = provedRun('strut-top-spacer');
  const files = libraryIds().map(libraryFile);
  const beside = besideRun(
    run,
    files,
    new Map([['front.left.lower-arm-pivots', { nm: 130, source: 'kept' }]]),
  );
  const withBeside: RunDocument = { ...run, beside };

  test('each place of its axles that other procedures name, once, with what the shop keeps for it', () => {
    const places = beside.fasteners.map(({ place }) => place);
    expect(new Set(places).size).toBe(places.length);
    expect(places.every((place) => !run.fasteners.some((one) => one.place === place))).toBe(true);
    expect(beside.fasteners.every(({ mate }) => mate === undefined)).toBe(true);
    expect(beside.fasteners.length).toBeGreaterThan(3);
  });
  test('and what is opened of it has its own count, lock and name', () => {
    const known = beside.fasteners.find(({ place }) => place === 'front.left.tie-rod-end')!;
    const tablet = new Tablet(withBeside, RULES_EDITION);
    tablet.workTo((step) => step.phase === 'teardown');
    open(tablet, picked('joint front.left.tie-rod-end', 'eased'));
    expect(known.lock).toBe('cotter');
    expect(tablet.document.fasteners.at(-1)).toMatchObject({ name: known.name, count: known.count });
    expect(tablet.order.run.car.open.has('also/front.left.tie-rod-end.pin')).toBe(true);
  });
  test('everything on both ends that may be opened is named once, and can be', () => {
    for (const id of libraryIds().filter((one) => libraryFile(one).anatomy)) {
      const tablet = new Tablet(provedRun(id), RULES_EDITION);
      for (const end of ['front', 'rear'] as const) {
        const things = openablesAt(tablet.document, tablet.order.run, end);
        expect(new Set(things.map((thing) => thing.id)).size).toBe(things.length);
        for (const { id: thing, hows } of things)
          for (const how of hows) {
            const made = alsoOpenedMove(tablet.order, picked(thing, how, { already: true }), tablet.mover);
            expect(made[0]!.kind).toBe('also.opened');
          }
      }
    }
  });
});
