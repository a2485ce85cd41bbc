import { STATES, type WheelPlace } from '../../motion/wheel';
import { fitSlack } from '../../calc/slack.fit';
import { isIndependent, isSolidCoil } from '../axle-kinds';
import type { CarStand } from '../car-stand';
import {
  type Consequence,
  type Cure,
  bothEnds,
  ceilToStep,
  inMotion,
  largestSize,
  largest,
} from '../consequence';
import type { OneEnd } from '../measures';
import { axleIn, barIn, levelIn, movingWheel, shaftIn, slipIn, wheelIn } from '../moving';
import { fitting } from './cap';
import { add } from './cure';
import { droopGrows } from './lines';

/** What a car that is right at ride does at full droop, at full bump and at lock. */

/** Arm and link may come this near to one line before the link can turn over, degrees. */
export const OPEN_MOST = 165;
/** How far a coil's seats may tip against each other before it bows out, degrees. */
const BENT_MOST = 10;
/** A slip joint keeps this much of its splines at the end of its travel, mm. */
const SLIP_KEPT = 6;
export const COIL_GAP_LEAST = 6;
/** A strap leaves this much droop for the road, mm. */
const DROOP_KEPT = 20;

/** Less droop: the shortest strap that brings a figure back inside. */
const strapped = (rule: Consequence, car: CarStand, end: OneEnd): Cure[] =>
  fitting(rule, car, end, {
    kind: 'strap',
    key: 'takes',
    step: 5,
    // A strap takes from where the damper stops the wheel, however far beyond what it was measured at that is.
    most: Math.min(120, Math.max(0, car.axles[end].droopTravel - DROOP_KEPT)),
    label: (takes) => `Limit strap, ${takes} mm off the droop`,
  });

const dropped = (rule: Consequence, car: CarStand, end: OneEnd): Cure[] =>
  fitting(rule, car, end, {
    kind: 'subframeDrop',
    key: 't',
    step: 2,
    most: 80,
    label: (t) => `Differential drop, ${t} mm`,
  });

/** Less lock: the least by which the steering stops come in. */
export const stopsIn = (rule: Consequence, car: CarStand): Cure[] =>
  fitting(rule, car, 'front', {
    kind: 'lockStop',
    key: 'deg',
    step: 1,
    most: 12,
    label: (deg) => `Steering stops set in by ${deg}°`,
  });

const driven = (car: CarStand, end: OneEnd) => car.v[end].shaftLen! > 0;

const halfShaftDroop = (end: OneEnd): Consequence => ({
  id: `${end}.half-shaft-droop`,
  name: 'Half shaft joints at full droop',
  end,
  unit: 'deg',
  applies: (car) => isIndependent(car.setup[end]),
  ...inMotion((car) => {
    const { innerDeg, outerDeg } = wheelIn(car, end, 'droop').row.shaft!;
    return [innerDeg, outerDeg];
  }, largest),
  limit: (car) => ({ most: car.v[end].shaftDroopMost!, from: 'the joints’ range, hanging' }),
  why: 'A joint past its range knocks, tears its boot or comes apart as soon as the wheel hangs.',
  cures: (car) => [...strapped(halfShaftDroop(end), car, end), ...dropped(halfShaftDroop(end), car, end)],
});

const halfShaftLock: Consequence = {
  id: 'front.half-shaft-lock',
  name: 'Half shaft outer joint at lock, wheel hanging',
  end: 'front',
  unit: 'deg',
  applies: (car) => isIndependent(car.setup.front),
  ...inMotion(outerAtLocks, largest),
  limit: (car) => ({ most: car.v.front.shaftLockMost!, from: 'the outer joint’s range at lock' }),
  why: 'Droop and lock add up in the outer joint: it binds on the lift as the wheel is turned by hand.',
  cures: (car) => [...strapped(halfShaftLock, car, 'front'), ...stopsIn(halfShaftLock, car)],
};

/** How far the outer joint bends at both locks, hanging, degrees. */
function outerAtLocks(car: CarStand): number[] {
  const wheel = movingWheel(car, 'front');
  const hung = wheelIn(car, 'front', 'droop');
  const lock = lockOf(car);
  return [-lock, lock].map((deg) => wheel.steered(hung, deg).row.shaft!.outerDeg);
}

/** How far the front wheels turn, degrees, with stops that were set in. */
export const lockOf = (car: CarStand) =>
  Math.max(1, car.v.front.lockDeg! - car.axles.front.total('lockStop', 'deg'));

/** How much longer a half shaft gets between the height it was measured at and full droop, mm. */
export function plungeOut(car: CarStand, end: OneEnd): number {
  const wheel = movingWheel(car, end);
  return wheelIn(car, end, 'droop').row.shaft!.length - wheel.asMeasured.row.shaft!.length;
}

const plunge = (end: OneEnd): Consequence => ({
  id: `${end}.half-shaft-plunge`,
  name: 'Half shaft drawn out at full droop',
  end,
  unit: 'mm',
  applies: (car) => isIndependent(car.setup[end]),
  ...inMotion((car) => [plungeOut(car, end)]),
  limit: (car) => ({ most: car.v[end].plungeMost!, from: 'the plunge the inner joint has outward' }),
  why: 'The shaft is pulled out of its inner joint while the wheel hangs: strap the knuckle, or take the shaft out of the hub first.',
  cures: (car) => [...strapped(plunge(end), car, end), ...dropped(plunge(end), car, end)],
});

const hasUpperArm = (car: CarStand, end: OneEnd) =>
  isIndependent(car.setup[end]) && car.setup[end] !== 'strut';

const upperSwing = (end: OneEnd): Consequence => ({
  id: `${end}.upper-joint`,
  name: 'Upper joint swung at full droop',
  end,
  unit: 'deg',
  applies: (car) => hasUpperArm(car, end),
  ...inMotion((car) => [movingWheel(car, end).upperSwing(wheelIn(car, end, 'droop'))]),
  limit: (car) => ({
    most: car.v[end].swingMost! + car.axles[end].total('upperArm', 'swing'),
    from: 'the swing its joint has',
  }),
  why: 'The stud strikes its socket and levers the joint apart, or binds before the damper stops the wheel.',
  cures: (car, figure) => {
    const most = car.v[end].swingMost! + car.axles[end].total('upperArm', 'swing');
    const swing = ceilToStep(figure - most + 1, 1);
    return [
      add('upperArm', end, { swing, room: 0 }, `Upper arms with ${swing}° more swing`),
      ...strapped(upperSwing(end), car, end),
    ];
  },
});

/** What is left between upper arm and coil in a pose, from the gap measured at ride, mm. */
export function armGapIn(car: CarStand, end: OneEnd, place: WheelPlace): number {
  const wheel = movingWheel(car, end);
  const closed = wheel.upperToDamper(wheel.asMeasured) - wheel.upperToDamper(place);
  return car.v[end].armCoilGap! - closed + car.axles[end].total('upperArm', 'room');
}
const armToCoil = (car: CarStand, end: OneEnd) => armGapIn(car, end, wheelIn(car, end, 'droop'));

const upperToCoil = (end: OneEnd): Consequence => ({
  id: `${end}.arm-coil`,
  name: 'Upper arm to coil, gap at full droop',
  end,
  unit: 'mm',
  applies: (car) => hasUpperArm(car, end) && car.setup[end] === 'coilover',
  ...inMotion((car) => [armToCoil(car, end)]),
  limit: () => ({ least: COIL_GAP_LEAST, from: 'the shop’s least gap, from the one measured at ride' }),
  why: 'The arm comes down on the coil and cuts it, and the joint takes the blow.',
  cures: (car, figure) => {
    const room = ceilToStep(COIL_GAP_LEAST - figure + 1, 1);
    return [
      add('upperArm', end, { swing: 0, room }, `Upper arms shaped ${room} mm clear of the coil`),
      ...strapped(upperToCoil(end), car, end),
    ];
  },
});

/** Links are tried in these steps, longer and shorter, mm. */
const LINK_STEP = 5;
const LINK_MOST = 160;

/** The smallest change of a link's length that keeps it from turning over, droop and bump; none where none does. */
function linkCleared(open: (longer: number) => number): number | null {
  for (let by = LINK_STEP; by <= LINK_MOST; by += LINK_STEP)
    for (const longer of [by, -by]) if (open(longer) <= OPEN_MOST - 3) return longer;
  return null;
}

const barOver = (end: OneEnd): Consequence => ({
  id: `${end}.bar-over`,
  name: 'Anti-roll bar arm and link, opened at full droop',
  end,
  unit: 'deg',
  applies: (car) => car.v[end].barRun! > 0,
  ...inMotion((car) => [barIn(car, end, 'droop').openDeg]),
  limit: () => ({ most: OPEN_MOST, from: 'shop practice: 180° is one line' }),
  why: 'An arm and link in one line turn over as the wheel comes back up, and bend the bar or break the link.',
  cures: (car) => {
    const longer = linkCleared((by) =>
      Math.max(barIn(car, end, 'droop', by).openDeg, barIn(car, end, 'bump', by).openDeg),
    );
    return [
      ...(longer === null
        ? []
        : [
            add(
              'barLink',
              end,
              { longer, evens: 0 },
              `Bar links ${Math.abs(longer)} mm ${longer < 0 ? 'shorter' : 'longer'}`,
            ),
          ]),
      ...strapped(barOver(end), car, end),
    ];
  },
});

const levelOver = (end: OneEnd): Consequence => ({
  id: `${end}.level-over`,
  name: 'Level-sensor arm and rod, opened at full droop',
  end,
  unit: 'deg',
  applies: (car) => car.v[end].levelRun! > 0,
  ...inMotion((car) => [levelIn(car, end, 'droop').openDeg]),
  limit: () => ({ most: OPEN_MOST, from: 'shop practice: 180° is one line' }),
  why: 'The rod turns over or tears its sensor off as the wheel hangs: unclip it before the car is raised.',
  cures: (car) => {
    const longer = linkCleared((by) =>
      Math.max(levelIn(car, end, 'droop', by).openDeg, levelIn(car, end, 'bump', by).openDeg),
    );
    return [
      ...(longer === null ? [] : [add('levelRod', end, { longer }, `Level-sensor rod ${longer} mm longer`)]),
      ...strapped(levelOver(end), car, end),
    ];
  },
});

/** The hose with the wheel hanging and turned: what lock adds at ride it adds at droop. */
const hoseTurned = (car: CarStand) => {
  const f = car.v.front;
  return fitSlack({
    length: f.hose! + car.axles.front.total('hoseLong', 'longer'),
    spans: [f.hoseDroop! + droopGrows(car, 'front') + Math.max(0, f.hoseLock! - f.hoseRide!)],
  });
};

const hoseAtLock: Consequence = {
  id: 'front.hose-lock',
  name: 'Brake-hose slack at lock, wheel hanging',
  end: 'front',
  unit: 'mm',
  applies: (car) => car.v.front.hose! > 0,
  figure: (car) => hoseTurned(car).slack,
  limit: () => ({ least: 0, from: 'its free length and a margin of 20 mm' }),
  why: 'Turned by hand on the lift with the wheel hanging, the hose is pulled out of its fitting.',
  cures: (car) => {
    const longer = ceilToStep(hoseTurned(car).extend + 5, 5);
    return [add('hoseLong', 'front', { longer }, `Brake hose ${longer} mm longer`)];
  },
};

const coilBent = (end: OneEnd): Consequence => ({
  id: `${end}.coil-bent`,
  name: 'Coil bent between its seats at full droop',
  end,
  unit: 'deg',
  applies: (car) => isSolidCoil(car.setup[end]),
  ...inMotion((car) => [axleIn(car, end, 'droop').turnDeg], largestSize),
  limit: () => ({ most: BENT_MOST, from: 'the shop’s limit before a coil bows out of its seat' }),
  why: 'The axle’s seat tips against the frame’s: the coil bows, rubs, and can come back beside its seat.',
  cures: (car) => strapped(coilBent(end), car, end),
});

const shaftJoints = (car: CarStand, end: OneEnd) =>
  (['droop', 'bump'] as const).flatMap((state) => {
    const { after } = shaftIn(car, end, state);
    return [after.frontJointDeg, after.rearJointDeg];
  });

const jointThrough = (end: OneEnd): Consequence => ({
  id: `${end}.joint-droop`,
  name: 'Driveshaft joint through its travel',
  end,
  unit: 'deg',
  applies: (car) => driven(car, end),
  ...inMotion((car) => shaftJoints(car, end), largest),
  limit: (car) => ({ most: car.v[end].jointDroopMost!, from: 'where the joint’s yokes touch, on this car' }),
  why: 'Yokes that touch break the joint or the shaft as the axle hangs or strikes its stops.',
  cures: (car) => strapped(jointThrough(end), car, end),
});

const slipOut = (end: OneEnd): Consequence => ({
  id: `${end}.slip-droop`,
  name: 'Driveshaft drawn out of its slip at full droop',
  end,
  unit: 'mm',
  applies: (car) => driven(car, end),
  ...inMotion((car) => [slipIn(car, end, 'droop')]),
  limit: (car) => ({
    most: Math.max(0, car.v[end].slipLeft! - SLIP_KEPT),
    from: 'the slip that is left, less what must stay in',
  }),
  why: 'The shaft leaves its splines while the axle hangs, and falls.',
  cures: (car, figure) => {
    const most = Math.max(0, car.v[end].slipLeft! - SLIP_KEPT);
    const t = ceilToStep(figure - most + 1, 1);
    return [
      add('shaftSpacer', end, { t }, `Driveshaft spacer, ${t} mm`),
      ...strapped(slipOut(end), car, end),
    ];
  },
});

const slipHome = (end: OneEnd): Consequence => ({
  id: `${end}.slip-bump`,
  name: 'Driveshaft pushed into its slip through its travel',
  end,
  unit: 'mm',
  applies: (car) => driven(car, end),
  ...inMotion((car) => STATES.map((state) => -slipIn(car, end, state)), largest),
  limit: (car) => ({
    most: Math.max(0, car.v[end].slipIn! - SLIP_KEPT),
    from: 'the slip that is left inward, with a little to spare',
  }),
  why: 'A slip joint that bottoms drives the shaft into the gearbox.',
  cures: (car, figure) => {
    const over = figure - Math.max(0, car.v[end].slipIn! - SLIP_KEPT);
    const spacer = car.axles[end].parts.find((part) => part.kind === 'shaftSpacer');
    return [
      ...(spacer && spacer.set.t! > over + 1
        ? [
            {
              kind: 'set' as const,
              label: `${spacer.name}, ${Math.floor(spacer.set.t! - over - 1)} mm`,
              partId: spacer.id,
              set: { t: Math.floor(spacer.set.t! - over - 1) },
            },
          ]
        : []),
      ...strapped(slipHome(end), car, end),
      ...fitting(slipHome(end), car, end, {
        kind: 'bumpStop',
        key: 'longer',
        step: 5,
        most: 80,
        label: (longer) => `Bump stop ${longer} mm longer`,
      }),
    ];
  },
});

export const HANGING: Consequence[] = [
  ...bothEnds(halfShaftDroop),
  halfShaftLock,
  ...bothEnds(plunge),
  ...bothEnds(upperSwing),
  ...bothEnds(upperToCoil),
  ...bothEnds(barOver),
  ...bothEnds(levelOver),
  hoseAtLock,
  ...bothEnds(coilBent),
  ...bothEnds(jointThrough),
  ...bothEnds(slipOut),
  ...bothEnds(slipHome),
];
