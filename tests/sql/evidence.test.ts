import { handoffBlockers } from '@/core/ledger/closing';
import { answersByRecord } from '@/core/ledger/rack-answers';
import { ROAD_CHECKS } from '@/core/ledger/road-checks';
import { closePool, db } from '@/server/database';
import { loadOrder } from '@/server/entries/order';
import type { DemoDriver } from '../../demo/driver';
import type { DemoJob } from '../../demo/job';
import { CAME_HEIGHTS } from '../support/entries';
import { give, jobOn, onItsWheels, onTheLift, refusal, testShop, testWrenches, truck } from '../support/shop';

/** Heights, sheet and drive are of the car as it stands: none is taken before the work, none outlives its undoing. */

let shop: DemoDriver;
beforeAll(async () => {
  shop = await testShop('evidence');
});
afterAll(closePool);

const stateOf = async (orderId: string) => (await loadOrder(db(), orderId))!.state;
const blockersOnTheCar = async (orderId: string) =>
  handoffBlockers(await stateOf(orderId)).map(({ code, ref }) => (code === ref ? code : `${code} ${ref}`));

const heightsOf = (orderId: string, four: readonly string[]) =>
  give(shop, 'Ilse', 'heights.record', {
    ...CAME_HEIGHTS,
    orderId,
    occasion: 'on wheels',
    unit: 'in',
    readings: { LF: [four[0]], RF: [four[1]], LR: [four[2]], RR: [four[3]] },
  });

const front = (toe: number) => ({ LF: { toe }, RF: { toe } });
const sheetOf = async (orderId: string, more: object = {}) =>
  give(shop, 'Ilse', 'alignment.record', {
    orderId,
    rack: 'ours',
    operator: 'Ilse',
    specSource: 'the plate',
    spec: { front: { toeTotal: { min: 0, max: 0.2 } } },
    before: front(0.3),
    after: front(0.05),
    adjustments: '',
    notReached: '',
    adjusters: answersByRecord(await stateOf(orderId), ['front']),
    ...more,
  });

const drive = async (job: DemoJob, untried: readonly string[] = [], from = 40_010) => {
  const dial = (value: number) => ({ value, unit: 'mi' });
  const out = await give(shop, 'Ilse', 'road.out', { orderId: job.orderId, odometer: dial(from) });
  expect(out).toMatchObject({ ok: true });
  return give(shop, 'Ilse', 'road.in', {
    orderId: job.orderId,
    odometer: dial(from + 8),
    checks: ROAD_CHECKS.map(({ id }) => ({
      id,
      result: untried.includes(id) ? 'not tried' : 'good',
      note: '',
    })),
    note: '',
  });
};

test('heights on the wheels and a sheet are refused while the car stands as it came, and said why', async () => {
  const job = await onTheLift('EVIDENCE 1');
  const four = job.plan.after!;
  expect(refusal(await heightsOf(job.orderId, four))).toMatchObject({
    code: 'too-soon',
    message: expect.stringMatching(/not been raised and lowered/),
  });
  expect(refusal(await sheetOf(job.orderId))).toMatchObject({
    code: 'too-soon',
    message: expect.stringMatching(/belongs after the work it follows, and this is still to do/),
  });
});

test('before any work there is no sheet and no height after it', async () => {
  const wrenches = await testWrenches(shop, 'EVIDENCE 2');
  const job = await jobOn(shop, truck('EVIDENCE 2', wrenches)).intake();
  await job.heights('as came', job.plan.before);
  expect(refusal(await heightsOf(job.orderId, job.plan.after!)).message).toMatch(/No work has been done/);
  expect(refusal(await sheetOf(job.orderId)).message).toMatch(/No work has been done/);
});

test('back to the bay with an end redone: heights, sheet and road test of before count no longer', async () => {
  const job = await onItsWheels(shop, 'EVIDENCE 3');
  await job.work({ phase: 'road' });
  await job.aligned(2.9, 0.06);
  await job.driven(7);
  await job.work({});
  expect((await blockersOnTheCar(job.orderId)).filter((code) => !code.startsWith('missing-shot'))).toEqual(
    [],
  );
  const { alignments } = await stateOf(job.orderId);
  const back = await give(shop, 'Ilse', 'bay.back', {
    orderId: job.orderId,
    from: 'alignment',
    ref: alignments[0]!.entry.id,
    reason: 'A bush is twisted',
    part: 'another bush',
    steps: [],
    again: 'rear',
  });
  expect(back).toMatchObject({ ok: true });
  expect(await blockersOnTheCar(job.orderId)).toEqual(
    expect.arrayContaining(['steps', 'heights', 'not-aligned', 'road']),
  );
  const state = await stateOf(job.orderId);
  expect(handoffBlockers(state).find(({ code }) => code === 'road')!.text).toMatch(
    /since its work was taken apart/,
  );
  // Nothing of it is gone from the record.
  expect([state.alignments.length, state.after.roadTests.length]).toEqual([1, 1]);
  // The rear is done again; what was measured before it still does not count, and what is measured now does.
  await job.work({});
  expect(await blockersOnTheCar(job.orderId)).toEqual(
    expect.arrayContaining(['heights', 'not-aligned', 'road']),
  );
  const again = await heightsOf(job.orderId, job.plan.after!);
  expect(again.ok ? null : again.errors).toBeNull();
  await job.aligned(2.9, 0.06);
  expect(await drive(job, [], 40_020)).toMatchObject({ ok: true });
  expect(
    (await blockersOnTheCar(job.orderId)).filter((code) => !/^(missing-shot|setting)/.test(code)),
  ).toEqual([]);
});

test('what the job asks to be driven for is tried, or the lead waives it by its name', async () => {
  const job = await onItsWheels(shop, 'EVIDENCE 4');
  await job.work({ phase: 'road' });
  await job.aligned(2.9, 0.06);
  expect(await drive(job, ['brakes', 'squat'])).toMatchObject({ ok: true });
  expect(await blockersOnTheCar(job.orderId)).toEqual(
    expect.arrayContaining(['road-check brakes', 'road-check squat']),
  );
  const waived = await give(shop, 'Ilse', 'override.record', {
    orderId: job.orderId,
    rule: 'road-check',
    ref: 'squat',
    leadId: shop.person('Odalys').id,
    pin: shop.pin('Odalys'),
    reason: 'No load for it here',
  });
  expect(waived).toMatchObject({ ok: true });
  const holes = await blockersOnTheCar(job.orderId);
  expect(holes).toContain('road-check brakes');
  expect(holes).not.toContain('road-check squat');
});

test('a sheet of toe alone is kept, judged by toe alone; a spec that asks for more names what is missing', async () => {
  const job = await onItsWheels(shop, 'EVIDENCE 5');
  await job.work({ phase: 'road' });
  const refused = refusal(
    await sheetOf(job.orderId, { spec: { front: { caster: { min: 2 }, toeTotal: { max: 0.2 } } } }),
  );
  expect(refused).toMatchObject({
    field: 'before.LF.caster',
    message: 'The spec limits caster, so the sheet has to give it.',
  });
  expect(refusal(await sheetOf(job.orderId, { adjusters: [] }))).toMatchObject({
    code: 'moved',
    field: 'adjusters[0].was',
  });
  expect(await sheetOf(job.orderId)).toMatchObject({ ok: true, answer: { pass: true } });
  const [sheet] = (await stateOf(job.orderId)).alignments;
  expect(sheet!.after.items.map(({ angle }) => angle)).toEqual(['front.toe.total']);
});
