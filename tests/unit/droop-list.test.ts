import { standCar } from '@/core/planner/car-stand';
import { droopList, taughtBy } from '@/core/planner/droop-list';
import { CONSEQUENCES } from '@/core/planner/consequences';
import { measuresOf } from '@/core/planner/measures';
import { hangsBy } from '@/core/planner/moving';
import { part, planOf } from '../support/planned-cars';

const lifted = planOf({
  front: 'coilover',
  rear: 'leaf-over',
  parts: [part('strutSpacer', 'front', { t: 35 }), part('block', 'rear', { t: 50 })],
});

describe('the list of full droop and lock', () => {
  test('what passes its limit stands first, with what to do and where its range ends', () => {
    const list = droopList(lifted);
    const over = list.map((item) => item.over);
    expect(over).toEqual([...over].sort((a, b) => Number(b) - Number(a)));
    const shaft = list.find(({ id }) => id === 'front.half-shaft-droop')!;
    expect(shaft).toMatchObject({ over: true, advice: [expect.stringMatching(/^Strap the knuckle/)] });
    expect(shaft.margin).toBeCloseTo(shaft.limit.most! - shaft.figure!, 9);
    // Hung that far and no farther it is at its limit.
    const car = standCar(lifted);
    const rule = CONSEQUENCES.find(({ id }) => id === shaft.id)!;
    const there = {
      ...car,
      memo: {},
      axles: { ...car.axles, front: { ...car.axles.front, droopTravel: shaft.endsAt! } },
    };
    expect(rule.figure(there)).toBeCloseTo(shaft.limit.most!, 1);
    expect(shaft.endsAt).toBeLessThan(hangsBy(car, 'front', 'droop') - car.axleLift.front);
  });

  test('assumed points make a range and say where to measure; measured ones make a figure', () => {
    for (const item of droopList(lifted)) {
      if (!item.range) continue;
      expect(item.range.low).toBeLessThan(item.figure!);
      expect(item.range.high).toBeGreaterThan(item.figure!);
      expect(item.measureHere.length).toBeGreaterThan(0);
    }
    const all = Object.fromEntries(
      measuresOf(lifted.setup).map((def) => [
        def.key,
        typeof def.assumed === 'number'
          ? def.assumed
          : def.assumed(lifted.setup[def.end ?? 'front'], def.end ?? 'front', lifted.setup),
      ]),
    );
    const sure = droopList({
      ...lifted,
      sheet: Object.fromEntries(
        Object.entries(all).map(([key, value]) => [key, { value, known: 'measured' as const }]),
      ),
    });
    expect(sure.filter(({ range }) => range !== null)).toEqual([]);
    expect(sure.filter(({ measureHere }) => measureHere.length)).toEqual([]);
  });

  test('nothing of it says that it may: no figure, range or advice is a permission', () => {
    const words = droopList(lifted).flatMap(({ advice, why, name, limit }) => [
      ...advice,
      why,
      name,
      limit.from,
    ]);
    for (const text of words) expect(text).not.toMatch(/\bsafe\b|\ballowed\b|\bmay hang\b/i);
  });

  test('what is read in the air comes back as the measure that gives it', () => {
    for (const [id, off] of [
      ['front.arm-coil', 6],
      ['front.half-shaft-droop', -3],
      ['front.hose', 12],
      ['front.lead', -5],
      ['front.tire-lock', -9],
      ['front.spring-loose', 4],
      ['rear.joint-droop', 1.5],
    ] as const) {
      const figure = (input: typeof lifted) =>
        CONSEQUENCES.find((rule) => rule.id === id)!.figure(standCar(input));
      const taught = taughtBy(lifted, id, figure(lifted) + off);
      const sheet = { [taught!.key]: { value: taught!.value, known: 'measured' as const } };
      expect(figure({ ...lifted, sheet })).toBeCloseTo(figure(lifted) + off, 4);
    }
    // The damper's own reach says how much droop is left: no measure is learned from that.
    expect(taughtBy(lifted, 'front.droop-left', 60)).toBeNull();
    expect(taughtBy(lifted, 'front.upper-joint', 20)).toBeNull();
    expect(taughtBy(lifted, 'lamps', 20)).toBeNull();
  });
});
