import { answer } from '@/core/calc';
import type { KnuckleTravelInput, Point3, TravelRow } from '@/core/calc/knuckle.travel';
import type { CarStand } from '@/core/planner/car-stand';
import { hangsBy } from '@/core/planner/moving';
import type { OneEnd } from '@/core/planner/measures';
import { type DemoCar, calc, part } from './planned-cars';

/** For each consequence of the moving car one on which it is a point to fix, and its figure worked out apart from the planner. */

const p = (x: number, y: number, z: number): Point3 => ({ x, y, z });
const CASTER = Math.tan((4 * Math.PI) / 180);

/** The wheel a car has of which nothing was measured, by hand; a front one leans back by its caster. */
export function plainWheel(
  kind: 'strut' | 'arms',
  end: OneEnd,
  drops: { top?: number; subframe?: number } = {},
): Omit<KnuckleTravelInput, 'travel'> {
  const { top = 0, subframe = 0 } = drops;
  const back = end === 'front' ? CASTER : 0;
  const tieDrop = end === 'front' ? 10 : 24;
  const joint = p(0, 700, 215);
  const lower = { front: p(-150, 350, 240), rear: p(170, 350, 240), joint };
  const shared = {
    links: [{ body: p(130, 360, 215 + tieDrop), joint: p(130, 700, 215) }],
    wheel: { center: p(0, 810, 380), camber: 0, toe: 0, radius: 380 },
    shaft: { inner: p(0, 340, 395 - subframe), outer: p(0, 740, 380) },
  };
  const lowered = (point: Point3) => ({ ...point, z: point.z - subframe });
  if (kind === 'strut') {
    const strut = { top: p(635 * back, 590, 850), foot: p(0.35 * 635 * back, 661.5, 437.25) };
    return {
      ...shared,
      arms: [lower],
      strut,
      fitted: { strut: { top: { ...strut.top, z: 850 - top } } },
    };
  }
  const upper = { front: p(-150, 440, 540), rear: p(170, 440, 540), joint: p(330 * back, 670, 545) };
  return {
    ...shared,
    arms: [lower, upper],
    ...(subframe !== 0 && {
      fitted: {
        arms: [lower, upper].map(({ front, rear }) => ({ front: lowered(front), rear: lowered(rear) })),
        links: shared.links.map(({ body }) => ({ body: lowered(body) })),
      },
    }),
  };
}

export function rowOf(input: Omit<KnuckleTravelInput, 'travel'>, travel: number): TravelRow {
  const got = answer('knuckle.travel', { ...input, travel: [travel] });
  if (!got.ok) throw new Error(got.error.message);
  return (got.output as { rows: TravelRow[] }).rows[0]!;
}

const droop = (car: CarStand, end: OneEnd) => -hangsBy(car, end, 'droop');
const spacer = (end: OneEnd, t: number) => part('strutSpacer', end, { t });
const strut = (end: OneEnd, t: number, figures: Record<string, number> = {}): DemoCar => ({
  front: 'strut',
  rear: 'strut',
  parts: [spacer(end, t)],
  figures,
});
const arms = (end: OneEnd, t: number, figures: Record<string, number> = {}): DemoCar => ({
  front: 'coilover',
  rear: 'coilover',
  parts: [spacer(end, t)],
  figures,
});
const deg = (rad: number) => (rad * 180) / Math.PI;

export type MovingRow = [id: string, car: DemoCar, figure: (car: CarStand) => number, within?: number];
const ends = (make: (end: OneEnd) => MovingRow): MovingRow[] => [make('front'), make('rear')];

/** Driveshaft of a rear axle on links or leaves, as its own calculators have it at a height. */
function linkedAxle(end: OneEnd, lift: number) {
  const sign = end === 'rear' ? -1 : 1;
  const input = {
    axleLower: { x: 10 * sign, y: -70 },
    axleUpper: { x: 0, y: 150 },
    frameLower: { x: 620 * sign, y: 20 },
    frameUpper: { x: 560 * sign, y: 170 },
    casterBefore: 0,
    lift,
  };
  return {
    turn: calc('caster.fourLink', input, 'casterChange'),
    back: calc('caster.fourLink', input, 'axleShift'),
  };
}

function linkedShaft(
  end: OneEnd,
  lift: number,
  own = { run: end === 'rear' ? 1300 : 850, drop: 90, outputDeg: 2.5, pinionDeg: 2.5 },
) {
  const { turn, back } = linkedAxle(end, lift);
  const input = {
    ...own,
    lift,
    pinionChangeDeg: end === 'rear' ? turn : -turn,
  };
  return {
    joint: Math.max(
      calc('driveshaft.angles', input, 'after.frontJointDeg'),
      calc('driveshaft.angles', input, 'after.rearJointDeg'),
    ),
    slip: calc('driveshaft.angles', input, 'lengthChange') + (end === 'rear' ? back : -back),
  };
}

const linked = (end: OneEnd, figures: Record<string, number>): DemoCar => ({
  front: 'coil-links',
  rear: 'coil-links',
  parts: [part('coilSpacer', end, { t: 60 })],
  figures: {
    'front.shaftLen': 850,
    'front.damperExtended': 700,
    'rear.damperExtended': 700,
    'front.droopTravel': 130,
    'rear.droopTravel': 130,
    ...figures,
  },
});

/** Arm and link in the plane: the angle between them where the link keeps its length. */
function openOf(run: number, drop: number, rise: number, down: number, link = Math.abs(rise)): number {
  const arm = Math.hypot(run, drop);
  const apart = Math.min(arm + link, Math.hypot(run, -drop + rise - down));
  const cosine = (arm ** 2 + link ** 2 - apart ** 2) / (2 * arm * link);
  return deg(Math.acos(Math.max(-1, cosine)));
}

export const MOVING: MovingRow[] = [
  ...ends((end): MovingRow => [
    `${end}.half-shaft-droop`,
    strut(end, 50, { [`${end}.shaftDroopMost`]: 16 }),
    (car) => {
      const { innerDeg, outerDeg } = rowOf(plainWheel('strut', end, { top: 50 }), droop(car, end)).shaft!;
      return Math.max(innerDeg, outerDeg);
    },
  ]),
  [
    'front.half-shaft-lock',
    strut('front', 50, { 'front.shaftLockMost': 32 }),
    // Steered by the rack: the tie rod's body moves until the wheel has turned that far.
    (car) => {
      const travel = droop(car, 'front');
      const wheel = plainWheel('strut', 'front', { top: 50 });
      const straight = rowOf(wheel, travel);
      const bent = (lock: number) => {
        const turned = (rack: number) =>
          rowOf(
            { ...wheel, fitted: { ...wheel.fitted, links: [{ body: p(130, 360 + rack, 225) }] } },
            travel,
          );
        let [low, high] = [-88, 88];
        for (let round = 0; round < 50; round += 1) {
          const middle = (low + high) / 2;
          const toe = turned(middle).toe - straight.toe;
          // Behind the joint a rack that goes outboard toes out… the halving asks which way it goes.
          if (toe > lock === turned(high).toe - straight.toe > turned(low).toe - straight.toe) high = middle;
          else low = middle;
        }
        return turned((low + high) / 2).shaft!.outerDeg;
      };
      return Math.max(bent(34), bent(-34));
    },
    // A turn about the steering axis is not all toe: camber and caster take their part.
    0.6,
  ],
  ...ends((end): MovingRow => [
    `${end}.half-shaft-plunge`,
    strut(end, 50, { [`${end}.plungeMost`]: 14, [`${end}.shaftDrop`]: 60 }),
    (car) => {
      const wheel = { ...plainWheel('strut', end, { top: 50 }) };
      const shaft = { inner: p(0, 340, 440), outer: p(0, 740, 380) };
      return rowOf({ ...wheel, shaft }, droop(car, end)).shaft!.length - Math.hypot(400, 60);
    },
  ]),
  ...ends((end): MovingRow => [
    `${end}.upper-joint`,
    arms(end, 30),
    (car) => {
      // The angle between the upper arm's middle and the knuckle's line from joint to joint, by three lengths.
      const angle = (inner: Point3, upper: Point3, lower: Point3) => {
        const far = (a: Point3, b: Point3) => Math.hypot(a.x - b.x, a.y - b.y, a.z - b.z);
        const [a, b, c] = [far(inner, upper), far(upper, lower), far(inner, lower)];
        return deg(Math.acos((a * a + b * b - c * c) / (2 * a * b)));
      };
      const wheel = plainWheel('arms', end);
      const travel = droop(car, end);
      const place = (joint: Point3) => linesTo(wheel, joint, travel);
      const lower = place(wheel.arms![0]!.joint);
      const upper = place(wheel.arms![1]!.joint);
      const middle = p(10, 440, 540);
      return Math.abs(
        angle(middle, upper, lower) - angle(middle, wheel.arms![1]!.joint, wheel.arms![0]!.joint),
      );
    },
    1e-5,
  ]),
  ...ends((end): MovingRow => [
    `${end}.arm-coil`,
    arms(end, 40, { [`${end}.armCoilGap`]: 14 }),
    (car) => {
      const wheel = plainWheel('arms', end);
      const travel = droop(car, end);
      const foot = { x: 0, y: 350 + 350 * 0.6, z: 240 - 25 * 0.6 };
      const top = 225 + Math.sqrt(450 ** 2 - (545 - 560) ** 2);
      const apart = (upper: Point3, at: Point3) => {
        const member = { y: 440 + 0.7 * (upper.y - 440), z: 540 + 0.7 * (upper.z - 540) };
        return member.y - (at.y + ((545 - at.y) * (member.z - at.z)) / (top - at.z));
      };
      const upper = linesTo(wheel, wheel.arms![1]!.joint, travel);
      const joint = linesTo(wheel, wheel.arms![0]!.joint, travel);
      // The lower arm swings in its own plane: the foot keeps its share of it.
      const now = { x: 0, y: 350 + 0.6 * (joint.y - 350), z: 240 + 0.6 * (joint.z - 240) };
      return 14 - (apart(wheel.arms![1]!.joint, foot) - apart(upper, now));
    },
    1e-5,
  ]),
  ...ends((end): MovingRow => [
    `${end}.bar-over`,
    arms(end, 45, { [`${end}.barRun`]: 200 }),
    (car) => openOf(200, 10, -80, hangsBy(car, end, 'droop')),
  ]),
  ...ends((end): MovingRow => [
    `${end}.level-over`,
    arms(end, 30, { [`${end}.levelRun`]: 70 }),
    (car) => openOf(70, 0, -110, hangsBy(car, end, 'droop')),
  ]),
  [
    'front.hose-lock',
    arms('front', 40),
    (car) => calc('slack.fit', { length: 460, spans: [380 + car.axles.front.droopShift + 40] }, 'slack'),
  ],
  ...ends((end): MovingRow => [
    `${end}.coil-bent`,
    end === 'front'
      ? { ...linked(end, { 'front.droopTravel': 140, 'front.arm': 600 }), front: 'coil-radius' }
      : linked(end, { 'rear.frameUpperY': 340, 'rear.frameLowerY': -60 }),
    (car) => {
      const lift = hangsBy(car, end, 'droop');
      if (end === 'front')
        return Math.abs(
          calc('caster.radiusArm', { arm: 600, rise: 60, lift, casterBefore: 4 }, 'casterAfter') - 4,
        );
      const input = {
        axleLower: { x: -10, y: -70 },
        axleUpper: { x: 0, y: 150 },
        frameLower: { x: -620, y: -60 },
        frameUpper: { x: -560, y: 340 },
        casterBefore: 0,
        lift,
      };
      return Math.abs(calc('caster.fourLink', input, 'casterChange'));
    },
  ]),
  ...ends((end): MovingRow => [
    `${end}.joint-droop`,
    linked(end, { [`${end}.jointDroopMost`]: end === 'front' ? 11 : 7 }),
    (car) =>
      Math.max(
        ...(['droop', 'bump'] as const).map((state) => linkedShaft(end, hangsBy(car, end, state)).joint),
      ),
  ]),
  ...ends((end): MovingRow => [
    `${end}.slip-droop`,
    linked(end, {
      [`${end}.slipLeft`]: 10,
      [`${end}.shaftLen`]: 700,
      [`${end}.shaftFall`]: 300,
      [`${end}.outputDeg`]: 20,
      [`${end}.pinionDeg`]: 20,
    }),
    (car) =>
      linkedShaft(end, hangsBy(car, end, 'droop'), { run: 700, drop: 300, outputDeg: 20, pinionDeg: 20 })
        .slip,
  ]),
  ...ends((end): MovingRow => [
    `${end}.slip-bump`,
    linked(end, { [`${end}.slipIn`]: end === 'front' ? 10 : 16, [`${end}.bumpTravel`]: 100 }),
    (car) =>
      -Math.min(
        ...(['bump', 'ride', 'droop'] as const).map(
          (state) => linkedShaft(end, hangsBy(car, end, state)).slip,
        ),
      ),
  ]),
  ...ends((end): MovingRow => [
    `${end}.strut-stop`,
    strut(end, 40),
    (car) =>
      calc(
        'shock.fit',
        {
          ride: car.axles[end].damper.ride,
          bumpTravel: 85 + 40 / 0.95,
          droopTravel: 0,
          motionRatio: 0.95,
          collapsed: 340,
          extended: 560,
        },
        'bumpStopExtension',
      ),
  ]),
  [
    'front.drag-link',
    {
      front: 'coil-radius',
      parts: [part('coilSpacer', 'front', { t: 60 })],
      figures: { 'front.dragThread': 1, 'front.dragRise': 160 },
    },
    (car) =>
      Math.abs(
        calc(
          'draglink.steer',
          {
            dragLink: { length: 880, rise: 160 },
            trackBar: { length: 880, rise: 50 },
            arm: 155,
            lift: car.axleLift.front,
          },
          'lengthen',
        ),
      ),
  ],
  [
    'front.bump-steer',
    {
      front: 'coil-radius',
      parts: [part('coilSpacer', 'front', { t: 50 })],
      figures: { 'front.dragRise': 150 },
    },
    (car) => {
      const input = {
        dragLink: { length: 880, rise: 150 },
        trackBar: { length: 880, rise: 50 },
        arm: 155,
        lift: car.axleLift.front,
      };
      return Math.max(
        Math.abs(calc('draglink.steer', input, 'bumpSteer.up')),
        Math.abs(calc('draglink.steer', input, 'bumpSteer.down')),
      );
    },
  ],
  [
    'front.slopes-apart',
    {
      front: 'coil-links',
      parts: [part('coilSpacer', 'front', { t: 40 })],
      figures: { 'front.dragRise': 130 },
    },
    (car) =>
      Math.abs(
        calc(
          'draglink.steer',
          {
            dragLink: { length: 880, rise: 130 },
            trackBar: { length: 880, rise: 50 },
            arm: 155,
            lift: car.axleLift.front,
          },
          'slopeApartDeg',
        ),
      ),
  ],
  [
    'front.tire-lock',
    { front: 'coil-radius', parts: [part('tire', 'front', { diameter: 800, width: 275 })] },
    (car) => {
      // The shoulder is farthest out before full lock: there it is the corner's own distance from the axis.
      const reach = (radius: number, half: number) => Math.hypot(radius, 75 + half);
      const back = calc(
        'caster.radiusArm',
        { arm: 880, rise: 60, lift: car.axleLift.front, casterBefore: 4 },
        'axleShift',
      );
      return 32 - (reach(400, 137.5) - reach(380, 122.5)) - Math.abs(back);
    },
  ],
  [
    'rear.toe',
    strut('rear', 50, { 'rear.tieThread': 1, 'rear.tieDrop': 70 }),
    (car) => {
      // The length of toe link at which the toe is what it was, found by halving.
      const wheel = plainWheel('strut', 'rear', { top: 50 });
      const links = [{ body: p(130, 360, 285), joint: p(130, 700, 215) }];
      const long = Math.hypot(340, 70);
      const toe = (more: number) =>
        rowOf(
          { ...wheel, links, fitted: { ...wheel.fitted, links: [{ length: long + more }] } },
          -car.axleLift.rear,
        ).toe;
      let [low, high] = [-30, 30];
      for (let round = 0; round < 50; round += 1) {
        const middle = (low + high) / 2;
        if (toe(middle) > 0 === toe(high) > 0) high = middle;
        else low = middle;
      }
      return Math.abs((low + high) / 2);
    },
    0.02,
  ],
  [
    'rear.thrust',
    {
      rear: 'coil-links',
      accessories: [{ id: 'crane', name: 'Crane', kg: 180, x: 3400, y: -650 }],
      figures: { 'rear.frameLowerY': 220 },
    },
    (car) => {
      const roll = Math.atan((car.sag.LR - car.sag.RR) / 1620);
      const slope = (220 + 70 + car.axleLift.rear) / (620 - 10);
      return Math.abs(deg(Math.atan(slope * Math.sin(roll))));
    },
  ],
];

/** Where a point of the knuckle stands at a travel: from its distances to three points of the body. */
function linesTo(wheel: Omit<KnuckleTravelInput, 'travel'>, joint: Point3, travel: number): Point3 {
  const from = [p(0, 0, 0), p(1000, 0, 0), p(0, 0, 1000)];
  const [a, b, c] = rowOf({ ...wheel, lines: from.map((body) => ({ body, knuckle: joint })) }, travel)
    .lines as [number, number, number];
  const x = (a * a - b * b + 1e6) / 2000;
  const z = (a * a - c * c + 1e6) / 2000;
  return p(x, Math.sqrt(a * a - x * x - z * z), z);
}
