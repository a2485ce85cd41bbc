import { nextThing } from '@/core/ledger/next-thing';
import { isClosed, planAnswer, planIsStale } from '@/core/ledger/order-state';
import { closePool, db } from '@/server/database';
import { checkShop } from '@/server/entries/verify-shop';
import { verifyEverything } from '@/server/entries/verify';
import { carsOfPhone, carsOfPlate, findCars, knownCars, readCar } from '@/server/queries/cars';
import { customerPage } from '@/server/queries/customer-page';
import { describeStanding } from '@/features/customer/standing';
import type { DemoDriver } from '../../demo/driver';
import type { DemoJob, JobPlan } from '../../demo/job';
import {
  give,
  handedOver,
  jobOn,
  onItsWheels,
  onTheLift,
  refusal,
  testShop,
  testWrenches,
  truck,
} from '../support/shop';

let shop: DemoDriver;
let wrenches: JobPlan['wrenches'];
beforeAll(async () => {
  shop = await testShop('put right');
  wrenches = await testWrenches(shop, 'put right');
});
afterAll(closePool);

const takenIn = (plate: string, more: Partial<JobPlan> = {}) => {
  shop.moment(-3, 14);
  return jobOn(shop, truck(plate, wrenches, more)).intake();
};
const planned = async (plate: string) => {
  const job = await takenIn(plate);
  await job.heights('as came', job.plan.before);
  return job.planned();
};
const vehicleOf = async (job: DemoJob) =>
  (await db().row<{ id: string; customer_id: string }>(
    'SELECT vehicle.id, customer_id FROM vehicle JOIN work_order ON vehicle_id = vehicle.id WHERE work_order.id = ?',
    [job.orderId],
  ))!;
const cancel = (job: DemoJob, name: 'Teodor' | 'Ilse' = 'Teodor') =>
  give(shop, name, 'order.cancel', { orderId: job.orderId, reason: 'the customer sold the truck' });

describe('an order is cancelled', () => {
  test('with a reason, nothing lost; it is closed, out of the day, and can be taken back by the lead', async () => {
    const job = await planned('CANCEL 1');
    expect(refusal(await cancel(job, 'Ilse'))).toMatchObject({ code: 'not-yours' });
    const entries = (await job.state()).plans.length;
    expect(await cancel(job)).toMatchObject({ ok: true });
    const state = await job.state();
    expect(isClosed(state)).toBe(true);
    expect(state.plans).toHaveLength(entries);
    expect(nextThing(state).text).toBe('Cancelled');
    expect(
      await db().row('SELECT closed, place FROM order_now WHERE order_id = ?', [job.orderId]),
    ).toMatchObject({
      closed: 1,
      place: null,
    });
    expect(refusal(await cancel(job))).toMatchObject({ code: 'closed' });
    // The customer reads that it was, and not why.
    const page = await customerPage(job.orderId);
    expect(describeStanding(page.file.state, page.blocked)).toBe('This order was cancelled.');
    expect(page.packet).toBeNull();
    expect(page.readyToSign).toBe(false);
    const back = { orderId: job.orderId, entryId: state.cancelled!.id, reason: 'it was another truck' };
    expect(await give(shop, 'Odalys', 'entry.void', back)).toMatchObject({ ok: true });
    expect(isClosed(await job.state())).toBe(false);
  });

  test('not once the car was opened up or raised; looked over and started is not opened up', async () => {
    const job = await onTheLift('CANCEL 2');
    const raise = (await job.state()).document!.steps.find((step) => step.sets === 'raised')!;
    await job.work({ step: raise.id });
    expect(refusal(await cancel(job))).toMatchObject({ code: 'opened-up' });
    const whole = await onItsWheels(shop, 'CANCEL 3');
    expect(refusal(await cancel(whole))).toMatchObject({
      code: 'opened-up',
      message: expect.stringMatching(/has been opened up/),
    });
    const begun = await onTheLift('CANCEL 4');
    expect(await cancel(begun)).toMatchObject({ ok: true });
  });
});

describe('targets and the car are put right', () => {
  test('other targets before the work: what was agreed is asked anew, and so is the plan', async () => {
    const job = await planned('RIGHT 1');
    await job.agreed();
    const set = (targets: object, more: object = {}) =>
      give(shop, 'Teodor', 'targets.set', {
        orderId: job.orderId,
        targets: { front: '23', rear: null, unit: 'in', method: 'hub', ...targets },
        agreed: false,
        how: 'in the shop',
        witness: null,
        ...more,
      });
    expect(refusal(await set({ front: '2' }))).toMatchObject({ code: 'confirm', field: 'targets.front' });
    expect(refusal(await set({ front: 'high' }))).toMatchObject({ field: 'targets.front' });
    expect(await set({})).toMatchObject({ answer: { planAgain: true } });
    const state = await job.state();
    expect(state.intake!.data.targets).toMatchObject({ front: '23', rear: null });
    expect(state.agreements.filter((entry) => entry.data.what === 'targets')).toEqual([]);
    expect(planIsStale(state)).toBe(true);
    expect(planAnswer(state)).toBeNull();
    expect(nextThing(state).text).toMatch(/^Plan again/);
    const version = state.plans.at(-1)!.data.version;
    const yes = { orderId: job.orderId, version, yes: true, how: 'in the shop', witness: null };
    expect(refusal(await give(shop, 'Teodor', 'plan.answer', yes))).toMatchObject({ code: 'stale' });
    await job.planned();
    expect(planIsStale(await job.state())).toBe(false);
    const begun = await onTheLift('RIGHT 2');
    expect(
      refusal(
        await give(shop, 'Teodor', 'targets.set', {
          orderId: begun.orderId,
          targets: { front: '23', rear: null, unit: 'in', method: 'hub' },
          agreed: false,
          how: 'in the shop',
          witness: null,
        }),
      ),
    ).toMatchObject({ code: 'running' });
  });

  test('plate, wheelbase and suspension as entries; found by its new plate, verified, the plan made anew', async () => {
    const job = await planned('RIGHT 3');
    const { id } = await vehicleOf(job);
    const car = (await readCar(db(), id))!;
    const correct = (more: object) =>
      give(shop, 'Teodor', 'car.correct', {
        vehicleId: id,
        label: car.label,
        plate: car.plate,
        body: car.body,
        drive: car.drive,
        frontSuspension: car.front,
        rearSuspension: car.rear,
        wheelbase: `${car.wheelbaseMm} mm`,
        distanceUnit: car.distanceUnit,
        reason: 'read off the wrong paper',
        ...more,
      });
    expect(refusal(await correct({}))).toMatchObject({ code: 'same' });
    expect(refusal(await correct({ wheelbase: '310 mm' }))).toMatchObject({ field: 'wheelbase' });
    await takenIn('RIGHT 4');
    expect(refusal(await correct({ plate: 'right-4' }))).toMatchObject({
      code: 'confirm',
      field: 'plate',
      message: expect.stringMatching(/RIGHT 4 is known here/),
    });
    // A plate alone leaves the plan as it is.
    expect(await correct({ plate: 'rihgt 33' })).toMatchObject({ answer: { planAgain: [] } });
    expect(planIsStale(await job.state())).toBe(false);
    expect((await findCars(db(), 'RIHGT 33', 0)).cars.map((one) => one.id)).toEqual([id]);
    expect((await carsOfPlate(db(), 'RIGHT 3')).length).toBe(0);
    const longer = { plate: 'RIHGT 33', wheelbase: `${car.wheelbaseMm + 200} mm` };
    expect(await correct(longer)).toMatchObject({ answer: { planAgain: [expect.any(Number)] } });
    const state = await job.state();
    expect(planIsStale(state)).toBe(true);
    expect((await readCar(db(), id))!.wheelbaseMm).toBe(car.wheelbaseMm + 200);
    expect(await checkShop(db())).toBeNull();
    // Changed behind the record, it shows.
    await db().run('UPDATE vehicle SET wheelbase_mm = wheelbase_mm + 9 WHERE id = ?', [id]);
    expect(await checkShop(db())).toMatch(/"wheelbaseMm"/);
    await db().run('UPDATE vehicle SET wheelbase_mm = wheelbase_mm - 9 WHERE id = ?', [id]);
  });

  test('a customer’s name and telephone; found by either, and verified', async () => {
    const job = await takenIn('RIGHT 5');
    const { id, customer_id: customerId } = await vehicleOf(job);
    const contact = { customerId, name: 'Spruce Gap Ferry', phone: '(555) 77-0199', email: '' };
    expect(refusal(await give(shop, 'Teodor', 'customer.correct', { ...contact, name: '' }))).toMatchObject({
      field: 'name',
    });
    expect(await give(shop, 'Teodor', 'customer.correct', contact)).toMatchObject({ ok: true });
    expect((await knownCars(db(), 'Spruce Gap')).map((car) => car.id)).toContain(id);
    expect((await carsOfPhone(db(), '555 770199')).map((car) => car.id)).toEqual([id]);
    expect(await carsOfPhone(db(), '555')).toEqual([]);
    expect(await checkShop(db())).toBeNull();
  });
});

describe('two that are one', () => {
  test('a car: its orders, readings and come-backs are the kept one’s, and everything derived holds', async () => {
    const first = await handedOver(await onItsWheels(shop, 'TWIN 1'));
    const second = await takenIn('TWIN 1 B');
    const [keep, other] = [await vehicleOf(second), await vehicleOf(first)];
    const merge = (more: object = {}) =>
      give(shop, 'Odalys', 'car.merge', {
        keepId: keep.id,
        otherId: other.id,
        reason: 'same frame number',
        ...more,
      });
    expect(refusal(await merge({ otherId: keep.id }))).toMatchObject({ code: 'same' });
    expect(
      refusal(
        await give(shop, 'Teodor', 'car.merge', { keepId: keep.id, otherId: other.id, reason: 'same frame' }),
      ),
    ).toMatchObject({ code: 'not-yours' });
    const working = await onTheLift('TWIN 2');
    expect(refusal(await merge({ otherId: (await vehicleOf(working)).id }))).toMatchObject({
      code: 'under-way',
    });
    expect(await merge()).toMatchObject({ ok: true });

    const car = (await readCar(db(), keep.id))!;
    expect(car.visits.map((visit) => visit.id).sort()).toEqual([first.orderId, second.orderId].sort());
    expect((await readCar(db(), other.id))!.mergedInto).toBe(keep.id);
    const found = (await knownCars(db(), 'TWIN 1')).map((one) => one.id);
    expect([found.includes(keep.id), found.includes(other.id)]).toEqual([true, false]);
    expect(
      await db().rows('SELECT DISTINCT vehicle_id FROM follow_up WHERE order_id = ?', [first.orderId]),
    ).toEqual([{ vehicle_id: keep.id }]);
    expect((await first.state()).intake!.data).toMatchObject({
      vehicleId: keep.id,
      customerId: keep.customer_id,
    });
    expect(await checkShop(db())).toBeNull();
  });

  test('a customer: cars and messages are the kept one’s', async () => {
    const [a, b] = [await takenIn('OWNER 1'), await takenIn('OWNER 2')];
    const [keep, other] = [await vehicleOf(a), await vehicleOf(b)];
    await give(shop, 'Teodor', 'link.send', { orderId: b.orderId });
    expect(
      await give(shop, 'Odalys', 'customer.merge', {
        keepId: keep.customer_id,
        otherId: other.customer_id,
        reason: 'the same farm',
      }),
    ).toMatchObject({ ok: true });
    expect((await readCar(db(), keep.id))!.others.map((one) => one.id)).toEqual([other.id]);
    expect(await db().rows('SELECT customer_id FROM message WHERE order_id = ?', [b.orderId])).toEqual([
      { customer_id: keep.customer_id },
    ]);
    expect((await b.state()).intake!.data.customerId).toBe(keep.customer_id);
  });

  test('after all of it every chain and every derived row holds', async () => {
    expect(await verifyEverything(() => undefined)).toBeNull();
  });
});
