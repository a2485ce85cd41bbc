import { readFileSync } from 'node:fs';
import path from 'node:path';
import { standCar } from '@/core/planner/car-stand';
import { CONSEQUENCES } from '@/core/planner/consequences';
import { judgeCar } from '@/core/planner/judge';
import { shaftIn } from '@/core/planner/moving';
import { spreadOfPlan } from '@/core/planner/spread';
import { APART, agreementTable, agreements } from '../support/motion-table';
import { MOVING } from '../support/moving-cars';
import { expectEachCureClears, part, planOf } from '../support/planned-cars';

describe('what else changes as the car moves', () => {
  test.each(MOVING)('%s', (id, demo, figure, within = 1e-6) => {
    const input = planOf(demo);
    const car = standCar(input);
    const judged = judgeCar(car).find((one) => one.id === id)!;
    expect(judged).toBeDefined();
    expect(judged.level).toBe(judged.asks ? 'near' : 'must');
    expect(judged.stopped).toBeNull();
    expect(Math.abs(judged.figure! - figure(car))).toBeLessThan(within);
    expect(judged.limit.from).toMatch(/\w{3}/);
    expectEachCureClears(input, judged);
  });
});

describe('motion against the plain formulas', () => {
  test.each(agreements().map((one) => [one.what, one] as const))('%s', (_, { unit, at, why }) => {
    for (const [, plain, moving] of at) {
      expect(Math.sign(plain) * Math.sign(moving)).not.toBe(-1);
      // Where they part by more there is a reason, and no more than a lean of the wheel makes.
      expect(Math.abs(plain - moving)).toBeLessThan(why ? 0.3 : APART[unit]);
    }
  });

  test('the table in the docs is the one computed here', () => {
    const plain = (text: string) => text.replace(/ +/g, ' ').replace(/-{3,}/g, '---');
    const page = readFileSync(path.join(__dirname, '..', '..', 'docs', 'motion.md'), 'utf8');
    expect(plain(page)).toContain(plain(agreementTable()));
  });

  test('a wedge that tips a rear pinion’s nose down takes its fall, one at the front gives caster', () => {
    const pinion = (deg: number) =>
      shaftIn(standCar(planOf({ parts: [part('wedge', 'rear', { deg })] })), 'rear', 'ride').after
        .rearJointDeg;
    // Shaft 4° and pinion 2.5° falling rearward: the nose down takes the pinion farther from the shaft.
    expect(pinion(2)).toBeCloseTo(pinion(0.5) + 1.5, 9);
    const caster = (deg: number) => {
      const car = standCar(planOf({ front: 'leaf-over', parts: [part('wedge', 'front', { deg })] }));
      return judgeCar(car).find(({ id }) => id === 'front.caster')!.figure!;
    };
    expect(caster(2)).toBeCloseTo(caster(0.5) + 1.5, 9);
  });
});

describe('draws laid along slopes', () => {
  const PLANS = {
    'strut and arms': {
      front: 'strut',
      rear: 'multi-link',
      parts: [part('strutSpacer', 'front', { t: 40 }), part('coilSpacer', 'rear', { t: 25 })],
    },
    'arms and leaves': {
      front: 'coilover',
      rear: 'leaf-over',
      parts: [part('strutSpacer', 'front', { t: 25 }), part('block', 'rear', { t: 50 })],
    },
    'links all round': {
      front: 'coil-links',
      rear: 'coil-links',
      parts: [part('coilSpacer', 'front', { t: 50 }), part('coilSpacer', 'rear', { t: 50 })],
    },
  } as const;
  test.each(Object.entries(PLANS))('%s: as if each draw were followed through its links', (_, plan) => {
    const input = planOf({ ...plan, parts: [...plan.parts], figures: { 'front.track': 1600 } });
    const moving = CONSEQUENCES.filter((rule) => rule.motion);
    const followed = moving.map(({ motion: _motion, ...rule }) => rule);
    const sd = { front: 0.06, rear: 0.06 };
    const [laid, exact] = [moving, followed].map(
      (rules) => spreadOfPlan(input, 300, 7, sd, rules).consequences,
    );
    expect(Object.keys(laid!).length).toBeGreaterThan(5);
    for (const [id, band] of Object.entries(laid!)) {
      const exactly = exact![id]!;
      const width = Math.max(exactly.p90 - exactly.p10, 0.5);
      const off = (['p10', 'p50', 'p90'] as const).map((at) => Math.abs(band[at] - exactly[at]) / width);
      expect(`${id} ${Math.max(...off).toFixed(2)}`).toBe(
        `${id} ${Math.min(0.15, Math.max(...off)).toFixed(2)}`,
      );
      expect(Math.abs(band.passes - exactly.passes)).toBeLessThan(0.08);
    }
  });
});
