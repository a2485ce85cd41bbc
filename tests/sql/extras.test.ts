import { handoffBlockers, mayBeDeferred } from '@/core/ledger/closing';
import { extraStepId, extrasOf } from '@/core/ledger/extras';
import { nextStep } from '@/core/procedure/engine';
import { packetNotes } from '@/server/documents/packet-notes';
import { closePool } from '@/server/database';
import { customerPage } from '@/server/queries/customer-page';
import { readOrderFile } from '@/server/queries/order';
import { quoteStart } from '@/server/queries/quote-start';
import { db } from '@/server/database';
import type { DemoJob } from '../../demo/job';
import type { DemoDriver } from '../../demo/driver';
import {
  give,
  handedOver,
  jobOn,
  onItsWheels,
  refusal,
  testShop,
  testWrenches,
  truck,
} from '../support/shop';

const SHOP = { currency: 'USD', distanceUnit: 'mi' } as const;

let shop: DemoDriver;
beforeAll(async () => {
  shop = await testShop('extras');
});
afterAll(closePool);

async function offered(job: DemoJob, text: string, more: object = {}) {
  const made = await give(shop, 'Teodor', 'offer.make', {
    orderId: job.orderId,
    text,
    cents: 9_000,
    minutes: 35,
    phase: 'fit',
    ...more,
  });
  if (!made.ok) throw new Error(JSON.stringify(made.errors));
  return made.answer as { offerId: string; version: number };
}
const answered = (job: DemoJob, offer: { offerId: string; version: number }, yes: boolean) =>
  give(shop, 'Teodor', 'offer.answer', { orderId: job.orderId, ...offer, yes, how: 'in the shop' });
const back = (job: DemoJob, offer: { offerId: string; version: number }, more: object = {}) =>
  give(shop, 'Teodor', 'offer.back', {
    orderId: job.orderId,
    ...offer,
    reason: 'no hose in town',
    how: 'by phone',
    witness: 'Odalys',
    ...more,
  });
const notesOf = async (job: DemoJob) =>
  Object.fromEntries(packetNotes(await job.state(), {}, SHOP).map((note) => [note.title, note.lines]));
const extraHoles = async (job: DemoJob) =>
  handoffBlockers(await job.state()).filter((hole) => hole.code === 'extra');

test('said yes to before the start, it is a step of the run with its minutes, and counted in a quote', async () => {
  shop.moment(-3, 14);
  const job = await jobOn(shop, truck('XTRA 1', await testWrenches(shop, 'XTRA 1'))).intake();
  await job.lookedOver(false);
  await job.heights('as came', job.plan.before);
  await job.planned();
  const start = await quoteStart((await readOrderFile(db(), job.orderId))!, true);
  expect(start.lines.at(-1)).toEqual({ text: 'Bar bushes, both sides', cents: 11_800, minutes: 25 });
  await job.agreed();
  await job.started();
  const { document, offers } = await job.state();
  const id = extraStepId(offers[0]!.entry.data);
  expect(document!.steps.find((step) => step.id === id)).toMatchObject({
    do: 'Bar bushes, both sides',
    minutes: 25,
    phase: 'fit',
  });
});

test('said yes to while the work runs, it holds the handoff until it is done; then page and paper say so', async () => {
  const job = await onItsWheels(shop, 'XTRA 2');
  const offer = await offered(job, 'Left brake hose', { phase: 'on-wheels' });
  expect((await notesOf(job))['Found and not done']).toContain('Left brake hose, $90: asked, not answered');
  expect(await answered(job, offer, true)).toMatchObject({ ok: true });
  const state = await job.state();
  expect(nextStep(state.document!, state.run!)?.step).toMatchObject({ do: 'Left brake hose', minutes: 35 });
  const [hole] = await extraHoles(job);
  expect(hole).toMatchObject({ text: 'The customer said yes to it and it is not done: Left brake hose' });
  expect(hole!.rule).toBeNull();
  expect(mayBeDeferred(hole!, state, true)).toBe(false);
  expect((await notesOf(job))['Taken with the work']).toContain('Left brake hose, $90: agreed, not done yet');
  // A second yes puts no second step in, and a no does not unsay what was ordered.
  expect(await answered(job, offer, true)).toMatchObject({ ok: true });
  expect((await job.state()).document!.steps.filter((step) => step.do === 'Left brake hose')).toHaveLength(1);
  expect(refusal(await answered(job, offer, false))).toMatchObject({ code: 'approved' });

  const stepId = extraStepId(offer);
  expect(await give(shop, 'Brannoch', 'step.done', { orderId: job.orderId, stepId })).toMatchObject({
    ok: true,
  });
  expect(await extraHoles(job)).toEqual([]);
  expect((await notesOf(job))['Taken with the work']).toContain('Left brake hose, $90: done');
  // Done is done: neither taken back nor offered anew under the same step.
  expect(refusal(await back(job, offer))).toMatchObject({ code: 'done-already', field: 'offerId' });
  expect(
    refusal(
      await give(shop, 'Teodor', 'offer.make', {
        orderId: job.orderId,
        offerId: offer.offerId,
        text: 'Left brake hose',
        cents: 1,
        minutes: 5,
      }),
    ),
  ).toMatchObject({ code: 'done-already' });
  const page = await customerPage(job.orderId);
  expect(page.answered.map((one) => one.stands)).toContain('done');
});

test('taken back with the customer’s yes its step is gone and nothing holds; the paper says that it was agreed', async () => {
  const job = await onItsWheels(shop, 'XTRA 3');
  const offer = await offered(job, 'Right brake hose');
  expect(refusal(await back(job, offer))).toMatchObject({ code: 'not-approved' });
  await answered(job, offer, true);
  expect(await extraHoles(job)).toHaveLength(1);
  expect(refusal(await back(job, offer, { witness: '' }))).toMatchObject({ field: 'witness' });
  expect(refusal(await back(job, { ...offer, version: 2 }))).toMatchObject({ code: 'changed' });
  expect(await back(job, offer)).toMatchObject({ ok: true });
  expect(await extraHoles(job)).toEqual([]);
  const state = await job.state();
  expect(state.document!.steps.some((step) => step.do === 'Right brake hose')).toBe(false);
  const notes = await notesOf(job);
  expect(notes['Taken with the work']).toContain('Right brake hose: not done after all, as agreed with you');
  expect(JSON.stringify(notes)).not.toContain('no hose in town');
  // Said yes to again, it comes back into the work.
  expect(await answered(job, offer, true)).toMatchObject({ ok: true });
  expect(extrasOf(await job.state()).at(-1)).toMatchObject({ stands: 'to do' });
});

test('offered anew at another price, the step waits for the new yes', async () => {
  const job = await onItsWheels(shop, 'XTRA 4');
  const offer = await offered(job, 'Boot kit');
  await answered(job, offer, true);
  const anew = await offered(job, 'Boot kit', { offerId: offer.offerId, cents: 12_000 });
  expect(anew.version).toBe(2);
  expect((await job.state()).document!.steps.some((step) => step.do === 'Boot kit')).toBe(false);
  await answered(job, anew, true);
  expect((await extraHoles(job)).map((hole) => hole.ref)).toEqual([offer.offerId]);
});

test('signed for, what was asked and never answered stands in the sealed handoff', async () => {
  const job = await onItsWheels(shop, 'XTRA 5');
  await offered(job, 'Wiper blades');
  await handedOver(job);
  const { packet } = await customerPage(job.orderId);
  const notes = packet!.notes?.find((note) => note.title === 'Found and not done');
  expect(notes?.lines).toContain('Wiper blades, $90: asked, not answered');
});
