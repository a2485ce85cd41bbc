import type { Entry } from '@/core/ledger/entries';
import { isOfLostTablet, judgeDevice, lateThings, openTasks } from '@/core/ledger/device-conflicts';
import { foldOrder } from '@/contracts/fold';
import { stepDoneMove } from '@/core/moves/step-done';
import { bothEndsRun } from '../support/library';

const HERE = '00000000-0000-4000-8000-000000000001';
const THERE = '00000000-0000-4000-8000-000000000002';
const run = bothEndsRun();

let seq = 0;
const at = (minute: number) => new Date(Date.UTC(2026, 3, 14, 15, minute)).toISOString();
/** An entry made on a device at one minute and received at another. */
function entry(kind: string, data: object, deviceId: string, made: number, received = made): Entry {
  seq += 1;
  return {
    id: `entry-${seq}`,
    chain: 'order',
    seq,
    kind,
    at: at(made),
    receivedAt: at(received),
    personId: 'p',
    deviceId,
    deviceSeq: seq,
    corrects: null,
    why: null,
    data,
  } as unknown as Entry;
}
const started = () => entry('run.start', { documentHash: 'h', planVersion: null }, HERE, 0);
const done = (step: string, device: string, made: number, received = made) =>
  entry('step.done', { stepId: `C/${step}`, measured: null, note: null }, device, made, received);
const torque = (fastener: string, device: string, made: number, received = made) =>
  entry(
    'torque',
    { fastenerId: `C/${fastener}`, pass: 9, nut: 'all', moved: false, recheck: false, warnings: [] },
    device,
    made,
    received,
  );
const fold = (...entries: Entry[]) => foldOrder(entries, run);

describe('of two tablets that disagree, the less safe stands', () => {
  test('a torque that comes in after another tablet loosened the same fastener leaves it loose', () => {
    const state = fold(started(), done('ease', HERE, 20), torque('wheel-L', THERE, 10, 30));
    expect(state.run!.fasteners.get('C/wheel-L')!.torqued).toBe(false);
    expect(state.run!.car.loose.get('C/wheel-L')).toBe('loosened');
    // In its own time it counts.
    const online = fold(started(), torque('wheel-L', THERE, 10));
    expect(online.run!.fasteners.get('C/wheel-L')!.torqued).toBe(true);
  });

  test('what a late step closed stays open; what it opened is open', () => {
    const opened = done('hose-off-L', HERE, 20);
    const late = fold(started(), opened, done('hose-on-L', THERE, 10, 30));
    expect([...late.run!.car.open].some((id) => id.startsWith('C/hose'))).toBe(true);
    const lateOpen = fold(started(), done('hose-on-L', HERE, 20), done('hose-off-L', THERE, 10, 30));
    expect([...lateOpen.run!.car.open].some((id) => id.startsWith('C/hose'))).toBe(true);
  });

  test('an end that was raised meanwhile is not lowered by what comes late', () => {
    const state = fold(started(), done('raise', HERE, 20), done('lower', THERE, 10, 30));
    expect(state.run!.car.support.front).toBe('raised');
  });

  test('an entry of the same device, or one in time, is never late; a clock set back makes none so', () => {
    const state = fold(started(), done('raise', HERE, 20));
    expect(lateThings(state, done('lower', HERE, 10, 30)).size).toBe(0);
    expect(lateThings(state, done('lower', THERE, 25, 30)).size).toBe(0);
    // A server whose clock is behind stamps both alike: nothing waited, so nothing is late.
    expect(lateThings(state, done('lower', THERE, 5, 5)).size).toBe(0);
    expect([...lateThings(state, done('lower', THERE, 10, 30))]).toContain('end front');
  });
});

describe('one tablet lowers and drives', () => {
  const taken = (device: string, minute: number) =>
    entry(
      'lowering',
      {
        how: 'taken',
        deviceName: 'the back tablet',
        fromDevice: null,
        leadId: null,
        reason: null,
        looked: false,
      },
      device,
      minute,
    );
  const back = (device: string, minute: number) =>
    entry(
      'lowering',
      {
        how: 'taken back by the lead',
        deviceName: 'the back tablet',
        fromDevice: device,
        leadId: 'l',
        reason: 'lost',
        looked: true,
      },
      HERE,
      minute,
    );

  test('while it does, no other opens, loosens, lowers or drives', () => {
    const { conflicts } = fold(started(), taken(THERE, 5));
    expect(judgeDevice(conflicts, HERE, { lowers: false, opens: true })!.message).toMatch(
      /nothing is opened or loosened/,
    );
    expect(judgeDevice(conflicts, HERE, { lowers: true, opens: false })!.message).toMatch(
      /lowered and driven from there/,
    );
    expect(judgeDevice(conflicts, HERE, { lowers: false, opens: false })).toBeNull();
    expect(judgeDevice(conflicts, THERE, { lowers: true, opens: true })).toBeNull();
  });

  test('without network only its holder lowers', () => {
    const free = fold(started()).conflicts;
    expect(judgeDevice(free, HERE, { lowers: true, opens: false }, false)).toBeNull();
    expect(judgeDevice(free, HERE, { lowers: true, opens: false }, true)).toMatchObject({ code: 'held' });
    const { conflicts } = fold(started(), taken(HERE, 5));
    expect(judgeDevice(conflicts, HERE, { lowers: true, opens: false }, true)).toBeNull();
  });

  test('a step knows whether it lowers or opens', () => {
    const state = fold(started(), taken(THERE, 5));
    const order = { state, document: run, run: state.run! };
    const mover = { deviceId: HERE, personId: 'p', commandId: 'c', offline: false };
    expect(() => stepDoneMove(order, { stepId: 'C/chock' }, mover)).toThrow(
      /nothing is opened or loosened|First/,
    );
    expect(stepDoneMove(order, { stepId: 'C/look-front' }, mover)).toHaveLength(1);
  });

  test('what a lost tablet made before the lead took lowering back no longer moves the car', () => {
    const state = fold(started(), taken(THERE, 5), back(THERE, 15));
    expect(state.conflicts.holder).toBeNull();
    expect(isOfLostTablet(state, THERE, at(10))).toBe(true);
    expect(isOfLostTablet(state, THERE, at(20))).toBe(false);
    expect(isOfLostTablet(state, HERE, at(10))).toBe(false);
  });
});

test('a task stays open until somebody says what they saw', () => {
  const task = entry('task', { taskId: 't1', about: 'late', words: 'look', move: null }, HERE, 1);
  expect(openTasks(fold(task))).toHaveLength(1);
  expect(openTasks(fold(task, entry('task.done', { taskId: 't1', words: 'fine' }, HERE, 2)))).toHaveLength(0);
});
