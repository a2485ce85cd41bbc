import { execFileSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { formatTape } from '@/core/calc/tape.format';
import { parseTape } from '@/core/calc/tape.parse';
import { type CarState, mayBeFinal } from '@/core/procedure/car';
import { compareTires } from '@/core/calc/tire.compare';
import { closePool, db } from '@/server/database';
import { buildPacket } from '@/server/documents/packet';
import { readOrderFile } from '@/server/queries/order';
import type { DemoDriver } from '../../demo/driver';
import { DAY, give, handedOver, jobOn, onItsWheels, testShop, testWrenches, truck } from '../support/shop';

let shop: DemoDriver;
beforeAll(async () => {
  shop = await testShop('packet');
});
afterAll(closePool);

const packetOf = (orderId: string) =>
  buildPacket(db(), orderId, { version: 1, at: DAY, signed: null, chain: { count: 1, hash: 'x' } });

test('the paper says of the lamps, the rack and the road only what was recorded', async () => {
  const job = await onItsWheels(shop, 'PAPER 1');
  const before = await packetOf(job.orderId);
  expect(before.changes.join(' ')).not.toMatch(/were re-aimed/);
  expect(before.changes.join(' ')).toMatch(/No re-aiming of the lamps is recorded/);
  expect(before.alignment).toBeNull();
  expect(before.road).toBeNull();
  expect(before.odometer).toMatchObject({ out: null, back: null });
  expect(before.comeBacks).toHaveLength(0);

  await handedOver(job);
  const after = await packetOf(job.orderId);
  expect(after.changes.join(' ')).toMatch(/The lamps were re-aimed/);
  expect(after.alignment!.rows.filter((row) => row.verdict !== 'not judged')).toHaveLength(8);
  expect(after.alignment!.rows).toHaveLength(11);
  expect(after.road!.checks.length).toBeGreaterThan(5);
  expect(after.odometer.back).not.toBe(after.odometer.arrived);
  expect(after.comeBacks.map((one) => one.title)).toEqual([
    'Wheel nuts clicked again',
    'Chassis and U-bolts clicked again',
    'Heights measured again, settled',
    'Alignment looked at again',
    'We ask you how it drives',
  ]);
});

test('heights stand as they were typed, in both units, with the verdict of the calculator', async () => {
  const { orderId, plan } = await onItsWheels(shop, 'PAPER 2');
  const { heights, fitted } = await packetOf(orderId);
  const [came, predicted, ...later] = heights!.rows;
  expect(Object.values(came!.values)).toEqual(plan.before.map((typed) => `${typed}"`));
  expect(Object.values(came!.other)).toEqual(
    plan.before.map((typed) => formatTape(parseTape(typed, 'in'), 'mm')),
  );
  expect(predicted!.tone).toBe('predicted');
  expect(later.map((row) => row.label)).toEqual(['On wheels']);
  expect(Object.values(later[0]!.values)).toEqual(plan.after.map((typed) => `${typed}"`));
  expect(heights!.verdicts).toHaveLength(2);
  // What the kit's maker claims and what this car gets are told apart.
  expect(fitted.map((part) => part.end)).toEqual(['front', 'rear']);
  for (const part of fitted) expect(part.predicted).not.toBe('');
});

test('every torque on the paper has a value, a source, a reading and a name; the last of a bonded bush was on its wheels', async () => {
  const job = await handedOver(await onItsWheels(shop, 'PAPER 3'));
  const { torque } = await packetOf(job.orderId);
  expect(torque.length).toBeGreaterThan(15);
  for (const row of torque) {
    expect(row.value).toMatch(/N·m/);
    expect(row.source).not.toBe('');
    expect(row.reading).toMatch(/clicked|N·m/);
    expect(['Brannoch', 'Ilse', 'Odalys']).toContain(row.who);
  }
  const { state } = (await readOrderFile(db(), job.orderId))!;
  const onWheels = state.document!.fasteners.filter((fastener) => fastener.final === 'on-wheels');
  expect(onWheels.length).toBeGreaterThan(0);
  for (const fastener of onWheels) {
    const last = state.torques.filter((entry) => entry.data.fastenerId === fastener.id).at(-1)!;
    expect(mayBeFinal(fastener, last.data.support as CarState['support'])).toBe(true);
  }
});

test('other tires are told with the dial they give, and stretch the come-back on the dial', async () => {
  const tires = { tires: '225/60R18', newTires: '265/70R17' };
  const job = await handedOver(await onItsWheels(shop, 'PAPER 4', tires));
  const packet = await packetOf(job.orderId);
  const { speedometerErrorPct } = compareTires({ old: tires.tires, new: tires.newTires });
  const told = packet.changes.find((line) => line.startsWith('On 265/70R17'));
  expect(told).toContain(`${Math.abs(speedometerErrorPct).toFixed(1)}% less`);
  const plain = await packetOf((await handedOver(await onItsWheels(shop, 'PAPER 5'))).orderId);
  expect(plain.changes.some((line) => /odometer read/.test(line))).toBe(false);
  // The dial counts less than is driven, so it stands lower when the same way lies behind.
  const dial = (text: string | null) => Number(text!.replace(/[^0-9]/g, ''));
  expect(dial(packet.comeBacks[0]!.dueOdometer)).toBeLessThan(dial(plain.comeBacks[0]!.dueOdometer));
});

/** The text of the paper a handoff was sealed with. */
async function sealedText(orderId: string): Promise<string> {
  const { state } = (await readOrderFile(db(), orderId))!;
  const { pdfHash } = state.handoffs.at(-1)!.data;
  const row = await db().row<{ content: Buffer }>('SELECT bytes AS content FROM kept_file WHERE hash = ?', [
    pdfHash,
  ]);
  const file = path.join(mkdtempSync(path.join(tmpdir(), 'paper-')), 'handoff.pdf');
  writeFileSync(file, row!.content);
  return execFileSync('pdftotext', ['-layout', file, '-'], { encoding: 'utf8' });
}

test('another truck with other heights, values and odometer, from the keys to the signature: every figure follows', async () => {
  const job = await jobOn(
    shop,
    truck('PAPER 6', await testWrenches(shop, 'paper 6'), {
      customer: { name: 'Lower Fork Seed Store', phone: '', email: '' },
      odometer: 91777,
      lengthUnit: 'mm',
      targets: { front: '553', rear: '611' },
      before: ['512', '509', '571', '573'],
      after: ['551', '549', '609', '612'],
    }),
  ).intake();
  await job.heights('as came', job.plan.before);
  await (await (await job.planned()).agreed()).started();
  const { state } = (await readOrderFile(db(), job.orderId))!;
  const link = state.document!.fasteners.find((fastener) => /Bar link nut/.test(fastener.name))!;
  const value = await give(shop, 'Odalys', 'value.set', {
    orderId: job.orderId,
    fastenerId: link.id,
    kind: 'entered',
    value: 53,
    unit: 'nm',
    source: 'another sheet, line 3',
    confirmed: true,
  });
  expect(value.ok).toBe(true);
  await job.clockOn();
  await job.work({ phase: 'align' });
  await job.heights('on wheels', job.plan.after);
  await job.work({ phase: 'road' });
  await job.aligned(1.7, 0.06, 'drives straight, bush on order');
  await job.driven(14);
  await job.work({});
  await job.photos(2);
  await job.clockOff('done');
  await job.handedOver();
  const text = await sealedText(job.orderId);
  for (const part of [
    '512 mm',
    '551 mm',
    '612 mm',
    '571 mm',
    'PAPER 6',
    'Lower Fork Seed Store',
    '91,797 mi',
    '53 N·m, 39 lbf·ft',
    '+1.70°',
    'drives straight, bush on order',
  ])
    expect(text).toContain(part);
  for (const foreign of ['PAPER 1', 'Keeper of', '20 7/16"', '40,006']) expect(text).not.toContain(foreign);
  // No row of the record is cut short on the paper, however its columns break, and each page says what they are.
  const torques = (await readOrderFile(db(), job.orderId))!.state.document!.fasteners.length;
  const words = text.replace(/\s+/g, ' ');
  expect(words).not.toContain('…');
  expect(words.match(/Who and when/g)!.length).toBeGreaterThan(1);
  expect(words.match(/\bclicked\b/g)!.length).toBeGreaterThanOrEqual(torques);
});
