import fc from 'fast-check';
import { Refusal } from '@/core/refusal';
import { eachCorner } from '@/core/corners';
import { predictLift } from '@/core/calc/lift.predict';
import { type PlannerInput, heightsAfter, standCar } from '@/core/planner/car-stand';
import { acrossScale, planAcross, planScale, planSide } from '@/core/planner/drawing';
import { asPlanPart, findParts, liftAlone } from '@/core/planner/find-parts';
import { judgeCar } from '@/core/planner/judge';
import { LIFT_PRIOR, learnFor, learnLift, ratiosOf } from '@/core/planner/learning';
import { measuresOf } from '@/core/planner/measures';
import { PART_KIND_IDS, partKind } from '@/core/planner/part-kinds';
import { type PlanPart, fitsAxle, freshPart } from '@/core/planner/plan-part';
import { SUSPENSIONS, type SuspensionKind } from '@/core/planner/axle-kinds';
import { partForLift, schoolsFor } from '@/core/planner/schools';
import { sizesBeforeTeardown } from '@/core/planner/sizes';
import { spreadOfPlan } from '@/core/planner/spread';

const BASE: PlannerInput = {
  setup: { front: 'coilover', rear: 'leaf-over' },
  sheet: {},
  parts: [],
  accessories: [],
  baseline: { LF: 520, RF: 516, LR: 562, RR: 560 },
  method: 'hub',
  targets: { front: 565, rear: 590 },
};
const spacer = (t: number): PlanPart => freshPart('strutSpacer', 'front', 'spacer', { t });
const block = (t: number): PlanPart => freshPart('block', 'rear', 'block', { t });
const kindsAt = (end: 'front' | 'rear') =>
  (Object.keys(SUSPENSIONS) as SuspensionKind[]).filter((kind) =>
    (SUSPENSIONS[kind].ends as readonly string[]).includes(end),
  );

describe('standing the car', () => {
  test('nothing fitted changes nothing, on every kind of axle', () => {
    for (const front of kindsAt('front')) {
      for (const rear of kindsAt('rear')) {
        const stand = standCar({ ...BASE, setup: { front, rear } });
        expect(Object.values(stand.lift).every((lift) => Math.abs(lift) < 1e-9)).toBe(true);
        expect(stand.pitchDeg).toBeCloseTo(0, 9);
      }
    }
  });

  test('spacers and blocks lift as the calculator says', () => {
    const stand = standCar({ ...BASE, parts: [spacer(30), block(38)] });
    const expected = predictLift({
      springMotionRatio: 0.6,
      damperMotionRatio: 0.6,
      parts: [{ kind: 'strutSpacer', thickness: 30 }],
    });
    expect(stand.axleLift.front).toBeCloseTo(expected.wheelLift, 9);
    expect(stand.axleLift.rear).toBeCloseTo(38, 9);
    expect(heightsAfter(BASE, stand)).toEqual(eachCorner((c) => BASE.baseline![c] + stand.lift[c]));
  });

  test('a thicker part in place of a thinner lifts by the difference', () => {
    const plain = standCar({ ...BASE, parts: [block(13)] });
    const instead = standCar({ ...BASE, parts: [{ ...block(38), set: { t: 38, was: 25 } }] });
    expect(instead.axleLift.rear).toBeCloseTo(plain.axleLift.rear, 9);
    expect(instead.axles.rear.damper.ride).toBeCloseTo(plain.axles.rear.damper.ride, 9);
  });

  test('thicker lifts more, for every kind that lifts by its thickness', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 50, noNaN: true }),
        fc.double({ min: 0.5, max: 10, noNaN: true }),
        (t, more) => {
          for (const make of [spacer, block]) {
            const end = make(1).end as 'front' | 'rear';
            const lift = (size: number) => standCar({ ...BASE, parts: [make(size)] }).axleLift[end];
            expect(lift(t + more)).toBeGreaterThan(lift(t));
          }
        },
      ),
    );
  });

  test('what is on the left of the car does on the left what the right does on the right', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 5, max: 300, noNaN: true }),
        fc.double({ min: -900, max: 4000, noNaN: true }),
        fc.double({ min: 0, max: 800, noNaN: true }),
        (kg, x, y) => {
          const lift = (side: number) =>
            standCar({ ...BASE, accessories: [{ id: 'a', name: 'load', kg, x, y: side * y }] }).lift;
          const [right, left] = [lift(1), lift(-1)];
          expect(left.LF).toBeCloseTo(right.RF, 6);
          expect(left.RR).toBeCloseTo(right.LR, 6);
        },
      ),
    );
  });

  test('a winch ahead of the axle sinks the nose and lifts the tail', () => {
    const { sag } = standCar({ ...BASE, accessories: [{ id: 'w', name: 'winch', kg: 45, x: -700, y: 0 }] });
    expect(sag.LF).toBeLessThan(0);
    expect(sag.LR).toBeGreaterThan(0);
  });

  test('every kind of part stands on every axle it fits, or says why not', () => {
    for (const front of kindsAt('front')) {
      for (const rear of kindsAt('rear')) {
        const setup = { front, rear };
        for (const kind of PART_KIND_IDS) {
          for (const end of ['front', 'rear'] as const) {
            if (!fitsAxle(kind, setup[end], end)) continue;
            const part = freshPart(kind, end, 'part');
            try {
              for (const { id, figure } of judgeCar(standCar({ ...BASE, setup, parts: [part] })))
                expect(`${kind} ${id} ${figure === null || Number.isFinite(figure)}`).toBe(
                  `${kind} ${id} true`,
                );
            } catch (error) {
              // A truck's shackle does not reach on a cart: said in words, never a number that is none.
              if (!(error instanceof Refusal)) throw error;
              expect(error.message).toMatch(/[a-z]{4}/);
            }
          }
        }
      }
    }
  });

  test('only the measures an axle needs are asked', () => {
    const asked = (front: SuspensionKind, rear: SuspensionKind) =>
      new Set(measuresOf({ front, rear }).map((def) => def.key));
    expect(asked('strut', 'leaf-over').has('front.topX')).toBe(true);
    expect(asked('coil-radius', 'leaf-over').has('front.topX')).toBe(false);
    expect(asked('coil-radius', 'leaf-over').has('front.arm')).toBe(true);
    expect(asked('strut', 'coil-trailing').has('rear.shackle')).toBe(false);
    expect(asked('strut', 'leaf-under').has('rear.shackle')).toBe(true);
  });
});

describe('spread', () => {
  const plan = { ...BASE, parts: [spacer(30), block(38)] };
  test('the same seed draws the same, the band holds the prediction, and less is known the wider it is', () => {
    const once = spreadOfPlan(plan, 2000, 7);
    expect(spreadOfPlan(plan, 2000, 7)).toEqual(once);
    expect(spreadOfPlan(plan, 2000, 8).corners.LF).not.toEqual(once.corners.LF);
    const stand = standCar(plan);
    for (const corner of ['LF', 'RF', 'LR', 'RR'] as const) {
      const { p10, p50, p90 } = once.corners[corner];
      expect(p10).toBeLessThan(p50);
      expect(p50).toBeLessThan(p90);
      expect(Math.abs(p50 - (BASE.baseline![corner] + stand.lift[corner]))).toBeLessThan(1.5);
    }
    const width = (known: 'measured' | 'guessed') => {
      const { p10, p90 } = spreadOfPlan(
        { ...plan, sheet: { 'front.damperRatio': { value: 0.6, known } } },
        4000,
      ).corners.LF;
      return p90 - p10;
    };
    expect(width('guessed')).toBeGreaterThan(width('measured') * 1.15);
  });

  test('ten thousand draws of the normal come out with its quantiles', () => {
    const { p10, p50, p90 } = spreadOfPlan({ ...BASE, sheet: {} }, 10_000, 3, { front: 0, rear: 0 }).corners
      .LF;
    // Nothing fitted: what is left is the tape's own millimeter.
    expect(p50).toBeCloseTo(520, 1);
    expect(p90 - 520).toBeCloseTo(1.2816, 1);
    expect(520 - p10).toBeCloseTo(1.2816, 1);
  });
});

describe('learning', () => {
  const past = (measured: number, kit: string | null = 'K', platform = 'P') => ({
    kit,
    platform,
    end: 'front' as const,
    predicted: 50,
    measured,
  });
  test('the ratio is shrunk toward 1 by the number of jobs', () => {
    const jobs = [past(47), past(48), past(46)];
    const learned = learnLift(jobs, { kit: 'K', platform: 'Q', end: 'front' });
    const expected = Math.exp(
      (Math.log(47 / 50) + Math.log(48 / 50) + Math.log(46 / 50)) / (3 + LIFT_PRIOR.jobs),
    );
    expect(learned.ratio).toBeCloseTo(expected, 12);
    expect(learned).toMatchObject({ jobs: 3, from: 'kit' });
    expect(learned.ratio).toBeGreaterThan(0.94);
  });
  test('a kit speaks before its platform, the platform before nothing; other ends and useless jobs are passed over', () => {
    const jobs = [
      past(47, 'K'),
      past(60, 'L', 'P'),
      { ...past(30), end: 'rear' as const },
      past(-5),
      { ...past(3), predicted: 2 },
    ];
    expect(learnLift(jobs, { kit: 'K', platform: 'P', end: 'front' })).toMatchObject({
      jobs: 1,
      from: 'kit',
    });
    expect(learnLift(jobs, { kit: 'M', platform: 'P', end: 'front' })).toMatchObject({
      jobs: 2,
      from: 'platform',
    });
    expect(learnLift(jobs, { kit: null, platform: '', end: 'front' })).toMatchObject({
      jobs: 0,
      ratio: 1,
      from: 'nothing',
    });
  });
  test('one more finished job moves the next prediction by the formula', () => {
    const of = (jobs: ReturnType<typeof past>[]) => {
      const { ratio } = learnLift(jobs, { kit: 'K', platform: 'P', end: 'front' });
      return standCar({ ...BASE, parts: [spacer(30)], learned: { front: ratio, rear: 1 } }).axleLift.front;
    };
    const before = of([past(47)]);
    const after = of([past(47), past(44)]);
    expect(before).toBeCloseTo(50 * Math.exp(Math.log(47 / 50) / 5), 9);
    expect(after).toBeCloseTo(50 * Math.exp((Math.log(47 / 50) + Math.log(44 / 50)) / 6), 9);
  });
});

describe('finding parts', () => {
  const catalog = [
    spacer(20),
    spacer(26),
    spacer(30),
    block(25),
    block(38),
    freshPart('shackle', 'rear', 's', { length: 150 }),
  ].map((part, index) => ({
    ...part,
    id: `c${index}`,
    cost: 1000 * (index + 1),
    minutes: 60,
    requires: [],
    excludes: [],
  }));
  test('the choices are within tolerance by their own lift here, and the whole is predicted and told apart', () => {
    const found = findParts(BASE, catalog, 12);
    expect(found.length).toBeGreaterThan(0);
    for (const plan of found) {
      expect(plan.error).toBeLessThanOrEqual(12);
      const alone = plan.ids.reduce(
        (sum, id) =>
          sum +
          liftAlone(
            BASE,
            catalog.find((part) => part.id === id)!,
          ).rear,
        0,
      );
      expect(plan.summed.rear).toBeCloseTo(alone, 9);
    }
  });
  test('a choice is told front first, whatever the ids of its parts', () => {
    const turned = catalog.map((part, index) => ({ ...part, id: `c${9 - index}` }));
    const both = findParts(BASE, turned, 12).filter((plan) => plan.ids.length > 1);
    expect(both.length).toBeGreaterThan(0);
    for (const { ids } of both) {
      const ends = ids.map((id) => turned.find((part) => part.id === id)!.end);
      expect(ends).toEqual([...ends].sort());
    }
  });
  test('a shackle and an added leaf together give not quite the sum of each', () => {
    const parts = [
      {
        ...freshPart('shackle', 'rear', 'a', { length: 150 }),
        cost: 1,
        minutes: 1,
        requires: [],
        excludes: [],
      },
      { ...freshPart('leafIn', 'rear', 'b'), cost: 1, minutes: 1, requires: [], excludes: [] },
    ];
    const [best] = findParts({ ...BASE, targets: { front: null, rear: 615 } }, parts, 40);
    expect(best!.ids).toEqual(['a', 'b']);
    expect(Math.abs(best!.whole.rear - best!.summed.rear)).toBeGreaterThan(0.05);
  });
  test('each set found is told as the plan itself will tell it, by the kit its own parts come in', () => {
    const ofKit = catalog.map((part) => (part.id === 'c1' ? { ...part, kit: 'K' } : part));
    const past = Array.from({ length: 12 }, () => ({
      kit: 'K',
      platform: 'P',
      end: 'front' as const,
      predicted: 50,
      measured: 41,
    }));
    const learnedOf = (parts: PlanPart[]) => ratiosOf(learnFor(parts, past, ''));
    const found = findParts(BASE, ofKit, 12, learnedOf);
    expect(found.some((plan) => plan.ids.includes('c1'))).toBe(true);
    expect(found.some((plan) => !plan.ids.includes('c1'))).toBe(true);
    for (const plan of found) {
      const parts = ofKit.filter((part) => plan.ids.includes(part.id)).map(asPlanPart);
      const input = { ...BASE, parts, learned: learnedOf(parts) };
      const after = heightsAfter(input, standCar(input))!;
      const off = Math.max(
        Math.abs((after.LF + after.RF) / 2 - BASE.targets.front!),
        Math.abs((after.LR + after.RR) / 2 - BASE.targets.rear!),
      );
      expect(plan.wholeError).toBeCloseTo(off, 6);
      expect(off).toBeLessThanOrEqual(12);
    }
  });
  test('by the whole, none of the sets found beats another', () => {
    const found = findParts(BASE, catalog, 25);
    expect(found.length).toBeGreaterThan(1);
    for (const one of found)
      for (const other of found.filter((plan) => plan !== one))
        expect(
          other.wholeError <= one.wholeError && other.cost <= one.cost && other.minutes <= one.minutes,
        ).toBe(false);
  });
  test('without a baseline or a target it says what is missing', () => {
    expect(() => findParts({ ...BASE, baseline: null }, catalog, 5)).toThrow(/measure the car/);
    expect(() => findParts({ ...BASE, targets: { front: null, rear: null } }, catalog, 5)).toThrow(/target/);
  });
});

describe('schools', () => {
  test('each school set to a lift gives that lift on this car', () => {
    const settingOf = (kind: PlanPart['kind'], key: string) =>
      partKind(kind).settings.find((setting) => setting.id === key)!;
    for (const [end, wanted] of [
      ['front', 32],
      ['rear', 22],
    ] as const) {
      const schools = schoolsFor(BASE, end, wanted, settingOf);
      expect(schools.length).toBeGreaterThanOrEqual(2);
      for (const { part } of schools) {
        const { axleLift } = standCar({ ...BASE, parts: [part] });
        expect(Math.abs(axleLift[end] - wanted)).toBeLessThan(3);
      }
    }
    const far = partForLift(BASE, 'rear', block(10), 't', { min: 1, max: 20, step: 0.5 }, 90);
    expect(far).toBeNull();
  });
});

describe('sized before teardown', () => {
  test('U-bolts span the stack with its block, studs are judged, the frame stands high enough', () => {
    const plan = { ...BASE, parts: [spacer(20), block(38)] };
    // From figures nobody measured there is no size, only what to measure.
    const asked = sizesBeforeTeardown(plan);
    expect(asked.map((size) => size.mm)).toEqual([null, null, null]);
    expect(asked.map((size) => size.words).join(' ')).toMatch(
      /measure first: old top stud, how far it stands out, front.*axle tube, rear.*jacking point/,
    );
    const sheet = Object.fromEntries(
      Object.entries({
        'rear.tube': 80,
        'rear.packHeight': 48,
        'rear.plate': 12,
        'rear.ubNut': 18,
        'front.studOut': 26,
        'front.studNut': 9,
        'front.studPitch': 1.25,
        'front.jackPoint': 90,
        'rear.jackPoint': 110,
      }).map(([key, value]) => [key, { value, known: 'measured' as const }]),
    );
    const sizes = sizesBeforeTeardown({ ...plan, sheet });
    const bolt = sizes.find((size) => size.what === 'U-bolts rear, leg length')!;
    expect(bolt.mm).toBe(80 + 38 + 48 + 12 + 18 + 10);
    expect(sizes.find((size) => size.what.startsWith('Old top studs'))!.mm).toBeCloseTo(26 + 1.5 - 16, 9);
    expect(sizes.find((size) => size.what.startsWith('Frame'))!.mm).toBeGreaterThan(500);
  });
});

describe('the plan’s drawing follows its numbers', () => {
  const picture = (parts: PlanPart[]) => {
    const input = { ...BASE, parts };
    const stand = standCar(input);
    return {
      body: 'pick-up' as const,
      unit: 'in' as const,
      stand,
      baseline: BASE.baseline!,
      predicted: heightsAfter(input, stand)!,
      target: BASE.targets,
      band: spreadOfPlan(input, 500).corners,
      fromFloor: false,
    };
  };
  const yOf = (drawing: ReturnType<typeof planSide>, name: string) => {
    const shape = drawing.shapes.find((one) => one.name === name);
    if (shape?.kind !== 'path') throw new Error(`no ${name}`);
    return Number(/M[\d.-]+ ([\d.-]+)/.exec(shape.d)![1]);
  };
  test('predicted lines, targets and bands lie at their heights over the hub', () => {
    for (const t of [5, 20, 45]) {
      const plan = picture([spacer(t), block(t)]);
      const drawing = planSide(plan);
      const { scale, ground } = planScale(plan);
      for (const end of ['front', 'rear'] as const) {
        const hub = ground - (plan.stand.axles[end].wheel.diameter / 2) * scale;
        const mean =
          end === 'front'
            ? (plan.predicted.LF + plan.predicted.RF) / 2
            : (plan.predicted.LR + plan.predicted.RR) / 2;
        expect((hub - yOf(drawing, `${end}-predicted`)) / scale).toBeCloseTo(mean, 0);
        expect((hub - yOf(drawing, `${end}-target`)) / scale).toBeCloseTo(plan.target[end]!, 0);
        const band =
          end === 'front'
            ? (plan.band.LF.p90 + plan.band.RF.p90) / 2
            : (plan.band.LR.p90 + plan.band.RR.p90) / 2;
        expect((hub - yOf(drawing, `${end}-band`)) / scale).toBeCloseTo(band, 0);
        const droop = drawing.shapes.find((one) => one.name === `${end}-droop`);
        expect(droop?.kind === 'circle' && (droop.cy - hub) / scale).toBeCloseTo(
          plan.stand.axles[end].droopTravel,
          0,
        );
      }
    }
  });
  test('along the car the lip line leans as left and right differ, and tires stand on the ground', () => {
    const plan = picture([spacer(30)]);
    plan.predicted = { ...plan.predicted, LF: plan.predicted.RF + 40 };
    const drawing = planAcross(plan, 'front');
    const { scale, ground } = acrossScale(plan.stand, 'front');
    const lip = drawing.shapes.find((one) => one.name === 'front-lip');
    const [, left, right] = /M[\d.-]+ ([\d.-]+)L[\d.-]+ ([\d.-]+)/.exec(lip?.kind === 'path' ? lip.d : '')!;
    expect((Number(right) - Number(left)) / scale).toBeCloseTo(40, 0);
    const tire = drawing.shapes.find((one) => one.name === 'front-left-tire');
    expect(tire?.kind === 'path' && yOf(drawing, 'front-left-tire')).toBeCloseTo(ground, 1);
  });
});
