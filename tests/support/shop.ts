import { randomUUID } from 'node:crypto';
import { DemoDriver } from '../../demo/driver';
import { DemoJob, type JobPlan } from '../../demo/job';
import type { CrewName } from '../../demo/crew';
import { type CommandAnswer, execute } from '@/server/commands/execute';
import { db } from '@/server/database';

export const DAY = '2026-04-14T18:30:00.000Z';
export const DEVICE = '00000000-0000-4000-a000-000000000001';

/** A shop with its crew, catalog and tools, as the test found it; a job of it has a plate of its own. */
export async function testShop(seed: string): Promise<DemoDriver> {
  const shop = new DemoDriver(DAY, seed);
  await shop.open();
  await db().run('INSERT IGNORE INTO device (id, first_seen) VALUES (?, ?)', [DEVICE, new Date(DAY)]);
  shop.clock = new Date(DAY);
  return shop;
}

export async function testWrenches(shop: DemoDriver, seed: string): Promise<JobPlan['wrenches']> {
  const add = async (name: string, low: number, high: number) =>
    String(
      (
        await shop.act('Odalys', 'wrench.add', {
          name: `${name} ${seed}`,
          low,
          high,
          unit: 'nm',
          calibrationDue: '2027-01-01',
        })
      ).wrenchId,
    );
  return { large: await add('large', 40, 250), small: await add('small', 5, 60) };
}

/** A truck for both ends, with heights that make its numbers its own. */
export function truck(plate: string, wrenches: JobPlan['wrenches'], more: Partial<JobPlan> = {}): JobPlan {
  return {
    customer: { name: `Keeper of ${plate}`, phone: '555 0100', email: '' },
    vehicle: {
      label: `Tindral Coppice ${plate}`,
      body: 'pick-up',
      plate,
      vin: '',
      drive: 'four-wheel',
      frontSuspension: 'coilover',
      rearSuspension: 'leaf-over',
      wheelbase: '3594 mm',
      distanceUnit: 'mi',
    },
    tech: 'Brannoch',
    odometer: 40000,
    unit: 'mi',
    lengthUnit: 'in',
    tires: 'LT245/75R17',
    wheels: '17 x 7.5',
    carries: '',
    wants: 'Level',
    targets: { front: '22 3/8', rear: '23 1/8' },
    pacePerDay: 30,
    promisedInDays: 1,
    place: null,
    before: ['20 7/16', '20 5/16', '22 1/8', '22 1/16'],
    parts: ['QS-30', 'OB-25'],
    procedures: [
      { id: 'strut-top-spacer', ways: [] },
      { id: 'rear-lift-block', ways: [] },
    ],
    after: ['22 3/8', '22 5/16', '23 1/8', '23 1/16'],
    wrenches,
    ...more,
  };
}

export const jobOn = (shop: DemoDriver, plan: JobPlan) => new DemoJob(shop, plan);

/** Gives a command as one of the crew and answers as the door does, refusals and all. */
export function give(
  shop: DemoDriver,
  who: CrewName,
  name: string,
  input: object,
  id = randomUUID(),
): Promise<CommandAnswer> {
  return execute(
    name,
    { id, deviceSeq: 1, input },
    { person: shop.person(who), deviceId: DEVICE, receivedAt: new Date(DAY) },
  );
}

/** The first error of a refused command. @throws when it was not refused */
export function refusal(answer: CommandAnswer): { field: string; code: string; message: string } {
  if (answer.ok) throw new Error(`it was not refused: ${JSON.stringify(answer.answer)}`);
  return answer.errors[0]!;
}

/** Plays a job from the keys until it stands on its wheels again, with an offer, a quote and a short box on the way. */
export async function onItsWheels(
  shop: DemoDriver,
  plate: string,
  more: Partial<JobPlan> = {},
): Promise<DemoJob> {
  // Some days back, so that the clock on the job runs.
  shop.moment(-3, 14);
  const wrenches = await testWrenches(shop, plate);
  const after: JobPlan['after'] = ['22 5/16', '22 1/4', '23 1/8', '23 1/16'];
  const job = await jobOn(shop, truck(plate, wrenches, { after, ...more })).intake();
  await job.lookedOver(false);
  await job.heights('as came', job.plan.before);
  await job.planned();
  await job.quoted();
  await job.agreed();
  await job.shortBox();
  await job.started();
  await job.clockOn();
  await job.work({ phase: 'align' });
  return job.heights('on wheels', job.plan.after);
}

/** Plays the rest of a job that stands on its wheels, to the customer's signature. */
export async function handedOver(job: DemoJob): Promise<DemoJob> {
  await job.work({ phase: 'road' });
  await job.aligned(2.9, 0.06);
  await job.driven(7);
  await job.work({});
  await job.photos(1);
  await job.clockOff('done');
  return job.handedOver();
}

/** A strut job in front that stands on its wheels at the rack, in the shop that is being served. */
export async function atTheRack(plate: string): Promise<DemoJob> {
  const job = await onTheLift(plate);
  await job.work({ phase: 'align' });
  await job.heights('on wheels', job.plan.after);
  return job;
}

/** A strut job in front with its plan, in the shop that is being served: nobody has said yes to it. */
export async function plannedJob(plate: string, place: string | null = null): Promise<DemoJob> {
  const shop = await testShop(`lift ${plate}`);
  shop.moment(0, 14);
  const wrenches = await testWrenches(shop, plate);
  const job = await jobOn(
    shop,
    truck(plate, wrenches, {
      parts: ['QS-30'],
      targets: { front: '22 3/8', rear: null },
      procedures: [{ id: 'strut-top-spacer', ways: [] }],
      place,
    }),
  ).intake();
  await job.heights('as came', job.plan.before);
  return job.planned();
}

/** The same agreed: its work has not begun. */
export const agreedJob = async (plate: string, place: string | null = null): Promise<DemoJob> =>
  (await plannedJob(plate, place)).agreed();

/** The same with its work begun: nothing is raised or opened yet. */
export const onTheLift = async (plate: string, place: string | null = null): Promise<DemoJob> =>
  (await agreedJob(plate, place)).started();

/**
 * A job whose work has begun, in the shop that is being served: of its own car, parts and procedures.
 * @param until the step before which it stops, by the end of its id
 */
export async function jobStarted(plate: string, more: Partial<JobPlan>, until?: string): Promise<DemoJob> {
  const shop = await testShop(`job ${plate}`);
  shop.moment(0, 14);
  const job = await jobOn(shop, truck(plate, await testWrenches(shop, plate), more)).intake();
  await job.heights('as came', job.plan.before);
  await (await (await job.planned()).agreed()).started();
  if (!until) return job;
  const { document } = await job.state();
  return job.work({ step: document!.steps.find(({ id }) => id.endsWith(`/${until}`))!.id });
}
