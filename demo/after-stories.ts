import { db } from '../src/server/database';
import { drawScene } from '../src/server/devices/camera';
import { storePhoto } from '../src/server/photos/store';
import type { DemoDriver } from './driver';
import type { DemoJob } from './job';
import { RESCUE, type Story } from './stories';

/** What a platform's alignment is held against in the demo; made up, like everything here. */
const SPEC = {
  front: {
    caster: { min: 2.2, max: 4.2 },
    camber: { min: -0.6, max: 0.6 },
    toeTotal: { min: 0, max: 0.2 },
    crossCaster: 0.6,
    crossCamber: 0.6,
  },
  rear: { thrust: 0.2 },
};

export async function keepSpecs(shop: DemoDriver): Promise<void> {
  for (const platform of ['Coppice and Scree', 'Ox']) {
    await shop.act('Odalys', 'spec.save', {
      platform,
      source: 'shop goal for this car after a lift, made up for the demo',
      spec: SPEC,
      casterGoal: 3,
      casterWhy: 'the shop’s own goal on bigger tires',
    });
  }
}

/** The left side as it came and as it stands: the same shot before and after. */
export async function sidePictures(job: DemoJob, when: 'before' | 'after', seed: number): Promise<string> {
  const before = when === 'before';
  const picture = await drawScene({
    kind: 'side',
    words: before ? 'left side, as it came' : 'left side, on its wheels',
    seed,
    raised: before ? 0 : 0.7,
  });
  const { photoId } = await storePhoto(picture);
  await job.shop.act(job.plan.tech, 'photo.bind', {
    orderId: job.orderId,
    photoId,
    occasion: before ? 'as it came' : 'on its wheels',
    shot: 'left side',
    caption: before ? 'Left side as it came' : 'Left side on its wheels',
  });
  return photoId;
}

/** A picture with what was seen drawn over it. */
export async function markedPicture(job: DemoJob): Promise<void> {
  const photo = (await job.state()).photos.at(-1)!;
  await job.shop.act(job.plan.tech, 'photo.mark', {
    orderId: job.orderId,
    photoEntryId: photo.id,
    marks: [
      { kind: 'line', from: [0.33, 0.47], to: [0.33, 0.6], text: '1 15/16 up' },
      { kind: 'arrow', from: [0.62, 0.2], to: [0.7, 0.42], text: 'lip' },
    ],
  });
}

export const watchLiner = (job: DemoJob, text: string) =>
  job.shop.act(job.plan.tech, 'watch.add', {
    orderId: job.orderId,
    text,
    photoId: null,
    byDay: job.shop.day(20),
    byDistance: null,
  });

/** Answers everything an earlier order left to be watched. */
export async function answerWatched(shop: DemoDriver, orderId: string, answer: string): Promise<void> {
  const lines = await db().rows<{ watch_id: string }>(
    `SELECT watch_id FROM watch_now JOIN work_order ON work_order.vehicle_id = watch_now.vehicle_id
      WHERE work_order.id = ? AND watch_now.order_id <> ? AND NOT settled`,
    [orderId, orderId],
  );
  for (const line of lines)
    await shop.act('Brannoch', 'watch.answer', { orderId, watchId: line.watch_id, answer, settled: true });
}

/** Old come-backs that the customers let go, on record: so that the list shows what is due now. */
export async function forgotten(shop: DemoDriver, orderId: string): Promise<void> {
  const open = await db().rows<{ id: string }>(
    'SELECT id FROM follow_up WHERE order_id = ? AND closed_by IS NULL ORDER BY id',
    [orderId],
  );
  for (const row of open)
    await shop.act('Odalys', 'followup.close', {
      followUpId: row.id,
      how: 'lead',
      reason: 'clicked by their own mechanic, seen on his paper',
    });
}

const again = (
  customer: string,
  label: string,
  plate: string,
  after: Story['after'],
  tech: Story['tech'],
  phone: string,
): Story => ({
  ...RESCUE,
  customer: { name: customer, phone, email: '' },
  vehicle: { ...RESCUE.vehicle, label, plate, later: '' },
  carries: 'Saws and fuel, 300 lb',
  wants: 'Two inches, for the forest road',
  tech,
  after,
});

/** Jobs of earlier months with the same kit: what the kit ledger knows it by. */
export const EARLIER: { story: Story; daysAgo: number; said: object | null }[] = [
  {
    story: again(
      'Tarn Bell Forestry',
      'Tindral Scree 40, forestry',
      'TBF 12',
      ['22 9/16', '22 1/2', '24', '23 15/16'],
      'Brannoch',
      '555 0171',
    ),
    daysAgo: 320,
    said: {
      ride: 'better',
      noise: 'as before',
      fuel: 'worse',
      wear: 'as before',
      again: 'yes',
      words: 'It clears the water bars now.',
    },
  },
  {
    story: again(
      'Larkfoot Ridge Crew',
      'Tindral Coppice 25, ridge crew',
      'LKF 8',
      ['22 3/4', '22 11/16', '24 1/8', '24 1/8'],
      'Ilse',
      '555 0184',
    ),
    daysAgo: 215,
    said: {
      ride: 'as before',
      noise: 'worse',
      fuel: 'worse',
      wear: 'as before',
      again: 'not sure',
      words: 'The roof rack whistles since.',
    },
  },
];

/** The rescue truck’s two sets of wheels. @returns the id of the one it is driven on in summer */
export async function rescueWheels(shop: DemoDriver, orderId: string): Promise<string> {
  const car = (await db().row<{ vehicle_id: string }>('SELECT vehicle_id FROM work_order WHERE id = ?', [
    orderId,
  ]))!;
  const keep = (set: object) =>
    shop.act('Odalys', 'wheelset.save', { vehicleId: car.vehicle_id, unit: 'nm', ...set });
  const road = await keep({
    name: 'road',
    tires: 'LT255/75R17',
    rimWidthIn: 8,
    offsetMm: 25,
    torque: 140,
    source: 'wheel sheet, made up for the demo',
    dial: { shown: 50, truth: 51 },
  });
  await keep({
    name: 'snow, on steel',
    tires: 'LT245/75R17',
    rimWidthIn: 7,
    offsetMm: 35,
    torque: 165,
    source: 'steel wheel sheet, made up for the demo',
  });
  return String(road.setId);
}

/** Its front came out low on both sides, and the rack is booked: the next thing is to find out why. */
export const SHUTTLE: Story = {
  customer: {
    name: 'Two Larches ski hill, road side',
    phone: '555 0126',
    email: 'lifts@two-larches.example',
  },
  vehicle: {
    ...RESCUE.vehicle,
    label: 'Tindral Coppice 25, hill shuttle',
    plate: 'SNO 51',
    later: '',
  },
  tech: 'Ilse',
  odometer: 61240,
  unit: 'mi',
  lengthUnit: 'in',
  tires: 'LT255/75R17',
  wheels: '17 x 8, offset 25',
  carries: 'Eight skiers and their gear, 900 lb',
  wants: 'Two inches in front, one and a half behind',
  targets: { front: '21 1/4', rear: '22 1/2' },
  pacePerDay: 33,
  promisedInDays: 3,
  place: null,
  before: ['19 1/4', '19 3/16', '21', '20 15/16'],
  parts: ['QS-30', 'OB-38'],
  procedures: RESCUE.procedures,
  after: ['20 9/16', '20 1/2', '22 3/8', '22 5/16'],
};

/** The new parts are on and the wheels hang: gaps read on both sides, before it comes down. */
async function walkedInTheAir(job: DemoJob): Promise<void> {
  for (const to of ['on-wheels', 'raised']) await job.give('support.set', { ends: ['front'], to }, 3);
  for (const side of ['left', 'right'] as const)
    await job.give(
      'droop.read',
      { id: 'front.arm-coil', side, text: side === 'left' ? '5/8' : '9/16', lengths: 'in' },
      3,
    );
  await job.give('support.set', { ends: ['front'], to: 'on-wheels' }, 3);
}

export async function shuttleWaits(shop: DemoDriver, job: DemoJob): Promise<void> {
  await job.intake();
  await job.heights('as came', job.plan.before);
  await sidePictures(job, 'before', 5);
  await (await (await job.planned()).agreed()).started();
  await job.work({ phase: 'on-wheels' });
  await walkedInTheAir(job);
  await job.work({ phase: 'align' });
  await job.heights('on wheels', job.plan.after);
  await job.photos(2);
  await shop.act('Teodor', 'booking.set', {
    orderId: job.orderId,
    rack: 'partner across the river',
    own: false,
    startsAt: `${shop.day(3)}T09:00`,
    minutes: 75,
    note: 'steering centered first',
  });
}
