import { droopReadsNow } from '@/core/ledger/droop-reads';
import { handoffBlockers } from '@/core/ledger/closing';
import { droopList } from '@/core/planner/droop-list';
import { closePool, db } from '@/server/database';
import { causesFound } from '@/server/queries/causes-found';
import { carOfOrder, plannedCar, sheetOfVehicle } from '@/server/queries/planning';
import type { DemoDriver } from '../../demo/driver';
import type { DemoJob } from '../../demo/job';
import { agreedJob, atTheRack, give, refusal, testShop } from '../support/shop';

let shop: DemoDriver;
beforeAll(async () => {
  shop = await testShop('droop');
});
afterAll(closePool);

const read = (job: DemoJob, id: string, text: string, side = 'left') =>
  give(shop, 'Brannoch', 'droop.read', { orderId: job.orderId, id, side, text, lengths: 'mm' });

async function carOf(job: DemoJob) {
  const { rows } = {
    rows: await db().rows<{ vehicle_id: string }>('SELECT vehicle_id FROM work_order WHERE id = ?', [
      job.orderId,
    ]),
  };
  return { id: rows[0]!.vehicle_id, file: await carOfOrder(db(), rows[0]!.vehicle_id, await job.state()) };
}

test('the list is walked in the air when the new parts are on: what is read is held against its limit, kept, and teaches the car and its platform', async () => {
  const job = await agreedJob('DROOP 1');
  expect(refusal(await read(job, 'front.arm-coil', '14'))).toMatchObject({ code: 'support', field: 'id' });
  await job.started();
  const { document } = await job.state();
  const fit = document!.steps.filter(({ phase }) => phase === 'fit').at(-1)!;
  await job.work({ step: fit.id });
  expect(refusal(await read(job, 'front.arm-coil', '14'))).toMatchObject({
    code: 'support',
    message: expect.stringMatching(/new parts are not all on/),
  });
  await job.work({ phase: 'on-wheels' });
  await give(shop, 'Brannoch', 'support.set', { orderId: job.orderId, ends: ['front'], to: 'axle-held' });
  expect(refusal(await read(job, 'front.arm-coil', '14'))).toMatchObject({
    code: 'support',
    message: expect.stringMatching(/nothing may hold the axle/),
  });
  await give(shop, 'Brannoch', 'support.set', { orderId: job.orderId, ends: ['front'], to: 'raised' });
  // What does not read, what the car has not, and what no car has.
  expect(refusal(await read(job, 'front.arm-coil', 'wide'))).toMatchObject({ field: 'text' });
  expect(refusal(await read(job, 'front.arm-coil', '9000'))).toMatchObject({ field: 'text' });
  expect(refusal(await read(job, 'front.track-bar', '4'))).toMatchObject({ code: 'no-figure', field: 'id' });
  expect(refusal(await read(job, 'rear.slip-droop', '4'))).toMatchObject({ code: 'support' });

  expect(await read(job, 'front.arm-coil', '3')).toMatchObject({ answer: { over: true } });
  expect(handoffBlockers(await job.state())).toContainEqual(
    expect.objectContaining({ code: 'droop', page: 'droop', rule: null }),
  );
  const answer = await read(job, 'front.arm-coil', '14');
  expect(answer).toMatchObject({
    answer: { over: false, teaches: expect.stringMatching(/^Upper arm to coil/) },
  });
  const state = await job.state();
  expect(handoffBlockers(state).filter(({ code }) => code === 'droop')).toEqual([]);
  expect(droopReadsNow(state).map(({ data }) => [data.side, data.value])).toEqual([['left', 14]]);
  expect(state.droopReads[0]!.data.predicted).toBeGreaterThan(0);

  // The gap at ride that it takes for 14 mm at droop stands on the car's sheet, and the list now says 14.
  const { id, file } = await carOf(job);
  expect((await sheetOfVehicle(db(), id))['front.armCoilGap']!.known).toBe('measured');
  const now = droopList((await plannedCar(db(), file))!).find((item) => item.id === 'front.arm-coil')!;
  expect(now.figure).toBeCloseTo(14, 2);

  // The next car of the platform starts from it, as its platform's and no measure of its own.
  await db().run('UPDATE vehicle SET platform = ? WHERE id = ?', ['Droop platform', id]);
  const next = await agreedJob('DROOP 2');
  const other = await carOf(next);
  expect((await plannedCar(db(), other.file))!.sheet['front.armCoilGap']).toBeUndefined();
  await db().run('UPDATE vehicle SET platform = ? WHERE id = ?', ['Droop platform', other.id]);
  const learned = (await plannedCar(db(), (await carOf(next)).file))!.sheet['front.armCoilGap']!;
  expect(learned).toMatchObject({ known: 'platform', cars: 1 });
  expect(learned.value).toBeCloseTo((await sheetOfVehicle(db(), id))['front.armCoilGap']!.value, 6);
});

test('what was found behind heights that were off is kept once a set, and the shop’s next list counts it', async () => {
  const job = await atTheRack('CAUSE 1');
  const set = (await job.state()).heights.at(-1)!.entry.id;
  const before = (await causesFound(db()))['not-seated'] ?? 0;
  const say = (cause: string, setId = set) =>
    give(shop, 'Brannoch', 'cause.found', { orderId: job.orderId, setId, cause, end: 'front', corner: 'LF' });
  expect(refusal(await say('not-seated', 'no such set'))).toMatchObject({ code: 'no-set', field: 'setId' });
  const asCame = (await job.state()).heights[0]!.entry.id;
  expect(refusal(await say('not-seated', asCame))).toMatchObject({ code: 'no-set' });
  expect(await say('wrong-part')).toMatchObject({ ok: true });
  // Said again, the last word counts.
  expect(await say('not-seated')).toMatchObject({ answer: { cause: 'not-seated' } });
  const found = await causesFound(db());
  expect(found['not-seated']).toBe(before + 1);
  expect((await job.state()).causesFound).toHaveLength(2);
  const last = await give(shop, 'Brannoch', 'cause.found', {
    orderId: job.orderId,
    setId: set,
    cause: 'the weather',
    end: 'front',
    corner: null,
  });
  expect(refusal(last)).toMatchObject({ field: 'cause' });
});
