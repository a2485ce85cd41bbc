import { randomUUID } from 'node:crypto';
import { jobTimes, describeRunning } from '@/core/ledger/step-times';
import type { OrderState } from '@/core/ledger/order-state';
import { handoffBlockers } from '@/core/ledger/closing';
import { torqueExtensionSetting } from '@/core/calc/torque.extension';
import type { Procedure } from '@/core/procedure/types';
import { closePool, db } from '@/server/database';
import {
  bindWrench,
  linkOf,
  takeReading,
  trayOf,
  useTrayReading,
  waitFor,
} from '@/server/devices/torque-wrench';
import { loadOrder, wholeOrder } from '@/server/entries/order';
import { procedureById, procedures, versionsOf } from '@/server/procedures';
import { openClocks, overlaps, runningJobs } from '@/server/queries/hours';
import { fastenersOfCar } from '@/server/queries/car-state';
import { lessons } from '@/server/queries/lessons';
import { buildPacket } from '@/server/documents/packet';
import type { DemoDriver } from '../../demo/driver';
import type { DemoJob, JobPlan } from '../../demo/job';
import { libraryFile } from '../support/library';
import { DAY, DEVICE, give, jobOn, refusal, testShop, testWrenches, truck } from '../support/shop';

let shop: DemoDriver;
let wrenches: JobPlan['wrenches'];
beforeAll(async () => {
  shop = await testShop('bay');
  wrenches = await testWrenches(shop, 'bay');
});
afterAll(closePool);

const stateOf = async (orderId: string): Promise<OrderState> => (await loadOrder(db(), orderId))!.state;
const odalys = () => ({ leadId: shop.person('Odalys').id, pin: shop.pin('Odalys') });

async function started(plate: string, more: Partial<JobPlan> = {}): Promise<DemoJob> {
  const job = await jobOn(shop, truck(plate, wrenches, more)).intake();
  await job.heights('as came', job.plan.before);
  await (await job.planned()).agreed();
  return job.started();
}

const torque = (orderId: string, fastenerId: string, more: object = {}) =>
  give(shop, 'Brannoch', 'torque.record', {
    orderId,
    fastenerId,
    wrenchId: wrenches.large,
    reading: { clicked: true },
    ...more,
  });

describe('on its axles', () => {
  test('a job begins with what holds what, and no lead’s word takes a strut out with its hose on', async () => {
    const job = await started('AXLE 1');
    const { document } = await stateOf(job.orderId);
    expect(document!.anatomy).toEqual({ front: 'coilover-front', rear: 'leaf-over-rear' });
    expect(document!.anatomies!.map(({ id }) => id)).toEqual(['coilover-front', 'leaf-over-rear']);
    const prefix = document!.sources.find(({ id }) => id === 'strut-top-spacer')!.prefix;
    const stepId = (id: string) => `${prefix}/${id}`;
    await job.work({ step: stepId('joint-part-L'), but: stepId('hose-off-L') });
    const lifted = await give(shop, 'Brannoch', 'override.record', {
      orderId: job.orderId,
      rule: 'after',
      ref: stepId('joint-part-L'),
      ...odalys(),
      reason: 'the bracket bolt is seized, we carry the arm first',
    });
    expect(lifted).toMatchObject({ ok: true });
    await job.work({ step: stepId('strut-out-L'), but: stepId('hose-off-L') });
    const out = () =>
      give(shop, 'Brannoch', 'step.done', { orderId: job.orderId, stepId: stepId('strut-out-L') });
    expect(refusal(await out())).toMatchObject({ code: 'anatomy', field: 'stepId' });
    expect(refusal(await out()).message).toBe(
      'The left front brake hose reaches 110 mm of drop and the wheel hangs 125 mm: free it first, at its bracket or plug.',
    );
    expect(
      await give(shop, 'Brannoch', 'step.done', { orderId: job.orderId, stepId: stepId('hose-off-L') }),
    ).toMatchObject({ ok: true });
    expect(await out()).toMatchObject({ ok: true });
  });
});

describe('also opened', () => {
  test('it is a thing of the job and of the car, proposed for the procedure, and the next visit knows it', async () => {
    const job = await started('ALSO 1');
    const { orderId } = job;
    const before = (await stateOf(orderId)).document!;
    expect(before.beside!.fasteners.length).toBeGreaterThan(5);
    const also = (thing: string, how: 'eased' | 'out' | 'unplugged', more: object = {}) =>
      give(shop, 'Brannoch', 'also.open', { orderId, thing, how, ...more });
    expect(await also('joint front.left.lower-ball-joint', 'eased')).toMatchObject({ ok: true });
    expect(await also('line front.actuator', 'unplugged')).toMatchObject({ ok: true });
    expect(refusal(await also('line front.actuator', 'unplugged'))).toMatchObject({ code: 'open-already' });
    expect(refusal(await also('joint front.right.center-nut', 'out'))).toMatchObject({
      code: 'confirm',
      field: 'already',
    });
    const { document, run } = await stateOf(orderId);
    const id = 'also/front.left.lower-ball-joint';
    expect(run!.car.loose.get(id)).toBe('loosened');
    expect(run!.fasteners.get(id)!.spec).toBeNull();
    expect(document!.steps.filter((step) => step.id.startsWith('also/'))).toHaveLength(2);
    // The run it began with is kept as it was.
    const [kept] = await db().rows<{ content: Buffer }>(
      "SELECT bytes AS content FROM document JOIN kept_file USING (hash) WHERE kind = 'run' ORDER BY created_at DESC LIMIT 1",
    );
    expect(kept!.content.toString('utf8')).not.toContain('also/');
    // What changes the run leaves it in.
    expect(
      await give(shop, 'Brannoch', 'step.add', {
        orderId,
        phase: 'on-wheels',
        text: 'Look again',
        minutes: 5,
      }),
    ).toMatchObject({ ok: true });
    const after = await stateOf(orderId);
    expect(after.run!.car.loose.get(id)).toBe('loosened');
    expect(after.document!.steps.filter((step) => step.id.startsWith('also/'))).toHaveLength(2);
    const [opened] = await lessons(db(), { procedureId: 'strut-top-spacer' });
    expect(opened!.words).toMatch(/^Also opened at this step, and no step lists it: /);
    const places = await db().rows<{ place: string; state: string }>(
      'SELECT place, state FROM car_place WHERE order_id = ? AND definition LIKE ? ORDER BY place',
      [orderId, '%"also/%'],
    );
    expect(places).toEqual([
      { place: 'front.center.axle-actuator', state: 'open' },
      { place: 'front.left.lower-ball-joint', state: 'broken' },
      { place: 'front.left.lower-ball-joint-pin', state: 'open' },
    ]);
    const known = await fastenersOfCar(db(), (await wholeOrder(db(), orderId)).vehicleId);
    expect(known.find(({ place }) => place === 'front.left.lower-ball-joint')!.id).toBe(
      'car/front.left.lower-ball-joint',
    );
  });
  test('taken back, the car counts as it was before, with what was recorded of it', async () => {
    const job = await started('ALSO 2');
    const { orderId } = job;
    const answer = await give(shop, 'Brannoch', 'also.open', {
      orderId,
      thing: 'joint front.left.lower-ball-joint',
      how: 'eased',
    });
    if (!answer.ok) throw new Error('refused');
    const { entryId } = answer.answer as { entryId: string };
    expect(
      await give(shop, 'Odalys', 'entry.void', { orderId, entryId, also: [], reason: 'the wrong side' }),
    ).toMatchObject({ ok: true });
    const { document, run, alarms } = await stateOf(orderId);
    expect([...run!.car.loose.keys()]).toEqual([]);
    expect(document!.steps.some((step) => step.id.startsWith('also/'))).toBe(false);
    expect(alarms).toEqual([]);
    expect(await lessons(db(), { procedureId: 'strut-top-spacer' })).not.toEqual(
      expect.arrayContaining([expect.objectContaining({ orderId })]),
    );
  });
});

describe('before teardown', () => {
  test('a job with a hole starts only with the lead’s yes, and the hole stands on the handoff', async () => {
    const job = await jobOn(shop, truck('HOLE 1', wrenches)).intake();
    await job.heights('as came', job.plan.before);
    await (await job.planned()).agreed();
    await job.checkedIn();
    const [tool] = await db().rows<{ id: string }>(
      "SELECT id FROM shop_tool WHERE kind = 'deep socket' AND size = '7/8' AND active",
    );
    expect(await give(shop, 'Brannoch', 'tool.retire', { toolId: tool!.id })).toMatchObject({ ok: true });
    expect(refusal(await give(shop, 'Brannoch', 'tool.retire', { toolId: tool!.id }))).toMatchObject({
      code: 'no-tool',
    });
    const start = (more: object = {}) =>
      give(shop, 'Brannoch', 'run.start', { orderId: job.orderId, procedures: job.plan.procedures, ...more });
    const refused = refusal(await start());
    expect(refused).toMatchObject({ code: 'holes', field: 'startWithout' });
    expect(refused.message).toMatch(/The shop has no deep socket 7\/8 1\/2 drive/);
    const reason = { startWithout: 'the neighbor lends one' };
    expect(refusal(await start(reason))).toMatchObject({ code: 'lead' });
    expect(
      refusal(await start({ ...reason, leadId: shop.person('Ilse').id, pin: shop.pin('Ilse') })),
    ).toMatchObject({ code: 'not-lead' });
    expect(await start({ ...reason, ...odalys() })).toMatchObject({ ok: true });
    const { overrides } = await stateOf(job.orderId);
    expect(overrides[0]!.data).toMatchObject({ rule: 'start', reason: 'the neighbor lends one' });
    const packet = await buildPacket(db(), job.orderId, {
      version: 1,
      at: DAY,
      signed: null,
      chain: { count: 1, hash: 'x' },
    });
    expect(packet.lifted).toContainEqual({
      rule: 'started with something missing',
      reason: '',
      by: 'Odalys',
    });
    expect(
      await give(shop, 'Brannoch', 'tool.add', { kind: 'deep socket', size: '7/8', drive: '1/2' }),
    ).toMatchObject({ ok: true });
  });

  test('two values for one place wait for a choice', async () => {
    const job = await jobOn(shop, truck('HOLE 2', wrenches)).intake();
    await job.heights('as came', job.plan.before);
    await (await job.planned()).agreed();
    await job.checkedIn();
    const named = [
      { id: 'strut-top-spacer' },
      { id: 'rear-leaf-shackles', ways: ['read-at-once'] },
      { id: 'wheels-tires-spacers' },
    ];
    const start = (choices: object) =>
      give(shop, 'Brannoch', 'run.start', {
        orderId: job.orderId,
        procedures: named,
        choices,
        startWithout: 'the sheet is here',
        ...odalys(),
      });
    expect(refusal(await start({}))).toMatchObject({ field: 'choices.rear.left.wheel-nuts' });
    expect(await start({ 'rear.left.wheel-nuts': 'Q', 'rear.right.wheel-nuts': 'Q' })).toMatchObject({
      ok: true,
    });
    const { document } = await stateOf(job.orderId);
    expect(document!.fasteners.find((one) => one.place === 'rear.left.wheel-nuts')!.spec!.nm).toBe(130);
  });
});

describe('a visit at the counter', () => {
  test('an alignment return names what it comes back from, torques what the rack moved, and is closed', async () => {
    const job = await started('VISIT 1');
    await job.work({ phase: 'align' });
    await job.heights('on wheels', job.plan.after);
    await job.work({ phase: 'road' });
    await job.photos(1);
    await job.aligned(2.9, 0.06);
    await job.driven(7);
    await job.work({});
    await job.photos(2);
    await job.handedOver();
    const row = await db().row<{ vehicle_id: string; customer_id: string }>(
      'SELECT vehicle_id, customer_id FROM work_order JOIN vehicle ON vehicle.id = vehicle_id WHERE work_order.id = ?',
      [job.orderId],
    );
    const taken = await give(shop, 'Teodor', 'intake.open', {
      customer: { id: row!.customer_id },
      vehicle: { id: row!.vehicle_id },
      orderKind: 'alignment',
      odometer: { value: 40400, unit: 'mi' },
      tires: 'LT245/75R17',
      wheels: '',
      carries: '',
      wants: 'It wanders since the ditch',
      targets: { front: null, rear: null, unit: 'in', method: 'hub' },
      agreed: false,
    });
    expect(taken).toMatchObject({ ok: true });
    const orderId = taken.ok ? String(taken.answer.orderId) : '';
    expect((await stateOf(orderId)).intake!.data).toMatchObject({
      orderKind: 'alignment',
      comesBackFrom: job.orderId,
    });
    expect(
      await give(shop, 'Brannoch', 'run.start', { orderId, procedures: [{ id: 'visit-alignment' }] }),
    ).toMatchObject({ ok: true });
    const visit = jobOn(shop, job.plan);
    visit.orderId = orderId;
    await visit.work({ phase: 'road' });
    const [last] = (await stateOf(orderId)).torques.slice(-1);
    // Opened and torqued here: no re-check of an earlier torque.
    expect(last!.data).toMatchObject({ recheck: false, place: 'front.right.tie-rod-jam-nut' });
    await visit.driven(4);
    await visit.work({});
    // It was opened to be aligned: closed without a sheet only with the reason.
    const close = (note: string) => give(shop, 'Brannoch', 'visit.close', { orderId, note });
    expect(refusal(await close(''))).toMatchObject({ code: 'reading', field: 'note' });
    expect(await close('the rack is down until Friday')).toMatchObject({ ok: true });
  });
});

describe('how it stands', () => {
  test('the control does the listed step, refuses to lower with something open, and raises again', async () => {
    const job = await started('STAND 1');
    const { orderId } = job;
    const set = (ends: string[], to: string) => give(shop, 'Brannoch', 'support.set', { orderId, ends, to });
    await job.work({ step: 'C/raise' });
    expect(refusal(await set(['rear'], 'axle-held'))).toMatchObject({ code: 'support' });
    expect(await set(['front', 'rear'], 'raised')).toMatchObject({ answer: { step: 'C/raise' } });
    expect(refusal(await set(['front'], 'raised'))).toMatchObject({ code: 'no-need' });
    await job.work({ step: 'C/lower' });
    expect(await set(['front', 'rear'], 'on-wheels')).toMatchObject({ answer: { step: 'C/lower' } });
    expect(await set(['rear'], 'raised')).toMatchObject({ answer: { step: null } });
    expect((await stateOf(orderId)).run!.car.support).toEqual({ front: 'on-wheels', rear: 'raised' });
    expect(refusal(await give(shop, 'Brannoch', 'step.done', { orderId, stepId: 'J/park-brake' })).code).toBe(
      'support',
    );
    expect(await set(['rear'], 'on-wheels')).toMatchObject({ ok: true });
  });

  test('names what is open when it will not lower', async () => {
    const job = await started('STAND 2');
    await job.work({ step: 'J/hose-on' });
    const refused = refusal(
      await give(shop, 'Brannoch', 'support.set', { orderId: job.orderId, ends: ['rear'], to: 'on-wheels' }),
    );
    expect(refused).toMatchObject({ code: 'ground', field: 'to' });
    expect(refused.message).toMatch(/Rear brake-hose bracket/);
  });

  test('a bar link left off: lead’s reason, customer’s yes, both ends secured; then it may drive', async () => {
    const job = await started('LEFT 1');
    const { orderId } = job;
    await job.work({ step: 'C/link-on-L' });
    const leave = (more: object) =>
      give(shop, 'Brannoch', 'item.leave', {
        orderId,
        itemId: 'C/link-L',
        secured: true,
        reason: 'new links on Friday',
        how: 'by phone',
        witness: 'Teodor',
        ...odalys(),
        ...more,
      });
    expect(refusal(await leave({ itemId: 'C/hose-L' }))).toMatchObject({ code: 'never' });
    expect(refusal(await leave({ secured: false }))).toMatchObject({ code: 'secure' });
    expect(refusal(await leave({ witness: '' }))).toMatchObject({ field: 'witness' });
    expect(await leave({})).toMatchObject({ ok: true });
    await job.work({ phase: 'align' });
    const state = await stateOf(orderId);
    expect([...state.run!.leftOff]).toEqual(['C/link-L']);
    expect(state.watches[0]!.data.text).toBe('Bar link, left front is left off');
    expect(handoffBlockers(state).filter((hole) => hole.ref.startsWith('C/link'))).toEqual([]);
    const place = await db().row<{ state: string }>(
      "SELECT state FROM car_place WHERE order_id = ? AND what = 'item' AND place = 'front.left.bar-link'",
      [orderId],
    );
    expect(place!.state).toBe('left off');
  });
});

describe('torque', () => {
  test('an extension is worked out, a wrench that is out is refused, and feel is no torque', async () => {
    const job = await started('TORQ 1');
    const { orderId } = job;
    await job.work({ step: 'C/lower-torque' });
    const extension = { wrenchLength: 600, extension: 150, angleDeg: 0 };
    expect(refusal(await torque(orderId, 'C/lowerbolt-L', { how: 'by feel' }))).toMatchObject({
      field: 'how',
    });
    expect(refusal(await torque(orderId, 'C/lowerbolt-L', { how: 'power tool' })).message).toMatch(
      /a wrench torques it/,
    );
    // The wrench shows its setting, not the target.
    expect(
      refusal(await torque(orderId, 'C/lowerbolt-L', { extension, reading: { value: 160, unit: 'nm' } })),
    ).toMatchObject({ code: 'confirm' });
    expect(
      await torque(orderId, 'C/lowerbolt-L', { extension, reading: { value: 128, unit: 'nm' } }),
    ).toMatchObject({ ok: true });
    const [last] = (await stateOf(orderId)).torques.slice(-1);
    expect(last!.data.extension!.settingNm).toBeCloseTo(
      torqueExtensionSetting({ target: 160, ...extension }),
      6,
    );
    await shop.act('Odalys', 'wrench.mark', { wrenchId: wrenches.large, out: 'used as a lever' });
    expect(refusal(await torque(orderId, 'C/lowerbolt-R'))).toMatchObject({ code: 'wrench-out' });
    await shop.act('Odalys', 'wrench.mark', { wrenchId: wrenches.large, calibrationDue: '2027-02-01' });
    expect(
      await torque(orderId, 'C/lowerbolt-R', { reading: { value: 140, unit: 'nm' }, confirmed: true }),
    ).toMatchObject({
      ok: true,
      answer: {
        warnings: expect.arrayContaining([expect.stringMatching(/Its twin, Strut lower bolt, left front/)]),
      },
    });
  });

  test('nut by nut and pass by pass, and old U-bolts are refused', async () => {
    const job = await started('TORQ 2');
    const { orderId } = job;
    await job.work({ step: 'J/ubolt-torque' });
    expect(refusal(await torque(orderId, 'J/ubolt-L', { newHardware: false }))).toMatchObject({
      code: 'reused',
    });
    expect(refusal(await torque(orderId, 'J/ubolt-L', { nut: 9 }))).toMatchObject({ code: 'no-nut' });
    const nuts: unknown[] = [];
    for (let pull = 0; pull < 12; pull += 1) {
      const answer = await torque(orderId, 'J/ubolt-L', { nut: 'next' });
      nuts.push(answer.ok && answer.answer.nut);
    }
    expect(nuts).toEqual([1, 3, 2, 4, 1, 3, 2, 4, 1, 3, 2, 4]);
    expect((await stateOf(orderId)).run!.fasteners.get('J/ubolt-L')).toMatchObject({
      stripe: 'full',
      pass: 3,
    });
  });

  test('torque, then angle', async () => {
    const job = await started('TORQ 3');
    const { orderId } = job;
    await give(shop, 'Odalys', 'value.set', {
      orderId,
      fastenerId: 'C/arm-L',
      kind: 'entered',
      value: 110,
      angleDeg: 90,
      unit: 'nm',
      source: 'stretch bolts, sheet line 9',
      confirmed: true,
    });
    await job.work({ step: 'C/arms-torque' });
    expect(refusal(await torque(orderId, 'C/arm-L', { angleDeg: 90 }))).toMatchObject({
      code: 'angle-early',
    });
    expect(await torque(orderId, 'C/arm-L')).toMatchObject({ ok: true });
    expect((await stateOf(orderId)).run!.fasteners.get('C/arm-L')).toMatchObject({ torqued: false });
    expect(refusal(await torque(orderId, 'C/arm-L'))).toMatchObject({ code: 'angle', field: 'angleDeg' });
    expect(refusal(await torque(orderId, 'C/arm-L', { angleDeg: 60 }))).toMatchObject({ code: 'confirm' });
    expect(await torque(orderId, 'C/arm-L', { angleDeg: 90 })).toMatchObject({ ok: true });
    expect((await stateOf(orderId)).run!.fasteners.get('C/arm-L')).toMatchObject({
      torqued: true,
      stripe: 'full',
    });
  });

  test('a value: three ways out, each with a name', async () => {
    const job = await started('VALUE 1');
    const { orderId } = job;
    const set = (input: object, who: 'Brannoch' | 'Odalys' = 'Brannoch') =>
      give(shop, who, 'value.set', { orderId, fastenerId: 'J/carrier', unit: 'nm', ...input });
    expect(await set({ kind: 'missing', source: 'the sheet names none' })).toMatchObject({ ok: true });
    expect(await set({ kind: 'waiting', source: 'asked the maker, Brannoch' })).toMatchObject({ ok: true });
    expect((await stateOf(orderId)).run!.fasteners.get('J/carrier')!.valueKind).toBe('waiting');
    const interim = { kind: 'interim', value: 47, source: 'printed grade table, M10 8.8' };
    expect(refusal(await set(interim))).toMatchObject({ code: 'lead' });
    expect(await set({ ...interim, ...odalys() })).toMatchObject({ ok: true });
    expect(refusal(await set({ ...interim, fastenerId: 'C/ballnut-L', ...odalys() }))).toMatchObject({
      code: 'critical',
    });
    expect(refusal(await set({ ...interim, kind: 'entered', value: 470, ...odalys() }))).toMatchObject({
      code: 'confirm',
      field: 'value',
    });
    await job.work({ step: 'J/damper-on-L' });
    expect((await stateOf(orderId)).run!.fasteners.get('J/carrier')!.torqued).toBe(true);
    // The real value arrives: the torque by the interim does not count any more.
    expect(
      await set({ kind: 'entered', value: 52, source: 'the maker’s letter', ...odalys() }),
    ).toMatchObject({ ok: true });
    expect((await stateOf(orderId)).run!.fasteners.get('J/carrier')).toMatchObject({
      torqued: false,
      stripe: 'thin',
    });
  });

  test('the real value after handoff brings the car back', async () => {
    const job = await started('VALUE 2');
    const { orderId } = job;
    const set = (input: object) =>
      give(shop, 'Odalys', 'value.set', { orderId, fastenerId: 'J/carrier', unit: 'nm', ...input });
    await set({ kind: 'interim', value: 47, source: 'printed grade table' });
    await job.work({ phase: 'align' });
    await job.heights('on wheels', job.plan.after);
    await job.work({ phase: 'road' });
    await job.photos(1);
    await job.aligned(2.9, 0.06);
    await job.driven(7);
    await job.work({});
    await job.photos(2);
    await job.handedOver();
    expect(await set({ kind: 'entered', value: 55, source: 'the maker’s letter' })).toMatchObject({
      ok: true,
    });
    const row = await db().row<{ places: string[] }>(
      "SELECT places FROM follow_up WHERE order_id = ? AND because = 'value'",
      [orderId],
    );
    expect(row!.places).toEqual(['rear.center.carrier-bearing']);
  });
});

describe('the wrench of the tablet', () => {
  test('fills the entry that waits; nobody waiting, it lies in the tray; a second tablet takes it over', async () => {
    const job = await started('TRAY 1');
    const { orderId } = job;
    await job.work({ step: 'C/arms-torque' });
    const tech = shop.person('Brannoch');
    await bindWrench(DEVICE, wrenches.large);
    expect(await takeReading(tech, DEVICE, { nm: 178, angleDeg: null })).toMatchObject({ used: false });
    await waitFor(DEVICE, { orderId, fastenerId: 'C/arm-L' });
    const used = await takeReading(tech, DEVICE, { nm: 178, angleDeg: null });
    expect(used).toEqual({ used: true, words: '' });
    const [last] = (await stateOf(orderId)).torques.slice(-1);
    expect(last!.data).toMatchObject({
      by: 'wrench',
      nut: 1,
      fastenerId: 'C/arm-L',
      reading: { value: 178 },
    });
    // Far off the value it is not taken by itself.
    expect(await takeReading(tech, DEVICE, { nm: 131, angleDeg: null })).toMatchObject({
      used: false,
      words: expect.stringMatching(/unit slip/),
    });
    const tray = await trayOf(db(), DEVICE);
    expect(tray.map(({ nm }) => nm)).toEqual(expect.arrayContaining([178, 131]));
    const good = tray.find(({ nm }) => nm === 178)!;
    await useTrayReading(tech, DEVICE, good.id, { orderId, fastenerId: 'C/arm-L' });
    expect((await stateOf(orderId)).run!.fasteners.get('C/arm-L')!.torqued).toBe(true);
    await expect(useTrayReading(tech, DEVICE, good.id, { orderId, fastenerId: 'C/arm-L' })).rejects.toThrow(
      /not in the tray/,
    );
    // A wrong fastener is undone by a correction.
    const [wrong] = (await stateOf(orderId)).torques.slice(-1);
    await give(shop, 'Brannoch', 'entry.void', {
      orderId,
      entryId: wrong!.id,
      reason: 'it was the right one',
    });
    expect((await stateOf(orderId)).run!.fasteners.get('C/arm-L')!.torqued).toBe(false);
    const other = randomUUID();
    await db().run('INSERT INTO device (id, first_seen) VALUES (?, ?)', [other, new Date(DAY)]);
    await bindWrench(other, wrenches.large);
    expect(await linkOf(db(), DEVICE)).toBeNull();
    await bindWrench(other, null);
    await expect(takeReading(tech, other, { nm: 20, angleDeg: null })).rejects.toThrow(/No wrench is bound/);
  });
});

describe('on the way', () => {
  test('another way on a running job, at the version it began with; what is done stays done', async () => {
    const job = await started('WAY 1');
    const { orderId } = job;
    await job.work({ step: 'C/joint-part-L' });
    const way = (ways: string[], more: object = {}) =>
      give(shop, 'Brannoch', 'run.way', {
        orderId,
        procedureId: 'strut-top-spacer',
        ways,
        reason: 'the joint is rusted solid',
        ...odalys(),
        ...more,
      });
    expect(refusal(await way(['no-such-way']))).toMatchObject({ code: 'unknown-way' });
    expect(refusal(await way(['arm-lowered'], { pin: '0000' }))).toMatchObject({ code: 'wrong-pin' });
    expect(await way(['arm-lowered'])).toMatchObject({ ok: true });
    const { document, run } = await stateOf(orderId);
    expect(document!.steps.some((step) => step.id === 'C/arm-down-L')).toBe(true);
    expect(document!.steps.some((step) => step.id === 'C/joint-part-L')).toBe(false);
    expect(run!.done.has('C/link-off-L')).toBe(true);
    await job.work({ step: 'C/arm-up-L' });
    expect(refusal(await way([]))).toMatchObject({ code: 'done-already' });
  });

  test('a step added on the way stands at the end of its phase and is owed', async () => {
    const job = await started('ADD 1');
    const { orderId } = job;
    const answer = await give(shop, 'Brannoch', 'step.add', {
      orderId,
      phase: 'reassemble',
      end: 'rear',
      text: 'New bump stop, left',
      minutes: 10,
    });
    expect(answer).toMatchObject({ answer: { stepId: 'added/1' } });
    await job.work({ phase: 'align' });
    expect((await stateOf(orderId)).run!.done.has('added/1')).toBe(true);
    expect(
      refusal(await give(shop, 'Brannoch', 'step.add', { orderId, phase: 'fit', text: '', minutes: 1 })),
    ).toMatchObject({
      field: 'text',
    });
  });

  test('damage, watch list and corner settings go with the car', async () => {
    const job = await started('NOTE 1');
    const { orderId } = job;
    const tell = (name: string, input: object) => give(shop, 'Brannoch', name, { orderId, ...input });
    expect(
      await tell('damage.record', {
        text: 'Clip of the left sensor lead broken',
        cause: 'brittle, pulled at the lead',
        pays: 'the shop',
        customerTold: true,
        photoId: null,
      }),
    ).toMatchObject({ ok: true });
    expect(refusal(await tell('watch.add', { text: 'liner close to the tire' }))).toMatchObject({
      code: 'by-when',
    });
    expect(
      await tell('watch.add', { text: 'liner close to the tire', byDistance: { distance: 400, unit: 'mi' } }),
    ).toMatchObject({ ok: true });
    for (const [when, value] of [
      ['before', 8],
      ['after', 12],
    ] as const)
      expect(
        await tell('setting.record', { what: 'damper clicks', corner: 'LF', when, value }),
      ).toMatchObject({
        ok: true,
      });
    const packet = await buildPacket(db(), orderId, {
      version: 1,
      at: DAY,
      signed: null,
      chain: { count: 1, hash: 'x' },
    });
    const lines = packet.notes!.flatMap((note) => [note.title, ...note.lines]).join('\n');
    for (const words of ['within 400 mi', 'Paid by the shop', 'damper clicks, left front, after: 12'])
      expect(lines).toContain(words);
  });

  test('a coil is cut in the shop’s smallest step with a measure after each, both sides alike', async () => {
    const job = await started('COIL 1', {
      procedures: [{ id: 'lowering', ways: ['hangers-kept'] }],
      before: ['20', '20', '22', '22'],
      targets: { front: '18', rear: '22' },
    });
    const { orderId } = job;
    const cut = (corner: 'LF' | 'RF', turns: number, freeMm: number) =>
      give(shop, 'Brannoch', 'cut.record', {
        orderId,
        stepId: `L/coil-cut-${corner[0]}`,
        corner,
        turns,
        freeMm,
      });
    const done = (side: 'L' | 'R') =>
      give(shop, 'Brannoch', 'step.done', { orderId, stepId: `L/coil-cut-${side}`, measured: 'as cut' });
    await job.work({ step: 'L/coil-cut-L' });
    expect(refusal(await cut('LF', 0.25, 380))).toMatchObject({ code: 'approval' });
    for (const side of ['L', 'R'])
      await give(shop, 'Brannoch', 'step.approve', { orderId, stepId: `L/coil-cut-${side}`, ...odalys() });
    expect(refusal(await cut('LF', 0.5, 380))).toMatchObject({ code: 'too-much', field: 'turns' });
    expect(refusal(await done('L'))).toMatchObject({ code: 'cuts' });
    expect(await cut('LF', 0.25, 380)).toMatchObject({ ok: true });
    expect(refusal(await cut('LF', 0.25, 381))).toMatchObject({ code: 'not-shorter' });
    expect(await cut('LF', 0.25, 366)).toMatchObject({ answer: { turnsSoFar: 0.5 } });
    expect(await done('L')).toMatchObject({ ok: true });
    await job.work({ step: 'L/coil-cut-R' });
    expect(await cut('RF', 0.25, 379)).toMatchObject({ ok: true });
    expect(refusal(await done('R'))).toMatchObject({ code: 'twins' });
    expect(await cut('RF', 0.25, 365)).toMatchObject({ ok: true });
    expect(await done('R')).toMatchObject({ ok: true });
  });
});

describe('the clock', () => {
  test('a helper is called over and goes back to the job they came from', async () => {
    const [here, there] = [await started('HELP 1'), await started('HELP 2')];
    await shop.act('Ilse', 'clock.on', { orderId: there.orderId, stepId: null }, 5);
    const call = (helperId: string) =>
      give(shop, 'Brannoch', 'clock.on', { orderId: here.orderId, stepId: null, helperId });
    const ilse = shop.person('Ilse').id;
    expect(await call(ilse)).toMatchObject({ ok: true });
    expect(refusal(await call(ilse))).toMatchObject({ code: 'here-already' });
    const open = async () =>
      (await openClocks(db(), new Date(DAY))).filter((clock) => clock.personId === ilse);
    expect((await open()).map((clock) => clock.orderId)).toEqual([here.orderId]);
    const back = await give(shop, 'Brannoch', 'helper.back', { orderId: here.orderId, helperId: ilse });
    expect(back).toMatchObject({ ok: true });
    expect((await open()).map((clock) => clock.orderId)).toEqual([there.orderId]);
    expect(
      refusal(await give(shop, 'Brannoch', 'helper.back', { orderId: here.orderId, helperId: ilse })),
    ).toMatchObject({ code: 'no-helper' });
  });

  test('a stuck bolt’s time counts by its reason, and the advisor reads how it runs', async () => {
    // A day back, so that the clock on the job runs.
    shop.moment(-1, 15);
    const job = await started('STUCK 1');
    const { orderId } = job;
    await shop.act('Brannoch', 'clock.on', { orderId, stepId: null }, 0);
    await job.work({ step: 'C/arms-slack' });
    const { stuckId } = await shop.act(
      'Brannoch',
      'stuck.begin',
      { orderId, fastenerId: 'C/arm-R', what: 'seized', photoId: null },
      40,
    );
    expect(
      refusal(
        await give(shop, 'Brannoch', 'stuck.begin', { orderId, fastenerId: 'C/arm-R', what: 'seized' }),
      ),
    ).toMatchObject({ code: 'stuck-already' });
    await shop.act('Brannoch', 'stuck.end', { orderId, stuckId, how: 'heat' }, 0);
    const state = await stateOf(orderId);
    const times = jobTimes(state, shop.clock.toISOString());
    expect(times.stuck[0]).toMatchObject({ fastenerId: 'C/arm-R', how: 'heat', open: false });
    expect(times.stuck[0]!.minutes).toBeCloseTo(40, 3);
    expect(times.steps.every((step) => step.actual >= 0)).toBe(true);
    expect(describeRunning(times, () => 'Lower arm pivots')).toMatch(
      /^running \d+ min over: a seized lower arm pivots$/,
    );
    const listed = (await runningJobs(db(), shop.clock)).find((one) => one.orderId === orderId)!;
    expect(listed.words).toMatch(/min over: a seized lower arm pivots, right front/);
    await shop.act('Brannoch', 'clock.off', { reason: 'day end' });
    shop.clock = new Date(DAY);
  });

  test('a forgotten clock is found, and closed by the lead at the time it should have stopped', async () => {
    const job = await started('LATE 1');
    const at = shop.clock;
    shop.clock = new Date(Date.parse(DAY) - 20 * 3_600_000);
    const { clockId } = await shop.act('Teodor', 'clock.on', { orderId: job.orderId, stepId: null }, 0);
    shop.clock = at;
    const found = (await openClocks(db(), new Date(DAY))).find((clock) => clock.clockId === clockId)!;
    expect(found).toMatchObject({ forgotten: true, person: 'Teodor' });
    const close = (hoursAgo: number, who: 'Odalys' | 'Brannoch' = 'Odalys') =>
      give(shop, who, 'clock.close', {
        clockId,
        endedAt: new Date(Date.parse(DAY) - hoursAgo * 3_600_000).toISOString(),
        reason: 'he went home at six',
      });
    expect(refusal(await close(18, 'Brannoch'))).toMatchObject({ code: 'not-yours' });
    expect(refusal(await close(21))).toMatchObject({ code: 'out-of-span', field: 'endedAt' });
    expect(await close(18)).toMatchObject({ ok: true });
    expect(refusal(await close(18))).toMatchObject({ code: 'no-clock' });
    const span = (await stateOf(job.orderId)).clocks.find((clock) => clock.clockId === clockId)!;
    expect((Date.parse(span.to!) - Date.parse(span.from)) / 3_600_000).toBeCloseTo(2, 6);
    // A clock found to lie over another is kept, and the lead's to look at for sixty days.
    const other = await started('LATE 2');
    shop.clock = new Date(Date.parse(DAY) - 19 * 3_600_000);
    await shop.act('Teodor', 'clock.on', { orderId: other.orderId, stepId: null }, 0);
    shop.clock = at;
    const numberOf = async ({ orderId: id }: { orderId: string }) =>
      (await db().row<{ number: number }>('SELECT number FROM work_order WHERE id = ?', [id]))!.number;
    const over = { person: 'Teodor', orders: [await numberOf(job), await numberOf(other)] };
    expect(await overlaps(db(), new Date(DAY))).toContainEqual(expect.objectContaining(over));
    const later = new Date(Date.parse(DAY) + 61 * 86_400_000);
    expect(await overlaps(db(), later)).not.toContainEqual(expect.objectContaining(over));
    await shop.act('Teodor', 'clock.off', { reason: 'day end' });
  });
});

describe('procedures of our own', () => {
  const edited = (change: (procedure: Procedure) => void): Procedure => {
    const procedure = structuredClone(libraryFile('visit-warranty'));
    change(procedure);
    return procedure;
  };
  const save = (procedure: Procedure, basedOn: number, note = 'tried it twice') =>
    give(shop, 'Odalys', 'procedure.save', { procedure, basedOn, note });

  test('a version is saved, read back and newest; one saved meanwhile is not written over', async () => {
    const two = edited((procedure) => (procedure.steps[0]!.minutes = 12));
    expect(await save(two, 1)).toMatchObject({ answer: { version: 2 } });
    expect(refusal(await save(two, 2))).toMatchObject({ code: 'same' });
    expect(
      refusal(
        await save(
          edited((procedure) => (procedure.steps[0]!.minutes = 13)),
          1,
        ),
      ),
    ).toMatchObject({ code: 'other-version' });
    const newest = await procedureById(db(), 'visit-warranty');
    expect(newest).toMatchObject({ version: 2, own: true });
    expect(newest!.procedure).toEqual(two);
    expect((await procedureById(db(), 'visit-warranty', 1))!.own).toBe(false);
    expect((await versionsOf(db(), 'visit-warranty')).map(({ version }) => version)).toEqual([2, 1]);
    expect(
      (await procedures(db())).filter(({ procedure }) => procedure.id === 'visit-warranty'),
    ).toHaveLength(1);
  });

  test('a broken file is refused at the field, whole', async () => {
    const broken = edited((procedure) => (procedure.steps[1]!.needs = ['floating' as never]));
    expect(refusal(await save(broken, 0))).toMatchObject({ field: 'procedure.steps[1].needs[0]' });
    expect(
      refusal(
        await save(
          edited(() => undefined),
          0,
          '',
        ),
      ),
    ).toMatchObject({ field: 'note' });
  });

  test('a running job keeps the version it began with', async () => {
    const job = await started('KEEP 1');
    const before = (await stateOf(job.orderId)).document!;
    const own = structuredClone(libraryFile('rear-lift-block'));
    own.steps.find((step) => step.id === 'park-brake')!.do = 'Park brake tried on the ramp, both sides';
    expect(
      await give(shop, 'Odalys', 'procedure.save', { procedure: own, basedOn: 1, note: 'the ramp shows it' }),
    ).toMatchObject({ ok: true });
    expect((await stateOf(job.orderId)).document).toEqual(before);
    const next = await started('KEEP 2');
    expect((await stateOf(next.orderId)).document!.steps.some((step) => /on the ramp/.test(step.do))).toBe(
      true,
    );
  });

  test('what a job would do differently becomes a proposal, and the lead answers it', async () => {
    const job = await started('LESSON 1');
    const tell = (input: object) =>
      give(shop, 'Brannoch', 'lesson.record', {
        orderId: job.orderId,
        about: 'wrong size',
        stepId: 'C/hose-off-L',
        text: '13 mm, not 12',
        standing: 'proven here',
        ...input,
      });
    const told = await tell({});
    expect(told).toMatchObject({ ok: true });
    expect(refusal(await tell({ stepId: 'C/nowhere' }))).toMatchObject({ code: 'no-step' });
    expect(refusal(await tell({ standing: 'sure' }))).toMatchObject({ field: 'standing' });
    const lessonId = told.ok ? String(told.answer.lessonId) : '';
    const mine = async () =>
      (await lessons(db(), { procedureId: 'strut-top-spacer' })).find((one) => one.lessonId === lessonId)!;
    expect(await mine()).toMatchObject({ stepId: 'hose-off-L', standing: 'proven here', settled: null });
    expect(
      await give(shop, 'Odalys', 'lesson.settle', { lessonId, how: 'taken in', words: 'in version 2' }),
    ).toMatchObject({ ok: true });
    expect((await mine()).settled).toEqual({ how: 'taken in', words: 'in version 2' });
  });

  test('the shop’s limits hold their own limits', async () => {
    const set = (coilStepTurns: number, wheelRecheckKm = 130) =>
      give(shop, 'Odalys', 'shop.set', {
        coilStepTurns,
        wheelRecheckKm,
        chassisRecheckKm: 700,
        chassisRecheckDays: 30,
      });
    expect(refusal(await set(2))).toMatchObject({ field: 'coilStepTurns' });
    expect(refusal(await set(0.25, 500))).toMatchObject({ field: 'wheelRecheckKm' });
    expect(await set(0.25)).toMatchObject({ ok: true });
  });
});
