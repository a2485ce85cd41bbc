import type { DemoDriver } from '../../demo/driver';
import { shownOrder } from '@/features/orders/shown-order';
import { now } from '@/server/clock';
import { closePool } from '@/server/database';
import { shownComeBacks, shownDay } from '@/server/queries/shown';
import { personById } from '@/server/sessions/sessions';
import { atTheRack, give, handedOver, onItsWheels, onTheLift, plannedJob, testShop } from '../support/shop';

let shop: DemoDriver;
beforeAll(async () => {
  shop = await testShop('shown');
});
afterAll(closePool);

const who = async (name: 'Odalys' | 'Ilse') => (await personById(shop.person(name).id))!;
const orderOf = async (orderId: string, name: 'Odalys' | 'Ilse' = 'Odalys') =>
  (await shownOrder(await who(name), orderId))!;
/** It goes out as text: what a text cannot say must not be in it. */
const sameAsText = (shown: unknown) => expect(JSON.parse(JSON.stringify(shown))).toEqual(shown);

describe('the first page of an order', () => {
  test('planned: its targets, nothing on the car, what may still be changed', async () => {
    const job = await plannedJob('SHOWN 1', 'lift-1');
    const shown = await orderOf(job.orderId);
    sameAsText(shown);
    expect(shown.head).toMatchObject({ orderId: job.orderId, plate: 'SHOWN 1', ended: null, hasBay: false });
    expect(shown.head.tab).toContain('SHOWN 1');
    expect(shown.open).toBeNull();
    expect(shown.heights.measured).toBe(true);
    expect(shown.whileOpen).toMatchObject({ place: 'lift-1', clockRuns: false, mayCancel: true });
    expect(shown.whileOpen!.targets).not.toBeNull();
    expect(new Map(shown.facts).get('Targets')).toMatch(/^front .+, rear /);
  });

  test('begun: the targets stand, the clock is the viewer’s own', async () => {
    const job = await onTheLift('SHOWN 2', 'lift-2');
    await give(shop, 'Ilse', 'clock.on', { orderId: job.orderId, stepId: null });
    const hers = await orderOf(job.orderId, 'Ilse');
    sameAsText(hers);
    expect(hers.whileOpen!.clockRuns).toBe(true);
    expect((await orderOf(job.orderId)).whileOpen!.clockRuns).toBe(false);
    expect(hers.whileOpen!.targets).toBeNull();
    expect(hers.head.hasBay).toBe(true);
    expect(hers.open).not.toBeNull();
    await give(shop, 'Ilse', 'clock.off', { reason: 'waiting' });
  });

  test('at the rack, on its wheels, handed over: it goes out as text; closed, nothing is offered on it', async () => {
    sameAsText(await orderOf((await atTheRack('SHOWN 3')).orderId));
    const job = await onItsWheels(shop, 'SHOWN 4');
    sameAsText(await orderOf(job.orderId));
    await handedOver(job);
    const shown = await orderOf(job.orderId);
    sameAsText(shown);
    expect(shown.whileOpen).toBeNull();
    expect(shown.head.ended).not.toBeNull();
    expect(shown.head.next.text).toBe(shown.head.ended!.slice(0, shown.head.next.text.length));
    expect(shown.practice).not.toBeNull();
    expect(shown.open).toEqual({ lines: [], notDriven: null });
    expect(shown.heights.measured && shown.heights.rows.map((row) => row.label)).toContain('Predicted');
  });

  test('cancelled: by whom and why', async () => {
    const job = await plannedJob('SHOWN 5');
    await give(shop, 'Teodor', 'order.cancel', { orderId: job.orderId, reason: 'sold meanwhile' });
    const shown = await orderOf(job.orderId);
    sameAsText(shown);
    expect(shown.cancelled).toMatch(/^Cancelled .+ by Teodor: sold meanwhile$/);
    expect(shown.whileOpen).toBeNull();
  });

  test('none of that id', async () => {
    const viewer = await who('Odalys');
    for (const id of ['00000000-0000-0000-0000-000000000000', '../../etc', ''])
      expect(await shownOrder(viewer, id)).toBeNull();
  });
});

test('what is open and loose stands as a line each, with why the car is not to be driven', async () => {
  const job = await onTheLift('SHOWN 6');
  await job.work({ phase: 'fit' });
  const { open } = await orderOf(job.orderId);
  const signs = open!.lines.map(({ sign }) => sign);
  expect(signs).toContain('open');
  expect(open!.lines.every(({ name, words }) => name !== '' && words !== '')).toBe(true);
  const [opened, loose] = [
    signs.filter((sign) => sign === 'open').length,
    signs.filter((sign) => sign === 'thin' || sign === 'broken').length,
  ];
  expect(open!.notDriven).toMatch(
    new RegExp(`^Not to be driven: ${opened} open${loose ? `, ${loose} loose` : ''}`),
  );
});

test('the day and the come-backs go out as text; a lead may close one, the day names who is clocked on', async () => {
  const day = await shownDay();
  sameAsText(day);
  expect(day.nowIso.slice(0, 10)).toBe(now().toISOString().slice(0, 10));
  expect(day.orders.map((order) => order.plate)).toContain('SHOWN 2');
  expect(day.orders.map((order) => order.plate)).not.toContain('SHOWN 5');
  const lead = await shownComeBacks(await who('Odalys'));
  sameAsText(lead);
  expect(lead.lead).toBe(true);
  expect(lead.comeBacks.map((one) => one.plate)).toContain('SHOWN 4');
  expect(day.comeBacks.every((one) => one.daysLeft !== null && one.daysLeft <= 14)).toBe(true);
  const taken = new Set(day.orders.map((order) => order.place));
  expect(lead.free.some((place) => taken.has(place.id))).toBe(false);
});
