import fc from 'fast-check';
import { answer } from '@/core/calc';
import { type PerCorner, eachCorner } from '@/core/corners';
import { compareHeights } from '@/core/calc/heights.compare';
import { formatTape } from '@/core/calc/tape.format';
import { parseTape } from '@/core/calc/tape.parse';
import { stanceScale } from '@/core/stance/bodies';
import { LEAN_DRAWN, leanView, sideView } from '@/core/stance/drawing';
import { predictedHeights } from '@/core/stance/plan';
import { heightsOf, settledReading, whyNotComparable } from '@/core/stance/readings';
import { judgeHeights } from '@/core/stance/verdict';

const height = () => fc.double({ min: 200, max: 1200, noNaN: true });
const four = () => fc.record({ LF: height(), RF: height(), LR: height(), RR: height() });

describe('readings', () => {
  test('one stands, two within 3 mm give the mean, else the median of three', () => {
    expect(settledReading([500])).toBe(500);
    expect(settledReading([500, 503])).toBe(501.5);
    expect(settledReading([500, 503.1])).toBeNull();
    expect(settledReading([500, 510, 503])).toBe(503);
    expect(settledReading([])).toBeNull();
  });

  test('a second reading that disagrees asks for a third, by its corner', () => {
    const readings = { LF: ['20 1/2'], RF: ['20 1/2', '21'], LR: ['22'], RR: ['22'] };
    expect(() => heightsOf({ readings, unit: 'in' })).toThrow(
      expect.objectContaining({ code: 'third-reading', field: 'readings.RF' }),
    );
    expect(() => heightsOf({ readings: { ...readings, RF: ['x'] }, unit: 'in' })).toThrow(
      expect.objectContaining({ code: 'unreadable', field: 'readings.RF' }),
    );
    expect(
      heightsOf({ readings: { ...readings, RF: ['20 1/2', '21', '20 9/16'] }, unit: 'in' }).RF,
    ).toBeCloseTo(522.2875);
  });

  test('methods and upper points never mix; floor readings stay with their tires', () => {
    const hub = { method: 'hub' as const, upperPoint: 'fender lip', tires: 'A' };
    expect(whyNotComparable(hub, { ...hub, tires: 'B' })).toBeNull();
    expect(whyNotComparable(hub, { ...hub, method: 'floor' })).toMatch(/same way/);
    expect(whyNotComparable(hub, { ...hub, upperPoint: 'rib' })).toMatch(/same point/);
    const floor = { ...hub, method: 'floor' as const };
    expect(whyNotComparable(floor, { ...floor, tires: 'B' })).toMatch(/across tires/);
  });
});

describe('tape', () => {
  test('what is written is read back to within half a division', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 4990, noNaN: true }),
        fc.constantFrom(2, 4, 8, 16, 32, 64),
        (mm, denominator) => {
          const back = parseTape(formatTape(mm, 'in', denominator), 'in');
          expect(Math.abs(back - mm)).toBeLessThanOrEqual(25.4 / denominator / 2 + 1e-6);
          expect(Math.abs(parseTape(formatTape(mm, 'mm'), 'in') - mm)).toBeLessThanOrEqual(0.5 + 1e-6);
        },
      ),
    );
  });

  test.each([
    ['1\' 9 1/2"', 'mm', 546.1],
    ['1 ft 9 1/2 in', 'mm', 546.1],
    ["1'", 'mm', 304.8],
    ['21-3/16', 'in', 538.1625],
    ['53,8 cm', 'in', 538],
    ['0.538 m', 'in', 538],
    ['538', 'mm', 538],
  ])('%s reads', (text, unit, mm) => {
    expect(parseTape(text, unit as 'in' | 'mm')).toBeCloseTo(mm, 9);
  });

  test.each([
    ['21 3/7', 'in'],
    ['21 5/4', 'in'],
    ['-3', 'in'],
    ['21,5,1', 'in'],
    ['1/2', 'mm'],
    ['5001 mm', 'in'],
    ['21 1/2 mm', 'in'],
  ])('%s is refused with its field', (text, unit) => {
    expect(answer('tape.parse', { text, unit })).toMatchObject({ ok: false, error: { field: 'text' } });
  });
});

describe('comparison', () => {
  test('the same heights changed nothing; swapping sides mirrors lean', () => {
    fc.assert(
      fc.property(four(), four(), (before, after) => {
        const still = compareHeights({ before, after: before, wheelbase: 3000 });
        expect(still.verdict).toEqual({ front: 'no measurable change', rear: 'no measurable change' });
        const mirror = (set: PerCorner<number>) => ({ LF: set.RF, RF: set.LF, LR: set.RR, RR: set.LR });
        const one = compareHeights({ before, after, wheelbase: 3000 });
        const other = compareHeights({ before: mirror(before), after: mirror(after), wheelbase: 3000 });
        expect(other.frontLean).toBeCloseTo(-one.frontLean, 9);
        expect(other.frontLift).toBeCloseTo(one.frontLift, 9);
      }),
    );
  });

  test('a truck lowered too little is short', () => {
    const before = eachCorner(() => 600);
    const after = eachCorner(() => 570);
    const { verdict } = compareHeights({
      before,
      after,
      wheelbase: 3000,
      claimed: { front: -50, rear: -20 },
    });
    expect(verdict).toEqual({ front: 'short', rear: 'over' });
  });

  test('verdicts speak of claim and target in the unit measured', () => {
    const { axles } = judgeHeights(
      {
        before: eachCorner(() => 520),
        after: eachCorner(() => 560),
        predicted: null,
        target: { front: 561, rear: 580 },
        claimed: { front: 40 },
        wheelbaseMm: 3400,
      },
      'mm',
    );
    expect(axles.map((axle) => axle.text)).toEqual([
      'Front up 40 mm, as the kit claims, on target.',
      'Rear up 40 mm, 20 mm below target.',
    ]);
  });

  test('a plan adds its own lift to each corner', () => {
    const baseline = { LF: 500, RF: 510, LR: 560, RR: 550 };
    const lift = { LF: 50, RF: 49, LR: -5, RR: 0 };
    expect(predictedHeights(baseline, { lift })).toEqual({ LF: 550, RF: 559, LR: 555, RR: 550 });
  });
});

describe('the drawing follows its numbers', () => {
  const input = {
    body: 'pick-up' as const,
    wheelbaseMm: 3600,
    tireDiameterMm: 800,
    unit: 'in' as const,
    measured: { LF: 520, RF: 516, LR: 562, RR: 560 },
    before: null,
    predicted: { LF: 570, RF: 566, LR: 587, RR: 585 },
    target: { front: 571.5, rear: 590 },
  };
  const shapes = sideView(input).shapes;
  const named = (name: string) => shapes.find((shape) => shape.name === name)!;
  const ys = (d: string) => [...d.matchAll(/[ML][\d.-]+ ([\d.-]+)/g)].map((match) => Number(match[1]));

  test('lip, prediction and target lie as high as their millimeters say', () => {
    const { scale, hubY } = stanceScale(input);
    const y = (mm: number) => hubY - mm * scale;
    const lip = ys((named('front-measured') as { d: string }).d);
    expect(Math.min(...lip)).toBeCloseTo(y(518), 1);
    expect(Math.max(...lip)).toBeCloseTo(hubY, 1);
    expect(ys((named('rear-predicted') as { d: string }).d)[0]).toBeCloseTo(y(586), 1);
    expect(ys((named('front-target') as { d: string }).d)[0]).toBeCloseTo(y(571.5), 1);
  });

  test('wheels stand on the ground a wheelbase apart, values are written at their place', () => {
    const { scale, ground } = stanceScale(input);
    const [front, rear] = ['front-tire', 'rear-tire'].map(
      (name) => named(name) as { cx: number; cy: number; r: number },
    );
    expect(rear!.cx - front!.cx).toBeCloseTo(3600 * scale, 1);
    expect(front!.cy + front!.r).toBeCloseTo(ground, 1);
    expect(named('front-left-value')).toMatchObject({ text: 'L 20 1/2"' });
    expect(named('rear-right-value')).toMatchObject({ text: 'R 22 1/16"' });
  });

  test('from behind the higher side is drawn higher, and said', () => {
    const drawing = leanView('rear', 560, 550, 'mm');
    const lean = drawing.shapes.find((shape) => shape.name === 'rear-lean') as { d: string };
    const [left, right] = ys(lean.d);
    expect(right! - left!).toBeCloseTo(10 * 0.14 * LEAN_DRAWN, 1);
    expect(drawing.alt).toContain('left 10 mm higher');
  });
});
