import type { Entry } from '@/core/ledger/entries';
import { settingsToAsk } from '@/core/ledger/closing';
import { foldOrder } from '@/contracts/fold';
import { jobTimes, describeRunning } from '@/core/ledger/step-times';
import { bothEndsRun } from '../support/library';

const at = (minute: number) =>
  new Date(Date.parse('2026-04-14T15:00:00.000Z') + minute * 60_000).toISOString();
let count = 0;
function entryOf(kind: Entry['kind'], minute: number, data: object, personId = 'brannoch'): Entry {
  count += 1;
  return {
    id: `e${count}`,
    chain: 'c',
    seq: count,
    kind,
    at: at(minute),
    receivedAt: at(minute),
    personId,
    deviceId: 'd',
    deviceSeq: count,
    corrects: null,
    why: null,
    data,
  } as Entry;
}
const run = bothEndsRun();
const on = (minute: number, clockId: string, personId: string, more: object = {}) =>
  entryOf('clock.on', minute, { clockId, personId, stepId: null, ...more }, personId);
const off = (minute: number, clockId: string, personId: string, more: object = {}) =>
  entryOf('clock.off', minute, { clockId, personId, reason: 'parts', ...more }, personId);
const done = (minute: number, stepId: string, personId = 'brannoch') =>
  entryOf('step.done', minute, { stepId, measured: null, note: null }, personId);
const fold = (...entries: Entry[]) =>
  foldOrder([entryOf('run.start', 0, { documentHash: 'h', planVersion: null }), ...entries], run);

describe('actual against book', () => {
  test('a step took what its doer’s clock ran since their step before', () => {
    const state = fold(
      on(0, 'a', 'brannoch'),
      done(10, 'C/look-front'),
      off(15, 'a', 'brannoch'),
      // An hour of lunch is nobody's.
      on(75, 'b', 'brannoch'),
      done(80, 'C/witness'),
    );
    const times = jobTimes(state, at(90));
    expect(times.steps.map((step) => [step.stepId, Math.round(step.actual)])).toEqual([
      ['C/look-front', 10],
      ['C/witness', 10],
    ]);
    expect(times.clocked).toBeCloseTo(15 + 15, 6);
    const book = run.steps
      .filter((step) => ['C/look-front', 'C/witness'].includes(step.id))
      .reduce((sum, step) => sum + step.minutes, 0);
    expect(times.bookDone).toBe(book);
    expect(times.over).toBeCloseTo(30 - book, 6);
  });

  test('a helper’s minutes count for the job, and not for the other’s step', () => {
    const state = fold(
      on(0, 'a', 'brannoch'),
      on(4, 'h', 'ilse', { helper: true, backTo: null }),
      off(9, 'h', 'ilse'),
      done(10, 'C/look-front'),
      off(10, 'a', 'brannoch'),
    );
    const times = jobTimes(state, at(60));
    expect(times.clocked).toBeCloseTo(15, 6);
    expect(times.steps[0]!.actual).toBeCloseTo(10, 6);
    expect(state.clocks.find((clock) => clock.clockId === 'h')!.helper).toBe(true);
  });

  test('a clock the lead closed ends when it should have, not when it was closed', () => {
    const state = fold(
      on(0, 'a', 'teodor'),
      off(900, 'a', 'teodor', { endedAt: at(45), leadId: 'odalys', why: 'went home' }),
    );
    expect(jobTimes(state, at(1000)).clocked).toBeCloseTo(45, 6);
  });

  test('says how it runs only when it is worth telling, and names the worst fastener', () => {
    const stuck = (minute: number, stuckId: string, fastenerId: string, until: number, what = 'seized') => [
      entryOf('stuck', minute, { stuckId, fastenerId, place: 'p', what, photoId: null }),
      entryOf('stuck.end', until, { stuckId, how: 'heat' }),
    ];
    const state = fold(
      on(0, 'a', 'brannoch'),
      ...stuck(1, 's1', 'C/arm-L', 5),
      ...stuck(6, 's2', 'C/arm-R', 40, 'sheared'),
      entryOf('photo', 41, {
        photoId: 'p1',
        sha256: 'x',
        stepId: null,
        corner: null,
        fastenerId: 'C/arm-R',
        occasion: null,
        caption: '',
      }),
      done(45, 'C/look-front'),
      off(45, 'a', 'brannoch'),
    );
    const times = jobTimes(state, at(45));
    expect(describeRunning(times, (id) => id)).toBe(
      `running ${Math.round(times.over)} min over: a sheared c/arm-r`,
    );
    expect(times.stuck.map((one) => [one.fastenerId, Math.round(one.minutes), one.photoId])).toEqual([
      ['C/arm-L', 4, null],
      ['C/arm-R', 34, 'p1'],
    ]);
    const early = fold(on(0, 'a', 'brannoch'), done(12, 'C/look-front'), off(12, 'a', 'brannoch'));
    expect(describeRunning(jobTimes(early, at(12)), (id) => id)).toBeNull();
    expect(describeRunning(jobTimes(fold(), at(12)), (id) => id)).toBeNull();
  });
});

describe('settings of a corner', () => {
  const setting = (minute: number, when: string, corner = 'LF') =>
    entryOf('setting', minute, { what: 'damper clicks', corner, when, value: 9 });
  const back = entryOf('road.in', 20, { odometer: { value: 1, unit: 'mi' }, checks: [], note: '' });

  test('are asked again after the road test, each corner once', () => {
    expect(settingsToAsk(fold(setting(1, 'before'), setting(2, 'after')))).toEqual([]);
    expect(settingsToAsk(fold(setting(2, 'after'), setting(3, 'after', 'RF'), back))).toEqual([
      { what: 'damper clicks', corner: 'LF', when: 'after', value: 9 },
      { what: 'damper clicks', corner: 'RF', when: 'after', value: 9 },
    ]);
    expect(settingsToAsk(fold(setting(2, 'after'), back, setting(30, 'after the road test')))).toEqual([]);
  });
});
