import fc from 'fast-check';
import { checkProcedure } from '@/core/procedure/check';
import type { Entry } from '@/core/ledger/entries';
import { foldOnto, foldOrder } from '@/contracts/fold';
import { assembleRun } from '@/core/procedure/assemble';
import {
  type RunDocument,
  type RunState,
  RULES_EDITION,
  judgeStep,
  judgeTorque,
} from '@/core/procedure/engine';
import { judgeSupport } from '@/core/procedure/support';
import type { OneEnd, Step } from '@/core/procedure/types';
import { libraryIds, valuedFile } from '../support/library';

/**
 * Random work on each procedure of the library: steps in any order, skipped, taken back, recorded late; torques taken or
 * not; ends raised and lowered by the control. Whatever the live engine allowed is then written out as a plain procedure
 * in the order it happened and walked by the checker, which knows nothing of the engine.
 */

const START = Date.parse('2026-04-14T15:00:00.000Z');
let count = 0;

function entryOf(kind: Entry['kind'], data: object, at: number): Entry {
  count += 1;
  return {
    id: `e${count}`,
    chain: 'c',
    seq: count,
    kind,
    at: new Date(START + at * 60_000).toISOString(),
    receivedAt: new Date(START + at * 60_000).toISOString(),
    personId: 'p',
    deviceId: 'd',
    deviceSeq: count,
    corrects: null,
    why: null,
    data,
  } as Entry;
}

const runOf = (id: string): RunDocument => ({
  ...assembleRun([{ procedure: valuedFile(id), hash: id, prefix: 'X', ways: [] }], {}),
  carried: { open: [], loose: {} },
});

/** A run that begins under the rules of today. */
const NOW = { documentHash: 'h', planVersion: null, rules: RULES_EDITION };

interface Move {
  pick: number;
  kind: 'step' | 'next' | 'torque' | 'support' | 'void' | 'late';
  end: OneEnd;
  up: boolean;
}

const move: fc.Arbitrary<Move> = fc.record({
  pick: fc.nat(10_000),
  kind: fc.oneof(
    { weight: 8, arbitrary: fc.constant('step' as const) },
    { weight: 60, arbitrary: fc.constant('next' as const) },
    { weight: 8, arbitrary: fc.constant('torque' as const) },
    { weight: 2, arbitrary: fc.constant('support' as const) },
    { weight: 1, arbitrary: fc.constant('void' as const) },
    { weight: 1, arbitrary: fc.constant('late' as const) },
  ),
  end: fc.constantFrom('front' as const, 'rear' as const),
  up: fc.boolean(),
});

/** A stretch of allowed work as a plain procedure: what the checker is given. */
function asProcedure(run: RunDocument, entries: readonly Entry[]): { steps: Step[] } {
  const gone = new Set(entries.filter((entry) => entry.kind === 'void').map((entry) => entry.corrects));
  const before = new Set<string>();
  const steps = entries
    .filter((entry) => !gone.has(entry.id))
    .flatMap((entry, index): Step[] => {
      const plain = { id: `w${index}`, phase: 'fit' as const, do: '', minutes: 1 };
      if (entry.kind === 'step.done') {
        const step = run.steps.find((one) => one.id === entry.data.stepId)!;
        // Torques are entries of their own here, as they are in the bay; what is done again only closes.
        const again = before.has(step.id)
          ? { opens: undefined, loosens: undefined, snugs: undefined, sets: undefined }
          : {};
        before.add(step.id);
        return [{ ...step, ...plain, end: step.end, after: undefined, torques: undefined, ...again }];
      }
      if (entry.kind === 'support')
        return (['front', 'rear'] as const).map((end) => ({
          ...plain,
          id: `w${index}${end}`,
          end,
          sets: entry.data.support[end],
        }));
      return [];
    });
  return { steps };
}

const HURTS = ['ground-with-open', 'drive-with-open'];

/** What is open or loose although no step is left that would close or torque it. */
function withoutStep(run: RunDocument, { car, done, skipped, fasteners }: RunState): string[] {
  const left = run.steps.filter((step) => !done.has(step.id) && !skipped.has(step.id));
  const has = (field: 'closes' | 'torques', id: string) =>
    run.steps.some((step) => step[field]?.includes(id));
  return [
    ...[...car.open].filter((id) => has('closes', id) && !left.some((step) => step.closes?.includes(id))),
    ...[...fasteners]
      .filter(([id, now]) => has('torques', id) && !now.torqued)
      .map(([id]) => id)
      .filter((id) => !left.some((step) => step.torques?.includes(id))),
  ];
}

/** What all plays of a procedure came to: a play that never lowers or drives proves nothing about either. */
interface Reached {
  lowered: number;
  driven: number;
}

function play(run: RunDocument, moves: Move[], reached: Reached): void {
  const entries: Entry[] = [entryOf('run.start', NOW, 0)];
  let state = foldOrder(entries, run);
  let at = 0;
  const add = (kind: Entry['kind'], data: object, when = at) => {
    entries.push(entryOf(kind, data, when));
    state = foldOrder(entries, run);
  };
  const live = (): RunState => state.run!;
  const tryStep = (step: Step, when: number) => {
    if (step.irreversible && !live().approved.has(step.id))
      add('approval', { stepId: step.id, approverId: 'l' });
    const before = { ...live().car.support };
    if (judgeStep(run, live(), step.id).length) return;
    const openBefore = [...live().car.open];
    const loose = [...live().car.loose.keys()];
    add('step.done', { stepId: step.id, measured: null, note: null }, when);
    const items = new Map(run.items.map((item) => [item.id, item]));
    if (step.sets === 'on-wheels' && when === at) {
      const lowered = (['front', 'rear'] as const).filter(
        (end) => before[end] !== 'on-wheels' && live().car.support[end] === 'on-wheels',
      );
      const hurt = openBefore.filter(
        (id) =>
          !step.closes?.includes(id) &&
          items.get(id)!.closeBefore === 'ground' &&
          lowered.includes(items.get(id)!.end as OneEnd),
      );
      expect([step.id, hurt]).toEqual([step.id, []]);
      if (lowered.length) reached.lowered += 1;
    }
    if (step.drive && when === at) {
      expect([step.id, before]).toEqual([step.id, { front: 'on-wheels', rear: 'on-wheels' }]);
      expect([step.id, loose]).toEqual([step.id, []]);
      const open = openBefore.filter((id) => items.get(id)!.closeBefore !== 'handoff');
      expect([step.id, open]).toEqual([step.id, []]);
      reached.driven += 1;
    }
  };
  for (const { pick, kind, end, up } of moves) {
    at += 1;
    // A job that stands under an alarm takes no further step until somebody has looked.
    if (state.alarms.length) return;
    if (kind === 'step') tryStep(run.steps[pick % run.steps.length]!, at);
    if (kind === 'next') {
      const undone = run.steps.filter((step) => !live().done.has(step.id));
      // Mostly the next, at times the one after: a step is skipped.
      const step = undone[pick % 9 === 0 ? 1 : 0];
      if (!step) continue;
      for (const id of step.torques ?? []) {
        if (pick % 13 === 0 || judgeTorque(run, live(), id).length) continue;
        const fastener = run.fasteners.find((one) => one.id === id)!;
        for (let pass = 1; pass <= (fastener.passes ?? 1); pass += 1)
          add('torque', { fastenerId: id, pass, moved: false, recheck: false, nut: 'all', angleDeg: null });
        if (fastener.spec?.angleDeg)
          add('torque', {
            fastenerId: id,
            pass: fastener.passes ?? 1,
            moved: false,
            recheck: false,
            nut: 'all',
            angleDeg: fastener.spec.angleDeg,
          });
        if (live().fasteners.get(id)!.owesCheck && pick % 17)
          add('torque.checked', { fastenerId: id, place: '', checkerId: 'q' });
      }
      tryStep(step, at);
    }
    if (kind === 'torque' && run.fasteners.length) {
      const fastener = run.fasteners[pick % run.fasteners.length]!;
      if (judgeTorque(run, live(), fastener.id).length === 0)
        add('torque', {
          fastenerId: fastener.id,
          pass: 1,
          moved: false,
          recheck: false,
          nut: 'all',
          angleDeg: null,
        });
    }
    if (kind === 'support') {
      const to = up ? 'raised' : 'on-wheels';
      if (live().car.support[end] !== to && judgeSupport(run, live(), [end], to).length === 0)
        add('support', { support: { ...live().car.support, [end]: to } });
    }
    if (kind === 'void') {
      const mine = entries.filter((entry) => entry.kind === 'step.done' || entry.kind === 'torque');
      const target = mine[pick % Math.max(1, mine.length)];
      const gone = entries.some((entry) => entry.corrects === target?.id);
      if (target && !gone) {
        entries.push({ ...entryOf('void', {}, at), corrects: target.id, why: 'wrong one' });
        state = foldOrder(entries, run);
      }
    }
    if (kind === 'void') expect(withoutStep(run, live())).toEqual([]);
    if (kind === 'late') {
      // A tablet that was out of reach: done earlier, arrived now. The place in the chain is given on arrival.
      const step = run.steps[pick % run.steps.length]!;
      tryStep(step, Math.max(0, at - 30));
    }
  }
  expect(withoutStep(run, live())).toEqual([]);
  // Whoever goes on from a kept state stands where whoever folds all of it does, and leaves the kept state as it was.
  const cut = Math.floor(entries.length / 2);
  const half = foldOrder(entries.slice(0, cut), run);
  const grown = foldOnto(half, entries.slice(cut));
  const changesWhatCameBefore = entries
    .slice(cut)
    .some(({ kind }) => kind === 'void' || kind === 'run.start');
  expect(grown === null).toBe(changesWhatCameBefore);
  if (grown) expect(grown).toEqual(foldOrder(entries, run));
  expect(half).toEqual(foldOrder(entries.slice(0, cut), run));
  if (state.alarms.length) return;
  const { steps } = asProcedure(run, entries);
  const problems = checkProcedure({ items: run.items, fasteners: run.fasteners, steps }).filter(({ code }) =>
    HURTS.includes(code),
  );
  expect(problems).toEqual([]);
}

describe('whatever order is worked in, nothing is lowered or driven that would hurt', () => {
  test.each(libraryIds())('%s', (id) => {
    const run = runOf(id);
    const reached = { lowered: 0, driven: 0 };
    fc.assert(
      fc.property(fc.array(move, { minLength: 90, maxLength: 320, size: 'max' }), (moves) => {
        play(run, moves, reached);
      }),
      { numRuns: 30, seed: 20260414 },
    );
    if (run.steps.some((step) => step.sets === 'on-wheels')) expect(reached.lowered).toBeGreaterThan(0);
    if (run.steps.some((step) => step.drive)) expect(reached.driven).toBeGreaterThan(0);
  });

  test('a correction that would have forbidden a lowering stops the job with an alarm', () => {
    const run = runOf('rear-lift-block');
    const entries: Entry[] = [entryOf('run.start', { documentHash: 'h', planVersion: null }, 0)];
    let closing: Entry | null = null;
    for (const [index, step] of run.steps.entries()) {
      for (const id of step.torques ?? [])
        for (let pass = 1; pass <= (run.fasteners.find((one) => one.id === id)!.passes ?? 1); pass += 1)
          entries.push(
            entryOf(
              'torque',
              { fastenerId: id, pass, moved: false, recheck: false, nut: 'all', angleDeg: null },
              index,
            ),
          );
      const done = entryOf('step.done', { stepId: step.id, measured: null, note: null }, index);
      if (step.closes?.includes('X/hose')) closing = done;
      entries.push(done);
      if (step.sets === 'on-wheels') break;
    }
    expect(foldOrder(entries, run).alarms).toEqual([]);
    entries.push({ ...entryOf('void', {}, 99), corrects: closing!.id, why: 'the other hose' });
    expect(foldOrder(entries, run).alarms[0]!.message).toMatch(/Do not lower it: Rear brake-hose bracket/);
  });
});
