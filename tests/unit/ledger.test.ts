import fc from 'fast-check';
import { dueFollowup } from '@/core/calc/followup.due';
import { checkProcedure } from '@/core/procedure/check';
import { retorqueVisit } from '@/core/follow-up/visit';
import { type Entry, currentEntries } from '@/core/ledger/entries';
import { holdsRole } from '@/core/ledger/roles';
import { foldOrder } from '@/contracts/fold';
import { canonicalJson, chainHash } from '@/server/entries/canonical';
import { statementsOf } from '@/server/migrations';
import { entryOf } from '../support/entries';
import { bothEndsRun } from '../support/library';

describe('corrections', () => {
  const clock = { clockId: 'c', personId: 'p', stepId: null };

  test('a voided entry no longer counts, a replaced one counts with its new data in its old place', () => {
    const first = entryOf(1, 'odometer', { odometer: { value: 10, unit: 'mi' } });
    const second = entryOf(2, 'clock.on', clock);
    const replaced = entryOf(
      3,
      'odometer',
      { odometer: { value: 12, unit: 'mi' } },
      { corrects: 'e1', why: 'misread' },
    );
    const gone = entryOf(4, 'void', {}, { corrects: 'e2', why: 'wrong job' });
    const now = currentEntries([first, second, replaced, gone]);
    expect(now).toHaveLength(1);
    expect(now[0]).toMatchObject({ id: 'e1', data: { odometer: { value: 12 } } });
  });

  test('taking back a closing step after the car was lowered stops the job with an alarm', () => {
    const run = bothEndsRun();
    const entries: Entry[] = [entryOf(1, 'run.start', { documentHash: 'h', planVersion: null })];
    let seq = 1;
    for (const step of run.steps) {
      if (step.id === 'C/wheel-torque') break;
      for (const id of step.torques ?? []) {
        const { place } = run.fasteners.find((fastener) => fastener.id === id)!;
        entries.push(
          entryOf((seq += 1), 'torque', { fastenerId: id, place, pass: 3, moved: false, recheck: false }),
        );
      }
      entries.push(entryOf((seq += 1), 'step.done', { stepId: step.id, measured: null, note: null }));
    }
    expect(foldOrder(entries, run).alarms).toEqual([]);
    const closed = entries.find((entry) => entry.kind === 'step.done' && entry.data.stepId === 'J/hose-on')!;
    const voided = entryOf((seq += 1), 'void', {}, { corrects: closed.id, why: 'it was never bolted' });
    const { alarms, run: after } = foldOrder([...entries, voided], run);
    expect(alarms).toHaveLength(1);
    expect(alarms[0]!.message).toContain('Rear brake-hose bracket');
    expect(after!.car.open.has('J/hose')).toBe(true);
  });
});

describe('canonical text and chain', () => {
  test('one content has one text whatever the order of its keys', () => {
    fc.assert(
      fc.property(fc.dictionary(fc.string(), fc.jsonValue()), (object) => {
        const turned = Object.fromEntries(Object.entries(object).reverse());
        expect(canonicalJson(turned)).toBe(canonicalJson(object));
        expect(JSON.parse(canonicalJson(object))).toEqual(JSON.parse(JSON.stringify(object)));
      }),
    );
  });

  test('another text or another forerunner gives another hash', () => {
    expect(chainHash('a', 'x')).not.toBe(chainHash('a', 'y'));
    expect(chainHash('a', 'x')).not.toBe(chainHash('b', 'x'));
  });
});

describe('come-backs', () => {
  test('faster driving never makes it due later', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 400, noNaN: true }),
        fc.double({ min: 0.1, max: 400, noNaN: true }),
        fc.integer({ min: 1, max: 2000 }),
        (pace, more, distance) => {
          const due = (pacePerDay: number) =>
            dueFollowup({
              doneOn: '2026-04-14',
              odometer: 1000,
              interval: { distance, days: 30 },
              pacePerDay,
            }).due!;
          expect(due(pace + more) <= due(pace)).toBe(true);
        },
      ),
    );
  });

  test('a bigger tire makes the dial come due earlier', () => {
    const due = (tireFactor: number) =>
      dueFollowup({ doneOn: '2026-04-14', odometer: 0, interval: { distance: 130 }, tireFactor })
        .dueOdometer!;
    expect(due(1.1)).toBeLessThan(due(1));
  });

  test('a re-torque visit clicks each fastener of the car, twins in one step, and is clean', () => {
    const { fasteners } = bothEndsRun();
    const kept = fasteners.filter((fastener) => fastener.recheck);
    const visit = retorqueVisit(kept);
    expect(checkProcedure(visit)).toEqual([]);
    const torqued = visit.steps.flatMap((step) => step.torques ?? []);
    expect(new Set(torqued)).toEqual(new Set(kept.map((fastener) => fastener.place)));
    const nuts = visit.steps.find((step) => step.torques?.includes('rear.left.u-bolt'))!;
    expect(nuts.torques).toEqual(['rear.left.u-bolt', 'rear.right.u-bolt']);
  });
});

describe('roles', () => {
  test('a lead may all a tech and an advisor may, an owner besides; nobody else more than their own', () => {
    expect(holdsRole(['lead'], ['tech'])).toBe(true);
    expect(holdsRole(['owner'], ['lead'])).toBe(true);
    expect(holdsRole(['lead'], ['owner'])).toBe(false);
    expect(holdsRole(['tech'], ['advisor'])).toBe(false);
    expect(holdsRole(['tech', 'advisor'], ['lead'])).toBe(false);
  });
});

test('a migration file falls into its statements', () => {
  expect(statementsOf('-- words; here\nCREATE TABLE a (x INT);\n\nCREATE TABLE b (\n  y INT\n);\n')).toEqual([
    'CREATE TABLE a (x INT)',
    'CREATE TABLE b (\n  y INT\n)',
  ]);
});
