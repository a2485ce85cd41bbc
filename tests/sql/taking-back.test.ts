import { randomUUID } from 'node:crypto';
import { handoffBlockers } from '@/core/ledger/closing';
import type { OrderState } from '@/core/ledger/order-state';
import { waysBack } from '@/contracts/taking-back';
import { execute } from '@/server/commands/execute';
import { closePool, db } from '@/server/database';
import { loadOrder } from '@/server/entries/order';
import { readOrderFile } from '@/server/queries/order';
import type { CrewName } from '../../demo/crew';
import type { DemoDriver } from '../../demo/driver';
import type { DemoJob } from '../../demo/job';
import { DAY, give, jobOn, refusal, testShop, testWrenches, truck } from '../support/shop';
import { doneInput } from '../support/readings';

let shop: DemoDriver;
beforeAll(async () => {
  shop = await testShop('taking back');
});
afterAll(closePool);

const stateOf = async (orderId: string): Promise<OrderState> => (await loadOrder(db(), orderId))!.state;

async function started(plate: string): Promise<DemoJob> {
  shop.moment(0, 14);
  const job = await jobOn(shop, truck(plate, await testWrenches(shop, plate))).intake();
  await job.heights('as came', job.plan.before);
  await (await job.planned()).agreed();
  return job.started();
}

/** Works to the step after the first torque that asks for a second check, and leaves the check out. */
async function owing(plate: string) {
  const job = await started(plate);
  const { document } = await stateOf(job.orderId);
  const fastener = document!.fasteners.find((one) => one.secondCheck && one.critical === 'steering')!;
  const step = document!.steps.find((one) => one.torques?.includes(fastener.id))!;
  await job.work({ step: step.id });
  for (const id of step.torques!)
    for (let pass = 0; pass < (document!.fasteners.find((one) => one.id === id)!.passes ?? 1); pass += 1)
      await give(shop, 'Brannoch', 'torque.record', {
        orderId: job.orderId,
        fastenerId: id,
        wrenchId: job.plan.wrenches.large,
        reading: { clicked: true },
      });
  expect(await give(shop, 'Brannoch', 'step.done', await doneInput(job.orderId, step.id))).toMatchObject({
    ok: true,
  });
  return { job, fastener, step };
}

const check = (job: DemoJob, fastenerId: string, checker: CrewName, who: CrewName = 'Teodor') =>
  give(shop, who, 'torque.check', {
    orderId: job.orderId,
    fastenerId,
    checkerId: shop.person(checker).id,
    pin: shop.pin(checker),
  });

describe('a second check', () => {
  test('is owed after its step is done, blocks the handoff, and is given later by somebody else alone', async () => {
    const { job, fastener, step } = await owing('OWES 1');
    const state = await stateOf(job.orderId);
    expect(state.run!.done.has(step.id)).toBe(true);
    expect(handoffBlockers(state).map((hole) => `${hole.code} ${hole.ref}`)).toContain(
      `second-check ${fastener.id}`,
    );
    // Nobody lifts it where somebody else is there.
    expect(
      refusal(
        await give(shop, 'Odalys', 'override.record', {
          orderId: job.orderId,
          rule: 'second-check',
          ref: fastener.id,
          leadId: shop.person('Odalys').id,
          pin: shop.pin('Odalys'),
          reason: 'it will be right',
        }),
      ).code,
    ).toBe('never');
    expect(refusal(await check(job, fastener.id, 'Brannoch'))).toMatchObject({
      code: 'own-check',
      field: 'checkerId',
    });
    expect(await check(job, fastener.id, 'Ilse')).toMatchObject({ ok: true });
    const after = (await stateOf(job.orderId)).run!;
    expect(after.fasteners.get(fastener.id)).toMatchObject({ owesCheck: false, stripe: 'double' });
    expect(after.done.has(step.id)).toBe(true);
  });

  test('is given by nobody who put a wrench on it, whoever took the last pass', async () => {
    const { job, fastener } = await owing('OWES 2');
    await give(shop, 'Ilse', 'torque.record', {
      orderId: job.orderId,
      fastenerId: fastener.id,
      wrenchId: job.plan.wrenches.large,
      reading: { clicked: true },
    });
    for (const checker of ['Brannoch', 'Ilse'] as const)
      expect(refusal(await check(job, fastener.id, checker)).code).toBe('own-check');
    expect(await check(job, fastener.id, 'Odalys')).toMatchObject({ ok: true });
  });
});

describe('taking back', () => {
  test('what falls with it has to have been seen, and goes with it', async () => {
    const { job, step } = await owing('BACK 1');
    await job.work({ phase: 'align' });
    const file = (await readOrderFile(db(), job.orderId))!;
    const closing = file.state.document!.steps.find((one) =>
      one.closes?.some(
        (id) => file.state.document!.items.find((item) => item.id === id)!.closeBefore === 'ground',
      ),
    )!;
    const { entryId } = file.state.run!.done.get(closing.id)!;
    const [way] = waysBack(file.entries, file.state, entryId, file.people);
    expect(way!.falls.length).toBeGreaterThan(0);
    const back = (also: string[]) =>
      give(shop, 'Odalys', 'entry.void', {
        orderId: job.orderId,
        entryId,
        also,
        reason: 'it was never closed',
      });
    expect(refusal(await back([entryId]))).toMatchObject({ code: 'falls', field: 'entryId' });
    expect(await back(way!.falls.map((one) => one.entryId))).toMatchObject({ ok: true });
    const after = await stateOf(job.orderId);
    expect(after.alarms).toEqual([]);
    expect(after.run!.done.has(closing.id)).toBe(false);
    expect(after.run!.done.has(step.id)).toBe(true);
  });
});

describe('a tap made on an older state', () => {
  const tap = (who: CrewName, name: string, input: object, seen: number, deviceId: string) =>
    execute(
      name,
      { id: randomUUID(), deviceSeq: 1, seen, input },
      { person: shop.person(who), deviceId, receivedAt: new Date(DAY) },
    );

  test('is refused where the same thing was touched since, told what, and taken where it was not', async () => {
    const job = await started('OLDER 1');
    const { document } = await stateOf(job.orderId);
    const step = document!.steps.find((one) => (one.torques?.length ?? 0) >= 1)!;
    await job.work({ step: step.id });
    const [one] = step.torques!;
    const seen = (await loadOrder(db(), job.orderId))!.entries.at(-1)!.seq;
    const other = randomUUID();
    await db().run('INSERT INTO device (id, first_seen) VALUES (?, ?)', [other, new Date(DAY)]);
    const torque = (who: CrewName, deviceId: string) =>
      tap(
        who,
        'torque.record',
        {
          orderId: job.orderId,
          fastenerId: one,
          wrenchId: job.plan.wrenches.large,
          reading: { clicked: true },
        },
        seen,
        deviceId,
      );
    const mine = '00000000-0000-4000-a000-000000000001';
    expect(await torque('Ilse', other)).toMatchObject({ ok: true });
    const refused = refusal(await torque('Brannoch', mine));
    expect(refused.code).toBe('meanwhile');
    expect(refused.message).toMatch(/Ilse: Torqued .*Look at the car as it is now, then tap again\.$/);
    const torques = (await stateOf(job.orderId)).torques.filter((entry) => entry.data.fastenerId === one);
    expect(torques).toHaveLength(1);
    // Something else on the car is none of that tap’s business.
    expect(
      await tap(
        'Brannoch',
        'finding.record',
        { orderId: job.orderId, area: 'front', grade: 'soon', text: 'boot is dry', photoId: null },
        seen,
        mine,
      ),
    ).toMatchObject({ ok: true });
  });

  test('a page left open over a take-back is told of that too', async () => {
    const job = await started('OLDER 2');
    const { document } = await stateOf(job.orderId);
    const [first] = document!.steps;
    await job.work({ step: document!.steps[1]!.id });
    const { entries, state } = (await loadOrder(db(), job.orderId))!;
    const seen = entries.at(-1)!.seq;
    const { entryId } = state.run!.done.get(first!.id)!;
    await give(shop, 'Odalys', 'entry.void', { orderId: job.orderId, entryId, reason: 'the wrong car' });
    const refused = refusal(
      await tap('Brannoch', 'step.done', { orderId: job.orderId, stepId: first!.id }, seen, randomUUID()),
    );
    expect(refused.code).toBe('meanwhile');
    expect(refused.message).toMatch(/Taken back: the wrong car/);
  });
});
