import { closePool, db } from '@/server/database';
import { loadOrder } from '@/server/entries/order';
import type { DemoDriver } from '../../demo/driver';
import type { DemoJob } from '../../demo/job';
import { give, handedOver, onItsWheels, onTheLift, refusal, testShop } from '../support/shop';
import { doneInput } from '../support/readings';

let shop: DemoDriver;
beforeAll(async () => {
  shop = await testShop('one car');
});
afterAll(closePool);

const stateOf = async (orderId: string) => (await loadOrder(db(), orderId))!.state;
const done = async (orderId: string, stepId: string) =>
  give(shop, 'Ilse', 'step.done', await doneInput(orderId, stepId));

/** What the counter types to take the same car in a second time. */
async function sameCar(job: DemoJob) {
  const { data } = (await stateOf(job.orderId)).intake!;
  return {
    customer: { id: data.customerId },
    vehicle: { id: data.vehicleId },
    orderKind: 'inspection',
    odometer: { value: 40_001, unit: 'mi' },
    tires: data.tires,
    wants: 'A noise behind',
    targets: { front: null, rear: null, unit: 'in', method: 'hub' },
    agreed: true,
  };
}

/** A second order of the same car, as the counter takes it in. */
async function again(job: DemoJob): Promise<string> {
  const answer = await give(shop, 'Teodor', 'intake.open', { ...(await sameCar(job)), beside: true });
  if (!answer.ok) throw new Error(JSON.stringify(answer.errors));
  return String(answer.answer.orderId);
}

const inspect = (orderId: string) =>
  give(shop, 'Ilse', 'run.start', {
    orderId,
    procedures: [{ id: 'visit-inspection', ways: [] }],
    choices: {},
    leadId: shop.person('Odalys').id,
    pin: shop.pin('Odalys'),
    startWithout: 'nothing is missing that matters',
  });

test('a second order of a car does not start while the first has something in hand', async () => {
  const job = await onTheLift('ONE 1');
  for (const step of ['look-front', 'witness', 'kit-front', 'chock'])
    expect((await done(job.orderId, `C/${step}`)).ok).toBe(true);
  const second = await again(job);
  const refused = refusal(await inspect(second));
  expect([refused.code, refused.message]).toEqual([
    'other-order',
    expect.stringMatching(/Order \d+ on this car has in hand: open: .*chocks/i),
  ]);
});

test('two orders begun on one car: while one has it in the air the other neither lowers nor drives it', async () => {
  const job = await onTheLift('ONE 2');
  const second = await again(job);
  expect((await inspect(second)).ok).toBe(true);
  for (const step of ['look-front', 'witness', 'kit-front', 'chock', 'ease', 'raise'])
    expect([step, (await done(job.orderId, `C/${step}`)).ok]).toEqual([step, true]);
  const { document } = await stateOf(second);
  const chock = document!.steps.find((step) => step.id.endsWith('/chock'))!;
  const raise = document!.steps.find((step) => step.sets === 'raised')!;
  for (const step of document!.steps) {
    if (step.id === raise.id) break;
    expect([step.id, (await done(second, step.id)).ok]).toEqual([step.id, true]);
  }
  expect(chock).toBeDefined();
  expect((await done(second, raise.id)).ok).toBe(true);
  const lowered = await give(shop, 'Ilse', 'support.set', {
    orderId: second,
    ends: ['rear'],
    to: 'on-wheels',
  });
  expect(refusal(lowered).message).toMatch(/has in hand: the front in the air/);
});

test('out on its road test nothing is raised, opened or loosened, by whatever order; it comes back once', async () => {
  const job = await onItsWheels(shop, 'ONE 3');
  await job.work({ phase: 'road' });
  const { orderId } = job;
  const odometer = (value: number) => ({ value, unit: 'mi' });
  expect((await give(shop, 'Brannoch', 'road.out', { orderId, odometer: odometer(40_010) })).ok).toBe(true);
  const raised = await give(shop, 'Brannoch', 'support.set', { orderId, ends: ['front'], to: 'raised' });
  expect(refusal(raised).code).toBe('on-the-road');
  expect(
    refusal(await give(shop, 'Brannoch', 'road.out', { orderId, odometer: odometer(40_011) })).code,
  ).toBe('out');
  const second = await again(job);
  expect(refusal(await inspect(second)).message).toMatch(/has this car out on its road test/);
  const checks = (await import('@/core/ledger/road-checks')).ROAD_CHECKS.map(({ id }) => ({
    id,
    result: 'not tried',
    note: '',
  }));
  const back = { orderId, odometer: odometer(40_018), checks, note: '' };
  expect((await give(shop, 'Brannoch', 'road.in', back)).ok).toBe(true);
  expect(refusal(await give(shop, 'Brannoch', 'road.in', back)).code).toBe('not-out');
  // A test that tried nothing is none: the handoff asks for it still.
  const { handoffBlockers } = await import('@/core/ledger/closing');
  expect(handoffBlockers(await stateOf(orderId)).map((hole) => hole.text)).toContainEqual(
    expect.stringMatching(/tried nothing/),
  );
});

test('a sheet held against nothing is kept, and is no pass', async () => {
  const job = await onItsWheels(shop, 'ONE 4');
  await job.aligned(2.9, 0.06);
  const { data } = (await stateOf(job.orderId)).alignments.at(-1)!.entry;
  const { by: _by, file: _file, moved: _moved, adjusters, ...sheet } = data;
  const kept = await give(shop, 'Ilse', 'alignment.record', {
    ...sheet,
    orderId: job.orderId,
    rackSheetId: null,
    adjusters: adjusters!.map(({ id, was }) => ({ id, was })),
    spec: { front: {} },
  });
  expect(kept.ok && kept.answer.pass).toBe(false);
  const state = await stateOf(job.orderId);
  expect(state.alignments.map((one) => one.passes)).toEqual([true, false]);
});

test('signing stops the clocks of that order and no others; a signature that is no picture is refused at its field', async () => {
  const job = await onItsWheels(shop, 'ONE 5');
  const other = await onTheLift('ONE 6');
  await give(shop, 'Ilse', 'clock.on', { orderId: job.orderId, stepId: null });
  await give(shop, 'Teodor', 'clock.on', { orderId: other.orderId, stepId: null });
  await job.work({ phase: 'road' });
  await job.aligned(2.9, 0.06);
  await job.driven(7);
  await job.work({});
  await job.photos(1);
  const fake = `data:image/png;base64,${Buffer.from('no picture at all').toString('base64')}`;
  const signed = await give(shop, 'Teodor', 'handoff.sign', {
    orderId: job.orderId,
    signer: 'Somebody',
    signature: fake,
  });
  expect(refusal(signed).field).toBe('signature');
  await job.handedOver();
  const open = await db().rows<{ order_id: string }>('SELECT order_id FROM clock_now WHERE to_at IS NULL');
  expect(open.map((row) => row.order_id)).toContain(other.orderId);
  expect(open.map((row) => row.order_id)).not.toContain(job.orderId);
});

test('a dial that shows less than at intake is asked about, and kept when it is so', async () => {
  const { orderId } = await onTheLift('ONE 7');
  const report = (value: number, more: object = {}) =>
    give(shop, 'Teodor', 'odometer.report', { orderId, odometer: { value, unit: 'mi' }, ...more });
  expect(refusal(await report(39_000))).toMatchObject({ code: 'confirm', field: 'odometer.value' });
  expect((await report(39_000, { confirmed: true })).ok).toBe(true);
  // The same distance in the other unit is no less.
  expect(
    (await give(shop, 'Teodor', 'odometer.report', { orderId, odometer: { value: 64_380, unit: 'km' } })).ok,
  ).toBe(true);
});

test('what an order carried in from another is closed for both when the other closes it, and open again when that was wrong', async () => {
  const job = await onTheLift('ONE 9');
  await job.clockOn();
  await job.work({ phase: 'align', but: 'C/bags-front' });
  const bag = (state: Awaited<ReturnType<typeof stateOf>>) =>
    [...state.run!.car.open].filter((id) => /bag-|saved-hardware/.test(id));
  expect(bag(await stateOf(job.orderId))).toHaveLength(2);
  // Hardware in its bag hinders nobody: the second order begins, and carries it.
  const second = await again(job);
  expect(await inspect(second)).toMatchObject({ ok: true });
  expect(bag(await stateOf(second))).toHaveLength(2);
  const bags = await done(job.orderId, 'C/bags-front');
  expect(bags).toMatchObject({ ok: true });
  expect(bag(await stateOf(second))).toEqual([]);
  const closed = (await loadOrder(db(), second))!.entries.filter((entry) => entry.kind === 'elsewhere');
  expect(closed).toHaveLength(1);
  const mistaken = (await loadOrder(db(), job.orderId))!.entries.find(
    (entry) => entry.kind === 'step.done' && entry.data.stepId === 'C/bags-front',
  )!;
  expect(
    await give(shop, 'Odalys', 'entry.void', {
      orderId: job.orderId,
      entryId: mistaken.id,
      reason: 'the wrong car',
    }),
  ).toMatchObject({ ok: true });
  expect(bag(await stateOf(second))).toHaveLength(2);
});

test('a plate that is known is not taken in as a second car unasked, however it is written', async () => {
  const job = await handedOver(await onItsWheels(shop, 'SPACED 7'));
  const { vehicle, tires, wants, odometer, unit } = job.plan;
  const again = {
    customer: { name: 'Somebody new', phone: '', email: '' },
    vehicle: { ...vehicle, plate: ' spa-ced7' },
    odometer: { value: odometer, unit },
    tires,
    wants,
    targets: { front: null, rear: null, unit: 'mm', method: 'hub' },
    agreed: false,
  };
  expect(refusal(await give(shop, 'Teodor', 'intake.open', again))).toMatchObject({
    code: 'confirm',
    field: 'vehicle.plate',
    message: expect.stringContaining('SPACED 7 is known here'),
  });
  expect(await give(shop, 'Teodor', 'intake.open', { ...again, confirmed: true })).toMatchObject({
    ok: true,
  });
  // Open now: said to be one, with spaces or without.
  expect(refusal(await give(shop, 'Teodor', 'intake.open', again))).toMatchObject({ code: 'open-order' });
});

test('a car with an open order is not taken in again unknowingly, by its id or its plate', async () => {
  const job = await onTheLift('ONE 10');
  const known = await sameCar(job);
  expect(refusal(await give(shop, 'Teodor', 'intake.open', known))).toMatchObject({
    code: 'open-order',
    field: 'vehicle.id',
    message: expect.stringMatching(/Order \d+ of this car is open, next: .*Go on there, wait/),
  });
  const plate = {
    ...known,
    customer: { name: 'Somebody new', phone: '', email: '' },
    vehicle: { ...job.plan.vehicle, plate: job.plan.vehicle.plate!.toLowerCase() },
  };
  expect(refusal(await give(shop, 'Teodor', 'intake.open', plate))).toMatchObject({
    code: 'open-order',
    field: 'vehicle.plate',
  });
  expect(await give(shop, 'Teodor', 'intake.open', { ...known, beside: true })).toMatchObject({ ok: true });
});
