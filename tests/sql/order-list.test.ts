import { closePool, db } from '@/server/database';
import { type OrderFilter, findOrders } from '@/server/queries/orders';
import { openOnCar } from '@/server/queries/car-state';
import type { DemoDriver } from '../../demo/driver';
import type { DemoJob, JobPlan } from '../../demo/job';
import { DAY, give, jobOn, testShop, testWrenches, truck } from '../support/shop';

let shop: DemoDriver;
let wrenches: JobPlan['wrenches'];
beforeAll(async () => {
  shop = await testShop('order list');
  wrenches = await testWrenches(shop, 'order list');
});
afterAll(closePool);

const takenIn = (plate: string, more: Partial<JobPlan> = {}) => {
  shop.moment(-3, 14);
  return jobOn(shop, truck(plate, wrenches, more)).intake();
};
const shown = async (show: OrderFilter, person: 'Brannoch' | 'Ilse' = 'Brannoch'): Promise<Set<string>> => {
  const { orders } = await findOrders(db(), '', 0, {
    show,
    personId: shop.person(person).id,
    now: new Date(DAY),
  });
  return new Set(orders.map((order) => order.id));
};

describe('which jobs are shown', () => {
  let late: DemoJob;
  let onTheLift: DemoJob;
  let cancelled: DemoJob;
  beforeAll(async () => {
    late = await takenIn('LIST 1', { promisedInDays: -2 });
    onTheLift = await takenIn('LIST 2', { place: 'lift-2', promisedInDays: 3 });
    cancelled = await takenIn('LIST 3', { promisedInDays: -2 });
    await give(shop, 'Teodor', 'order.cancel', { orderId: cancelled.orderId, reason: 'sold meanwhile' });
    shop.clock = new Date(DAY);
    await give(shop, 'Brannoch', 'clock.on', { orderId: onTheLift.orderId, stepId: null });
  });

  test('open ones are all but what is closed', async () => {
    const open = await shown('open');
    expect([late, onTheLift, cancelled].map((job) => open.has(job.orderId))).toEqual([true, true, false]);
    expect((await shown('all')).has(cancelled.orderId)).toBe(true);
  });

  test('late is past its promise and still open', async () => {
    const list = await shown('late');
    expect([late, onTheLift, cancelled].map((job) => list.has(job.orderId))).toEqual([true, false, false]);
  });

  test('in the bay stands on a lift or on the floor', async () => {
    const list = await shown('bay');
    expect([late, onTheLift].map((job) => list.has(job.orderId))).toEqual([false, true]);
  });

  test('mine are those whose clock I had', async () => {
    expect((await shown('mine')).has(onTheLift.orderId)).toBe(true);
    expect((await shown('mine')).has(late.orderId)).toBe(false);
    expect((await shown('mine', 'Ilse')).has(onTheLift.orderId)).toBe(false);
  });

  test('each says where it stands and what is promised', async () => {
    const { orders } = await findOrders(db(), 'LIST 2', 0);
    expect(orders[0]).toMatchObject({ placeName: 'Lift 2', closed: false });
    expect(orders[0]!.promisedFor).toMatch(/^2026-04-17/);
  });
});

test('what is open or loose on a car is told on its page, and gone when it is closed', async () => {
  const job = await takenIn('LIST 4');
  await job.heights('as came', job.plan.before);
  await (await (await job.planned()).agreed()).started();
  const { vehicle_id: vehicleId } = (await db().row<{ vehicle_id: string }>(
    'SELECT vehicle_id FROM work_order WHERE id = ?',
    [job.orderId],
  ))!;
  expect(await openOnCar(db(), vehicleId)).toEqual([]);
  await job.work({ step: 'C/joint-part-L' });
  const apart = await openOnCar(db(), vehicleId);
  expect(apart).toEqual(
    expect.arrayContaining([
      'Wheel, left front: open',
      'Wheel nuts, left front: loosened, not torqued again',
    ]),
  );
  await job.work({ phase: 'align' });
  expect((await openOnCar(db(), vehicleId)).filter((words) => words.endsWith(': open'))).toEqual([]);
});
