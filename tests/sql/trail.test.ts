import { describeEntry } from '@/contracts/entries';
import { closePool, db } from '@/server/database';
import { verifyEverything } from '@/server/entries/verify';
import { readOrderFile } from '@/server/queries/order';
import type { DemoDriver } from '../../demo/driver';
import { give, handedOver, jobOn, onItsWheels, testShop, testWrenches, truck } from '../support/shop';

let shop: DemoDriver;
beforeAll(async () => {
  shop = await testShop('trail');
});
afterAll(closePool);

test('a whole job reads from its trail, each entry one sentence with nothing left open in it', async () => {
  const job = await handedOver(await onItsWheels(shop, 'TRAIL 1'));
  const file = (await readOrderFile(db(), job.orderId))!;
  const told = file.entries.map((entry) => ({
    kind: entry.kind,
    words: describeEntry(entry, file.state.document, file.people),
  }));
  const kinds = new Set(told.map((one) => one.kind));
  for (const kind of [
    'intake',
    'finding',
    'offer',
    'offer.answer',
    'heights',
    'plan',
    'quote',
    'agreement',
  ] as const)
    expect(kinds).toContain(kind);
  for (const kind of ['parts.list', 'parts.in', 'hold', 'supply', 'hold.end', 'run.start', 'torque'] as const)
    expect(kinds).toContain(kind);
  for (const kind of ['alignment', 'road.out', 'road.in', 'photo', 'followup.open', 'handoff'] as const)
    expect(kinds).toContain(kind);
  for (const { kind, words } of told) {
    expect(`${kind}: ${words}`).not.toMatch(/undefined|null|NaN|\[object|[0-9a-f]{8}-[0-9a-f]{4}/);
    expect(`${kind}: ${words}`).not.toMatch(/\s{2}|\.\.|: \.|, \.|: $/);
    expect(words).toMatch(/^[A-Z“].*[.”]$/s);
  }
});

test('the trail of a job that was put right says by whom and why', async () => {
  const job = await jobOn(shop, truck('TRAIL 2', await testWrenches(shop, 'TRAIL 2'))).intake();
  await job.heights('as came', job.plan.before);
  const { entries } = (await readOrderFile(db(), job.orderId))!;
  const heights = entries.find((entry) => entry.kind === 'heights')!;
  expect(
    await give(shop, 'Brannoch', 'entry.void', {
      orderId: job.orderId,
      entryId: heights.id,
      reason: 'the left front was read at the wrong wheel',
    }),
  ).toMatchObject({ ok: true });
  const after = (await readOrderFile(db(), job.orderId))!;
  const taken = after.entries.at(-1)!;
  expect(describeEntry(taken, null, after.people)).toBe(
    'Taken back: the left front was read at the wrong wheel.',
  );
  // The reading itself stays to be read.
  expect(after.entries.some((entry) => entry.id === heights.id)).toBe(true);
  expect(after.state.heights).toHaveLength(0);
});

test('what is derived from both jobs can be worked out again from their entries alone', async () => {
  expect(await verifyEverything(() => undefined)).toBeNull();
});
