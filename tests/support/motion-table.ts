import { angleOfLink } from '@/core/calc/link.angle';
import { camberByLift } from '@/core/calc/camber.lift';
import { casterOnFourLinks } from '@/core/calc/caster.fourLink';
import { casterOnRadiusArm } from '@/core/calc/caster.radiusArm';
import { shiftByTrackbar } from '@/core/calc/trackbar.shift';
import { heaveAt } from '@/core/motion/solid';
import { IndependentWheel } from '@/core/motion/wheel';
import { standCar } from '@/core/planner/car-stand';
import { toDeg, toRad } from '@/core/calc/geometry';
import { planOf } from './planned-cars';

/** One figure by the plain formula and by the car in motion, at three travels. */
export interface Agreement {
  what: string;
  unit: '°' | 'mm';
  /** Travel, plain formula, in motion. */
  at: [travel: number, plain: number, moving: number][];
  /** Why the two part, where they do by more than asked. */
  why?: string;
}

export const TRAVELS = [-40, -20, 20];
/** How far they may part, by unit. */
export const APART = { '°': 0.05, mm: 1 } as const;

const three = (figure: (lift: number) => [number, number]): Agreement['at'] =>
  TRAVELS.map((travel) => [travel, ...figure(-travel)]);

function ofWheel(kind: 'strut' | 'coilover'): Agreement[] {
  const car = standCar(planOf({ front: kind, rear: kind }));
  const f = car.v.front;
  const wheel = new IndependentWheel(f, car.axles.front);
  const aligned = (lift: number) => wheel.withToe(wheel.at(-lift), 0);
  const pivot = { x: f.pivotX!, y: f.pivotY! };
  const joint = { x: f.jointX!, y: f.jointY! };
  const swung = (lift: number) =>
    camberByLift(
      kind === 'strut'
        ? { kind, armPivot: pivot, ballJoint: joint, top: { x: f.topX!, y: f.topY! }, lift }
        : {
            kind: 'wishbone',
            lowerPivot: pivot,
            lowerJoint: joint,
            upperPivot: { x: f.upperPivotX!, y: f.upperPivotY! },
            upperJoint: { x: f.upperJointX!, y: f.upperJointY! },
            lift,
          },
    );
  const name = kind === 'strut' ? 'strut' : 'two arms';
  const tie = (lift: number) => angleOfLink({ run: f.tieRun!, drop: f.tieDrop!, lift });
  return [
    {
      what: `Camber, ${name}`,
      unit: '°',
      at: three((lift) => [swung(lift).camberChange, aligned(lift).row.camber - f.camberNow!]),
      ...(kind === 'strut' && {
        why: 'the wheel leans as it goes: its middle goes down by the lift, its ball joint by 2 mm less',
      }),
    },
    {
      what: `Ball joint moved across, ${name}`,
      unit: 'mm',
      at: three((lift) => [swung(lift).trackChange / 2, aligned(lift).lower[1] - f.jointX!]),
    },
    {
      what: `Half shaft, ${name}`,
      unit: '°',
      at: three((lift) => [
        Math.abs(angleOfLink({ run: f.shaftRun!, drop: f.shaftDrop!, lift }).after),
        aligned(lift).row.shaft!.innerDeg,
      ]),
      why: 'the hub leans and moves across with its wheel; the plain formula lets it go straight down',
    },
    {
      what: `Tie rod, ${name}`,
      unit: '°',
      at: three((lift) => {
        const { tieOuter } = aligned(lift);
        const inner = wheel.tieInner;
        return [tie(lift).after, toDeg(Math.atan2(inner[2] - tieOuter[2], tieOuter[1] - inner[1]))];
      }),
      why: 'its outer end goes with the ball joint, across and by what the wheel leans',
    },
    {
      what: `Tie rod to be set for toe, ${name}`,
      unit: 'mm',
      at: three((lift) => {
        const { before, after } = tie(lift);
        const long = Math.hypot(f.tieRun!, f.tieDrop!);
        const shorter = long * (Math.cos(toRad(before)) - Math.cos(toRad(after)));
        return [shorter + swung(lift).trackChange / 2, wheel.tieRodFor(wheel.at(-lift), 0)];
      }),
    },
  ];
}

function ofAxles(): Agreement[] {
  const arms = standCar(planOf({ front: 'coil-radius', rear: 'coil-links' }));
  const [front, rear] = [arms.v.front, arms.v.rear];
  const arm = { arm: front.arm!, rise: front.armRise!, casterBefore: front.caster! };
  const links = {
    axleLower: { x: rear.axleLowerX!, y: rear.axleLowerY! },
    axleUpper: { x: rear.axleUpperX!, y: rear.axleUpperY! },
    frameLower: { x: rear.frameLowerX!, y: rear.frameLowerY! },
    frameUpper: { x: rear.frameUpperX!, y: rear.frameUpperY! },
    casterBefore: 0,
  };
  const at = (end: 'front' | 'rear', lift: number) => heaveAt(arms.v[end], arms.axles[end], lift, 0);
  return [
    {
      what: 'Caster, radius arms',
      unit: '°',
      at: three((lift) => [
        casterOnRadiusArm({ ...arm, lift }).casterAfter - front.caster!,
        at('front', lift).turnDeg,
      ]),
    },
    {
      what: 'Axle moved along, radius arms',
      unit: 'mm',
      at: three((lift) => [casterOnRadiusArm({ ...arm, lift }).axleShift, at('front', lift).back]),
    },
    {
      what: 'Pinion, four links',
      unit: '°',
      at: three((lift) => [casterOnFourLinks({ ...links, lift }).casterChange, at('rear', lift).turnDeg]),
    },
    {
      what: 'Axle moved along, four links',
      unit: 'mm',
      at: three((lift) => [casterOnFourLinks({ ...links, lift }).axleShift, at('rear', lift).back]),
    },
    {
      what: 'Axle moved across by its track bar',
      unit: 'mm',
      at: three((lift) => [
        shiftByTrackbar({ length: front.trackbar!, rise: front.trackbarRise!, lift }).shift,
        at('front', lift).across,
      ]),
    },
  ];
}

export const agreements = (): Agreement[] => [...ofWheel('strut'), ...ofWheel('coilover'), ...ofAxles()];

/** The table as docs/motion.md has it. */
export function agreementTable(): string {
  const text = (value: number) => value.toFixed(2).replace(/^-0\.00$/, '0.00');
  const rows = agreements().map(({ what, unit, at, why }) => {
    const most = Math.max(...at.map(([, plain, moving]) => Math.abs(plain - moving)));
    const cells = at.map(([, plain, moving]) => `${text(plain)} / ${text(moving)}`);
    return `| ${what}, ${unit} | ${cells.join(' | ')} | ${text(most)}${most > APART[unit] ? `: ${why ?? '?'}` : ''} |`;
  });
  return [
    `| figure | ${TRAVELS.map((travel) => `at ${travel} mm`).join(' | ')} | most apart |`,
    '| --- | --- | --- | --- | --- |',
    ...rows,
  ].join('\n');
}
