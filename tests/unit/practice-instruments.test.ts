import { CORNERS } from '@/core/corners';
import { judgeAlignment } from '@/core/calc/alignment.verdict';
import type { HiddenCar } from '@/core/practice/hidden-car';
import { PRACTICE_SPEC, gaugesAt, rackAt, setupOf } from '@/core/practice/instruments';
import type { Fault } from '@/core/practice/scenario';
import { Tablet } from '../support/tablet';
import { provedRun } from '../support/library';

const { document, run } = new Tablet(provedRun('strut-top-spacer')).order;
const carWith = (...faults: Fault[]): HiddenCar => ({ document, run, faults, mended: new Set() });
const BRAKE: Fault = { kind: 'brake-on', at: 'brake', since: null, bites: 'settle' };
const CAM: Fault = {
  kind: 'cam-unmarked',
  at: 'front.left.lower-arm-cam',
  since: null,
  bites: 'cams-slack',
};
const mean = (all: readonly number[]) => all.reduce((sum, one) => sum + one, 0) / all.length;

test('gauges read alike to a tape’s width, 9 mm high while the brake is set, and right once it is off', () => {
  for (let seed = 1; seed <= 50; seed += 1) {
    const plain = Object.values(gaugesAt(carWith(), seed));
    for (const one of plain) expect(Math.abs(one - 560)).toBeLessThanOrEqual(1);
    const held = Object.values(gaugesAt(carWith(BRAKE), seed));
    expect(mean(held) - mean(plain)).toBeCloseTo(9, 9);
    const off = { ...carWith(BRAKE), mended: new Set(['brake-on brake']) };
    expect(gaugesAt(off, seed)).toEqual(gaugesAt(carWith(), seed));
  }
});

const SETUP = setupOf({ front: ['coilover'] });
const camber = (seed: number, by: number, car = carWith()) =>
  rackAt(car, SETUP, seed, { LF: { 'cam-front': by, 'cam-rear': by } }).after.LF.camber!;

test('the rack reads the same car again, as it was turned, and nothing goes further than it can', () => {
  const still = rackAt(carWith(), SETUP, 5, {});
  expect(rackAt(carWith(), SETUP, 5, {})).toEqual(still);
  // What the heads themselves are off by.
  expect(still.after.LF.camber).toBeCloseTo(still.before.LF.camber!, 0);
  expect(Object.keys(still.adjusters.LF!).sort()).toEqual(['cam-front', 'cam-rear', 'tie']);
  const most = still.adjusters.LF!['cam-front']!;
  // A lower arm let out takes the foot of the wheel out.
  expect(camber(5, most)).toBeLessThan(camber(5, 0) - 0.1);
  expect(camber(5, most * 10)).toBe(camber(5, most));
  // What it has not cannot be turned.
  expect(rackAt(carWith(), SETUP, 5, { LF: { sleeve: 20 } }).after).toEqual(still.after);
  expect(rackAt(carWith(), setupOf({ front: ['leaf-over'] }), 5, {}).adjusters.LF).toHaveProperty('sleeve');
});

test('cars come off in many ways; a cam nobody marked stands far off, at its own wheel alone', () => {
  const came = (seed: number, car: HiddenCar) => rackAt(car, SETUP, seed, {}).before;
  const out = Array.from({ length: 40 }, (_, seed) => came(seed, carWith()));
  expect(new Set(out.map(({ LF }) => LF.camber)).size).toBeGreaterThan(20);
  for (const readings of out) {
    const verdicts = judgeAlignment({ spec: PRACTICE_SPEC, readings }).items.map(({ verdict }) => verdict);
    expect(verdicts).not.toEqual(verdicts.map(() => 'in'));
  }
  for (let seed = 0; seed < 20; seed += 1) {
    const [plain, lost] = [came(seed, carWith()), came(seed, carWith(CAM))];
    expect(lost.LF.camber! - plain.LF.camber!).toBeCloseTo(0.8, 1);
    expect(lost.RF).toEqual(plain.RF);
  }
  expect(CORNERS.every((corner) => came(1, carWith())[corner] !== undefined)).toBe(true);
});
