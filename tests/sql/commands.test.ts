import { randomUUID } from 'node:crypto';
import { closePool, db } from '@/server/database';
import type { DemoDriver } from '../../demo/driver';
import type { DemoJob } from '../../demo/job';
import { give, jobOn, refusal, testShop, testWrenches, truck } from '../support/shop';
import { doneInput } from '../support/readings';
import { CAME_HEIGHTS } from '../support/entries';

let shop: DemoDriver;
let wrenches: { large: string; small: string };
beforeAll(async () => {
  shop = await testShop('commands');
  wrenches = await testWrenches(shop, 'commands');
});
afterAll(closePool);

const entryCount = async (orderId: string) =>
  (await db().row<{ count: number }>('SELECT COUNT(*) AS count FROM entry WHERE chain = ?', [orderId]))!
    .count;

async function startedJob(plate: string): Promise<DemoJob> {
  const job = await jobOn(shop, truck(plate, wrenches)).intake();
  await job.heights('as came', job.plan.before);
  await (await (await job.planned()).agreed()).started();
  return job;
}

describe('the door', () => {
  test('the same id and content get the first answer, once in the record; other content is refused', async () => {
    const job = await jobOn(shop, truck('ONCE 1', wrenches)).intake();
    const id = randomUUID();
    const input = { orderId: job.orderId, odometer: { value: 41000, unit: 'mi' } };
    const before = await entryCount(job.orderId);
    const answers = [];
    for (let round = 0; round < 3; round += 1)
      answers.push(await give(shop, 'Teodor', 'odometer.report', input, id));
    expect(answers.map((one) => one.ok && one.answer)).toEqual([{}, {}, {}]);
    // What was recorded goes back with the first answer alone; to a repeated one the page is read again.
    expect(answers.map((one) => one.ok && one.entries?.map(({ kind }) => kind))).toEqual([
      ['odometer'],
      undefined,
      undefined,
    ]);
    expect(await entryCount(job.orderId)).toBe(before + 1);
    const other = await give(
      shop,
      'Teodor',
      'odometer.report',
      { ...input, odometer: { value: 1, unit: 'mi' } },
      id,
    );
    expect(refusal(other)).toMatchObject({ code: 'id-reused' });
    expect(await entryCount(job.orderId)).toBe(before + 1);
  });

  test('twenty at once on one order are all kept, in one unbroken chain', async () => {
    const job = await jobOn(shop, truck('MANY 20', wrenches)).intake();
    const before = await entryCount(job.orderId);
    const answers = await Promise.all(
      Array.from({ length: 20 }, (_, index) =>
        give(shop, 'Teodor', 'odometer.report', {
          orderId: job.orderId,
          odometer: { value: 41000 + index, unit: 'mi' },
        }),
      ),
    );
    expect(answers.every((answer) => answer.ok)).toBe(true);
    const rows = await db().rows<{ seq: number; previous_hash: string; hash: string }>(
      'SELECT seq, previous_hash, hash FROM entry WHERE chain = ? ORDER BY seq',
      [job.orderId],
    );
    expect(rows).toHaveLength(before + 20);
    rows.slice(1).forEach((row, index) => expect(row.previous_hash).toBe(rows[index]!.hash));
  });

  test.each([
    ['Brannoch', 'clock.close'],
    ['Brannoch', 'procedure.save'],
    ['Ilse', 'intake.open'],
    ['Teodor', 'person.add'],
    ['Teodor', 'wrench.add'],
  ] as const)('%s may not give %s', async (who, name) => {
    expect(refusal(await give(shop, who, name, {}))).toMatchObject({ code: 'not-yours' });
  });

  test('bad input names each field', async () => {
    const answer = await give(shop, 'Teodor', 'intake.open', {
      customer: { name: '' },
      vehicle: {},
      tires: '',
    });
    const fields = answer.ok ? [] : answer.errors.map((error) => error.field);
    expect(fields).toEqual(
      expect.arrayContaining(['customer.name', 'vehicle.label', 'tires', 'odometer', 'targets']),
    );
    const tire = await give(shop, 'Teodor', 'intake.open', {
      customer: { name: 'x', phone: '', email: '' },
      vehicle: truck('TIRE 1', wrenches).vehicle,
      odometer: { value: 1, unit: 'mi' },
      tires: '36x12.50',
      wants: 'x',
      targets: { front: null, rear: null, unit: 'in', method: 'hub' },
      agreed: true,
    });
    expect(refusal(tire)).toMatchObject({ field: 'tires' });
  });
});

describe('heights and plan', () => {
  test('two readings that disagree ask for a third; other methods and the air are refused', async () => {
    const job = await jobOn(shop, truck('TALL 3', wrenches)).intake();
    const set = {
      ...CAME_HEIGHTS,
      orderId: job.orderId,
      unit: 'in',
      readings: { LF: ['20 7/16'], RF: ['20', '20 1/2'], LR: ['22'], RR: ['22'] },
    };
    expect(refusal(await give(shop, 'Brannoch', 'heights.record', set))).toMatchObject({
      code: 'third-reading',
      field: 'readings.RF',
    });
    expect(
      refusal(await give(shop, 'Brannoch', 'heights.record', { ...set, pressureDone: false })),
    ).toMatchObject({ field: 'pressureDone' });
    const third = { ...set, readings: { ...set.readings, RF: ['20', '20 1/2', '20 7/16'] } };
    expect(await give(shop, 'Brannoch', 'heights.record', third)).toMatchObject({ ok: true });
    const floor = { ...third, occasion: 'settled', method: 'floor' };
    expect(refusal(await give(shop, 'Brannoch', 'heights.record', floor))).toMatchObject({
      code: 'not-comparable',
      field: 'method',
    });
  });

  test('blocks are not stacked and never go under a steered axle; a changed plan asks again', async () => {
    const job = await jobOn(shop, truck('PLAN 2', wrenches)).intake();
    await job.heights('as came', job.plan.before);
    const block = (id: string, end = 'rear', t = 25) => ({
      id,
      kind: 'block',
      end,
      name: 'Block',
      set: { t },
      cost: 9000,
      minutes: 150,
    });
    const propose = (...parts: object[]) =>
      give(shop, 'Odalys', 'plan.propose', { orderId: job.orderId, parts });
    expect(refusal(await propose(block('a'), block('b')))).toMatchObject({ code: 'blocks' });
    expect(refusal(await propose(block('a', 'front')))).toMatchObject({
      code: 'no-fit',
      field: 'parts[0].kind',
    });
    expect(refusal(await propose(block('a', 'rear', 900)))).toMatchObject({ field: 'parts[0].set.t' });
    expect(refusal(await propose())).toMatchObject({ field: 'parts' });
    const spacer = { ...block('s', 'front', 10), kind: 'strutSpacer' };
    expect(refusal(await propose(spacer, { ...spacer, id: 's2' }))).toMatchObject({ code: 'stacked' });
    expect(
      refusal(
        await give(shop, 'Odalys', 'run.start', {
          orderId: job.orderId,
          procedures: [{ id: 'rear-lift-block' }],
        }),
      ),
    ).toMatchObject({ code: 'not-agreed' });
    expect(await propose(block('a'))).toMatchObject({ ok: true, answer: { version: 1 } });
    const yes = (version: number) =>
      give(shop, 'Teodor', 'plan.answer', {
        orderId: job.orderId,
        version,
        yes: true,
        how: 'in the shop',
        witness: null,
      });
    expect(await yes(1)).toMatchObject({ ok: true });
    expect(await propose(block('a', 'rear', 30))).toMatchObject({
      ok: true,
      answer: { version: 2 },
    });
    expect(
      refusal(
        await give(shop, 'Odalys', 'run.start', {
          orderId: job.orderId,
          procedures: [{ id: 'rear-lift-block' }],
        }),
      ),
    ).toMatchObject({ code: 'not-agreed' });
    expect(refusal(await yes(1))).toMatchObject({ code: 'changed' });
  });
});

describe('steps and torque', () => {
  test('refuses what would hurt, with its reason, and records nothing', async () => {
    const job = await startedJob('WORK 5');
    const { orderId } = job;
    const done = async (stepId: string) =>
      give(shop, 'Brannoch', 'step.done', await doneInput(orderId, stepId));
    expect(refusal(await done('C/wheels-off'))).toMatchObject({ code: 'after', field: 'stepId' });
    await job.work({ step: 'C/arms-snug' });
    const before = await entryCount(orderId);
    const torque = (fastenerId: string, more: object = {}) =>
      give(shop, 'Brannoch', 'torque.record', {
        orderId,
        fastenerId,
        wrenchId: wrenches.large,
        reading: { clicked: true },
        ...more,
      });
    expect(refusal(await torque('C/arm-L'))).toMatchObject({
      code: 'support',
      message: expect.stringMatching(/in the air/),
    });
    expect(
      refusal(await give(shop, 'Brannoch', 'road.out', { orderId, odometer: { value: 40010, unit: 'mi' } })),
    ).toMatchObject({ field: 'orderId' });
    expect(await entryCount(orderId)).toBe(before);
    await job.work({ step: 'C/arms-torque' });
    expect(refusal(await torque('C/arm-L', { wrenchId: '' }))).toMatchObject({ field: 'wrenchId' });
    // 178 N·m read as lbf·ft on the scale: a unit slip.
    const slip = refusal(await torque('C/arm-L', { reading: { value: 178, unit: 'lbft' } }));
    expect(slip).toMatchObject({ code: 'confirm', message: expect.stringMatching(/unit slip/) });
    expect(refusal(await done('C/arms-torque'))).toMatchObject({ code: 'untorqued' });
    expect(await torque('C/arm-L')).toMatchObject({ ok: true });
  });

  test('a missing value stays in sight and is the lead’s; no interim on steering', async () => {
    const job = await startedJob('VALUE 8');
    const { orderId } = job;
    const set = (who: 'Odalys' | 'Brannoch', more: object) =>
      give(shop, who, 'value.set', { orderId, fastenerId: 'J/carrier', ...more });
    expect(await set('Odalys', { kind: 'missing', source: 'the sheet names none' })).toMatchObject({
      ok: true,
    });
    await job.work({ step: 'J/carrier-on' });
    const torque = () =>
      give(shop, 'Brannoch', 'torque.record', {
        orderId,
        fastenerId: 'J/carrier',
        wrenchId: wrenches.large,
        reading: { clicked: true },
      });
    expect(refusal(await torque())).toMatchObject({ code: 'value' });
    expect(
      refusal(await set('Brannoch', { kind: 'entered', value: 47, unit: 'nm', source: 'sheet' })),
    ).toMatchObject({ code: 'lead' });
    expect(
      refusal(await set('Odalys', { kind: 'entered', value: 47, unit: 'nm', source: '' })),
    ).toMatchObject({ field: 'source' });
    const critical = await give(shop, 'Odalys', 'value.set', {
      orderId,
      fastenerId: 'C/ballnut-L',
      kind: 'interim',
      value: 70,
      unit: 'nm',
      source: 'grade table',
    });
    expect(refusal(critical)).toMatchObject({ code: 'critical' });
    expect(
      await set('Odalys', { kind: 'interim', value: 47, unit: 'nm', source: 'printed grade table, M10 8.8' }),
    ).toMatchObject({ ok: true });
    expect(await torque()).toMatchObject({ ok: true });
  });

  test('nobody checks oneself; the checker’s own PIN is asked; a wrong one is counted', async () => {
    const job = await startedJob('CHECK 2');
    await job.work({ step: 'C/joint-close-L' });
    const { orderId } = job;
    await give(shop, 'Brannoch', 'torque.record', {
      orderId,
      fastenerId: 'C/ballnut-L',
      wrenchId: wrenches.large,
      reading: { clicked: true },
    });
    const check = (who: 'Brannoch' | 'Ilse', pin: string) =>
      give(shop, 'Brannoch', 'torque.check', {
        orderId,
        fastenerId: 'C/ballnut-L',
        checkerId: shop.person(who).id,
        pin,
      });
    expect(refusal(await check('Brannoch', shop.pin('Brannoch')))).toMatchObject({ code: 'own-check' });
    expect(refusal(await check('Ilse', '0000'))).toMatchObject({ code: 'wrong-pin' });
    expect(await check('Ilse', shop.pin('Ilse'))).toMatchObject({ ok: true });
    expect((await job.state()).run!.fasteners.get('C/ballnut-L')!.stripe).toBe('double');
  });

  test('an order lifted by the lead goes on the record; support is nobody’s to lift', async () => {
    const job = await startedJob('LIFT 1');
    const { orderId } = job;
    const lift = (ref: string) =>
      give(shop, 'Brannoch', 'override.record', {
        orderId,
        rule: 'after',
        ref,
        leadId: shop.person('Odalys').id,
        pin: shop.pin('Odalys'),
        reason: 'nuts were eased yesterday',
      });
    expect(refusal(await lift('C/wheels-off'))).toMatchObject({ code: 'never' });
    await job.work({ step: 'C/raise' });
    expect(refusal(await lift('C/raise'))).toMatchObject({ code: 'no-need' });
  });

  test('one clock a person: starting on another job closes the first', async () => {
    const one = await startedJob('CLOCK 1');
    const two = await startedJob('CLOCK 2');
    await one.clockOn();
    await two.clockOn();
    const open = await db().rows<{ order_id: string }>(
      'SELECT order_id FROM clock_now WHERE person_id = ? AND to_at IS NULL',
      [shop.person('Brannoch').id],
    );
    expect(open).toEqual([{ order_id: two.orderId }]);
    expect((await one.state()).clocks.at(-1)).toMatchObject({ reason: 'another job' });
    await two.clockOff('day end');
    expect(refusal(await give(shop, 'Brannoch', 'clock.off', { reason: 'break' }))).toMatchObject({
      code: 'no-clock',
    });
  });
});

describe('from handoff to a closed re-torque', () => {
  test('follows the car: promises, a nut found moved, what it opens, evidence that closes', async () => {
    const job = await startedJob('BACK 77');
    const { orderId } = job;
    const sign = () =>
      give(shop, 'Teodor', 'handoff.sign', {
        orderId,
        signer: 'Keeper',
        signature:
          'data:image/png;base64,iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
      });
    await job.work({ phase: 'align' });
    expect(refusal(await sign())).toMatchObject({
      code: 'holes',
      message: expect.stringMatching(/not been aligned/),
    });
    await job.heights('on wheels', job.plan.after);
    await job.work({ phase: 'road' });
    await job.aligned(3, 0.05);
    await job.driven(8);
    await job.work({});
    expect(refusal(await sign())).toMatchObject({ message: expect.stringMatching(/No photo yet/) });
    await job.photos(9);
    expect(await sign()).toMatchObject({ ok: true, answer: { version: 1 } });
    expect(refusal(await give(shop, 'Brannoch', 'step.done', { orderId, stepId: 'C/road' }))).toMatchObject({
      code: 'closed',
    });

    const open = async () =>
      db().rows<{
        id: string;
        kind: string;
        because: string;
        due_odometer: number;
        due_on: Date;
        places: string[];
        distance: number;
      }>(
        'SELECT follow_up.* FROM follow_up JOIN vehicle ON vehicle.id = vehicle_id WHERE plate = ? AND closed_by IS NULL ORDER BY kind',
        ['BACK 77'],
      );
    const everything = await open();
    expect(everything.map((row) => row.kind)).toEqual([
      'wheel',
      'chassis',
      'heights',
      'alignment',
      'check-in',
    ]);
    const promised = everything.filter((row) => row.places.length > 0);
    // 130 km and 700 km on a dial in miles, from 40,014 mi at 30 mi a day; the chassis a month at the latest.
    expect(
      promised.map((row) => [
        row.kind,
        row.distance,
        row.due_odometer,
        row.due_on.toISOString().slice(0, 10),
      ]),
    ).toEqual([
      ['wheel', 81, 40095, '2026-04-17'],
      ['chassis', 435, 40449, '2026-04-29'],
    ]);
    expect(promised[0]!.places).toHaveLength(4);

    const visit = await give(shop, 'Teodor', 'visit.open', {
      followUpIds: promised.map((row) => row.id),
      odometer: { value: 40100, unit: 'mi' },
      place: null,
    });
    if (!visit.ok) throw new Error(JSON.stringify(visit.errors));
    const visitId = String(visit.answer.orderId);
    expect(refusal(await give(shop, 'Brannoch', 'visit.close', { orderId: visitId }))).toMatchObject({
      message: expect.stringMatching(/no torque/),
    });
    await job.clickAll(visitId, 'rear.right.u-bolt');
    const after = (await open()).filter((row) => row.places.length > 0);
    expect(after).toHaveLength(1);
    expect(after[0]).toMatchObject({
      because: 'moved',
      places: ['rear.right.u-bolt'],
      distance: 99,
      due_odometer: 40199,
    });
    const state = await db().row<{ state: string }>(
      "SELECT state FROM car_place WHERE place = 'rear.right.u-bolt' AND order_id = ?",
      [visitId],
    );
    expect(state).toEqual({ state: 'shifted' });

    const again = await give(shop, 'Teodor', 'visit.open', {
      followUpIds: [after[0]!.id],
      odometer: { value: 40200, unit: 'mi' },
      place: null,
    });
    if (!again.ok) throw new Error(JSON.stringify(again.errors));
    await job.clickAll(String(again.answer.orderId), null);
    expect((await open()).map((row) => row.kind)).toEqual(['heights', 'alignment', 'check-in']);
  });

  test('corrections: own until handoff, the lead after; the trail keeps both', async () => {
    const job = await startedJob('FIX 4');
    await job.work({ step: 'C/ease' });
    const { orderId } = job;
    const done = (await job.state()).run!.done.get('C/chock')!;
    const void_ = (who: 'Ilse' | 'Brannoch', entryId: string) =>
      give(shop, who, 'entry.void', { orderId, entryId, reason: 'not on both wheels' });
    expect(refusal(await void_('Ilse', done.entryId))).toMatchObject({ code: 'not-yours' });
    const before = await entryCount(orderId);
    expect(await void_('Brannoch', done.entryId)).toMatchObject({ ok: true });
    expect(await entryCount(orderId)).toBe(before + 1);
    expect((await job.state()).run!.done.has('C/chock')).toBe(false);
    expect(refusal(await void_('Brannoch', done.entryId))).toMatchObject({ code: 'gone' });
  });
});
