import { randomUUID } from 'node:crypto';
import type { DemoDriver } from '../../demo/driver';
import type { DemoJob } from '../../demo/job';
import { openTasks } from '@/core/ledger/device-conflicts';
import { now } from '@/server/clock';
import { closePool, db } from '@/server/database';
import { loadOrder } from '@/server/entries/order';
import { verifyEverything } from '@/server/entries/verify';
import { takeQueued } from '@/server/outbox/take';
import { openTaskList } from '@/server/queries/day';
import { SigningTablet as Tablet } from '../support/signing-tablet';
import { doneInput } from '../support/readings';
import { give, onTheLift, refusal, testShop } from '../support/shop';

let shop: DemoDriver;
beforeAll(async () => {
  shop = await testShop('conflicts');
});
afterAll(closePool);

const stateOf = async (orderId: string) => (await loadOrder(db(), orderId))!.state;
const wrenchId = (job: DemoJob) => job.plan.wrenches.large;
const done = async (orderId: string, stepId: string) =>
  give(shop, 'Ilse', 'step.done', await doneInput(orderId, stepId));

async function takenDown(plate: string): Promise<DemoJob> {
  const job = await onTheLift(plate);
  for (const step of ['look-front', 'witness', 'kit-front', 'chock']) {
    const answer = await done(job.orderId, `C/${step}`);
    if (!answer.ok) throw new Error(JSON.stringify(answer.errors));
  }
  return job;
}

test('a queued move is recorded once, by whom and when it was done', async () => {
  const job = await takenDown('MH 1');
  const tablet = await new Tablet(shop).give('Brannoch');
  const move = tablet.queued('Brannoch', 'step.done', { orderId: job.orderId, stepId: 'C/ease' }, 30);
  const [first, again] = [await tablet.send(move), await tablet.send(move)];
  expect(first).toMatchObject({ ok: true, task: null });
  expect(again).toEqual(first);
  const { entries } = (await loadOrder(db(), job.orderId))!;
  const entry = entries[entries.length - 1]!;
  expect(entry).toMatchObject({
    kind: 'step.done',
    personId: shop.person('Brannoch').id,
    deviceId: tablet.deviceId,
  });
  expect(Date.parse(entry.receivedAt) - Date.parse(entry.at)).toBeGreaterThan(29 * 60_000);
  expect(entries.filter((one) => one.kind === 'step.done')).toHaveLength(5);
});

test('a forged author, another device, an edited body and a command that needs the network are refused', async () => {
  const job = await takenDown('MH 2');
  const tablet = await (await new Tablet(shop).give('Brannoch')).give('Ilse');
  const before = (await loadOrder(db(), job.orderId))!.entries.length;
  const input = { orderId: job.orderId, stepId: 'C/ease' };
  const forged = await tablet.send(tablet.queued('Ilse', 'step.done', input, 5, 'Brannoch'));
  expect(refusal(forged as never).code).toBe('forged');
  const good = tablet.queued('Brannoch', 'step.done', input, 5);
  expect(refusal((await takeQueued(good, randomUUID())) as never).code).toBe('forged');
  const edited = { ...good, body: good.body.replace('C/ease', 'C/raise') };
  expect(refusal((await tablet.send(edited)) as never).code).toBe('forged');
  const lead = tablet.queued(
    'Brannoch',
    'step.approve',
    { ...input, leadId: shop.person('Odalys').id, pin: '4101' },
    5,
  );
  expect(refusal((await tablet.send(lead)) as never).code).toBe('unreadable');
  expect((await loadOrder(db(), job.orderId))!.entries).toHaveLength(before);
  const noted = await db().rows<{ how: string }>('SELECT how FROM outbox_taken WHERE device_id = ?', [
    tablet.deviceId,
  ]);
  expect(noted.some((row) => row.how === 'forged')).toBe(true);
});

test('a late torque leaves the fastener loose, with a task that stays until somebody looked', async () => {
  const job = await takenDown('MH 3');
  const tablet = await new Tablet(shop).give('Brannoch');
  const torque = tablet.queued(
    'Brannoch',
    'torque.record',
    { orderId: job.orderId, fastenerId: 'C/wheel-L', wrenchId: wrenchId(job), reading: { clicked: true } },
    40,
  );
  // Meanwhile the other tablet breaks the same nuts loose.
  expect((await done(job.orderId, 'C/ease')).ok).toBe(true);
  // The shop's demo clock stands at its day; the loosening lies after the torque's own moment.
  expect(await tablet.send(torque)).toMatchObject({ ok: true });
  const state = await stateOf(job.orderId);
  expect(state.run!.fasteners.get('C/wheel-L')!.torqued).toBe(false);
  expect(state.run!.car.loose.get('C/wheel-L')).toBe('loosened');
  expect(state.torques).toHaveLength(1);
  const [task] = openTasks(state);
  expect(task!.entry.data).toMatchObject({ about: 'late' });
  expect(task!.entry.data.words).toMatch(/The less safe of the two stands/);
  expect((await openTaskList(db())).some((one) => one.orderId === job.orderId)).toBe(true);
  const settled = await give(shop, 'Ilse', 'task.settle', {
    orderId: job.orderId,
    taskId: task!.entry.data.taskId,
    words: 'They are loose, as the car shows',
  });
  expect(settled.ok).toBe(true);
  expect(openTasks(await stateOf(job.orderId))).toHaveLength(0);
});

test('what the record cannot take comes back as a task with all that was typed, once', async () => {
  const job = await takenDown('MH 4');
  const tablet = await new Tablet(shop).give('Brannoch');
  // Its nuts are not even eased: this step cannot be done yet.
  const move = tablet.queued(
    'Brannoch',
    'step.done',
    { orderId: job.orderId, stepId: 'C/wheels-off', note: 'stacked by the door' },
    10,
  );
  const taken = await tablet.send(move);
  expect(taken).toMatchObject({ ok: true });
  const wheelsOff = (await stateOf(job.orderId)).document!.steps.find((step) => step.id === 'C/wheels-off')!;
  expect(taken.ok && taken.task).toContain(`was not taken: A step done: ${wheelsOff.do}. `);
  expect(await tablet.send(move)).toMatchObject({ ok: true });
  const tasks = openTasks(await stateOf(job.orderId));
  expect(tasks).toHaveLength(1);
  expect(tasks[0]!.entry.data.move).toMatchObject({
    name: 'step.done',
    input: { note: 'stacked by the door' },
  });
});

test('while one tablet holds lowering the other may not open; taken back, its moves return as tasks', async () => {
  const job = await takenDown('MH 5');
  const tablet = await new Tablet(shop).give('Brannoch');
  const take = await give(shop, 'Ilse', 'lowering.take', { orderId: job.orderId });
  expect(take.ok).toBe(true);
  // The tests' own device holds it now: the tablet's step is refused, and kept.
  const opened = await tablet.send(
    tablet.queued('Brannoch', 'step.done', { orderId: job.orderId, stepId: 'C/ease' }, 3),
  );
  expect(opened.ok && opened.task).toMatch(/nothing is opened or loosened/);
  const back = {
    orderId: job.orderId,
    leadId: shop.person('Odalys').id,
    pin: '4101',
    reason: 'it fell in the drain',
  };
  expect(refusal(await give(shop, 'Brannoch', 'lowering.back', { ...back, looked: false })).field).toBe(
    'looked',
  );
  expect((await give(shop, 'Brannoch', 'lowering.back', { ...back, looked: true })).ok).toBe(true);
  expect((await stateOf(job.orderId)).conflicts.holder).toBeNull();
  expect(await db().row('SELECT order_id FROM lowering_now WHERE order_id = ?', [job.orderId])).toBeNull();
  expect(refusal(await give(shop, 'Ilse', 'lowering.give', { orderId: job.orderId })).code).toBe('not-held');
});

test('a clock started without network while it ran elsewhere is kept, and the lead told', async () => {
  const job = await takenDown('MH 6');
  const other = await takenDown('MH 7');
  const tablet = await new Tablet(shop).give('Brannoch');
  const queued = tablet.queued('Brannoch', 'clock.on', { orderId: job.orderId, stepId: null }, 60);
  expect((await give(shop, 'Brannoch', 'clock.on', { orderId: other.orderId, stepId: null })).ok).toBe(true);
  expect(await tablet.send(queued)).toMatchObject({ ok: true });
  const state = await stateOf(job.orderId);
  expect(openTasks(state)[0]!.entry.data.about).toBe('overlap');
  const open = () =>
    db().rows('SELECT clock_id FROM clock_now WHERE person_id = ? AND to_at IS NULL', [
      shop.person('Brannoch').id,
    ]);
  expect(await open()).toHaveLength(2);
  // Whoever stops stops both: nobody goes home with a clock that runs on.
  expect(await give(shop, 'Brannoch', 'clock.off', { reason: 'day end' })).toMatchObject({ ok: true });
  expect(await open()).toHaveLength(0);
});

test('a device whose clock is far off is told of, once', async () => {
  const job = await takenDown('MH 8');
  const tablet = await new Tablet(shop).give('Brannoch');
  const move = tablet.queued('Brannoch', 'step.done', { orderId: job.orderId, stepId: 'C/ease' }, 1);
  const off = { ...move, sentAt: new Date(now().getTime() + 9 * 60_000).toISOString() };
  await tablet.send(off);
  await tablet.send(off);
  const tasks = openTasks(await stateOf(job.orderId)).filter((task) => task.entry.data.about === 'clock');
  expect(tasks).toHaveLength(1);
  expect(tasks[0]!.entry.data.words).toMatch(/9 min ahead/);
});

test('the record with all of that is whole', async () => {
  expect(await verifyEverything(() => undefined)).toBeNull();
});
