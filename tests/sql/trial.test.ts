import sharp from 'sharp';
import { handoffBlockers } from '@/core/ledger/closing';
import { describeTrials, onTrial, trialsAsked } from '@/core/ledger/trial';
import { nextSteps } from '@/core/procedure/engine';
import { closePool, db } from '@/server/database';
import { loadOrder } from '@/server/entries/order';
import { storePhoto } from '@/server/photos/store';
import { orderShows } from '@/server/photos/who-sees';
import { longTrials } from '@/server/queries/day';
import type { DemoDriver } from '../../demo/driver';
import { give, onItsWheels, refusal, testShop } from '../support/shop';

let shop: DemoDriver;
let orderId: string;
let photoId: string;
beforeAll(async () => {
  shop = await testShop('trial');
  orderId = (await onItsWheels(shop, 'TRIAL 1')).orderId;
  const picture = sharp({ create: { width: 60, height: 40, channels: 3, background: '#387' } });
  ({ photoId } = await storePhoto(await picture.jpeg().toBuffer()));
});
afterAll(closePool);

const state = async () => (await loadOrder(db(), orderId))!.state;
const height = (which: string, front: string, rear: string, more: object = {}) =>
  give(shop, 'Brannoch', 'trial.height', { orderId, which, front, rear, unit: 'in', photoId, ...more });
const answer = (heightId: string, yes: boolean, more: object = {}) =>
  give(shop, 'Odalys', 'trial.answer', {
    orderId,
    heightId,
    yes,
    how: 'in the shop',
    witness: null,
    ...more,
  });
const idOf = async (which: string) =>
  (await state()).trials.heights.findLast((entry) => entry.data.which === which)!.id;
const drive = async () => {
  const out = await give(shop, 'Brannoch', 'road.out', { orderId, odometer: { value: 40_010, unit: 'mi' } });
  return out.ok ? 'driven' : out.errors[0]!.message;
};

test('nothing is shown before something is on; from the moment it is on the car is not driven', async () => {
  expect(refusal(await height('lowest', '20', '21'))).toMatchObject({ code: 'nothing-on', field: 'which' });
  expect(
    refusal(
      await give(shop, 'Brannoch', 'trial.begin', { orderId, kind: 'something else on trial', end: 'rear' }),
    ),
  ).toMatchObject({ field: 'what' });
  expect(
    await give(shop, 'Brannoch', 'trial.begin', {
      orderId,
      kind: 'trial blocks or packers',
      what: 'two 50 mm blocks each side',
      end: 'rear',
    }),
  ).toMatchObject({ ok: true });
  const now = await state();
  expect(onTrial(now).map(({ item }) => item.name)).toEqual(['On trial: two 50 mm blocks each side']);
  expect(await drive()).toMatch(/Not to be driven with this open: .*two 50 mm blocks/);
  expect(handoffBlockers(now).map(({ text }) => text)).toContainEqual(
    expect.stringMatching(/two 50 mm blocks/),
  );
  const step = nextSteps(now.document!, now.run!)[0]!.step;
  expect(step).toMatchObject({
    phase: 'fit',
    do: expect.stringMatching(/^Trial blocks and packers out and counted/),
  });
});

test('its lowest, its highest and what is chosen between: each with a picture, none of them upside down', async () => {
  expect(refusal(await height('lowest', '', ''))).toMatchObject({ field: 'front' });
  expect(refusal(await height('lowest', 'low', '21'))).toMatchObject({ field: 'front' });
  expect(refusal(await height('lowest', '20', '21', { photoId: null }))).toMatchObject({ field: 'photoId' });
  expect(refusal(await height('chosen', '20', '21'))).toMatchObject({ code: 'both-first' });
  expect(await height('lowest', '20', '21 1/4', { missing: 'bed and spare' })).toMatchObject({ ok: true });
  expect(refusal(await height('highest', '19', '23'))).toMatchObject({ code: 'below', field: 'front' });
  expect(await height('highest', '22', '23')).toMatchObject({ ok: true });
  expect(refusal(await height('chosen', '21', '24'))).toMatchObject({ code: 'above', field: 'rear' });
  expect(await height('chosen', '21', '22')).toMatchObject({ ok: true });
  const { trials } = await state();
  expect(trials.heights.map((entry) => entry.data.hardware)).toEqual(
    new Array(3).fill(['On trial: two 50 mm blocks each side']),
  );
  expect(trials.heights[0]!.data).toMatchObject({
    missing: 'bed and spare',
    heights: { front: { text: '20 in', mm: 508 }, rear: { mm: 539.75 } },
  });
  expect(await orderShows(orderId, photoId)).toBe(true);
});

test('the owner answers each as it was shown; measured anew it is asked anew', async () => {
  const lowest = await idOf('lowest');
  expect(await answer(lowest, false)).toMatchObject({ ok: true });
  expect(refusal(await answer(lowest, false))).toMatchObject({ code: 'said' });
  expect(refusal(await answer('nothing', true))).toMatchObject({ code: 'no-height' });
  expect(refusal(await answer(lowest, true, { how: 'on the link' }))).toMatchObject({ field: 'how' });
  expect(await height('lowest', '20 1/2', '21 1/4')).toMatchObject({ ok: true });
  expect(refusal(await answer(lowest, true))).toMatchObject({ code: 'other-height' });
  expect(trialsAsked(await state()).map((entry) => entry.data.which)).toEqual([
    'lowest',
    'highest',
    'chosen',
  ]);
  for (const which of ['lowest', 'highest', 'chosen'])
    expect(await answer(await idOf(which), true, { how: 'by phone', witness: 'Teodor' })).toMatchObject({
      ok: true,
    });
  expect(describeTrials(await state())).toEqual([
    'At its lowest: front 20 1/2 in, rear 21 1/4 in: the owner said yes',
    'At its highest: front 22 in, rear 23 in: the owner said yes',
    'As chosen: front 21 in, rear 22 in: the owner said yes',
  ]);
});

test('after a week the day leads with it, until it is off and counted', async () => {
  const now = await state();
  const on = onTrial(now)[0]!;
  const later = (days: number) => new Date(Date.parse(on.at!) + days * 86_400_000).toISOString();
  const mine = async (days: number) =>
    (await longTrials(db(), later(days))).filter((one) => one.orderId === orderId);
  expect(await mine(6)).toEqual([]);
  expect(await mine(8)).toMatchObject([{ words: ['On trial: two 50 mm blocks each side, 8 days'] }]);
  const step = now.document!.steps.find(({ id }) => id.startsWith('trial/'))!;
  expect(await give(shop, 'Brannoch', 'step.done', { orderId, stepId: step.id })).toMatchObject({ ok: true });
  expect(await mine(8)).toEqual([]);
  expect(onTrial(await state())).toEqual([]);
  expect(await drive()).not.toMatch(/blocks/);
});
