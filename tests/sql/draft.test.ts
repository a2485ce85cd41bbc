import { draftsFor } from '@/core/procedure/draft';
import { titleOfProcedure } from '@/core/procedure/engine';
import type { Procedure } from '@/core/procedure/types';
import { anatomies, anatomiesFor } from '@/server/anatomies';
import { closePool, db } from '@/server/database';
import { buildPacket } from '@/server/documents/packet';
import { procedureById } from '@/server/procedures';
import type { DemoDriver } from '../../demo/driver';
import type { DemoJob } from '../../demo/job';
import { give, jobOn, refusal, testShop, testWrenches, truck } from '../support/shop';

let shop: DemoDriver;
let draft: Procedure;
beforeAll(async () => {
  shop = await testShop('draft');
  const leaf = (await anatomies()).find(({ id }) => id === 'leaf-over-rear')!;
  const [cheapest] = draftsFor(leaf, {
    end: 'rear',
    out: ['damper'],
    putsIn: 'longer dampers',
    equipment: { compressor: false },
  });
  draft = { ...cheapest!.procedure, id: `draft-dampers-${Date.now()}` };
});
afterAll(closePool);

const odalys = () => ({ leadId: shop.person('Odalys').id, pin: shop.pin('Odalys') });
const save = (procedure: Procedure, basedOn = 0) =>
  give(shop, 'Odalys', 'procedure.save', { procedure, basedOn, note: 'drafted' });

const refused: string[] = [];
/** A job whose work is the draft, worked by somebody to its end. */
async function worked(plate: string, tech: 'Odalys' | 'Brannoch', started: object): Promise<DemoJob | null> {
  const wrenches = await testWrenches(shop, plate);
  const job = await jobOn(
    shop,
    truck(plate, wrenches, { tech, procedures: [{ id: draft.id, ways: [] }] }),
  ).intake();
  await job.heights('as came', job.plan.before);
  await (await job.planned()).agreed();
  const begun = await give(shop, tech, 'run.start', {
    orderId: job.orderId,
    procedures: [{ id: draft.id, ways: [] }],
    ...started,
  });
  if (!begun.ok) {
    refused.push(begun.errors[0]!.message);
    return null;
  }
  await job.valued(60);
  await job.work({ phase: 'road' });
  return job;
}
const numberOf = async (job: DemoJob) => (await job.state()).intake!.data.number;
const release = (order: number) =>
  give(shop, 'Odalys', 'procedure.release', { procedureId: draft.id, order });
const yes = () => ({ startWithout: 'the lead works it the first time', ...odalys() });

test('a draft is saved as one, and nobody makes it anything else', async () => {
  expect(await save(draft)).toMatchObject({ ok: true });
  const { drafted, ...bare } = draft;
  expect(refusal(await save({ ...bare, title: 'A sheet of somebody' } as Procedure, 1))).toMatchObject({
    code: 'drafted',
  });
  expect(refusal(await save({ ...draft, drafted: { ...drafted!, worked: { order: 1 } } }, 1))).toMatchObject({
    code: 'not-worked',
  });
  const kept = (await procedureById(db(), draft.id))!.procedure;
  expect(titleOfProcedure(kept)).toMatch(/\(drafted here, no maker’s sheet, never worked\)$/);
});

test('it starts only by the lead’s yes, and is released only once a lead has worked it', async () => {
  expect(await worked('DRAFT 1', 'Brannoch', {})).toBeNull();
  expect(refused.at(-1)).toMatch(/Drafted here and never worked/);
  const byTech = (await worked('DRAFT 2', 'Brannoch', yes()))!;
  await byTech.work({ phase: 'handoff' }).catch(() => undefined);
  expect(refusal(await release(999_999))).toMatchObject({ code: 'no-order', field: 'order' });
  expect(refusal(await release(await numberOf(byTech)))).toMatchObject({
    code: 'not-worked',
    field: 'order',
  });
  await byTech.driven(6);
  expect(refusal(await release(await numberOf(byTech)))).toMatchObject({ code: 'no-lead', field: 'order' });
  const byLead = (await worked('DRAFT 3', 'Odalys', yes()))!;
  await byLead.driven(6);
  expect(await release(await numberOf(byLead))).toMatchObject({ ok: true });
  expect(refusal(await release(await numberOf(byLead)))).toMatchObject({ code: 'released' });
  const kept = (await procedureById(db(), draft.id))!.procedure;
  expect(kept.drafted!.worked).toEqual({ order: await numberOf(byLead) });
  // That it was drafted here stays on whatever is made of it.
  expect(titleOfProcedure(kept)).toMatch(/\(drafted here, no maker’s sheet\)$/);
  const seal = { version: 1, at: new Date().toISOString(), signed: null, chain: [], correction: null };
  const packet = await buildPacket(db(), byLead.orderId, seal as never);
  expect(packet.procedures.join()).toMatch(/drafted here/);
  // Released, nothing of it waits for a lead but what every start lacks.
  await worked('DRAFT 4', 'Brannoch', {});
  expect(refused.at(-1)).toMatch(/^Not checked in: /);
  expect(refused.at(-1)).not.toMatch(/Drafted/);
});

test('an axle measured on a platform is what its jobs are proved and worked on, and no other car’s', async () => {
  const shipped = (await anatomies()).find(({ id }) => id === 'leaf-over-rear')!;
  const measured = (reach: number) => ({
    ...shipped,
    lines: shipped.lines.map((line) => (line.id === 'brake-hose' ? { ...line, reach } : line)),
  });
  const platform = `Measured ${Date.now()}`;
  const keep = (anatomy: object, more: object = {}) =>
    give(shop, 'Odalys', 'anatomy.save', { anatomy, platform, note: 'taped on one of them', ...more });
  expect(refusal(await keep({ ...measured(200), id: 'another' }))).toMatchObject({ field: 'anatomy.id' });
  expect(refusal(await keep(measured(200), { platform: '' }))).toMatchObject({ field: 'platform' });
  expect(await keep(measured(200))).toMatchObject({ ok: true, answer: { version: 1 } });
  expect(refusal(await keep(measured(200)))).toMatchObject({ code: 'same' });
  expect(await keep(measured(180))).toMatchObject({ ok: true, answer: { version: 2 } });
  const reachFor = async (of: string) =>
    (await anatomiesFor(db(), of))
      .find(({ id }) => id === shipped.id)!
      .lines.find(({ id }) => id === 'brake-hose')!.reach;
  const shippedReach = shipped.lines.find(({ id }) => id === 'brake-hose')!.reach;
  expect(await reachFor(platform)).toBe(180);
  expect(await reachFor('')).toBe(shippedReach);
  expect(await reachFor('another platform')).toBe(shippedReach);

  const plate = 'MEASURED 1';
  const wrenches = await testWrenches(shop, plate);
  const job = await jobOn(
    shop,
    truck(plate, wrenches, { procedures: [{ id: 'rear-lift-block', ways: [] }] }),
  ).intake();
  await db().run(
    'UPDATE vehicle SET platform = ? WHERE id = (SELECT vehicle_id FROM work_order WHERE id = ?)',
    [platform, job.orderId],
  );
  await job.heights('as came', job.plan.before);
  await (await (await job.planned()).agreed()).started();
  const { document } = await job.state();
  const hose = document!
    .anatomies!.find(({ id }) => id === shipped.id)!
    .lines.find(({ id }) => id === 'brake-hose')!;
  expect(hose.reach).toBe(180);
  // The run keeps what it began with.
  expect(await keep(measured(170))).toMatchObject({ ok: true });
  expect((await job.state()).document!.anatomies!.find(({ id }) => id === shipped.id)!.lines).toContainEqual(
    hose,
  );
});
