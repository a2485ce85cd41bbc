import { axleFromTheSide } from '@/core/planner/draw-axle';
import { leafOnShackle } from '@/core/calc/leaf.geometry';
import { strutRefit } from '@/core/planner/refit';
import { describeWedge } from '@/core/planner/consequences/wedge-words';
import { standCar } from '@/core/planner/car-stand';
import { CONSEQUENCES } from '@/core/planner/consequences';
import { wrapGrowth } from '@/core/planner/consequences/axle';
import { breakover } from '@/core/planner/consequences/load';
import { compareGearing } from '@/core/planner/gearing';
import { judgeCar, levelByChance } from '@/core/planner/judge';
import type { OneEnd } from '@/core/planner/measures';
import type { PlanPart } from '@/core/planner/plan-part';
import { type DemoCar, calc, expectEachCureClears, part, planOf } from '../support/planned-cars';
import { MOVING } from '../support/moving-cars';

type Figure = (car: ReturnType<typeof standCar>) => number;
/** `within`: what the car in motion may differ from the plain formula. */
type Row = [id: string, car: DemoCar, figure: Figure, within?: number];

const spacer = (end: OneEnd, t: number) => part('strutSpacer', end, { t });
const winch = (kg: number, x: number) => [{ id: 'winch', name: 'Winch', kg, x, y: 0 }];

/** Where an arm points whose link keeps its length: the angle at which it does, found by halving, degrees below level. */
function armOfCrank(run: number, drop: number, rise: number, down: number): number {
  const arm = Math.hypot(run, drop);
  const far = { x: run, y: -drop + rise - down };
  const long = (deg: number) => {
    const rad = (deg * Math.PI) / 180;
    return Math.hypot(far.x - arm * Math.cos(rad), far.y + arm * Math.sin(rad)) - Math.abs(rise);
  };
  let [low, high] = [(Math.atan2(drop, run) * 180) / Math.PI, 89];
  for (let round = 0; round < 60; round += 1) {
    const middle = (low + high) / 2;
    if (long(middle) > 0 === long(low) > 0) low = middle;
    else high = middle;
  }
  return low;
}

const ends = (make: (end: OneEnd) => Row): Row[] => [make('front'), make('rear')];

/** For each consequence a car on which it is a must, and what its figure has to be by its own function. */
const ROWS: Row[] = [
  [
    'front.caster',
    { front: 'coil-radius', parts: [part('coilSpacer', 'front', { t: 60 })] },
    (car) =>
      calc(
        'caster.radiusArm',
        { arm: 880, rise: 60, lift: car.axleLift.front, casterBefore: 4 },
        'casterAfter',
      ) - car.pitchDeg,
  ],
  ...ends((end): Row => [
    `${end}.camber`,
    { front: 'strut', rear: 'strut', parts: [spacer(end, 50)], figures: { [`${end}.camberShift`]: 2 } },
    (car) =>
      Math.abs(
        calc(
          'camber.lift',
          {
            kind: 'strut',
            armPivot: { x: 350, y: 240 },
            ballJoint: { x: 700, y: 215 },
            top: { x: 590, y: 850 },
            lift: car.axleLift[end],
            topDrop: 50,
          },
          'camberChange',
        ),
      ),
    0.05,
  ]),
  [
    'front.toe',
    { front: 'strut', parts: [spacer('front', 55)], figures: { 'front.tieThread': 1, 'front.tieDrop': 60 } },
    (car) => {
      const lift = car.axleLift.front;
      const before = calc('link.angle', { run: 340, drop: 60, lift }, 'before');
      const after = calc('link.angle', { run: 340, drop: 60, lift }, 'after');
      const long = Math.hypot(340, 60);
      const cos = (deg: number) => Math.cos((deg * Math.PI) / 180);
      const joint =
        calc(
          'camber.lift',
          {
            kind: 'strut',
            armPivot: { x: 350, y: 240 },
            ballJoint: { x: 700, y: 215 },
            top: { x: 590, y: 850 },
            lift,
            topDrop: 55,
          },
          'trackChange',
        ) / 2;
      return Math.abs(long * cos(before) - long * cos(after) + joint);
    },
    1.2,
  ],
  [
    'front.tie-rod',
    { front: 'strut', parts: [spacer('front', 50)], figures: { 'front.tieLimit': 9 } },
    (car) => calc('link.angle', { run: 340, drop: 10, lift: car.axleLift.front }, 'after'),
    0.05,
  ],
  ...ends((end): Row => [
    `${end}.track-bar`,
    {
      front: 'coil-radius',
      rear: 'coil-trailing',
      parts: [part('coilSpacer', end, { t: 60 })],
      figures: { [`${end}.trackbarRise`]: 120 },
    },
    (car) => calc('trackbar.shift', { length: 880, rise: 120, lift: car.axleLift[end] }, 'shift'),
  ]),
  [
    'front.axle-place',
    { front: 'leaf-over', parts: [part('leafPack', 'front', { camber: 290 })] },
    (car) => Math.abs(car.axles.front.leaf!.axleShift),
  ],
  [
    'rear.axle-place',
    {
      rear: 'coil-links',
      parts: [part('coilSpacer', 'rear', { t: 60 })],
      figures: { 'rear.frameLowerY': 110, 'rear.frameUpperY': 250 },
    },
    (car) =>
      Math.abs(
        calc(
          'caster.fourLink',
          {
            axleLower: { x: -10, y: -70 },
            axleUpper: { x: 0, y: 150 },
            frameLower: { x: -620, y: 110 },
            frameUpper: { x: -560, y: 250 },
            casterBefore: 0,
            lift: car.axleLift.rear,
          },
          'axleShift',
        ),
      ),
  ],
  ['rear.wrap', { parts: [part('block', 'rear', { t: 90 })] }, () => wrapGrowth(80, 90)],
  ['front.blocks', { front: 'leaf-over', parts: [part('block', 'front')] }, () => 1],
  ['rear.blocks', { parts: [part('block', 'rear'), part('block', 'rear')] }, () => 2],
  ['front.stacked', { parts: [spacer('front', 10), spacer('front', 10)] }, () => 2],
  ['rear.stacked', { parts: [part('bodySpacer', 'rear'), part('bodySpacer', 'rear')] }, () => 2],
  [
    'front.rated',
    { parts: [{ ...spacer('front', 30), rated: { least: 0, most: 30 } }] },
    () =>
      calc(
        'lift.predict',
        { springMotionRatio: 0.6, damperMotionRatio: 0.6, parts: [{ kind: 'strutSpacer', thickness: 30 }] },
        'wheelLift',
      ) - 30,
  ],
  [
    'rear.rated',
    { parts: [{ ...part('block', 'rear', { t: 40 }), rated: { least: 50, most: 90 } }] },
    () => 10,
  ],
  ...ends((end): Row => [
    `${end}.half-shaft`,
    { front: 'strut', rear: 'strut', parts: [spacer(end, 50)], figures: { [`${end}.shaftLimit`]: 8 } },
    (car) => calc('link.angle', { run: 400, drop: 15, lift: car.axleLift[end] }, 'after'),
    0.05,
  ]),
  [
    'rear.joint',
    { parts: [part('block', 'rear', { t: 80 })], figures: { 'rear.shaftFall': 150 } },
    (car) => {
      const input = { run: 1300, drop: 150, outputDeg: 2.5, pinionDeg: 2.5, lift: car.axleLift.rear };
      return Math.max(
        calc('driveshaft.angles', input, 'after.frontJointDeg'),
        calc('driveshaft.angles', input, 'after.rearJointDeg'),
      );
    },
  ],
  [
    'rear.residual',
    { parts: [part('shackle', 'rear', { length: 190 })] },
    (car) =>
      calc(
        'driveshaft.angles',
        {
          run: 1300,
          drop: 90,
          outputDeg: 2.5,
          pinionDeg: 2.5,
          lift: car.axleLift.rear,
          pinionChangeDeg: -car.axles.rear.leaf!.rotationDeg,
        },
        'after.residualDeg',
      ),
  ],
  [
    'rear.shaft-length',
    { parts: [part('block', 'rear', { t: 90 })], figures: { 'rear.slipLeft': 8, 'rear.shaftLen': 900 } },
    (car) =>
      calc(
        'driveshaft.angles',
        { run: 900, drop: 90, outputDeg: 2.5, pinionDeg: 2.5, lift: car.axleLift.rear },
        'lengthChange',
      ),
  ],
  [
    'gearing',
    { parts: [part('tire', 'front', { diameter: 860, width: 285 })] },
    () =>
      Math.abs(
        compareGearing({ oldDiameter: 760, newDiameter: 860, axleRatio: 3.73, fittedRatio: 3.73 }).changePct,
      ),
  ],
  ...ends((end): Row => [
    `${end}.droop-left`,
    {
      parts: [end === 'front' ? part('preloadSpacer', end, { t: 40 }) : part('block', end, { t: 90 })],
      figures: { 'front.damperExtended': 510 },
    },
    () => {
      const ratio = end === 'front' ? 0.6 : 0.9;
      const wheel = end === 'front' ? 40 / 0.6 : 90;
      const open = end === 'front' ? 510 : 560;
      return calc(
        'shock.fit',
        {
          ride: 450 + wheel * ratio,
          bumpTravel: 85,
          droopTravel: 85,
          motionRatio: ratio,
          collapsed: 340,
          extended: open,
        },
        'droopAvailable',
      );
    },
  ]),
  ...ends((end): Row => [
    `${end}.damper-closed`,
    { figures: { [`${end}.damperCollapsed`]: 425 } },
    () => {
      const ratio = end === 'front' ? 0.6 : 0.9;
      return calc(
        'shock.fit',
        { ride: 450, bumpTravel: 85, droopTravel: 85, motionRatio: ratio, collapsed: 425, extended: 560 },
        'bumpStopExtension',
      );
    },
  ]),
  ...ends((end): Row => [
    `${end}.bump-left`,
    end === 'front'
      ? { parts: [part('seat', 'front', { travel: -30, least: -40 })] }
      : { rear: 'coil-links', parts: [part('coilCut', 'rear', { turns: 1.25 })] },
    (car) => 85 + car.axleLift[end],
  ]),
  ...ends((end): Row => [
    `${end}.spring-loose`,
    {
      front: 'coil-radius',
      rear: 'coil-links',
      parts: [part('damper', end, { collapsed: 340, extended: 640 })],
    },
    () =>
      calc(
        'coil.swap',
        {
          wheelLoad: 5000,
          motionRatio: 1,
          old: { free: 420, rate: 45 },
          new: { free: 420, rate: 45 },
          seatGapAtDroop: 400 + (640 - 560) / 0.9,
        },
        'looseAtDroop',
      ),
  ]),
  ...ends((end): Row => [
    `${end}.coil-bind`,
    { front: 'coil-radius', rear: 'coil-links', figures: { [`${end}.springSolid`]: 260 } },
    () => {
      const load = end === 'front' ? 5200 : 4200;
      return calc(
        'coil.swap',
        {
          wheelLoad: load,
          motionRatio: 1,
          old: { free: 420, rate: 45 },
          new: { free: 420, rate: 45, solid: 260 },
          bumpTravel: 85,
        },
        'bindMargin',
      );
    },
  ]),
  ...ends((end): Row => [
    `${end}.shackle-ride`,
    { front: 'leaf-over', figures: { [`${end}.leafPivotX`]: 1420 } },
    (car) => car.axles[end].leaf!.shackleDeg,
  ]),
  ...ends((end): Row => [
    `${end}.shackle-flat`,
    { front: 'leaf-over', figures: { [`${end}.leafPivotX`]: 1299 } },
    (car) => car.axles[end].leaf!.flatDeg!,
  ]),
  ...ends((end): Row => [
    `${end}.shackle-bump`,
    { front: 'leaf-over', figures: { [`${end}.leafPivotX`]: 1299, [`${end}.bumpTravel`]: 75 } },
    (car) => car.axles[end].leaf!.bumpDeg!,
  ]),
  ...ends((end): Row => [
    `${end}.refit`,
    { front: 'strut', rear: 'strut', parts: [spacer(end, 50)] },
    () =>
      calc(
        'refit.room',
        { freeLength: 570, spacer: 50, openingAtDroop: 600, preload: 0, rate: 45 },
        'shortfall',
      ),
  ]),
  ...ends((end): Row => [
    `${end}.seat-range`,
    { front: 'coilover', rear: 'strut', parts: [part('seat', end, { travel: 50, most: 40 })] },
    () => 10,
  ]),
  ...ends((end): Row => [
    `${end}.hose`,
    {
      parts: [
        end === 'front' ? spacer('front', 40) : part('damper', 'rear', { collapsed: 340, extended: 640 }),
      ],
    },
    () => {
      const grown = end === 'front' ? 40 / 0.6 : 80 / 0.9;
      const rise = end === 'front' ? 40 / 0.6 : 0;
      return calc(
        'slack.fit',
        { length: 460, spans: [320 + rise, 380 + grown, (end === 'front' ? 360 : 320) + rise] },
        'slack',
      );
    },
  ]),
  ...ends((end): Row => [
    `${end}.lead`,
    {
      parts: [
        end === 'front' ? spacer('front', 40) : part('damper', 'rear', { collapsed: 340, extended: 640 }),
      ],
    },
    () => calc('slack.fit', { length: 500, spans: [430 + (end === 'front' ? 40 / 0.6 : 80 / 0.9)] }, 'slack'),
  ]),
  ...ends((end): Row => [
    `${end}.bar-link`,
    {
      parts: [end === 'front' ? spacer('front', 45) : part('block', 'rear', { t: 90 })],
      figures: { [`${end}.barRun`]: 200 },
    },
    (car) => armOfCrank(200, 10, -80, car.axleLift[end]),
  ]),
  ...ends((end): Row => [
    `${end}.level-sensor`,
    {
      parts: [end === 'front' ? spacer('front', 30) : part('block', 'rear', { t: 50 })],
      figures: { [`${end}.levelRun`]: 90 },
    },
    (car) => armOfCrank(90, 0, -110, car.axleLift[end]),
  ]),
  [
    'lamps',
    { parts: [spacer('front', 40)] },
    (car) =>
      Math.abs(
        calc(
          'headlamp.aim',
          { frontLift: car.axleLift.front, rearLift: 0, wheelbase: 3300, lampX: -700 },
          'beamShift',
        ),
      ),
  ],
  ...ends((end): Row => [
    `${end}.tire-inner`,
    { parts: [part('tire', 'front', { diameter: 780, width: 290 })] },
    () =>
      calc(
        'wheel.fit',
        {
          old: { rimWidthIn: 7.5, offset: 30, tireWidth: 245 },
          new: { rimWidthIn: 7.5, offset: 30, tireWidth: 290 },
          clearance: { inner: 24, outer: 28 },
        },
        'innerLeft',
      ),
  ]),
  ...ends((end): Row => [
    `${end}.tire-outer`,
    { parts: [part('wheel', 'front', { rim: 8, offset: 5 })] },
    () =>
      calc(
        'wheel.fit',
        {
          old: { rimWidthIn: 7.5, offset: 30, tireWidth: 245 },
          new: { rimWidthIn: 8, offset: 5, tireWidth: 245 },
          clearance: { inner: 24, outer: 28 },
        },
        'outerLeft',
      ),
  ]),
  ...ends((end): Row => [
    `${end}.tire-arch`,
    { parts: [part('tire', 'front', { diameter: 830, width: 265 })] },
    () => 32 - (830 - 760) / 2,
  ]),
  [
    'front.scrub',
    { parts: [part('wheel', 'front', { rim: 8, offset: 8 })] },
    () =>
      calc(
        'wheel.fit',
        {
          old: { rimWidthIn: 7.5, offset: 30, tireWidth: 245 },
          new: { rimWidthIn: 8, offset: 8, tireWidth: 245 },
        },
        'trackChange',
      ) / 2,
  ],
  ['dial', { parts: [part('tire', 'front', { diameter: 800, width: 255 })] }, () => (1 - 760 / 800) * 100],
  ...(['front', 'rear', 'total'] as const).map((id): Row => [
    `load-${id}`,
    { accessories: winch(1000, id === 'front' ? 0 : 3300) },
    () =>
      calc(
        'load.left',
        {
          wheelbase: 3300,
          curb: { front: 1180, rear: 940 },
          rating: { front: 1480, rear: 1750, gross: 3050 },
          masses: [{ kg: 1000, x: id === 'front' ? 0 : 3300 }],
        },
        `${id}.left`,
      ),
  ]),
  [
    'stability',
    { parts: [spacer('front', 55), part('block', 'rear', { t: 100 })] },
    (car) =>
      calc(
        'stability.factor',
        {
          trackBefore: 1620,
          trackAfter: 1620,
          cgHeight: 700,
          lift: (car.axleLift.front + car.axleLift.rear) / 2,
        },
        'changePct',
      ),
  ],
  [
    'ground',
    { rear: 'coil-links', figures: { lowest: 130 }, parts: [part('coilCut', 'rear', { turns: 1 })] },
    (car) => 130 + car.axleLift.rear / 2,
  ],
  ['ramp', { figures: { rampDeg: 20 } }, () => breakover(210, 3300)],
  ['front.bar-preload', { figures: { 'front.barTwist': 14 } }, () => 14],
  ['rear.bar-preload', { figures: { 'rear.barRun': 230, 'rear.barTwist': -9 } }, () => 9],
];

describe('what a lift does, held against the drawing', () => {
  /** How far the top of something upright on the seat leans rearward, by where the two eyes stand, degrees. */
  const leanOf = (eye: { x: number; y: number }) => (Math.atan2(-eye.y, eye.x) * 180) / Math.PI;
  const spring = { arcLength: 1400, frontFraction: 0.47 };

  test.each([
    ['hanging', { x: 1340, y: 60 }],
    ['standing', { x: 1340, y: -60 }],
  ] as const)('caster of a front axle on a %s shackle', (shackleType, pivot) => {
    const from = { camber: 70, shackle: 105 };
    const to = { camber: 70, shackle: 145 };
    const drawn = leafOnShackle({ ...spring, pivot, shackleType, from, to });
    const gained = leanOf(drawn.to.eye) - leanOf(drawn.from.eye);
    const input = planOf({
      front: 'leaf-over',
      figures: {
        'front.leafArc': 1400,
        'front.leafFront': 0.47,
        'front.leafPivotX': pivot.x,
        'front.leafPivotY': pivot.y,
        'front.leafCamber': 70,
        'front.shackle': 105,
        'front.caster': 4,
      },
      parts: [part('shackle', 'front', { length: 145 })],
    });
    const car = standCar(input);
    const caster = judgeCar(car).find((one) => one.id === 'front.caster')!.figure! + car.pitchDeg;
    expect(caster - 4).toBeCloseTo(gained, 6);
    // The same on the paper the customer sees: the leaf as it is drawn, front eye to rear eye, before and after.
    const onPaper = (stand: ReturnType<typeof standCar>) => {
      const shapes = axleFromTheSide(stand.axles.front, stand.v.front, { scale: 1, x: 0, y: 0 });
      const path = shapes.find((shape) => shape.kind === 'path' && shape.name === 'front-leaf');
      const [, x1, y1, x2, y2] = /^M([-\d.]+) ([-\d.]+)Q.* ([-\d.]+) ([-\d.]+)$/.exec(
        (path as { d: string }).d,
      )!;
      return leanOf({ x: Number(x2) - Number(x1), y: Number(y1) - Number(y2) });
    };
    const drawnGain = onPaper(car) - onPaper(standCar({ ...input, parts: [] }));
    expect(Math.abs(drawnGain - (caster - 4))).toBeLessThan(0.05);
    // A longer hanging shackle lets the rear eye down, and its axle leans back; a standing one lifts it.
    expect(Math.sign(gained)).toBe(shackleType === 'hanging' ? 1 : -1);
    expect(Math.abs(gained)).toBeGreaterThan(1);
  });

  test('wedges say which end lies where and what it does, front and rear, spring above and below', () => {
    expect(describeWedge('leaf-over', 'rear', -2)).toBe(
      'Axle wedges, 2°, thick end rearward: the pinion’s nose goes up',
    );
    expect(describeWedge('leaf-under', 'rear', -2)).toMatch(/thick end forward: the pinion’s nose goes up/);
    expect(describeWedge('leaf-over', 'front', 2)).toBe(
      'Axle wedges, 2°, thick end rearward: the pinion’s nose goes down, caster comes back',
    );
  });

  test('a bar link that stands up to the strut is made shorter after a lift, one that hangs is made longer', () => {
    const barOf = (front: 'strut' | 'coilover') => {
      const car = standCar(planOf({ front, figures: { 'front.barLimit': 6 }, parts: [spacer('front', 60)] }));
      return judgeCar(car).find((one) => one.id === 'front.bar-link')!.cures[0]!;
    };
    expect(barOf('strut').label).toMatch(/^Bar links \d+ mm shorter: they stand up/);
    expect(barOf('coilover').label).toMatch(/^Bar links \d+ mm longer$/);
  });

  test('room to refit counts an open damper and the spacer, and not a longer coil', () => {
    const shortBy = (parts: PlanPart[]) =>
      strutRefit(standCar(planOf({ parts: [spacer('front', 40), ...parts] })), 'front');
    const plain = shortBy([]);
    const coil = shortBy([part('coil', 'front', { free: 460, rate: 85, solid: 130 })]);
    const damper = shortBy([part('damper', 'front', { collapsed: 340, extended: 590 })]);
    expect(coil.shortfall).toBe(plain.shortfall);
    expect(coil.force).toBeGreaterThan(plain.force);
    expect(damper.shortfall).toBeCloseTo(plain.shortfall + 30, 9);
  });
});

test('what half of all cases put past its limit is no “fine”', () => {
  expect(levelByChance('fine', 0.5)).toBe('must');
  expect(levelByChance('fine', 0.5, { never: true })).toBe('never');
  expect(levelByChance('fine', 0.2)).toBe('near');
  expect(levelByChance('near', 0.02)).toBe('near');
  expect(levelByChance('fine', 0.02)).toBe('fine');
  expect(levelByChance('must', 0.1)).toBe('must');
  expect(levelByChance('fine', undefined)).toBe('fine');
  expect(levelByChance('near', 0.9, { asks: true })).toBe('near');
});

describe('what else changes', () => {
  test('every consequence has a car on which it is a must', () => {
    const named = new Set([...ROWS, ...MOVING].map(([id]) => id));
    expect(CONSEQUENCES.map((rule) => rule.id).filter((id) => !named.has(id))).toEqual([]);
  });

  test.each(ROWS)('%s', (id, demo, figure, within = 5e-7) => {
    const input = planOf(demo);
    const car = standCar(input);
    const judged = judgeCar(car).find((one) => one.id === id)!;
    expect(judged).toBeDefined();
    expect(['must', 'never']).toContain(judged.level);
    expect(judged.stopped).toBeNull();
    expect(Math.abs(judged.figure! - figure(car))).toBeLessThan(within);
    expect(judged.limit.from).toMatch(/\w{3}/);
    expectEachCureClears(input, judged);
  });

  test('a lift that uses the camber adjustment up is capped at the last step it allows', () => {
    const input = planOf({
      front: 'strut',
      parts: [spacer('front', 50)],
      figures: { 'front.camberShift': 2 },
    });
    const judged = (t: number) =>
      judgeCar(standCar({ ...input, parts: [{ ...input.parts[0]!, set: { t } }] })).find(
        (one) => one.id === 'front.camber',
      )!;
    const cap = judged(50).cures.find((cure) => cure.kind === 'set');
    const t = cap?.kind === 'set' ? cap.set.t! : NaN;
    expect(t).toBeLessThan(50);
    expect(judged(t).level).not.toBe('must');
    expect(judged(t + 0.5).level).toBe('must');
  });

  test('what matters most stands first', () => {
    const judged = judgeCar(
      standCar(planOf({ parts: [spacer('front', 50), part('block', 'rear', { t: 90 })] })),
    );
    const rank = { never: 0, must: 1, near: 2, fine: 3 };
    const order = judged.map((one) => rank[one.level]);
    expect(order).toEqual([...order].sort((a, b) => a - b));
    const musts = judged.filter((one) => one.level === 'must').map((one) => one.used);
    expect(musts).toEqual([...musts].sort((a, b) => b - a));
  });

  test('a car left alone owes nothing, whatever it is hung on', () => {
    for (const front of ['strut', 'coilover', 'leaf-over', 'coil-radius', 'coil-links', 'cart'] as const) {
      for (const rear of [
        'leaf-over',
        'leaf-under',
        'coil-links',
        'coil-trailing',
        'multi-link',
        'strut',
      ] as const) {
        const judged = judgeCar(standCar(planOf({ front, rear })));
        expect(
          judged.filter((one) => one.level !== 'fine').map((one) => `${front} ${rear} ${one.id}`),
        ).toEqual([]);
      }
    }
  });
});
