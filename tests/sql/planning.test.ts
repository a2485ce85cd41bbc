import { randomUUID } from 'node:crypto';
import { closePool, db, transaction } from '@/server/database';
import { loadOrder } from '@/server/entries/order';
import { verifyEverything } from '@/server/entries/verify';
import { readOrderFile } from '@/server/queries/order';
import { finishedLifts, finishedWork, sheetOfOrder } from '@/server/queries/planning';
import { catalogKits, kitRecords } from '@/server/queries/catalog';
import { learnLift } from '@/core/planner/learning';
import { answersMissing } from '@/core/ledger/before-start';
import { THE_CUSTOMER } from '@/core/ledger/roles';
import { shopDay } from '@/core/units/shop-time';
import { execute } from '@/server/commands/execute';
import { bookOfPlan } from '@/server/queries/labor';
import { quoteStart } from '@/server/queries/quote-start';
import { offersOpen, openHolds, planAnswer } from '@/core/ledger/order-state';
import type { DemoDriver } from '../../demo/driver';
import type { JobPlan } from '../../demo/job';
import { planPart } from '../../demo/catalog';
import { DAY, give, jobOn, refusal, testShop, testWrenches, truck } from '../support/shop';

let shop: DemoDriver;
let wrenches: JobPlan['wrenches'];
beforeAll(async () => {
  shop = await testShop('planning');
  wrenches = await testWrenches(shop, 'planning');
});
afterAll(closePool);

const stateOf = async (orderId: string) => (await loadOrder(db(), orderId))!.state;
const measured = async (plate: string, more: Partial<JobPlan> = {}) => {
  const job = await jobOn(shop, truck(plate, wrenches, more)).intake();
  return job.heights('as came', job.plan.before);
};

describe('looking over and offers', () => {
  test('another text or price is a new version and voids the answer', async () => {
    const { orderId } = await measured('LOOK 1');
    const found = await give(shop, 'Brannoch', 'finding.record', {
      orderId,
      area: 'brakes',
      grade: 'now',
      text: 'Line rubbed through',
    });
    const findingId = found.ok && found.answer.findingId;
    const offer = await give(shop, 'Teodor', 'offer.make', {
      orderId,
      findingId,
      text: 'New line',
      cents: 9000,
      minutes: 20,
    });
    const offerId = String(offer.ok && offer.answer.offerId);
    const yes = (version: number) =>
      give(shop, 'Teodor', 'offer.answer', { orderId, offerId, version, yes: true, how: 'in the shop' });
    expect(await yes(1)).toMatchObject({ ok: true });
    expect(offersOpen(await stateOf(orderId))).toHaveLength(0);
    expect(
      await give(shop, 'Teodor', 'offer.make', {
        orderId,
        offerId,
        text: 'New line',
        cents: 9900,
        minutes: 20,
      }),
    ).toMatchObject({
      answer: { version: 2 },
    });
    expect(offersOpen(await stateOf(orderId))).toHaveLength(1);
    expect(refusal(await yes(1))).toMatchObject({ code: 'changed' });
    const phone = { orderId, offerId, version: 2, yes: true, how: 'by phone', witness: '' };
    expect(refusal(await give(shop, 'Teodor', 'offer.answer', phone))).toMatchObject({ field: 'witness' });
    expect(refusal(await give(shop, 'Ilse', 'offer.answer', { ...phone, witness: 'Odalys' }))).toMatchObject({
      code: 'not-yours',
    });
    const silent = { orderId, area: 'rust', grade: 'soon', text: '' };
    expect(refusal(await give(shop, 'Ilse', 'finding.record', silent))).toMatchObject({ field: 'text' });
  });

  test('what was measured is known to the next visit, and a figure that does not read is named', async () => {
    const job = await measured('LOOK 2');
    const record = (figures: object[]) =>
      give(shop, 'Brannoch', 'measure.record', { orderId: job.orderId, figures, unit: 'in' });
    expect(refusal(await record([{ key: 'front.hose', typed: 'long' }]))).toMatchObject({
      field: 'figures.front.hose',
    });
    expect(refusal(await record([{ key: 'front.topX', typed: '12' }]))).toMatchObject({ code: 'no-measure' });
    expect(
      await record([
        { key: 'front.hose', typed: '17 1/2' },
        { key: 'note.vibration', typed: '55 to 60 mph, light throttle' },
      ]),
    ).toMatchObject({ ok: true });
    const file = (await readOrderFile(db(), job.orderId))!;
    expect((await sheetOfOrder(db(), file))['front.hose']).toEqual({ value: 444.5, known: 'measured' });
    expect((await sheetOfOrder(db(), file))['front.tireDiameter']!.value).toBeCloseTo(
      17 * 25.4 + 2 * 245 * 0.75,
      6,
    );
    await job.planned();
    const { plans } = await stateOf(job.orderId);
    expect(plans[0]!.data.sheet['front.hose']!.value).toBe(444.5);
  });
});

describe('plan and quote', () => {
  test('the plan freezes its prediction, its band and what it leaves unanswered', async () => {
    const job = await (await measured('PLAN 7')).planned();
    const { data } = (await stateOf(job.orderId)).plans[0]!;
    expect(data.front!.lift).toBeCloseTo((30 / 0.6) * data.learned.front.ratio, 6);
    expect(data.band.LF.p10).toBeLessThan(data.band.LF.p90);
    expect(data.musts.map((must) => must.id)).toContain('lamps');
    expect(data.drawing.shapes.length).toBeGreaterThan(20);
    expect(data.cost).toBe(14900 + 8900);
  });

  test('a quote counts the hours of finished jobs, and a new version is the one to answer', async () => {
    const { orderId } = await measured('QUOTE 1');
    const lines = [{ text: 'Lift', cents: 20000, minutes: 300 }];
    const quote = () => give(shop, 'Teodor', 'quote.make', { orderId, lines, depositCents: 5000 });
    expect(await quote()).toMatchObject({ answer: { version: 1 } });
    const { hours } = (await stateOf(orderId)).quotes[0]!.entry.data;
    expect(hours.p80).toBeGreaterThan(hours.p50);
    expect(await quote()).toMatchObject({ answer: { version: 2 } });
    const answer = (version: number) =>
      give(shop, 'Teodor', 'quote.answer', { orderId, version, yes: true, how: 'in the shop' });
    expect(refusal(await answer(1))).toMatchObject({ code: 'changed' });
    expect(await answer(2)).toMatchObject({ ok: true });
    expect(
      refusal(
        await give(shop, 'Teodor', 'quote.make', { orderId, lines: [{ text: 'x', cents: 1, minutes: 0 }] }),
      ),
    ).toMatchObject({ code: 'no-hours' });
    expect(
      refusal(await give(shop, 'Teodor', 'quote.make', { orderId, lines, depositCents: 99_000_00 })),
    ).toMatchObject({ field: 'depositCents' });
  });
});

describe('plan and quote on one page', () => {
  const LINES = [{ text: 'Lift', cents: 20_000, minutes: 300 }];
  const quoted = async (plate: string) => {
    const job = await (await measured(plate)).planned();
    await give(shop, 'Teodor', 'quote.make', { orderId: job.orderId, lines: LINES });
    return job;
  };
  const yesTo = (orderId: string, version: number, planVersion: number) =>
    give(shop, 'Teodor', 'proposal.answer', {
      orderId,
      version,
      planVersion,
      yes: true,
      how: 'in the shop',
    });

  test('one yes answers both and orders the parts; it is bound to both versions', async () => {
    const { orderId } = await quoted('ONE YES');
    expect(refusal(await yesTo(orderId, 2, 1))).toMatchObject({ code: 'changed', field: 'version' });
    expect(refusal(await yesTo(orderId, 1, 2))).toMatchObject({ code: 'changed', field: 'planVersion' });
    expect(await yesTo(orderId, 1, 1)).toMatchObject({ ok: true });
    const state = await stateOf(orderId);
    expect([planAnswer(state)?.data.yes, state.quotes[0]!.answer?.data.yes]).toEqual([true, true]);
    expect(state.parts.list).not.toBeNull();
    expect(answersMissing(state)).toEqual([]);
  });

  test('a quote written for an older plan is not said yes to with the newer one', async () => {
    const job = await quoted('ONE YES 2');
    await job.planned();
    expect(refusal(await yesTo(job.orderId, 1, 2))).toMatchObject({ code: 'other-plan' });
    expect(planAnswer(await stateOf(job.orderId))).toBeNull();
  });

  test('the shop’s rate, tax and validity stand on the quote as they were; the form begins from the last', async () => {
    const details = {
      name: 'High Meadow Chassis',
      address: '4 Ditch Lane',
      phone: '555 0140',
      paper: 'a4',
      centsPerHour: 11_000,
      taxHow: 'added',
      taxPercent: 8.25,
      taxLabel: 'Sales tax',
      quoteDays: 14,
    };
    const keep = (more: object) => give(shop, 'Odalys', 'shop.details', { ...details, ...more });
    expect(refusal(await keep({ taxPercent: 0 }))).toMatchObject({ field: 'taxPercent' });
    expect(refusal(await keep({ taxLabel: '' }))).toMatchObject({ field: 'taxLabel' });
    expect(refusal(await keep({ paper: 'a5' }))).toMatchObject({ field: 'paper' });
    expect(await keep({})).toMatchObject({ ok: true });
    const { orderId } = await quoted('TAX 1');
    await keep({ taxHow: 'none', centsPerHour: 12_500 });
    const { data } = (await stateOf(orderId)).quotes[0]!.entry;
    expect(data).toMatchObject({
      ratePerHour: 11_000,
      tax: { how: 'added', percent: 8.25, label: 'Sales tax' },
    });
    const file = (await readOrderFile(db(), orderId))!;
    const again = await quoteStart(file, false);
    expect(again.lines).toEqual(LINES);
    // From the plan its hours are those of the procedures it asks for, the parts' own minutes beside them.
    const anew = await quoteStart(file, true);
    const book = await bookOfPlan(db(), file.state, file.vehicle);
    expect(book.length).toBeGreaterThan(0);
    const minutes = anew.lines.reduce((sum, line) => sum + line.minutes, 0);
    expect(minutes).toBe(book.reduce((sum, one) => sum + one.minutes, 0));
    expect(anew.lines.reduce((sum, line) => sum + line.cents, 0)).toBe(
      file.state.plans.at(-1)!.data.parts.reduce((sum, part) => sum + part.cost, 0),
    );
    expect(again.told.map((row) => row.what)).toEqual(
      expect.arrayContaining(['The lines as they begin here', 'Quote 1, likely']),
    );
    // Two weeks later its page does not take a yes any more; in the shop it can still be said.
    expect(data.validUntil! > shopDay(data.promisedFor ?? DAY, file.shop.timeZone)).toBe(true);
    const late = { orderId, version: 1, yes: true, witness: null };
    const onLink = await execute(
      'quote.answer',
      { id: randomUUID(), deviceSeq: 1, input: { ...late, how: 'on the link' } },
      {
        person: { ...THE_CUSTOMER, roles: [], lengthUnit: 'in', torqueUnit: 'lbft' },
        deviceId: randomUUID(),
        onLink: orderId,
        receivedAt: new Date(Date.parse(`${data.validUntil}T12:00:00Z`) + 2 * 86_400_000),
      },
    );
    expect(onLink).toMatchObject({ ok: false, errors: [{ code: 'ran-out' }] });
    expect(await give(shop, 'Teodor', 'quote.answer', { ...late, how: 'in the shop' })).toMatchObject({
      ok: true,
    });
  });
});

describe('parts', () => {
  test('a short box holds the job, the right count releases it; the lead may go on only for a later phase', async () => {
    const job = await (await (await measured('BOX 1')).planned()).agreed();
    const { orderId } = job;
    const lines = (await stateOf(orderId)).parts.list!.data.lines;
    const [first] = lines;
    const open = (got: number, more: object = {}) =>
      give(shop, 'Brannoch', 'parts.checkin', {
        orderId,
        lineId: first!.lineId,
        got,
        right: true,
        condition: 'good',
        ...more,
      });
    expect(await open(first!.count - 1)).toMatchObject({ answer: { hold: true } });
    const start = (more: object = {}) =>
      give(shop, 'Odalys', 'run.start', { orderId, procedures: job.plan.procedures, ...more });
    expect(refusal(await start({ startWithout: 'never mind' }))).toMatchObject({ code: 'on-hold' });
    const [hold] = openHolds(await stateOf(orderId));
    const end = await give(shop, 'Odalys', 'hold.end', {
      orderId,
      holdId: hold!.entry.data.holdId,
      leadId: shop.person('Odalys').id,
      pin: shop.pin('Odalys'),
      reason: 'it is only for later',
    });
    expect(refusal(end)).toMatchObject({ code: 'needed-first' });
    expect(await give(shop, 'Teodor', 'supply.order', { orderId, lineId: first!.lineId })).toMatchObject({
      ok: true,
    });
    expect((await stateOf(orderId)).parts.supplies[0]!.data.count).toBe(1);
    expect(await open(first!.count, { condition: 'damaged' })).toMatchObject({ answer: { hold: true } });
    expect(openHolds(await stateOf(orderId))).toHaveLength(1);
    expect(await open(first!.count)).toMatchObject({ answer: { hold: false } });
    expect(openHolds(await stateOf(orderId))).toHaveLength(0);
    expect(refusal(await start())).toMatchObject({ code: 'holes', field: 'startWithout' });
    expect(refusal(await open(-1))).toMatchObject({ field: 'got' });
    await job.checkedIn();
    expect(await start()).toMatchObject({ ok: true });
  });

  test('a kit whose builds fit no such car is refused with every reason', async () => {
    const job = await measured('BUILD 1', { parts: ['QS-24'] });
    await job.planned();
    const yes = () =>
      give(shop, 'Teodor', 'plan.answer', {
        orderId: job.orderId,
        version: 1,
        yes: true,
        how: 'in the shop',
      });
    const refused = refusal(await yes());
    expect(refused.code).toBe('no-build');
    expect(refused.message).toMatch(/small engine: the car’s engine is not written down/);
    const row = await db().row<{ vehicle_id: string }>('SELECT vehicle_id FROM work_order WHERE id = ?', [
      job.orderId,
    ]);
    await give(shop, 'Teodor', 'vehicle.update', { vehicleId: row!.vehicle_id, facts: { engine: 'large' } });
    expect(await yes()).toMatchObject({ ok: true });
    const { list } = (await stateOf(job.orderId)).parts;
    expect(list!.data.build).toBe('large engine or diesel');
    expect(list!.data.lines.map((line) => line.name)).toContain('Stud sleeves');
  });
});

test('a finished job teaches the next prediction: the kit’s ratio moves by the formula', async () => {
  const platform = 'Teaching';
  const vehicle = { ...truck('x', wrenches).vehicle, platform };
  const finish = async (plate: string, after: JobPlan['after']) => {
    // Some days back, so that the clock on the job runs.
    shop.moment(-3, 14);
    const job = await measured(plate, {
      vehicle: { ...vehicle, plate, label: `Tindral ${plate}` },
      after,
      // A kit no other test finishes a job with.
      parts: ['FP-10', 'OB-25'],
    });
    await (await (await job.planned()).agreed()).started();
    await job.clockOn();
    await job.work({ phase: 'align' });
    await job.heights('on wheels', job.plan.after);
    await job.work({ phase: 'road' });
    await job.aligned(2.9, 0.06);
    await job.driven(7);
    await job.work({});
    await job.photos(1);
    await job.clockOff('done');
    await job.handedOver();
    return job;
  };
  const before = await finishedLifts(db(), platform, []);
  await finish('TEACH 1', ['21 1/16', '20 15/16', '23 1/8', '23 1/16']);
  const past = await finishedLifts(db(), platform, []);
  expect(past.length).toBe(before.length + 2);
  const front = past.find((one) => one.end === 'front')!;
  expect(front.kit).toBe('Fennimark Preload');
  expect(front.predicted).toBeCloseTo(10 / 0.6, 3);
  const learned = learnLift(past, { kit: 'Fennimark Preload', platform, end: 'front' });
  expect(learned.ratio).toBeCloseTo(Math.exp(Math.log(front.measured / front.predicted) / 5), 9);
  const next = await measured('TEACH 2', {
    vehicle: { ...vehicle, plate: 'TEACH 2' },
    parts: ['FP-10', 'OB-25'],
  });
  await next.planned();
  const { data } = (await stateOf(next.orderId)).plans[0]!;
  expect(data.learned.front).toMatchObject({ jobs: 1, from: 'kit' });
  expect(data.front!.lift).toBeCloseTo((10 / 0.6) * learned.ratio, 3);
  expect((await finishedWork(db(), { procedures: '', platform })).length).toBeGreaterThan(0);
  expect((await kitRecords(db())).find((one) => one.kit === 'Fennimark Preload')!.jobs).toBe(1);
  expect(await verifyEverything(() => undefined)).toBeNull();
});

test('catalog parts keep their code, name what is wrong, and a CSV with one bad line keeps nothing', async () => {
  const { id: _, end, cost, rated, claimed, ...part } = planPart('OB-38', 'x');
  const save = (more: object) =>
    give(shop, 'Odalys', 'part.save', {
      code: 'OB-38',
      name: part.name,
      kind: part.kind,
      end,
      set: part.set,
      cents: cost,
      minutes: part.minutes,
      claimed,
      ...more,
    });
  void rated;
  const count = async () => (await db().row<{ n: number }>('SELECT COUNT(*) AS n FROM part'))!.n;
  const before = await count();
  // A code that is there already is not written over unasked.
  expect(refusal(await save({ cents: 1 }))).toMatchObject({ code: 'confirm', field: 'code' });
  expect(await save({ cents: 1, confirmed: true })).toMatchObject({ ok: true });
  expect(await count()).toBe(before);
  expect(refusal(await save({ set: { t: 900 }, confirmed: true }))).toMatchObject({ field: 'set.t' });
  expect(refusal(await save({ ratedLeast: 10 }))).toMatchObject({ field: 'ratedMost' });
  expect(refusal(await save({ kit: 'No such kit' }))).toMatchObject({ field: 'kit' });
  expect(refusal(await give(shop, 'Ilse', 'part.save', {}))).toMatchObject({ code: 'not-yours' });
  const csv = [
    'code,name,kind,end,settings,cents,minutes,claimed mm,rated from mm,rated to mm,requires,excludes,kit',
    'CSV-1,Block,block,rear,t=30,100,10,,,,,,',
    'CSV-2,Block,block,rear,t=3000,100,10,,,,,,',
  ].join('\n');
  const refused = refusal(await give(shop, 'Odalys', 'catalog.import', { csv }));
  expect(refused.message).toMatch(/^Line 3, t: Height lies/);
  expect(await transaction((tx) => tx.row("SELECT id FROM part WHERE code = 'CSV-1'"))).toBeNull();
  expect(await give(shop, 'Odalys', 'catalog.import', { csv: csv.replace('t=3000', 't=40') })).toMatchObject({
    answer: { parts: 2 },
  });
});

test('a part of a kit that is made for another suspension is refused by the kit, and what fits is named', async () => {
  const { orderId } = await measured('KITFIT 1');
  const kits = await catalogKits(db());
  const made = kits.find(({ fits }) => fits.front?.includes('coilover'))!;
  const other = kits.find(({ fits }) => fits.front?.length && !fits.front.includes('coilover'))!;
  const propose = (kit: string) =>
    give(shop, 'Odalys', 'plan.propose', {
      orderId,
      parts: [{ ...planPart('QS-30', 'x'), kit }],
      accessories: [],
      sheet: {},
      note: '',
    });
  expect(refusal(await propose(other.name))).toMatchObject({
    code: 'kit-fit',
    field: 'parts[0].kit',
    message: expect.stringMatching(/is made for a front with .*this car has/),
  });
  expect(await propose(made.name)).toMatchObject({ ok: true });
});
