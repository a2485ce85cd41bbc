import { closePool, db } from '@/server/database';
import { drawCardScene } from '@/server/devices/card-scene';
import { gaugesRead } from '@/server/devices/gauges';
import { buildPacket } from '@/server/documents/packet';
import { cardPdf } from '@/server/documents/card-drawing';
import { entriesOf } from '@/server/entries/kept';
import { storePhoto } from '@/server/photos/store';
import { kitLedger } from '@/server/queries/kit-ledger';
import { learnedSlopes } from '@/server/queries/kit-slopes';
import { sheetOfVehicle } from '@/server/queries/planning';
import type { DemoDriver } from '../../demo/driver';
import type { JobPlan } from '../../demo/job';
import { DAY, agreedJob, give, jobStarted, onItsWheels, refusal, testShop } from '../support/shop';

let shop: DemoDriver;
beforeAll(async () => {
  shop = await testShop('measuring');
});
afterAll(closePool);

const SHACKLES: Partial<JobPlan> = {
  parts: ['OS-150'],
  targets: { front: null, rear: '23 1/8' },
  procedures: [{ id: 'rear-leaf-shackles', ways: ['isolator-kept', 'holes-fit'] }],
};
const started = (plate: string, more = SHACKLES, until: string | undefined = 'height-b') =>
  jobStarted(plate, more, until);
const stepOfJob = async (job: Awaited<ReturnType<typeof started>>, end: string) =>
  (await job.state()).document!.steps.find(({ id }) => id.endsWith(`/${end}`))!;

test('tries of a kit teach the next job with it on that platform, and stand in its ledger', async () => {
  const platform = { vehicle: { ...vehicleOf('SLOPE 1'), platform: 'Measured' } };
  const job = await started('SLOPE 1', { ...SHACKLES, ...platform });
  const step = await stepOfJob(job, 'height-b');
  const tried = (set: number, text: string) =>
    give(shop, 'Brannoch', 'try.record', {
      orderId: job.orderId,
      stepId: step.id,
      set,
      readings: [text],
      lengths: 'mm',
    });
  expect(await tried(1, '570 mm')).toMatchObject({ ok: true });
  expect(refusal(await tried(2, '578 mm'))).toMatchObject({ code: 'on-weight', field: 'set' });
  for (const to of ['raised', 'on-wheels'])
    expect(
      await give(shop, 'Brannoch', 'support.set', { orderId: job.orderId, ends: ['rear'], to }),
    ).toMatchObject({ ok: true });
  expect(await tried(3, '584 mm')).toMatchObject({ ok: true });
  const learned = (await learnedSlopes(db(), ['Ouselfold Shackle'], 'Measured'))['rear.hole']!;
  expect(learned.slope).toBeGreaterThan(5.5);
  expect(learned.slope).toBeLessThan(8.5);
  const ledger = await kitLedger(db(), 'Ouselfold Shackle');
  expect(ledger.slopes).toContainEqual(
    expect.objectContaining({
      platform: 'Measured',
      slope: expect.objectContaining({ tries: 2, unit: 'hole' }),
    }),
  );
  const next = await jobStarted('SLOPE 2', {
    ...SHACKLES,
    vehicle: { ...platform.vehicle, plate: 'SLOPE 2' },
  });
  expect((await next.state()).document!.planned!.slopes['rear.hole']).toMatchObject({
    from: 'by one job with this kit',
  });
});

function vehicleOf(plate: string): JobPlan['vehicle'] {
  return {
    label: `Tindral Coppice ${plate}`,
    body: 'pick-up',
    plate,
    vin: '',
    drive: 'four-wheel',
    frontSuspension: 'coilover',
    rearSuspension: 'leaf-over',
    wheelbase: '3594 mm',
    distanceUnit: 'mi',
  };
}

test('old laid beside new before the work: the car’s sheet takes the old one, the start waits for one that matches', async () => {
  const job = await agreedJob('COMPARE 1');
  const compare = (foot: string) =>
    give(shop, 'Brannoch', 'compare.record', {
      orderId: job.orderId,
      kind: 'strut',
      end: 'front',
      source: 'donor',
      fit: 'from the yard',
      lengths: 'mm',
      pairs: [
        { id: 'foot', old: '62', fresh: foot },
        { id: 'stud', old: '110', fresh: '110' },
        { id: 'bolt', old: '14', fresh: '14' },
        { id: 'open', old: '561', fresh: '580' },
      ],
    });
  expect(await compare('66')).toMatchObject({ ok: true });
  await expect(job.started()).rejects.toThrow(/does not match/);
  const { vehicle_id: vehicleId } = (await db().row<{ vehicle_id: string }>(
    'SELECT vehicle_id FROM work_order WHERE id = ?',
    [job.orderId],
  ))!;
  expect((await sheetOfVehicle(db(), vehicleId))['front.damperExtended']).toEqual({
    value: 561,
    known: 'measured',
  });
  expect(await compare('62.4')).toMatchObject({ ok: true });
  const entry = (await entriesOf(db(), job.orderId)).findLast(({ kind }) => kind === 'compared')!;
  const lead = { leadId: shop.person('Odalys').id, pin: shop.pin('Odalys'), reason: 'dry and straight' };
  const lift = (ref: string) =>
    give(shop, 'Odalys', 'override.record', { orderId: job.orderId, rule: 'used-part', ref, ...lead });
  expect(refusal(await lift('nothing'))).toMatchObject({ code: 'no-need' });
  expect(await lift(entry.id)).toMatchObject({ ok: true });
  expect(refusal(await lift(entry.id))).toMatchObject({ code: 'no-need' });
  await job.started();
});

test('a height in a photograph is worked out here, refused when it is none, and never among the heights', async () => {
  const job = await onItsWheels(shop, 'PHOTO 1');
  const mm = (await job.state()).heights.at(-1)!.mm.LF;
  const scene = await drawCardScene({ seed: 4200, heightMm: mm, outOfPlane: 30 });
  const { photoId } = await storePhoto(scene.picture);
  const input = {
    orderId: job.orderId,
    photoId,
    what: 'hub to lip',
    corner: 'LF',
    picture: { width: scene.width, height: scene.height },
    corners: scene.corners,
    points: [scene.hub, scene.lip],
    outOfPlane: 30,
    foundBy: 'itself',
  };
  const record = (more: object) => give(shop, 'Brannoch', 'photo.height', { ...input, ...more });
  expect(refusal(await record({ corner: null }))).toMatchObject({ code: 'no-corner', field: 'corner' });
  expect(refusal(await record({ corners: [...scene.corners].reverse() }))).toMatchObject({
    field: 'corners',
  });
  // The whole scene a quarter as large: a card of few pixels measures nothing.
  const small = ({ x, y }: { x: number; y: number }) => ({ x: 1200 + x / 4, y: 900 + y / 4 });
  expect(
    refusal(await record({ corners: scene.corners.map(small), points: [scene.hub, scene.lip].map(small) })),
  ).toMatchObject({ code: 'no-measurement' });
  const answer = await record({});
  expect(answer).toMatchObject({ ok: true, answer: { agrees: true } });
  const { state } = { state: await job.state() };
  expect(state.heights.at(-1)!.mm.LF).toBe(mm);
  expect(state.photoHeights[0]!.data.tape).toMatchObject({ mm, agrees: true });
  // Lower by an inch on the tape: the picture says otherwise.
  expect(await record({ points: [scene.hub, { x: scene.lip.x, y: scene.lip.y + 90 }] })).toMatchObject({
    answer: { agrees: false },
  });
  const packet = await buildPacket(db(), job.orderId, {
    version: 1,
    at: DAY,
    signed: null,
    chain: { count: 1, hash: 'x' },
  });
  const lines = packet.notes!.flatMap((note) => [note.title, ...note.lines]).join('\n');
  expect(lines).toContain('Heights by photograph');
  expect(lines).toMatch(/Hub to lip, left front: .* ± .*the tape says the same/);
});

test('the stand-in gauges read where the record says that the car stands, off as a tape is', async () => {
  const job = await started('GAUGE 1');
  const state = await job.state();
  const [one, other] = [gaugesRead(state, 'mm', 1)!, gaugesRead(state, 'mm', 2)!];
  const mm = (text: string) => Number(text.replace(' mm', ''));
  const stood = state.heights.at(-1)!.mm;
  for (const corner of ['LF', 'RF'] as const) {
    expect(Math.abs(mm(one[corner]) - stood[corner])).toBeLessThan(6);
    expect(Math.abs(mm(one[corner]) - mm(other[corner]))).toBeLessThan(9);
  }
  // Its tail is put together: it stands as planned.
  expect(mm(one.LR)).toBeGreaterThan(stood.LR + 5);
});

test('figures of a step: off it is not done, by the lead’s yes to that reading it is', async () => {
  const job = await started('FIGURE 1', SHACKLES, 'shackle-in-R');
  const right = await stepOfJob(job, 'shackle-in-R');
  const { orderId } = job;
  const done = () => give(shop, 'Brannoch', 'step.done', { orderId, stepId: right.id });
  expect(refusal(await done())).toMatchObject({ code: 'measure', field: 'figures' });
  expect(
    await give(shop, 'Brannoch', 'figure.record', {
      orderId,
      stepId: right.id,
      figures: [{ measureId: 'hole', text: '3' }],
    }),
  ).toMatchObject({ ok: true });
  expect(refusal(await done())).toMatchObject({ code: 'figure' });
  const entry = (await entriesOf(db(), orderId)).findLast(({ kind }) => kind === 'figure')!;
  const lead = {
    leadId: shop.person('Odalys').id,
    pin: shop.pin('Odalys'),
    reason: 'the frame is bent there',
  };
  expect(
    await give(shop, 'Odalys', 'override.record', { orderId, rule: 'figure', ref: entry.id, ...lead }),
  ).toMatchObject({ ok: true });
  expect(await done()).toMatchObject({ ok: true });
});

test('another way taken while it runs keeps what the plan expects to be read', async () => {
  const job = await jobStarted('WAY 1', SHACKLES);
  const before = (await job.state()).document!.planned;
  expect(before!.heights).not.toBeNull();
  const lead = { leadId: shop.person('Odalys').id, pin: shop.pin('Odalys'), reason: 'the holes are tight' };
  expect(
    await give(shop, 'Brannoch', 'run.way', {
      orderId: job.orderId,
      procedureId: 'rear-leaf-shackles',
      ways: ['isolator-kept'],
      ...lead,
    }),
  ).toMatchObject({ ok: true });
  expect((await job.state()).document!.planned).toEqual(before);
});

test('the card is a page of its own size', async () => {
  for (const paper of ['letter', 'a4'] as const) {
    const pdf = await cardPdf(paper);
    expect(pdf.subarray(0, 5).toString()).toBe('%PDF-');
    expect(pdf.toString('latin1').match(/\/Type \/Page\b/g)).toHaveLength(1);
  }
});
