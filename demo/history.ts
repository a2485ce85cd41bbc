import { db } from '../src/server/database';
import { type Told, tellHistory } from './bulk';
import type { DemoDriver } from './driver';
import type { DemoJob } from './job';
import { BEES, FARRIER, POST, RESCUE, type Story } from './stories';
import { toHandoff } from './to-handoff';

/** Four jobs of two years ago that are played to the end; the two years after them are told from these. */
const PAST: { story: Story; ratio: number; sdLog: number; odometer: number }[] = [
  {
    story: long(RESCUE, 'Skarn Hollow Fire Crew', 'Tindral Scree 40, fire crew', 'SKH 21'),
    ratio: 1.08,
    sdLog: 0.22,
    odometer: 47900,
  },
  {
    story: long(POST, 'Rural post round, north', 'Osk Heron wagon, north round', 'PRN 114'),
    ratio: 0.96,
    sdLog: 0.15,
    odometer: 88220,
  },
  {
    story: long(BEES, 'Low Saddle Bees', 'Osk Lintel van, hives', 'LSB 30'),
    ratio: 1.15,
    sdLog: 0.26,
    odometer: 120555,
  },
  {
    story: long(FARRIER, 'Upper Fork Farrier', 'Marl Quern wagon, forge', 'UFF 7'),
    ratio: 1.02,
    sdLog: 0.2,
    odometer: 73990,
  },
];

function long(story: Story, customer: string, label: string, plate: string): Story {
  return {
    ...story,
    customer: { name: customer, phone: '555 0155', email: '' },
    vehicle: { ...story.vehicle, label, plate, later: '' },
    promisedInDays: -735,
    place: null,
  };
}

const FIRST_DAYS_AGO = 740;

/** Plays those four and their re-torque visits, and tells two years of finished work from them. */
export async function tellPast(
  shop: DemoDriver,
  make: (story: Story) => DemoJob,
  tell: (text: string) => void,
  orders: number,
  ownPapers = true,
): Promise<{ orders: number; entries: number }> {
  const told: Told[] = [];
  for (const [index, { story, ratio, sdLog, odometer }] of PAST.entries()) {
    shop.moment(-FIRST_DAYS_AGO + index, 15);
    const job = make(story);
    await toHandoff(job, 2.9, null, index);
    const { orderId } = job;
    const orderIds = [orderId];
    for (const [at, kind] of (['wheel', 'chassis'] as const).entries()) {
      shop.moment(-FIRST_DAYS_AGO + 5 + 9 * at + index, 15);
      const due = await db().rows<{ id: string }>(
        'SELECT id FROM follow_up WHERE order_id = ? AND kind = ? AND closed_by IS NULL',
        [orderId, kind],
      );
      const visit = await shop.act('Teodor', 'visit.open', {
        followUpIds: due.map((row) => row.id),
        odometer: { value: odometer + 400 * at, unit: story.unit },
        place: null,
      });
      orderIds.push(String(visit.orderId));
      await job.clickAll(String(visit.orderId), null);
    }
    const left = await db().rows<{ id: string }>(
      'SELECT id FROM follow_up WHERE order_id = ? AND closed_by IS NULL ORDER BY id',
      [orderId],
    );
    for (const { id } of left)
      await shop.act('Teodor', 'followup.close', {
        followUpId: id,
        how: 'refused',
        reason: 'Looked after at home from here on',
      });
    told.push({ orderIds, ratio, sdLog });
  }
  tell(`      two years behind it: ${orders} finished work orders`);
  return tellHistory(told, orders, {
    today: shop.today,
    firstDaysAgo: FIRST_DAYS_AGO - 20,
    lastDaysAgo: 34,
    seed: 'past',
    ownPapers,
  });
}
