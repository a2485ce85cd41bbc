import { plausibleTorque } from '@/core/calc/torque.plausible';
import { handoffBlockers } from '@/core/ledger/closing';
import type { OrderState } from '@/core/ledger/order-state';
import { closePool, db } from '@/server/database';
import { loadOrder } from '@/server/entries/order';
import { verifyEverything } from '@/server/entries/verify';
import { blockersOnTheCar } from '@/server/handoff-ready';
import { procedureById } from '@/server/procedures';
import type { DemoDriver } from '../../demo/driver';
import type { DemoJob } from '../../demo/job';
import { give, jobOn, refusal, testShop, testWrenches, truck } from '../support/shop';

let shop: DemoDriver;
beforeAll(async () => {
  shop = await testShop('values');
});
afterAll(closePool);

const stateOf = async (orderId: string): Promise<OrderState> => (await loadOrder(db(), orderId))!.state;

async function started(plate: string, platform: string): Promise<DemoJob> {
  shop.moment(0, 14);
  const plan = truck(plate, await testWrenches(shop, plate), {
    parts: ['OB-25'],
    targets: { front: null, rear: '23 1/8' },
    procedures: [{ id: 'rear-lift-block', ways: [] }],
  });
  const job = await jobOn(shop, { ...plan, vehicle: { ...plan.vehicle, platform } }).intake();
  await job.heights('as came', job.plan.before);
  await (await job.planned()).agreed();
  return job.started();
}

const bolts = async (job: DemoJob) => {
  const { document } = await stateOf(job.orderId);
  return document!.fasteners.filter((one) => one.place.endsWith('.u-bolt')).map((one) => one.id);
};

const orderOf = async (job: DemoJob) =>
  (await db().row<{ number: number }>('SELECT number FROM work_order WHERE id = ?', [job.orderId]))!;

describe('values by sheet', () => {
  test('both sides at once, from one source, kept for the next car of the platform with these kits', async () => {
    const first = await started('SHEET 1', 'Sheet platform');
    const ids = await bolts(first);
    const set = (more: object = {}) =>
      give(shop, 'Odalys', 'values.set', {
        orderId: first.orderId,
        unit: 'nm',
        source: 'kit sheet, issue 4',
        values: [
          { fastenerIds: ids, value: 118 },
          { fastenerIds: [ids[0]], value: null },
        ],
        ...more,
      });
    expect(await set()).toMatchObject({ ok: true, answer: { values: ids.length } });
    const { run } = await stateOf(first.orderId);
    for (const id of ids)
      expect(run!.fasteners.get(id)).toMatchObject({
        valueKind: 'entered',
        spec: { nm: 118, source: 'kit sheet, issue 4' },
      });
    const next = await started('SHEET 2', 'Sheet platform');
    const begun = (await stateOf(next.orderId)).run!;
    for (const id of await bolts(next))
      expect(begun.fasteners.get(id)!.spec).toEqual({
        nm: 118,
        source: `kit sheet, issue 4, kept from order ${(await orderOf(first)).number}`,
      });
    const elsewhere = await started('SHEET 4', 'Another platform');
    const other = (await stateOf(elsewhere.orderId)).run!;
    for (const id of await bolts(elsewhere))
      expect(other.fasteners.get(id)!.spec).toMatchObject({ madeUp: true });
    expect(await verifyEverything(() => undefined)).toBeNull();
    await db().run("UPDATE kept_value SET nm = 500 WHERE platform = 'Sheet platform' AND procedure_id = ''");
    expect(await verifyEverything(() => undefined)).toMatch(/the value kept for .* is not what was written/);
    await db().run("UPDATE kept_value SET nm = 118 WHERE platform = 'Sheet platform' AND procedure_id = ''");
  });

  test('a slip in a sheet is asked about once, by its line; a tech needs the lead', async () => {
    const job = await started('SHEET 3', '');
    const ids = await bolts(job);
    const input = (value: number) => ({
      orderId: job.orderId,
      unit: 'nm',
      source: 'kit sheet, issue 4',
      values: [
        { fastenerIds: [ids[0]], value: null },
        { fastenerIds: ids, value },
      ],
    });
    expect(refusal(await give(shop, 'Brannoch', 'values.set', input(118))).code).toBe('lead');
    const slip = refusal(await give(shop, 'Odalys', 'values.set', input(11.8)));
    expect(slip).toMatchObject({ code: 'confirm', field: 'values[1].value' });
    expect(await give(shop, 'Odalys', 'values.set', { ...input(11.8), confirmed: true })).toMatchObject({
      ok: true,
      answer: { keptFor: null },
    });
    expect(
      refusal(
        await give(shop, 'Odalys', 'values.set', {
          ...input(118),
          values: [{ fastenerIds: ids, value: null }],
        }),
      ).code,
    ).toBe('nothing');
  });

  test('by the procedure’s own sheet before there is a job; taken out again they are gone', async () => {
    const keep = (more: object) =>
      give(shop, 'Odalys', 'values.keep', {
        procedureId: 'rear-lift-block',
        platform: 'Early platform',
        unit: 'nm',
        source: 'car maker’s sheet',
        ...more,
      });
    const known = (
      await db().rows<{ place: string }>(
        "SELECT place FROM kept_value WHERE procedure_id = 'rear-lift-block' AND place NOT LIKE '%u-bolt' LIMIT 1",
      )
    )[0]!.place;
    expect(refusal(await keep({ values: [{ places: ['front.left.nowhere'], value: 70 }] })).code).toBe(
      'no-fastener',
    );
    expect(await keep({ values: [{ places: [known], value: 70 }], confirmed: true })).toMatchObject({
      ok: true,
    });
    const rows = () =>
      db().rows("SELECT nm FROM kept_value WHERE platform = 'Early platform' AND procedure_id = ''");
    expect(await rows()).toEqual([{ nm: 70 }]);
    expect(await keep({ values: [{ places: [known], value: null, out: true }] })).toMatchObject({ ok: true });
    expect(await rows()).toEqual([]);
  });

  test('out of the band of its bolt it is asked about at its line, too low as too high; with an angle it is a snug one', async () => {
    const { procedure } = (await procedureById(db(), 'rear-lift-block'))!;
    const bolt = procedure.fasteners.find((one) => one.thread && one.grade)!;
    const keep = (value: number, more: object = {}, confirmed = false) =>
      give(shop, 'Odalys', 'values.keep', {
        procedureId: 'rear-lift-block',
        platform: 'Asked platform',
        unit: 'nm',
        source: 'car maker’s sheet',
        values: [{ places: [bolt.place], value, ...more }],
        confirmed,
      });
    const band = plausibleTorque({ thread: bolt.thread!, grade: bolt.grade! });
    const [low, high] = [refusal(await keep(band.low / 2)), refusal(await keep(band.high * 2))];
    expect(low).toMatchObject({ code: 'confirm', field: 'values[0].value' });
    expect(low.message).toMatch(/It is low for such a bolt/);
    expect(high.message).toMatch(/It is high for such a bolt/);
    expect(await keep((band.low + band.high) / 2)).toMatchObject({ ok: true, answer: { values: 1 } });
    expect(await keep(band.low / 2, { angleDeg: 90 })).toMatchObject({ ok: true });
    expect(await keep(band.high * 2, {}, true)).toMatchObject({ ok: true });
    const kept = await db().rows("SELECT nm, angle_deg FROM kept_value WHERE platform = 'Asked platform'");
    expect(kept).toHaveLength(1);
    expect(kept[0]).toMatchObject({ angle_deg: null });
  });

  test('a value entered alone is kept as one of a sheet is; an interim one, or of a car without a platform, is not', async () => {
    const job = await started('SHEET 5', 'Single platform');
    const nameless = await started('SHEET 6', '');
    const set = async (on: DemoJob, kind: 'entered' | 'interim') =>
      give(shop, 'Odalys', 'value.set', {
        orderId: on.orderId,
        fastenerId: (await bolts(on))[0],
        kind,
        value: 118,
        unit: 'nm',
        source: 'kit sheet, issue 4',
      });
    const rows = () =>
      db().rows(
        "SELECT platform, nm, source FROM kept_value WHERE platform IN ('Single platform', '')  AND procedure_id = ''",
      );
    expect(await set(job, 'interim')).toMatchObject({ ok: true });
    expect(await rows()).toEqual([]);
    expect(await set(nameless, 'entered')).toMatchObject({ ok: true });
    expect(await rows()).toEqual([]);
    expect(await set(job, 'entered')).toMatchObject({ ok: true });
    expect(await rows()).toEqual([{ platform: 'Single platform', nm: 118, source: 'kit sheet, issue 4' }]);
  });
});

describe('a made-up value', () => {
  test('holds the handoff anywhere but in a demo', async () => {
    const job = await started('MADE 1', '');
    const state = await stateOf(job.orderId);
    expect(state.runStart!.data.demo).toBe(true);
    expect(handoffBlockers(state).map((hole) => hole.code)).not.toContain('made-up');
    const elsewhere = {
      ...state,
      runStart: { ...state.runStart!, data: { ...state.runStart!.data, demo: undefined } },
    };
    expect(handoffBlockers(elsewhere).map((hole) => hole.code)).toContain('made-up');
    // The same order in a shop that is none: whatever the order says of itself.
    const row = await db().row<{ vehicle_id: string }>('SELECT vehicle_id FROM work_order WHERE id = ?', [
      job.orderId,
    ]);
    const order = { id: job.orderId, vehicleId: row!.vehicle_id, state };
    await db().run('UPDATE shop SET demo = FALSE');
    try {
      expect((await blockersOnTheCar(db(), order)).map((hole) => hole.code)).toContain('made-up');
    } finally {
      await db().run('UPDATE shop SET demo = TRUE');
    }
  });
});
