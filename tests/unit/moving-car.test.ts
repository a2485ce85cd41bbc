import { answer } from '@/core/calc';
import type { TravelRow } from '@/core/calc/knuckle.travel';
import { standCar } from '@/core/planner/car-stand';
import { lockOf } from '@/core/planner/consequences/hanging';
import { STANDING, type Movement, moved, poseCar, travelRange } from '@/core/planner/moving-car/pose';
import { strikesIn } from '@/core/planner/moving-car/strikes';
import { sweepsOf } from '@/core/planner/moving-car/sweep';
import { alongScale, alongView } from '@/core/planner/moving-car/along-view';
import { sideView } from '@/core/planner/moving-car/side-view';
import { topScale, topView } from '@/core/planner/moving-car/top-view';
import type { Drawing } from '@/core/stance/shapes';
import { plainWheel, rowOf } from '../support/moving-cars';
import { part, planOf } from '../support/planned-cars';

const TRAVELS = [-70, -35, 0, 25, 55];
const circle = (drawing: Drawing, name: string) => {
  const found = drawing.shapes.find((shape) => shape.name === name);
  if (found?.kind !== 'circle') throw new Error(`no circle ${name}`);
  return [found.cx, found.cy];
};
const points = (drawing: Drawing, name: string): [number, number][] => {
  const found = drawing.shapes.find((shape) => shape.name === name);
  if (found?.kind !== 'path') throw new Error(`no path ${name}`);
  return [...found.d.matchAll(/[ML](-?[\d.]+) (-?[\d.]+)/g)].map(([, x, y]) => [Number(x), Number(y)]);
};
const long = (drawing: Drawing, name: string) => {
  const [a, b] = points(drawing, name) as [[number, number], [number, number]];
  return Math.hypot(a[0] - b[0], a[1] - b[1]);
};
const BASELINE = { LF: 540, RF: 540, LR: 560, RR: 560 };

describe('the moving car on paper', () => {
  const car = standCar(
    planOf({ front: 'strut', rear: 'coil-links', parts: [part('coilSpacer', 'rear', { t: 40 })] }),
  );

  test.each(TRAVELS)(
    'at %i mm each hub stands where the numbers say, and arms keep their lengths',
    (travel) => {
      const pose = poseCar(car, moved(travel, travel));
      const along = alongView(car, pose, 'front', []);
      const { place } = alongScale(car, 'front');
      // By the calculator itself, of points written down by hand.
      const row: TravelRow = rowOf(plainWheel('strut', 'front'), travel);
      const [x, y] = place(row.center.y, row.center.z);
      expect(circle(along, 'front-right-hub')[0]).toBeCloseTo(x, 1);
      expect(circle(along, 'front-right-hub')[1]).toBeCloseTo(y, 1);
      expect(circle(along, 'front-left-hub')[0]).toBeCloseTo(460 - x, 1);
      const still = alongView(car, poseCar(car, STANDING), 'front', []);
      expect(long(along, 'front-right-arm')).toBeCloseTo(long(still, 'front-right-arm'), 1);
      const side = sideView(car, pose, 'pick-up', BASELINE, false, []);
      const rest = sideView(car, poseCar(car, STANDING), 'pick-up', BASELINE, false, []);
      for (const link of ['rear-lower-link', 'rear-upper-link'])
        expect(long(side, link)).toBeCloseTo(long(rest, link), 1);
      // The hub of the rear axle: as far along and down as its four links say.
      const got = answer('caster.fourLink', {
        axleLower: { x: -10, y: -70 },
        axleUpper: { x: 0, y: 150 },
        frameLower: { x: -620, y: 20 },
        frameUpper: { x: -560, y: 170 },
        casterBefore: 0,
        lift: 40 - travel,
      });
      if (!got.ok) throw new Error(got.error.message);
      const { axleShift } = got.output as { axleShift: number };
      const [ax] = points(rest, 'rear-lower-link')[0]!;
      expect(pose.wheels.LR.center[0]).toBeCloseTo(axleShift, 3);
      expect(pose.wheels.LR.center[2]).toBeCloseTo(380 - 40 + travel, 9);
      expect(Number.isFinite(ax)).toBe(true);
    },
  );

  test('lock to lock: the inner wheel turns to its lock, the rods keep their lengths, left answers right', () => {
    for (const steer of [-1, -0.4, 0.4, 1]) {
      const pose = poseCar(car, { ...STANDING, steer });
      const drawn = topView(car, pose, []);
      for (const corner of ['LF', 'RF'] as const) {
        const name = `front-${corner === 'LF' ? 'left' : 'right'}`;
        const [a, b] = points(drawn, `${name}-tire-above`) as [[number, number], [number, number]];
        const angle = (Math.atan2(b[1] - a[1], b[0] - a[0]) * 180) / Math.PI;
        expect(angle).toBeCloseTo(pose.wheels[corner].toe * pose.wheels[corner].side, 0);
      }
      const { wheels } = pose;
      const inner = steer > 0 ? wheels.RF : wheels.LF;
      if (Math.abs(steer) === 1) expect(Math.abs(inner.toe)).toBeGreaterThan(lockOf(car) - 2);
      // Steered to the right both point right: the right one out, the left one in.
      expect(Math.sign(wheels.RF.toe)).toBe(-Math.sign(steer));
      expect(Math.sign(wheels.LF.toe)).toBe(Math.sign(steer));
      const mirrored = poseCar(car, { ...STANDING, steer: -steer });
      expect(mirrored.wheels.LF.toe).toBeCloseTo(wheels.RF.toe, 6);
    }
    expect(topScale(car).scale).toBeGreaterThan(0);
  });

  test('one wheel up and one down rolls a solid axle and leaves the others where they are', () => {
    const roll: Movement = { travel: { LF: 0, RF: 0, LR: 40, RR: -40 }, steer: 0 };
    const pose = poseCar(car, roll);
    expect(pose.axles.rear!.rollDeg).toBeCloseTo((-Math.atan2(80, 1620) * 180) / Math.PI, 6);
    expect(pose.wheels.LR.center[2] - pose.wheels.RR.center[2]).toBeCloseTo(80, 0);
    expect(pose.wheels.LF.center).toEqual(poseCar(car, STANDING).wheels.LF.center);
    expect(pose.axles.rear!.steerDeg).not.toBe(0);
  });
});

describe('what strikes lights up', () => {
  const lifted = standCar(planOf({ front: 'coilover', parts: [part('strutSpacer', 'front', { t: 40 })] }));

  test('at ride nothing; at full droop what the list says, with its figure and its ring', () => {
    expect(strikesIn(lifted, poseCar(lifted, STANDING))).toEqual([]);
    const low = travelRange(lifted, 'front').low;
    const pose = poseCar(lifted, moved(low, 0));
    const strikes = strikesIn(lifted, pose);
    const ids = strikes.map(({ id }) => id);
    for (const corner of ['LF', 'RF'])
      expect(ids).toEqual(expect.arrayContaining([`${corner} shaft-inner`, `${corner} upper-joint`]));
    const shaft = strikes.find(({ id }) => id === 'RF shaft-inner')!;
    const { innerDeg } = rowOf(plainWheel('arms', 'front'), low - lifted.axleLift.front).shaft!;
    expect(shaft.text).toBe(`${Math.round(innerDeg)}° of 20°`);
    const drawn = alongView(lifted, pose, 'front', strikes);
    expect(drawn.alt).toMatch(/half shaft, inner joint/);
    const { place } = alongScale(lifted, 'front');
    const [x] = place(shaft.at[1], shaft.at[2]);
    expect(Math.abs(circle(drawn, 'strike RF shaft-inner')[0]! - x)).toBeLessThan(40);
    // No ring lies on another.
    const set = drawn.shapes.filter((shape) => shape.name?.startsWith('strike')) as {
      cx: number;
      cy: number;
    }[];
    for (const [at, one] of set.entries())
      for (const other of set.slice(at + 1))
        expect(Math.hypot(one.cx - other.cx, one.cy - other.cy)).toBeGreaterThan(16);
  });

  test('a damper pulled past its ends, a coil that leaves its seat, a tire in its arch', () => {
    const { high } = travelRange(lifted, 'front');
    const up = strikesIn(lifted, poseCar(lifted, moved(high + 40, 0))).map(({ id }) => id);
    expect(up).toEqual(expect.arrayContaining(['LF arch']));
    const short = standCar(planOf({ front: 'strut', figures: { 'front.damperExtended': 480 } }));
    const pulled = strikesIn(short, poseCar(short, moved(-70, 0))).find(({ id }) => id === 'LF damper')!;
    expect(pulled.text).toBe(`by ${Math.round(450 + 70 * 0.95 - 480)} mm`);
  });
});

describe('curves along the travel', () => {
  test('61 places from droop to bump, as the calculator has them, the car as it came beside', () => {
    const input = planOf({ front: 'strut', parts: [part('strutSpacer', 'front', { t: 30 })] });
    const { before, after } = sweepsOf(input, 'front');
    expect(after.rows).toHaveLength(61);
    expect(after.rows[0]!.travel).toBe(after.low);
    expect(after.rows.at(-1)!.travel).toBeCloseTo(after.high, 9);
    const lift = standCar(input).axleLift.front;
    for (const row of [after.rows[10]!, after.rows[45]!]) {
      const plain = rowOf(plainWheel('strut', 'front', { top: 30 }), row.travel - lift);
      expect(row.camber).toBeCloseTo(plain.camber, 6);
      expect(row.toe).toBeCloseTo(plain.toe, 6);
      expect(row.caster).toBeCloseTo(plain.caster!, 6);
    }
    const stock = before.rows.find(({ travel }) => Math.abs(travel) < 2)!;
    expect(stock.camber).toBeCloseTo(rowOf(plainWheel('strut', 'front'), stock.travel).camber, 6);
  });
});
