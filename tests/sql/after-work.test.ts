import { mkdir, mkdtemp, readdir, utimes, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import sharp from 'sharp';
import { writeRackCsv } from '@/core/formats/rack-sheet';
import { answersByRecord } from '@/core/ledger/rack-answers';
import { ROAD_CHECKS } from '@/core/ledger/road-checks';
import { handoffBlockers } from '@/core/ledger/closing';
import { nextThing } from '@/core/ledger/next-thing';
import { nextSteps } from '@/core/procedure/engine';
import { closePool, db } from '@/server/database';
import { correctionToTell } from '@/server/queries/correction';
import { handoffPdf, packetToShow } from '@/server/documents/handoff-pdf';
import { now } from '@/server/clock';
import { loadOrder } from '@/server/entries/order';
import { sha256 } from '@/server/entries/canonical';
import { verifyEverything } from '@/server/entries/verify';
import { blockersOnTheCar } from '@/server/handoff-ready';
import { specOfCar } from '@/server/queries/alignment-spec';
import { heightsOfCar } from '@/server/queries/car-heights';
import { readOrderFile } from '@/server/queries/order';
import { kitLedger } from '@/server/queries/kit-ledger';
import { readPhoto, storePhoto } from '@/server/photos/store';
import { stageBefore } from '@/server/queries/watch';
import { takeRackFiles, waitingSheets } from '@/server/rack/inbox';
import { readWeek } from '@/server/week/problem';
import type { DemoDriver } from '../../demo/driver';
import type { DemoJob } from '../../demo/job';
import { DAY, give, handedOver, onItsWheels, refusal, testShop } from '../support/shop';

let shop: DemoDriver;
let rack: string;
beforeAll(async () => {
  shop = await testShop('after-work');
  rack = await mkdtemp(path.join(tmpdir(), 'rack-'));
  process.env.WRENCHWISE_RACK = rack;
});
afterAll(async () => {
  delete process.env.WRENCHWISE_RACK;
  await closePool();
});

const lead = () => ({ leadId: shop.person('Odalys').id, pin: shop.pin('Odalys') });
const AFTER = {
  LF: { caster: 1.6, camber: 0.1, toe: 0.05 },
  RF: { caster: 1.7, camber: 0.1, toe: 0.05 },
  LR: { camber: 0, toe: 0.02 },
  RR: { camber: 0, toe: 0.02 },
};
const SPEC = { front: { caster: { min: 2.2, max: 4.2 }, toeTotal: { min: 0, max: 0.2 } } };

async function dropped(name: string, text: string): Promise<void> {
  await mkdir(rack, { recursive: true });
  const file = path.join(rack, name);
  await writeFile(file, text);
  const earlier = new Date(Date.now() - 5000);
  await utimes(file, earlier, earlier);
}

async function doOpenSteps(job: DemoJob): Promise<void> {
  await job.work({ phase: 'align' });
}

describe('from a dropped sheet to a verdict', () => {
  let job: DemoJob;
  beforeAll(async () => {
    job = await onItsWheels(shop, 'RACK 1');
  });

  test('a sheet in the folder is read, kept once, and moved; a broken one says why', async () => {
    const { number } = (await db().row<{ number: number }>('SELECT number FROM work_order WHERE id = ?', [
      job.orderId,
    ]))!;
    const sheet = {
      format: 'wrenchwise-rack/1' as const,
      order: number,
      plate: 'RACK 1',
      rack: 'ours',
      operator: 'T',
      before: AFTER,
      after: AFTER,
    };
    await dropped('one.csv', writeRackCsv(sheet));
    await dropped('broken.json', '{"format":');
    expect(await takeRackFiles(new Date(DAY))).toBe(2);
    await dropped('one-again.csv', writeRackCsv(sheet));
    await takeRackFiles(new Date(DAY));
    const waiting = await waitingSheets(db(), { number, plate: 'RACK 1' });
    expect(waiting.filter((one) => one.orderNumber === number)).toHaveLength(1);
    expect(waiting[0]).toMatchObject({ fileName: 'one.csv', error: '' });
    expect(waiting.find((one) => one.fileName === 'broken.json')!.error).toMatch(/not whole JSON/);
    expect(await readdir(path.join(rack, 'refused'))).toHaveLength(1);
    expect((await readdir(rack)).filter((name) => /csv|json/.test(name))).toEqual([]);
  });

  test('its figures are the file’s whatever is typed beside, and it is used once', async () => {
    const [sheet] = await waitingSheets(db(), { number: 0, plate: 'RACK 1' });
    const input = {
      orderId: job.orderId,
      rackSheetId: sheet!.id,
      rack: 'typed',
      operator: 'typed',
      specSource: 'kit sheet',
      spec: SPEC,
      adjusters: answersByRecord(await job.state(), ['front', 'rear']),
      before: AFTER,
      after: { ...AFTER, LF: { caster: 3, camber: 0, toe: 0.05 }, RF: { caster: 3, camber: 0, toe: 0.05 } },
      notReached: 'caster: the arms are at their end',
      casterGoal: { deg: 3, why: 'the shop’s own' },
    };
    expect(await give(shop, 'Brannoch', 'alignment.record', input)).toMatchObject({
      ok: true,
      answer: { pass: false },
    });
    const { alignments } = await job.state();
    expect(alignments[0]!.entry.data).toMatchObject({
      by: 'csv',
      rack: 'ours',
      after: AFTER,
      file: { name: 'one.csv' },
    });
    expect(refusal(await give(shop, 'Brannoch', 'alignment.record', input))).toMatchObject({
      field: 'rackSheetId',
    });
    const other = await onItsWheels(shop, 'RACK 2');
    await dropped('theirs.csv', writeRackCsv({ ...sheet!.sheet!, operator: 'another' }));
    await takeRackFiles(new Date(DAY));
    const theirs = (await waitingSheets(db(), { number: 0, plate: 'RACK 1' })).find(
      (one) => one.sheet?.operator === 'another',
    )!;
    expect(
      refusal(
        await give(shop, 'Brannoch', 'alignment.record', {
          ...input,
          orderId: other.orderId,
          rackSheetId: theirs.id,
        }),
      ),
    ).toMatchObject({ code: 'other-order' });
  });

  test('back to the bay makes its steps; that sheet is then never passed; the next one is', async () => {
    const sheetId = (await job.state()).alignments[0]!.entry.id;
    const back = {
      orderId: job.orderId,
      from: 'alignment',
      ref: sheetId,
      reason: 'caster short',
      part: 'offset bushes',
      steps: ['Fit them both sides'],
      again: null,
    };
    expect(refusal(await give(shop, 'Brannoch', 'bay.back', { ...back, part: '', steps: [] }))).toMatchObject(
      { code: 'no-steps' },
    );
    expect(await give(shop, 'Brannoch', 'bay.back', back)).toMatchObject({ ok: true, answer: { steps: 2 } });
    expect(refusal(await give(shop, 'Brannoch', 'bay.back', back))).toMatchObject({ code: 'back-already' });
    expect(
      refusal(
        await give(shop, 'Brannoch', 'alignment.accept', {
          orderId: job.orderId,
          sheetId,
          ...lead(),
          reason: 'good enough',
        }),
      ),
    ).toMatchObject({ code: 'back' });
    const state = await job.state();
    expect(nextSteps(state.document!, state.run!)[0]!.step.do).toBe('Fit: offset bushes');
    expect(nextThing(state)).toMatchObject({ page: 'bay' });
    await doOpenSteps(job);
    expect(handoffBlockers(await job.state()).find((hole) => hole.code === 'not-reached')!.text).toMatch(
      /align it again/,
    );
    await job.aligned(1.9, 0.05, 'Caster is 0.3° short, it runs straight; the customer knows.');
    expect(handoffBlockers(await job.state()).some((hole) => hole.code === 'not-reached')).toBe(false);
  });

  test('a road test with a fault goes back as a step and is driven again; both stay in the history', async () => {
    await job.work({ phase: 'road' });
    const { odometer, unit } = job.plan;
    const drive = async (fault: boolean, value: number) => {
      await give(shop, 'Brannoch', 'road.out', { orderId: job.orderId, odometer: { value, unit } });
      const checks = ROAD_CHECKS.map(({ id }) => ({
        id,
        result: fault && id === 'lock' ? 'fault' : 'good',
        note: fault && id === 'lock' ? 'liner touches' : '',
      }));
      const rubs = fault
        ? [{ corner: 'LF', when: 'at lock', gapMm: 0 }]
        : [{ corner: 'LF', when: 'at lock', gapMm: 11 }];
      return give(shop, 'Brannoch', 'road.in', {
        orderId: job.orderId,
        odometer: { value: value + 5, unit },
        checks,
        note: '',
        noises: fault ? [{ place: 'left front', speed: 'at lock', words: 'scrapes' }] : [],
        rubs,
      });
    };
    expect(await drive(true, odometer + 1)).toMatchObject({ ok: true, answer: { faults: 1 } });
    const test = (await job.state()).roadIn!;
    expect(
      await give(shop, 'Brannoch', 'bay.back', {
        orderId: job.orderId,
        from: 'road',
        ref: test.id,
        reason: 'liner touches',
        part: '',
        steps: ['Trim the liner'],
        again: null,
      }),
    ).toMatchObject({ ok: true });
    let state = await job.state();
    expect(state.roadIn).toBeNull();
    expect(state.after.roadTests).toHaveLength(1);
    await job.work({});
    state = await job.state();
    expect(nextThing(state)).toMatchObject({ page: 'road', text: 'Road test' });
    expect(await drive(false, odometer + 8)).toMatchObject({ ok: true });
    expect(
      refusal(
        await give(shop, 'Brannoch', 'road.in', {
          orderId: job.orderId,
          odometer: { value: 1, unit },
          checks: [],
          note: '',
        }),
      ),
    ).toBeDefined();
    await job.photos(3);
    expect(
      await blockersOnTheCar(db(), {
        id: job.orderId,
        vehicleId: (await job.state()).intake!.data.vehicleId,
        state: await job.state(),
      }),
    ).toEqual([]);
  });

  test('a tire that touches with every check good is asked about', async () => {
    const other = await onItsWheels(shop, 'RUB 1');
    await other.aligned(3, 0.05);
    await other.work({ phase: 'road' });
    await give(shop, 'Brannoch', 'road.out', {
      orderId: other.orderId,
      odometer: { value: 40010, unit: 'mi' },
    });
    const checks = ROAD_CHECKS.map(({ id }) => ({ id, result: 'good', note: '' }));
    const answer = await give(shop, 'Brannoch', 'road.in', {
      orderId: other.orderId,
      odometer: { value: 40015, unit: 'mi' },
      checks,
      note: '',
      rubs: [{ corner: 'RF', when: 'over a bump', gapMm: 0 }],
    });
    expect(refusal(answer)).toMatchObject({ field: 'rubs[0].gapMm' });
  });
});

test('heights back to the bay bring the end’s work again, and it is measured again before it leaves', async () => {
  const job = await onItsWheels(shop, 'LOOP 1');
  const before = (await job.state()).document!.steps.length;
  const set = (await job.state()).heights.at(-1)!.entry.id;
  expect(
    await give(shop, 'Brannoch', 'bay.back', {
      orderId: job.orderId,
      from: 'heights',
      ref: set,
      reason: 'front short',
      part: 'thicker plate',
      steps: [],
      again: 'front',
    }),
  ).toMatchObject({ ok: true });
  const state = await job.state();
  expect(state.document!.steps.length).toBeGreaterThan(before + 8);
  expect(handoffBlockers(state).map((hole) => hole.code)).toContain('heights');
  await doOpenSteps(job);
  const done = await job.state();
  // Everything loosened again has its torque again, on its wheels, before anything else may follow.
  expect([...done.run!.car.loose.keys()]).toEqual([]);
  expect(done.run!.car.support).toEqual({ front: 'on-wheels', rear: 'on-wheels' });
  expect(nextThing(done)).toMatchObject({ page: 'heights' });
  await job.heights('settled', job.plan.after);
  expect(handoffBlockers(await job.state()).map((hole) => hole.code)).not.toContain('heights');
});

describe('handing over', () => {
  test('a stage defers by name; what was touched and is loose stays, and ground items always', async () => {
    const job = await onItsWheels(shop, 'STAGE 1');
    const close = (pushOnly: boolean, left: string[] | null = null) =>
      give(shop, 'Teodor', 'stage.close', {
        left,
        orderId: job.orderId,
        name: 'springs only',
        pushOnly,
        ...lead(),
        reason: 'the rack is shut until May',
      });
    expect(refusal(await close(false))).toMatchObject({ code: 'never' });
    expect(refusal(await close(true, ['nothing there']))).toMatchObject({ field: 'left' });
    expect(refusal(await close(true, []))).toMatchObject({ field: 'left' });
    expect(await close(true)).toMatchObject({ ok: true });
    const state = await job.state();
    expect(handoffBlockers(state)).toEqual([]);
    const packet = (await packetToShow(job.orderId))!;
    expect(packet.pushOnly).toBe(true);
    expect(packet.cautions[0]).toMatch(/Push only/);
    expect(packet.notes!.find((note) => note.title.startsWith('Stage'))!.lines.join(' ')).toMatch(
      /has not been driven/,
    );
    const intake = (await job.state()).intake!.data;
    const next = {
      customer: { id: intake.customerId },
      vehicle: { id: intake.vehicleId },
      orderKind: 'next-stage',
      odometer: { value: 40100, unit: 'mi' },
      tires: intake.tires,
      wants: 'the rest',
      targets: intake.targets,
      agreed: true,
    };
    expect(refusal(await give(shop, 'Teodor', 'intake.open', next))).toMatchObject({ field: 'orderKind' });
    await job.handedOver();
    expect((await job.state()).handoffs).toHaveLength(1);
    // The next stage of the same car begins with what this one left, by name.
    const opened = await give(shop, 'Teodor', 'intake.open', next);
    if (!opened.ok) throw new Error(JSON.stringify(opened.errors));
    const stage = await loadOrder(db(), String(opened.answer.orderId));
    expect(stage!.state.intake!.data.comesBackFrom).toBe(job.orderId);
    expect(nextThing(stage!.state)).toMatchObject({ page: 'heights' });
    const before = (await stageBefore(db(), job.orderId))!;
    expect(before.deferred.map((one) => one.code)).toEqual(expect.arrayContaining(['road', 'not-aligned']));
    // It came on a trailer: in the week somebody helps to roll it, until its work is done.
    const { problem, jobs } = await readWeek(db(), now());
    const stageId = String(opened.answer.orderId);
    expect(jobs[stageId]!.pushOnly).toBe(true);
    const week = problem.jobs.find(({ id }) => id === stageId)!;
    expect(week.phases.map(({ id, helperMinutes }) => [id, helperMinutes >= 10])).toEqual([
      ['look', true],
      ['bay', true],
      ['rack', false],
      ['road', false],
    ]);
  });

  test('not aligned leaves with its drive limit, unsigned with the lead’s reason', async () => {
    const job = await onItsWheels(shop, 'LIMIT 1');
    await job.work({ phase: 'road' });
    await job.driven(4);
    await job.work({});
    await job.photos(2);
    const orderId = job.orderId;
    await give(shop, 'Teodor', 'override.record', {
      orderId,
      rule: 'not-aligned',
      ref: 'not-aligned',
      ...lead(),
      reason: 'goes straight to their own rack',
    });
    const packet = (await packetToShow(orderId))!;
    expect(packet.driveLimit).toBe('37 mi');
    expect(packet.cautions.join(' ')).toMatch(/no more than 37 mi/);
    expect(
      await give(shop, 'Teodor', 'handoff.unsigned', {
        orderId,
        ...lead(),
        reason: 'key in the box, customer abroad',
      }),
    ).toMatchObject({ ok: true });
    expect((await packetToShow(orderId))!.lifted.map((one) => one.rule)).toContain('handed over unsigned');
    const aligned = await db().row<{ days: number }>(
      "SELECT days FROM follow_up WHERE order_id = ? AND kind = 'alignment'",
      [orderId],
    );
    expect(aligned).toMatchObject({ days: 7 });
  });

  test('a corrected torque after signing makes version 2, keeps 1, and tells the customer by a tap', async () => {
    const job = await handedOver(await onItsWheels(shop, 'FIX 1'));
    const { orderId } = job;
    const first = await handoffPdf(orderId, 1);
    const entry = (await job.state()).torques[0]!;
    const correct = {
      orderId,
      entryId: entry.id,
      wrenchId: entry.data.wrench.id,
      reading: { value: 61, unit: 'nm' },
      reason: 'read off the wrong line',
    };
    expect(refusal(await give(shop, 'Brannoch', 'torque.correct', correct))).toMatchObject({
      code: 'closed',
    });
    expect(await give(shop, 'Odalys', 'torque.correct', correct)).toMatchObject({
      ok: true,
      answer: { version: 2 },
    });
    const [one, two] = [(await packetToShow(orderId, 1))!, (await packetToShow(orderId))!];
    expect([one.version, two.version]).toEqual([1, 2]);
    expect(one.signed).not.toBeNull();
    expect(two.correction).toEqual({ of: 1, why: '' });
    expect(one.torque.some((row) => row.reading.startsWith('61'))).toBe(false);
    expect(two.torque.some((row) => row.reading.startsWith('61'))).toBe(true);
    expect((await handoffPdf(orderId, 1))!.bytes.equals(first!.bytes)).toBe(true);
    expect((await handoffPdf(orderId))!.bytes.equals(first!.bytes)).toBe(false);
    // What was typed for the record goes nowhere by itself.
    const messages = () =>
      db().rows<{ words: string }>("SELECT words FROM message WHERE order_id = ? AND stage = 'corrected'", [
        orderId,
      ]);
    expect(await messages()).toHaveLength(0);
    const tell = (version: number) =>
      give(shop, 'Teodor', 'correction.tell', { orderId, version, words: 'One torque reads 61 N·m.' });
    expect(refusal(await tell(1))).toMatchObject({ code: 'changed' });
    const shown = (await correctionToTell(db(), orderId, await job.state()))!;
    expect(shown).toMatchObject({ version: 2, told: null });
    expect(await tell(2)).toMatchObject({ ok: true });
    expect((await messages()).map((one) => one.words)).toEqual([
      shown.message.replace('{why}', 'One torque reads 61 N·m.'),
    ]);
    expect(refusal(await tell(2))).toMatchObject({ code: 'told' });
    expect(await correctionToTell(db(), orderId, await job.state())).toMatchObject({
      told: { state: 'queued' },
    });
    // Taken back besides: version 3.
    expect(
      await give(shop, 'Odalys', 'entry.void', {
        orderId,
        entryId: (await job.state()).torques[1]!.id,
        reason: 'was another nut',
      }),
    ).toMatchObject({ ok: true, answer: { version: 3 } });
  });
});

test('coming back: what was left to be watched is answered, heights and the rack close on their own evidence', async () => {
  const job = await onItsWheels(shop, 'BACK 31');
  await give(shop, 'Brannoch', 'watch.add', {
    orderId: job.orderId,
    text: 'seat may turn',
    photoId: null,
    byDay: '2026-06-01',
    byDistance: null,
  });
  await give(shop, 'Teodor', 'use.set', { orderId: job.orderId, use: 'hard' });
  await handedOver(job);
  const jobId = job.orderId;
  const open = () =>
    db().rows<{ id: string; kind: string; days: number | null; distance: number | null }>(
      'SELECT follow_up.id, follow_up.kind, days, distance FROM follow_up JOIN vehicle ON vehicle.id = vehicle_id WHERE plate = ? AND closed_by IS NULL ORDER BY kind',
      ['BACK 31'],
    );
  const promised = await open();
  expect(promised.map((row) => row.kind)).toEqual(['wheel', 'chassis', 'heights', 'alignment', 'check-in']);
  // It works hard: half of 130 km and of 700 km or 30 days.
  expect(promised.slice(0, 2).map((row) => [row.distance, row.days])).toEqual([
    [40, null],
    [217, 15],
  ]);
  const visit = await give(shop, 'Teodor', 'visit.open', {
    followUpIds: promised.slice(0, 3).map((row) => row.id),
    odometer: { value: 40050, unit: 'mi' },
    place: null,
  });
  if (!visit.ok) throw new Error(JSON.stringify(visit.errors));
  const visitId = String(visit.answer.orderId);
  await give(shop, 'Brannoch', 'heights.record', {
    orderId: visitId,
    occasion: 'come-back',
    method: 'hub',
    upperPoint: 'fender lip',
    tires: job.plan.tires,
    pressureDone: true,
    floorLevel: true,
    steeringStraight: true,
    load: '',
    unit: 'in',
    readings: { LF: ['22 1/4'], RF: ['22 3/16'], LR: ['23'], RR: ['23'] },
  });
  expect((await open()).map((row) => row.kind)).toEqual(['wheel', 'chassis', 'alignment', 'check-in']);
  // The visit's page and the job's draw the same picture: every set, the job's first.
  for (const id of [jobId, visitId]) {
    const { sets } = await heightsOfCar(db(), (await readOrderFile(db(), id))!);
    expect(sets.map((set) => set.entry.data.occasion)).toEqual(['as came', 'on wheels', 'come-back']);
  }
  await expect(job.clickAll(visitId, null)).rejects.toThrow(/seat may turn/);
  const [line] = await db().rows<{ watch_id: string }>(
    "SELECT watch_id FROM watch_now WHERE words = 'seat may turn' AND NOT settled",
  );
  expect(
    await give(shop, 'Brannoch', 'watch.answer', {
      orderId: visitId,
      watchId: line!.watch_id,
      answer: 'has not turned',
      settled: true,
    }),
  ).toMatchObject({ ok: true });
  expect(await give(shop, 'Brannoch', 'visit.close', { orderId: visitId, note: '' })).toMatchObject({
    ok: true,
  });
  const left = await open();
  expect(left.map((row) => row.kind)).toEqual(['alignment', 'check-in']);

  const rackVisit = await give(shop, 'Teodor', 'visit.open', {
    followUpIds: [left[0]!.id],
    odometer: { value: 40900, unit: 'mi' },
    place: null,
  });
  if (!rackVisit.ok) throw new Error(JSON.stringify(rackVisit.errors));
  expect(rackVisit.answer.page).toBe('work');
  // No platform's spec is kept: the car's own last sheet is what the next is held against.
  const car = (await readOrderFile(db(), jobId))!.vehicle;
  expect(await specOfCar(db(), car)).toMatchObject({
    source: expect.stringMatching(/shop goal/),
    casterGoal: null,
  });
  await give(shop, 'Odalys', 'spec.save', {
    platform: 'Test platform',
    source: 'a sheet',
    spec: SPEC,
    casterGoal: 3,
    casterWhy: 'ours',
  });
  expect(await specOfCar(db(), { ...car, platform: 'Test platform' })).toMatchObject({
    source: 'a sheet',
    spec: SPEC,
    casterGoal: 3,
  });
  for (const [input, field] of [
    [{ platform: 'X', source: '', spec: SPEC }, 'source'],
    [{ platform: 'X', source: 'a sheet', spec: { front: {} } }, 'spec'],
    [{ platform: 'X', source: 'a sheet', spec: SPEC, casterGoal: 3 }, 'casterWhy'],
  ] as const)
    expect(refusal(await give(shop, 'Odalys', 'spec.save', input))).toMatchObject({ field });
  const orderId = String(rackVisit.answer.orderId);
  await give(shop, 'Brannoch', 'alignment.record', {
    orderId,
    rack: 'ours',
    operator: 'T',
    specSource: 'plate',
    spec: SPEC,
    before: AFTER,
    after: { ...AFTER, LF: { caster: 3, camber: 0, toe: 0.05 }, RF: { caster: 3, camber: 0, toe: 0.05 } },
  });
  expect((await open()).map((row) => row.kind)).toEqual(['check-in']);

  expect(
    refusal(
      await give(shop, 'Teodor', 'visit.open', {
        followUpIds: [left[1]!.id],
        odometer: { value: 1, unit: 'mi' },
        place: null,
      }),
    ),
  ).toMatchObject({ code: 'asked' });
  const said = {
    orderId: jobId,
    ride: 'better',
    noise: 'worse',
    fuel: 'as before',
    wear: 'as before',
    again: 'yes',
    words: 'whistles',
  };
  expect(refusal(await give(shop, 'Teodor', 'checkin.record', { ...said, ride: undefined }))).toMatchObject({
    field: 'ride',
  });
  expect(await give(shop, 'Teodor', 'checkin.record', said)).toMatchObject({ ok: true });
  expect(await open()).toEqual([]);
});

test('a fastener that moved at two visits running is a fault with a finding of its own', async () => {
  const job = await handedOver(await onItsWheels(shop, 'TWICE 1'));
  const open = async () =>
    db().rows<{ id: string }>(
      "SELECT follow_up.id FROM follow_up JOIN vehicle ON vehicle.id = vehicle_id WHERE plate = 'TWICE 1' AND closed_by IS NULL AND follow_up.kind = 'chassis'",
    );
  const visit = async (odometer: number) => {
    const answer = await give(shop, 'Teodor', 'visit.open', {
      followUpIds: (await open()).map((row) => row.id),
      odometer: { value: odometer, unit: 'mi' },
      place: null,
    });
    if (!answer.ok) throw new Error(JSON.stringify(answer.errors));
    await job.clickAll(String(answer.answer.orderId), 'rear.left.u-bolt');
    return (await job.state()).findings.map((entry) => entry.data);
  };
  expect(await visit(40500)).toEqual([]);
  const [fault] = await visit(40600);
  expect(fault).toMatchObject({ grade: 'now', area: 'rear', when: 'during the work' });
  expect(fault!.text).toMatch(/moved at two visits running/);
});

test('a dial that reads short brings the car back at an earlier reading of it', async () => {
  const due = async (plate: string, dial: { shown: number; truth: number } | null) => {
    const job = await onItsWheels(shop, plate);
    await job.work({ phase: 'road' });
    await job.aligned(2.9, 0.06);
    await give(shop, 'Brannoch', 'road.out', {
      orderId: job.orderId,
      odometer: { value: 40006, unit: 'mi' },
    });
    const answer = await give(shop, 'Brannoch', 'road.in', {
      orderId: job.orderId,
      odometer: { value: 40010, unit: 'mi' },
      checks: ROAD_CHECKS.map(({ id }) => ({ id, result: 'good', note: '' })),
      note: '',
      dial,
    });
    if (!answer.ok) return answer;
    await job.work({});
    await job.photos(1);
    await job.handedOver();
    return (await db().row<{ due_odometer: number }>(
      "SELECT due_odometer FROM follow_up WHERE order_id = ? AND kind = 'wheel'",
      [job.orderId],
    ))!.due_odometer;
  };
  expect(await due('DIAL 1', null)).toBe(40091);
  expect(await due('DIAL 2', { shown: 50, truth: 54 })).toBe(40085);
  expect(await due('DIAL 3', { shown: 50, truth: 90 })).toMatchObject({ errors: [{ field: 'dial.shown' }] });
});

test('what a kit taught stands in its ledger: measured against claimed, moved, fouls, months later', async () => {
  const ledger = await kitLedger(db(), 'Quillstone Top 30');
  expect(ledger.jobs).toBeGreaterThan(0);
  expect(ledger.lifts.find((one) => one.end === 'front')!.ratio).toBeGreaterThan(0.5);
  expect(ledger.fouls.some((foul) => /left front at lock, touches/.test(foul.words))).toBe(true);
  expect(ledger.checkIns[0]).toMatchObject({ again: 'yes', words: 'whistles' });
  expect(ledger.hours!.jobs).toBeGreaterThan(0);
});

test('everything above stands in chains that verify, and derived tables rebuild to the same', async () => {
  expect(await verifyEverything(() => undefined)).toBeNull();
});

test('a booking is moved and given up by itself, never into the past, and what is booked is the next thing', async () => {
  const job = await onItsWheels(shop, 'BOOK 1');
  const book = (more: object) =>
    give(shop, 'Teodor', 'booking.set', {
      orderId: job.orderId,
      rack: 'partner',
      own: false,
      startsAt: '2026-04-17T09:00',
      minutes: 60,
      note: '',
      ...more,
    });
  expect(refusal(await book({ startsAt: '2026-04-13T09:00' }))).toMatchObject({ field: 'startsAt' });
  expect(refusal(await book({ startsAt: 'Friday' }))).toMatchObject({ field: 'startsAt' });
  const made = await book({});
  if (!made.ok) throw new Error(JSON.stringify(made.errors));
  const { bookingId } = made.answer;
  await job.work({ phase: 'road' });
  expect(nextThing(await job.state())).toMatchObject({ page: 'alignment', waiting: true });
  await book({ bookingId, startsAt: '2026-04-18T10:00' });
  const rows = () =>
    db().rows<{ starts_at: Date; kept: number }>(
      'SELECT starts_at, kept FROM booking_now WHERE order_id = ?',
      [job.orderId],
    );
  expect((await rows()).map((row) => [row.starts_at.toISOString(), row.kept])).toEqual([
    ['2026-04-18T16:00:00.000Z', 1],
  ]);
  await book({ bookingId, startsAt: '2026-04-18T10:00', kept: false });
  expect((await rows()).map((row) => row.kept)).toEqual([0]);
  expect(nextThing(await job.state())).toMatchObject({ page: 'alignment', waiting: false });
  expect(refusal(await book({ bookingId: '00000000-0000-4000-a000-00000000aaaa' }))).toMatchObject({
    field: 'bookingId',
  });
});

test('marks stand beside a picture, the last of them alone, and on the paper', async () => {
  const job = await onItsWheels(shop, 'MARK 1');
  const picture = await sharp({
    create: { width: 80, height: 60, channels: 3, background: { r: 7, g: 70, b: 7 } },
  })
    .jpeg()
    .toBuffer();
  const { photoId } = await storePhoto(picture);
  await give(shop, 'Brannoch', 'photo.bind', {
    orderId: job.orderId,
    photoId,
    occasion: 'on its wheels',
    shot: 'nose',
  });
  const photo = (await job.state()).photos.at(-1)!;
  const mark = (text: string, to: [number, number] = [0.5, 0.5]) =>
    give(shop, 'Brannoch', 'photo.mark', {
      orderId: job.orderId,
      photoEntryId: photo.id,
      marks: [{ kind: 'arrow', from: [0.1, 0.1], to, text }],
    });
  await mark('first');
  await mark('second');
  expect(refusal(await mark('out of it', [1.2, 0.5]))).toMatchObject({ field: 'marks[0].to[0]' });
  const packet = (await packetToShow(job.orderId))!;
  expect(packet.photos.find((one) => one.photoId === photoId)!.marks!.map((one) => one.text)).toEqual([
    'second',
  ]);
  const kept = await readPhoto(photoId, 'full');
  expect(sha256(kept!.bytes)).toBe(kept!.sha256);
});

test('heights accepted as they are stand on the paper with planned, got and whose yes; why stays in the record', async () => {
  const job = await onItsWheels(shop, 'ACC 1');
  const accept = {
    orderId: job.orderId,
    setId: (await job.state()).heights.at(-1)!.entry.id,
    planned: 'front 22 3/8',
    got: 'front 22 5/16',
    ...lead(),
    reason: 'level, and clear of the bump stop',
  };
  expect(refusal(await give(shop, 'Brannoch', 'heights.accept', { ...accept, pin: '0000' }))).toMatchObject({
    field: 'pin',
  });
  expect(refusal(await give(shop, 'Brannoch', 'heights.accept', { ...accept, reason: '' }))).toMatchObject({
    field: 'reason',
  });
  expect(await give(shop, 'Brannoch', 'heights.accept', accept)).toMatchObject({ ok: true });
  const note = (await packetToShow(job.orderId))!.notes!.find((one) =>
    one.title.startsWith('Heights accepted'),
  )!;
  expect(note.lines).toEqual(['Planned front 22 3/8, got front 22 5/16 (Odalys)']);
});
