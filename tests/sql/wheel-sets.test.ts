import { closePool, db } from '@/server/database';
import { loadOrder } from '@/server/entries/order';
import { verifyEverything } from '@/server/entries/verify';
import { blockersOnTheCar } from '@/server/handoff-ready';
import { setsToChoose, wheelSets, wheelsOnCar } from '@/server/queries/wheel-sets';
import { isWheelNuts } from '@/core/ledger/wheel-set';
import type { DemoDriver } from '../../demo/driver';
import type { DemoJob, JobPlan } from '../../demo/job';
import {
  give,
  handedOver,
  jobOn,
  onItsWheels,
  refusal,
  testShop,
  testWrenches,
  truck,
} from '../support/shop';

let shop: DemoDriver;
let wrenches: JobPlan['wrenches'];
beforeAll(async () => {
  shop = await testShop('wheel sets');
  wrenches = await testWrenches(shop, 'wheel sets');
});
afterAll(closePool);

const carOf = async (job: DemoJob) =>
  (await db().row<{ vehicle_id: string }>('SELECT vehicle_id FROM work_order WHERE id = ?', [job.orderId]))!
    .vehicle_id;
const stateOf = async (orderId: string) => (await loadOrder(db(), orderId))!.state;

const WINTER = {
  name: 'winter',
  tires: 'LT245/75R17',
  rimWidthIn: 7,
  offsetMm: 35,
  torque: 150,
  source: 'wheel sheet, page 2',
};
/** The lead writes a set down. */
async function keep(vehicleId: string, more: object = {}): Promise<string> {
  const answer = await give(shop, 'Odalys', 'wheelset.save', { vehicleId, ...WINTER, ...more });
  if (!answer.ok) throw new Error(JSON.stringify(answer.errors));
  return String(answer.answer.setId);
}
const nutsOf = async (orderId: string) => {
  const { document, run } = await stateOf(orderId);
  return document!.fasteners
    .filter(({ place }) => isWheelNuts(place))
    .map(({ id }) => run!.fasteners.get(id)!.spec);
};
const due = (vehicleId: string) =>
  db().rows<{ kind: string; distance: number; odometer: number; due_odometer: number; tire_factor: number }>(
    'SELECT kind, distance, odometer, due_odometer, tire_factor FROM follow_up WHERE vehicle_id = ? AND closed_by IS NULL AND distance IS NOT NULL ORDER BY kind',
    [vehicleId],
  );

describe('a wheel set is written down', () => {
  let vehicleId: string;
  beforeAll(async () => {
    shop.moment(-3, 14);
    vehicleId = await carOf(await jobOn(shop, truck('SETS 1', wrenches)).intake());
  });
  const save = (more: object, who: 'Odalys' | 'Brannoch' = 'Odalys') =>
    give(shop, who, 'wheelset.save', { vehicleId, ...WINTER, ...more });

  test('and refused at its field where it cannot be so', async () => {
    expect(refusal(await save({ tires: 'big ones' }))).toMatchObject({ field: 'tires' });
    expect(refusal(await save({ source: '' }))).toMatchObject({ code: 'source', field: 'source' });
    expect(refusal(await save({ name: ' ' }))).toMatchObject({ field: 'name' });
    expect(refusal(await save({ rimWidthIn: 75 }))).toMatchObject({ field: 'rimWidthIn' });
    expect(refusal(await save({ dial: { shown: 100, truth: 60 } }))).toMatchObject({ field: 'dial.shown' });
    // What holds a wheel on is the lead's to enter; all else of a set anybody writes down.
    expect(refusal(await save({}, 'Brannoch'))).toMatchObject({ code: 'lead', field: 'torque' });
    // A figure short: asked once, and taken when it is looked at again.
    expect(refusal(await save({ torque: 15 }))).toMatchObject({ code: 'confirm', field: 'torque' });
    expect(await wheelSets(db(), vehicleId)).toEqual([]);
  });

  test('its dial goes by two speeds, else by its tires against the set that is known', async () => {
    const summer = await keep(vehicleId, { name: 'summer', dial: { shown: 98, truth: 100 } });
    expect(refusal(await save({ name: 'Summer' }))).toMatchObject({ code: 'taken', field: 'name' });
    const taller = await keep(vehicleId, { name: 'mud', tires: 'LT285/70R17', torque: null, source: '' });
    const sets = await wheelSets(db(), vehicleId);
    expect(sets.find((set) => set.id === summer)).toMatchObject({
      dialFactor: 100 / 98,
      dialFrom: 'driven',
      nm: 150,
    });
    const mud = sets.find((set) => set.id === taller)!;
    expect(mud).toMatchObject({ dialFrom: 'tire size', nm: null, source: '' });
    expect(mud.dialFactor).toBeCloseTo(((100 / 98) * (431.8 + 399)) / (431.8 + 367.5), 9);
    // A tech may put its offset right without touching the torque.
    // As its form shows it: 150 N·m are 110.6 lbf·ft, and those are 149.95 N·m.
    const shown = { torque: 110.6, unit: 'lbft' };
    const put = await save({ setId: summer, name: 'summer', offsetMm: 40, ...shown }, 'Brannoch');
    expect(put).toMatchObject({ ok: true });
    expect((await wheelSets(db(), vehicleId)).find((set) => set.id === summer)).toMatchObject({
      offsetMm: 40,
      nm: 150,
      dialFactor: 100 / 98,
    });
  });

  test('one that is gone is chosen no more, and no other car’s is put on', async () => {
    const summer = (await wheelSets(db(), vehicleId)).find((set) => set.name === 'summer');
    expect(await save({ setId: summer!.id, name: 'summer', gone: true })).toMatchObject({ ok: true });
    expect((await setsToChoose(db(), [vehicleId])).get(vehicleId)!.map((set) => set.name)).toEqual(['mud']);
    const other = await jobOn(shop, truck('SETS 2', wrenches)).intake();
    const on = (setId: string) => give(shop, 'Odalys', 'wheelset.on', { orderId: other.orderId, setId });
    expect(refusal(await on(summer!.id))).toMatchObject({ code: 'no-set', field: 'setId' });
  });
});

test('a car comes back on other wheels: its nuts go by those, and what is due is counted over both sets', async () => {
  const job = await handedOver(await onItsWheels(shop, 'SETS 3'));
  const vehicleId = await carOf(job);
  const winter = await keep(vehicleId, { dial: { shown: 100, truth: 80 } });
  const before = await due(vehicleId);
  const chassis = before.find((row) => row.kind === 'chassis')!;
  const wheel = before.find((row) => row.kind === 'wheel')!;
  const reads = chassis.odometer + 100;
  const followUps = await db().rows<{ id: string; kind: string }>(
    "SELECT id, kind FROM follow_up WHERE vehicle_id = ? AND closed_by IS NULL AND kind = 'wheel'",
    [vehicleId],
  );
  const visit = await give(shop, 'Teodor', 'visit.open', {
    followUpIds: followUps.map((row) => row.id),
    odometer: { value: reads, unit: 'mi' },
    wheelSetId: winter,
  });
  if (!visit.ok) throw new Error(JSON.stringify(visit.errors));
  const visitId = String(visit.answer.orderId);
  const state = await stateOf(visitId);
  expect(state.intake!.data).toMatchObject({ tires: 'LT245/75R17', wheels: '17 x 7, offset 35' });
  const specs = await nutsOf(visitId);
  expect(specs).toHaveLength(4);
  for (const spec of specs)
    expect(spec).toMatchObject({ nm: 150, source: 'wheel sheet, page 2, kept with the wheel set winter' });
  // The first 100 mi ran on the old set; what was left of the chassis' distance runs on a dial that shows a quarter more.
  const after = await due(vehicleId);
  const left = chassis.distance - 100 * chassis.tire_factor;
  expect(after.find((row) => row.kind === 'chassis')!.due_odometer).toBeCloseTo(reads + left / 0.8, 3);
  // What was due before they went on stays where it was.
  expect(wheel.due_odometer).toBeLessThanOrEqual(reads);
  expect(after.find((row) => row.kind === 'wheel')!.due_odometer).toBe(wheel.due_odometer);
  expect(await wheelsOnCar(db(), vehicleId)).toMatchObject({ id: winter });
});

describe('wheels are changed in the work', () => {
  const start = async (plate: string) => {
    const job = await handedOver(await onItsWheels(shop, plate));
    const vehicleId = await carOf(job);
    const summer = await keep(vehicleId, { name: 'summer', torque: 130 });
    const winter = await keep(vehicleId);
    const opened = await give(shop, 'Teodor', 'intake.open', {
      customer: { id: (await stateOf(job.orderId)).intake!.data.customerId },
      vehicle: { id: vehicleId },
      odometer: { value: 40_030, unit: 'mi' },
      tires: 'typed over',
      wheelSetId: summer,
      wants: 'higher still',
      targets: { front: '22 7/8', rear: '23 5/8', unit: 'in', method: 'hub' },
      agreed: true,
    });
    // The size of a set is the set's own, whatever stands in the field beside it.
    expect(refusal(opened)).toMatchObject({ field: 'tires' });
    const next = jobOn(shop, { ...job.plan, place: null });
    const answer = await shop.act('Teodor', 'intake.open', {
      customer: { id: (await stateOf(job.orderId)).intake!.data.customerId },
      vehicle: { id: vehicleId },
      odometer: { value: 40_030, unit: 'mi' },
      tires: 'LT245/75R17',
      wheels: 'typed over',
      wheelSetId: summer,
      wants: 'higher still',
      targets: { front: '22 7/8', rear: '23 5/8', unit: 'in', method: 'hub' },
      agreed: true,
    });
    next.orderId = String(answer.orderId);
    await next.heights('as came', job.plan.after);
    await (await (await next.planned()).agreed()).started();
    return { job: next, vehicleId, summer, winter };
  };
  const on = (job: DemoJob, setId: string, who: 'Odalys' | 'Brannoch') =>
    give(shop, who, 'wheelset.on', { orderId: job.orderId, setId });

  test('only with every wheel loose; a tech’s word leaves the nuts waiting for the lead, and holds the handoff', async () => {
    const { job, winter } = await start('SETS 4');
    expect((await stateOf(job.orderId)).intake!.data).toMatchObject({ wheels: '17 x 7, offset 35' });
    expect((await nutsOf(job.orderId)).map((spec) => spec?.nm)).toEqual([130, 130, 130, 130]);
    // Nothing is loose yet, and by this record nobody can have changed them.
    expect(refusal(await on(job, winter, 'Brannoch'))).toMatchObject({ code: 'wheels', field: 'setId' });
    const firstOff = (await stateOf(job.orderId)).document!.steps.find((step) =>
      step.opens?.some((id) => id.includes('wheel')),
    )!;
    await job.work({ step: firstOff.id });
    const { run, document } = await stateOf(job.orderId);
    const nuts = document!.fasteners.filter(({ place }) => isWheelNuts(place));
    expect(nuts.every(({ id }) => run!.car.loose.has(id))).toBe(true);
    expect(await on(job, winter, 'Brannoch')).toMatchObject({ ok: true, answer: { nutsWait: 4 } });
    expect(refusal(await on(job, winter, 'Brannoch'))).toMatchObject({ code: 'same' });
    const row = await db().row<{ vehicle_id: string }>('SELECT vehicle_id FROM work_order WHERE id = ?', [
      job.orderId,
    ]);
    const holes = async () =>
      (
        await blockersOnTheCar(db(), {
          id: job.orderId,
          vehicleId: row!.vehicle_id,
          state: await stateOf(job.orderId),
        })
      ).filter((hole) => hole.code === 'wheel-set');
    expect(await holes()).toHaveLength(4);
    expect((await holes())[0]).toMatchObject({ rule: null, page: 'torque' });
    const values = await give(shop, 'Odalys', 'values.set', {
      orderId: job.orderId,
      values: [{ fastenerIds: nuts.map(({ id }) => id), value: 150 }],
      unit: 'nm',
      source: 'wheel sheet, page 2',
    });
    expect(values).toMatchObject({ ok: true });
    expect(await holes()).toEqual([]);
  });

  test('the lead’s word sets the nuts with it', async () => {
    const { job, winter, vehicleId } = await start('SETS 5');
    const firstOff = (await stateOf(job.orderId)).document!.steps.find((step) =>
      step.opens?.some((id) => id.includes('wheel')),
    )!;
    await job.work({ step: firstOff.id });
    expect(await on(job, winter, 'Odalys')).toMatchObject({ ok: true, answer: { nutsWait: 0 } });
    expect((await nutsOf(job.orderId)).map((spec) => spec?.nm)).toEqual([150, 150, 150, 150]);
    expect(await wheelsOnCar(db(), vehicleId)).toMatchObject({ id: winter });
  });
});

test('the record still stands after all of that', async () => {
  expect(await verifyEverything(() => undefined)).toBeNull();
});
